export type Triple = [number, number, number];

/** How a place is looked for: whether all or none is wanted, which ways round a block may lie, and how many things it holds. */
export interface Search {
  whole: boolean;
  turns: (size: Triple) => Triple[];
  holds: (item: number) => number;
}

/** A block in a box: where its nearest corner is, and how long it is along each side of the box. */
export interface Placed {
  item: number;
  at: Triple;
  size: Triple;
}

/** A hair that doubles may stray by, mm. */
export const HAIR = 1e-6;

export const volumeOf = ([a, b, c]: Triple): number => a * b * c;
/** The six ways round of a block, each once. */
export function turnsOf([a, b, c]: Triple): Triple[] {
  const all: Triple[] = [
    [a, b, c],
    [a, c, b],
    [b, a, c],
    [b, c, a],
    [c, a, b],
    [c, b, a],
  ];
  return all.filter((one, i) => all.findIndex((other) => other.every((side, k) => side === one[k])) === i);
}
export const fits = (size: Triple, inside: Triple): boolean =>
  turnsOf(size).some((turn) => turn.every((side, k) => side <= (inside[k] ?? 0) + HAIR));

/** Whether two blocks share more than a face. Written out: it is asked a million times for a parcel. */
function overlaps({ at: a, size: s }: Placed, { at: b, size: t }: Placed): boolean {
  return (
    a[0] < b[0] + t[0] - HAIR &&
    b[0] < a[0] + s[0] - HAIR &&
    a[1] < b[1] + t[1] - HAIR &&
    b[1] < a[1] + s[1] - HAIR &&
    a[2] < b[2] + t[2] - HAIR &&
    b[2] < a[2] + s[2] - HAIR
  );
}
/** Whether a point lies in a block, or on its nearest faces. */
const covers = ({ at, size }: Placed, [x, y, z]: Triple): boolean =>
  x > at[0] - HAIR &&
  x < at[0] + size[0] - HAIR &&
  y > at[1] - HAIR &&
  y < at[1] + size[1] - HAIR &&
  z > at[2] - HAIR &&
  z < at[2] + size[2] - HAIR;
const isSame = (a: Triple, b: Triple): boolean =>
  Math.abs(a[0] - b[0]) < HAIR && Math.abs(a[1] - b[1]) < HAIR && Math.abs(a[2] - b[2]) < HAIR;

/**
 * Lays blocks into one box in this order, each where it lies lowest, then furthest back, then furthest left, at a corner of what lies there; those that found no place are left out. With `whole` it is
 * given up as soon as one finds none. O(n³).
 */
export function layIn(
  order: readonly number[],
  sizes: readonly Triple[],
  inside: Triple,
  { whole, turns }: Pick<Search, 'whole' | 'turns'>,
): Placed[] {
  const placed: Placed[] = [];
  let corners: Triple[] = [[0, 0, 0]];
  for (const item of order) {
    const size = sizes[item];
    if (!size) continue;
    const best = bestPlace(item, turns(size), corners, placed, inside);
    if (!best) {
      if (whole) return placed;
      continue;
    }
    placed.push(best);
    const [x, y, z] = best.at;
    const [w, d, h] = best.size;
    corners = corners.filter((corner) => !covers(best, corner));
    // Beside it, behind it and on it, and as far back, left and down from there as what lies there lets it slide.
    for (const from of [
      [x + w, y, z],
      [x, y + d, z],
      [x, y, z + h],
    ] as Triple[])
      for (const corner of [from, ...slid(from, placed)])
        if (
          corner[0] < inside[0] - HAIR &&
          corner[1] < inside[1] - HAIR &&
          corner[2] < inside[2] - HAIR &&
          !corners.some((other) => isSame(other, corner)) &&
          !placed.some((one) => covers(one, corner))
        )
          corners.push(corner);
  }
  return placed;
}

/** A point slid along each axis until something holds it (extreme points; Crainic, Perboli and Tadei 2008). */
function slid(from: Triple, placed: readonly Placed[]): Triple[] {
  return ([0, 1, 2] as const).map((axis) => {
    let stop = 0;
    const [one, other] = axis === 0 ? ([1, 2] as const) : axis === 1 ? ([0, 2] as const) : ([0, 1] as const);
    for (const { at, size } of placed) {
      const end = at[axis] + size[axis];
      if (end > from[axis] + HAIR || end <= stop) continue;
      if (from[one] <= at[one] - HAIR || from[one] >= at[one] + size[one] - HAIR) continue;
      if (from[other] <= at[other] - HAIR || from[other] >= at[other] + size[other] - HAIR) continue;
      stop = end;
    }
    const to: Triple = [...from];
    to[axis] = stop;
    return to;
  });
}

function bestPlace(
  item: number,
  turns: readonly Triple[],
  corners: readonly Triple[],
  placed: readonly Placed[],
  inside: Triple,
): Placed | null {
  let best: Placed | null = null;
  for (const at of corners)
    for (const turn of turns) {
      if (
        at[0] + turn[0] > inside[0] + HAIR ||
        at[1] + turn[1] > inside[1] + HAIR ||
        at[2] + turn[2] > inside[2] + HAIR
      )
        continue;
      const here: Placed = { item, at, size: turn };
      if (best && !isLower(here, best)) continue;
      if (!placed.some((one) => overlaps(here, one))) best = here;
    }
  return best;
}
/** Which of two places of one block is better: its top lower, then further back, then further left. */
function isLower(a: Placed, b: Placed): boolean {
  for (const k of [2, 1, 0] as const) {
    const difference = a.at[k] + a.size[k] - b.at[k] - b.size[k];
    if (Math.abs(difference) > HAIR) return difference < 0;
  }
  return false;
}
