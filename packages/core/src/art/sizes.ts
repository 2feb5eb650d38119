import { sizeName, type Blank } from '../blank/index.js';
import type { Finding } from '../finding/index.js';
import { artFinding } from './check/finding.js';
import { valuesOf, type RunRow } from './design.js';

/** Headings of a column that tells sizes. */
const SIZES = /^(sizes?|gr(ö|oe|o)(ss|ß)e)$/i;

/** Pieces of a run that are of another size than the goods they would be printed for. */
export interface OtherSize {
  size: string;
  /** From 0, in order. */
  pieces: number[];
  /** What their rows are called. */
  names: string[];
}

/** Whether two sizes are the same as people write them. */
export const sameSize = (one: string, other: string): boolean => sizeName(one) === sizeName(other);
/** Whether a column, by its heading, tells sizes. */
export const isSizeColumn = (column: string): boolean => SIZES.test(column);

/** The size that a row says; nothing where no column tells sizes. */
export const sizeIn = (values: Readonly<Record<string, string>>): string =>
  Object.entries(values)
    .find(([column]) => isSizeColumn(column))?.[1]
    .trim() ?? '';

/** What a row is called: by a column of names, else by the first cell with a letter in it, else by the first at all. How columns follow one another is not kept. */
export function calledBy(values: Readonly<Record<string, string>>): string | undefined {
  const cells = Object.entries(values).filter(([column, value]) => !isSizeColumn(column) && value !== '');
  const named =
    cells.find(([column]) => /name|player|who/i.test(column)) ?? cells.find(([, value]) => /\p{L}/u.test(value));
  return (named ?? cells[0])?.[1];
}

/** The sizes in a run that are not the blank's, or, where it has none, not that of its first row; the one with most pieces first. O(rows + pieces). */
export function otherSizes(run: readonly RunRow[] | null, { size }: Pick<Blank, 'size'>): OtherSize[] {
  const own = size ?? sizeIn(run?.[0]?.values ?? {});
  if (!run || own === '') return [];
  const others = new Map<string, OtherSize>();
  let piece = 0;
  for (const { values, count } of run) {
    const said = sizeIn(values);
    if (said !== '' && !sameSize(said, own)) {
      const known = others.get(said.toLowerCase()) ?? { size: said, pieces: [], names: [] };
      for (let i = 0; i < count; i++) known.pieces.push(piece + i);
      const name = calledBy(values);
      if (name !== undefined) known.names.push(name);
      others.set(said.toLowerCase(), known);
    }
    piece += count;
  }
  return [...others.values()].sort((a, b) => b.pieces.length - a.pieces.length);
}

/** The run without some of its pieces; a row that none is left of is gone. */
export function withoutPieces(run: readonly RunRow[], pieces: readonly number[]): RunRow[] {
  const gone = new Set(pieces);
  let piece = 0;
  return run.flatMap((row) => {
    let count = 0;
    for (let i = 0; i < row.count; i++) if (!gone.has(piece++)) count++;
    return count > 0 ? [{ ...row, count }] : [];
  });
}

/** What a piece of a run is called, by all that its row says; nothing where there is no run. */
export const calledOf = (run: readonly RunRow[] | null, piece: number): string =>
  Object.values(valuesOf(run, piece))
    .filter((value) => value !== '')
    .join(' · ');

/** What is to be said of sizes in a run. */
export function checkSizes(run: readonly RunRow[] | null, blank: Pick<Blank, 'size' | 'name'>): Finding[] {
  const others = otherSizes(run, blank);
  if (others.length === 0) return [];
  const count = others.reduce((sum, { pieces }) => sum + pieces.length, 0);
  const said = others.map(({ size, names }) => {
    const shown = names.slice(0, 3).join(', ');
    return `${size}${shown === '' ? '' : ` (${shown}${names.length > 3 ? ` and ${names.length - 3} more` : ''})`}`;
  });
  return [
    artFinding(
      'art.run-size',
      'fix',
      `${count} ${count === 1 ? 'piece is' : 'pieces are'} of another size: ${said.join(', ')}`,
      `They would be printed for ${blank.name}${blank.size === null ? '' : `, ${blank.size}`}, and not fit.`,
      'Make a job of their own for them, above the text; or correct the table.',
      { side: 0 },
    ),
  ];
}
