import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { checkNode, ensureBuild, ensureModules, ensurePackages, ROOT } from './machine.mjs';
import { browser, withTestCluster } from './test.mjs';

const DOC = join(ROOT, 'docs/journeys.md');
const [BEGIN, END] = ['<!-- walked -->', '<!-- /walked -->'];

/** Every test of a report of Playwright, however deep its suites lie. */
const testsOf = (suites) =>
  suites.flatMap(({ specs = [], suites: inner = [] }) => [...specs.flatMap(({ tests }) => tests), ...testsOf(inner)]);

/** What was counted in a walk: the same in both shops, or one after the other. */
function told(walks, value) {
  const all = walks.map(value);
  return new Set(all).size === 1 ? all[0] : all.join(' / ');
}

const taps = ({ taps: count, pieces }) => (pieces > 0 && count > 0 ? (count / pieces).toFixed(1) : '–');

/** The table of docs/journeys.md, from what the walks themselves wrote down. */
function tableOf(walks) {
  const jobs = new Map();
  for (const walk of walks) {
    const key = `${walk.code} ${walk.job}`;
    jobs.set(key, [...(jobs.get(key) ?? []), walk]);
  }
  const order = ([a], [b]) => a.replace('+', 'Z').localeCompare(b.replace('+', 'Z'));
  const rows = [...jobs.entries()].sort(order).map(([, same]) => {
    const [{ code, job, ends, holds }] = same;
    const figures = [({ clicks }) => clicks, ({ keys }) => keys, ({ fields }) => fields, taps];
    return `| ${[code, job, ...figures.map((figure) => told(same, figure)), ends, holds].join(' | ')} |`;
  });
  return [
    '| | job | clicks | keys | fields | taps a piece | ends | what it holds |',
    '| --- | --- | ---: | ---: | ---: | ---: | --- | --- |',
    ...rows,
  ].join('\n');
}

/** ./kanga walk: every job of docs/journeys.md in the real interface, in a shop of inches and in one of millimetres; what was counted is written there. */
export async function walk() {
  checkNode();
  ensurePackages(['postgresql-15', 'chromium', 'poppler-utils', 'librsvg2-bin']);
  ensureModules();
  ensureBuild();
  const { failed, suites } = await withTestCluster(async (cluster, folder) => {
    cluster.ensureUser();
    return browser(cluster, folder, { script: 'walk', env: { KANGA_WALKS: 'all' } });
  });
  if (failed > 0) {
    console.log(`\n${failed} walks did not come to their end: ${DOC} stays as it was.`);
    process.exitCode = 1;
    return;
  }
  const walks = testsOf(suites).flatMap(({ annotations }) =>
    annotations.flatMap(({ type, description }) => (type === 'by hand' ? [JSON.parse(description)] : [])),
  );
  const text = readFileSync(DOC, 'utf8');
  const [before, after] = [text.slice(0, text.indexOf(BEGIN) + BEGIN.length), text.slice(text.indexOf(END))];
  writeFileSync(DOC, `${before}\n\n${tableOf(walks)}\n\n${after}`);
  console.log(`\n${walks.length} walks; what was counted is in ${DOC}.`);
}
