import Papa from 'papaparse';
import { DESIGN_LIMITS, type RunRow } from '@kanga/core/art';
import { PIECES_LIMITS } from '@kanga/core/job';

/** One row that cannot be used, and why. */
interface WrongRow {
  /** As it is counted in the table, the heading not counted. */
  row: number;
  why: string;
}

export interface ReadRun {
  columns: string[];
  rows: RunRow[];
  wrong: WrongRow[];
  pieces: number;
  /** Pieces that one of a count stands for: two where the goods are worn in pairs. */
  each: number;
}

/** Headings that are taken for how many of a row are wanted. */
const COUNTS = /^(count|qty|quantity|pieces|number of pieces|how many|anzahl|stück)$/i;

/**
 * Reads a table of names: a heading row, then a row a name; comma, semicolon or tab, quotes and line breaks inside them, any script. A row that
 * cannot be used is named and left out, and spoils none of the others. `each`: pieces that one of a count stands for. Throws a RangeError when there is no
 * table at all.
 */
export function readRun(text: string, each = 1): ReadRun {
  const { data } = Papa.parse<string[]>(text.replace(/^\ufeff/, ''), {
    skipEmptyLines: 'greedy',
    delimitersToGuess: [',', ';', '\t', '|'],
  });
  const [heading, ...body] = data;
  const columns = (heading ?? []).map((name) => name.trim());
  if (columns.every((name) => name === ''))
    throw new RangeError('The table has no heading row: its first row names the fields.');
  if (body.length === 0) throw new RangeError('The table has a heading and no rows under it.');
  const twice = columns.find(
    (name, i) => name !== '' && columns.findIndex((other) => other.toLowerCase() === name.toLowerCase()) !== i,
  );
  if (twice !== undefined) throw new RangeError(`Two columns are called “${twice}”: give each a name of its own.`);
  const countAt = columns.findIndex((name) => COUNTS.test(name));
  const rows: RunRow[] = [];
  const wrong: WrongRow[] = [];
  let pieces = 0;
  body.forEach((cells, i) => {
    const row = i + 1;
    if (cells.length > columns.length) {
      wrong.push({ row, why: `has ${cells.length} cells; the heading names ${columns.length}` });
      return;
    }
    const wanted = countAt < 0 ? '1' : (cells[countAt] ?? '').trim();
    const times = wanted === '' ? 1 : Number(wanted);
    if (!(Number.isInteger(times) && times >= 1)) {
      wrong.push({ row, why: `“${wanted}” is not a number of ${each > 1 ? 'pairs' : 'pieces'}` });
      return;
    }
    const count = times * each;
    const long = cells.find((cell) => cell.length > DESIGN_LIMITS.text);
    if (long !== undefined) {
      wrong.push({ row, why: `“${long.slice(0, 20)}…” has ${long.length} signs; ${DESIGN_LIMITS.text} is the most` });
      return;
    }
    if (pieces + count > PIECES_LIMITS.most) {
      wrong.push({ row, why: `more than ${PIECES_LIMITS.most} pieces in all` });
      return;
    }
    pieces += count;
    const values = Object.fromEntries(
      columns.flatMap((name, c) => (name === '' || c === countAt ? [] : [[name, (cells[c] ?? '').trim()]])),
    );
    rows.push({ values, count });
  });
  return { columns: columns.filter((name, c) => name !== '' && c !== countAt), rows, wrong, pieces, each };
}
