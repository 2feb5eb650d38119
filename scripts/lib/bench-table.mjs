// docs/benchmarks.md: a table, a line for each thing that was measured.
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { cpus, totalmem } from 'node:os';
import { join } from 'node:path';
import { ROOT } from './machine.mjs';

const FILE = join(ROOT, 'docs/benchmarks.md');
const COLUMNS = ['what', 'input', 'time', 'memory', 'reached', 'grows'];
const HEAD = [`| ${COLUMNS.join(' | ')} |`, `|${COLUMNS.map(() => '---').join('|')}|`];

const machine = () =>
  `${cpus().length} × ${cpus()[0]?.model.trim()}, ${Math.round(totalmem() / 2 ** 30)} GiB, Node ${process.versions.node}`;
const today = () => new Date().toISOString().slice(0, 10);
const lineOf = (row) => `| ${COLUMNS.map((column) => row[column]).join(' | ')} |`;
const whatOf = (line) => line.split(' | ')[0].slice(2);

/** Writes the table anew; `parts`: only these were measured, and take the place of their lines in the table as it is. */
export function writeTable(rows, parts) {
  const before = parts.length > 0 && existsSync(FILE) ? readFileSync(FILE, 'utf8').split('\n') : [];
  const lines = before.filter((line) => line.startsWith('| ') && !HEAD.includes(line));
  for (const row of rows) {
    const at = lines.findIndex((line) => whatOf(line) === row.what);
    if (at < 0) lines.push(lineOf(row));
    else lines[at] = lineOf(row);
  }
  const intro =
    parts.length > 0
      ? [
          ...before
            .slice(2, before.indexOf(HEAD[0]))
            .filter((line) => line !== '' && !line.startsWith('Measured apart')),
          `Measured apart, in one run on ${today()} (${machine()}): ${rows.map(({ what }) => `_${what}_`).join(', ')}.`,
        ]
      : [
          `Written by \`./kanga bench\` on ${today()}: ${machine()}.`,
          'Memory is the largest resident size of the whole process that did the work, Node itself (about 45 MB) and the input included.',
        ];
  const text = ['# Benchmarks', '', ...intro.flatMap((line) => [line, '']), ...HEAD, ...lines, ''].join('\n');
  writeFileSync(FILE, text);
  console.log(`\n${[...HEAD, ...rows.map(lineOf)].join('\n')}`);
}
