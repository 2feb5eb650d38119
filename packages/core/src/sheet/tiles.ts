import { isHardGoods, type Blank, type Template } from '../blank/index.js';
import { boundsOf, clipped, rectPolygon, type Point, type Polygon, type Rect } from '../geometry/index.js';
import type { Join, Tiling } from './choices.js';
import { CROSS_OFFSET, NOTE_OFFSET, type BarePart } from './part.js';

/** How far a part reaches beneath its neighbour where they overlap, mm. Common practice, no published source: about 3/8 in. */
export const TAIL = 10;
/** And at least, where the paper is short. From memory, no published source: about 1/4 in. */
export const SHORT_TAIL = 6;

/** A seam from one end of the print to the other, mm in the side's coordinates. */
export type Seam = readonly Point[];

export interface Seams {
  /** From left to right, each from top to bottom. */
  upright: Seam[];
  /** From top to bottom, each from left to right. */
  level: Seam[];
}

/** Soft goods take an overlap; on hard goods its double edge would show. */
export const joinFor = (blank: Pick<Blank, 'family'>): Join => (isHardGoods(blank.family) ? 'butt' : 'overlap');

const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';
/** Far beyond any print, mm. */
const FAR = 1e5;

/** Everything left of an upright seam (or above a level one), shifted on by `by` mm. */
function before(seam: Seam, by: number, upright: boolean): Polygon {
  const [start, end] = [seam[0], seam.at(-1)];
  if (!start || !end) return [];
  return upright
    ? [
        { x: -FAR, y: -FAR },
        { x: start.x + by, y: -FAR },
        ...seam.map((p) => ({ x: p.x + by, y: p.y })),
        { x: end.x + by, y: FAR },
        { x: -FAR, y: FAR },
      ]
    : [
        { x: -FAR, y: -FAR },
        { x: -FAR, y: start.y + by },
        ...seam.map((p) => ({ x: p.x, y: p.y + by })),
        { x: FAR, y: end.y + by },
        { x: FAR, y: -FAR },
      ];
}

function after(seam: Seam, upright: boolean): Polygon {
  const [start, end] = [seam[0], seam.at(-1)];
  if (!start || !end) return [];
  return upright
    ? [{ x: FAR, y: -FAR }, { x: start.x, y: -FAR }, ...seam, { x: end.x, y: FAR }, { x: FAR, y: FAR }]
    : [{ x: -FAR, y: FAR }, { x: -FAR, y: start.y }, ...seam, { x: FAR, y: end.y }, { x: FAR, y: FAR }];
}

/** What of the print lies in one cell between seams, with its tails. */
function cellOf(template: Template, { upright, level }: Seams, column: number, row: number, tail: number): Polygon[] {
  let parts: Polygon[] = [template.bleedPolygon];
  const cut = (by: Polygon) => {
    parts = clipped(parts, by);
  };
  const [left, right, top, bottom] = [upright[column - 1], upright[column], level[row - 1], level[row]];
  if (left) cut(after(left, true));
  if (right) cut(before(right, tail, true));
  if (top) cut(after(top, false));
  if (bottom) cut(before(bottom, tail, false));
  return parts;
}

/** Where a seam leaves the print, a little outside it. */
function endsOf(seam: Seam, box: Rect, upright: boolean): [Point, Point] {
  const [start, end] = [seam[0], seam.at(-1)];
  if (!start || !end) return [box, box];
  return upright
    ? [
        { x: start.x, y: box.y - CROSS_OFFSET },
        { x: end.x, y: box.y + box.height + CROSS_OFFSET },
      ]
    : [
        { x: box.x - CROSS_OFFSET, y: start.y },
        { x: box.x + box.width + CROSS_OFFSET, y: end.y },
      ];
}

/** How short an edge may be that has words beside it, mm. */
const NOTED_FROM = 30;

/** What is done along one edge of a part, in words beside it. */
function noteAt(own: Rect, upright: boolean, first: boolean, tail: number): NonNullable<BarePart['notes']> {
  if ((upright ? own.height : own.width) < NOTED_FROM) return [];
  const text = first && tail > 0 ? 'keep this tail' : 'cut here';
  const [x, y] = [own.x + own.width / 2, own.y + own.height / 2];
  if (!upright)
    return [{ text, at: { x, y: first ? own.y + own.height + NOTE_OFFSET : own.y - NOTE_OFFSET }, turn: 0 }];
  return [
    { text, at: { x: first ? own.x + own.width + NOTE_OFFSET : own.x - NOTE_OFFSET, y }, turn: first ? 90 : -90 },
  ];
}

/** What is done at a join: one part keeps its tail beneath, the other is cut right at the seam and lies on top; edge to edge both are cut. */
const atJoin = (letter: string, first: boolean, tail: number): string =>
  tail === 0 ? `cut at ${letter}` : first ? `keep tail at ${letter}` : `cut at ${letter}, lies on top`;

/**
 * The parts of a side cut along its seams, row by row, unmirrored, in the side's own coordinates. Where they overlap, the part on the left
 * (above) keeps a tail beneath its neighbour, which is cut right at the seam. Crosses stand at the ends of each seam on
 * both parts that meet there, and beside them the letter of the join; what is cut there and what is kept is told in words.
 */
export function tilesOf(template: Template, tiling: Tiling, seams: Seams, name: string): BarePart[] {
  const { side, columns, rows, join, marked = true } = tiling;
  const tail = join === 'overlap' ? (tiling.tail ?? TAIL) : 0;
  const { bleedBox } = template;
  return Array.from({ length: columns * rows }, (_, at): BarePart | null => {
    const [column, row] = [at % columns, Math.floor(at / columns)];
    const clips = cellOf(template, seams, column, row, tail);
    const [largest] = clips;
    if (!largest) return null;
    const own = boundsOf(clips.flat());
    // A part that falls into several is cut out along its box: paper holds it together.
    const outline = clips.length === 1 ? largest : rectPolygon(own);
    const beside: [Seam | undefined, string, boolean, boolean][] = [
      [seams.upright[column - 1], LETTERS[column - 1] ?? '', true, false],
      [seams.upright[column], LETTERS[column] ?? '', true, true],
      [seams.level[row - 1], LETTERS[columns - 1 + row - 1] ?? '', false, false],
      [seams.level[row], LETTERS[columns - 1 + row] ?? '', false, true],
    ];
    const crosses: Point[] = [];
    const letters: BarePart['letters'] = [];
    const notes: NonNullable<BarePart['notes']> = [];
    const joins = beside.flatMap(([seam, letter, , first]) => (seam ? [atJoin(letter, first, tail)] : []));
    for (const [seam, text, upright, first] of beside) {
      if (!seam || !marked) continue;
      notes.push(...noteAt(own, upright, first, tail));
      endsOf(
        seam,
        upright ? { ...bleedBox, y: own.y, height: own.height } : { ...bleedBox, x: own.x, width: own.width },
        upright,
      ).forEach((end) => {
        // The letter stands on the part's own side of the seam.
        const by = first ? -5 : 5;
        crosses.push(end);
        letters.push({ text, at: upright ? { x: end.x + by, y: end.y } : { x: end.x, y: end.y + by } });
      });
    }
    return {
      name: `${name} ${LETTERS[row] ?? ''}${column + 1}`.trim(),
      faces: [{ side, clips, toPart: { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 } }],
      outline,
      folds: [],
      crosses,
      letters,
      notes,
      joins: joins.join(', '),
    };
  }).filter((part) => part !== null);
}
