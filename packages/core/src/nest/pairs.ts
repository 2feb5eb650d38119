import { boundsOf, rectPolygon } from '../geometry/index.js';
import { nth } from '../numbers/index.js';
import { lengthsOf, type Prepared, type Turned } from './lay.js';
import { hasPins, type NestResult, type Spot } from './problem.js';
import { rowsFrom, type Rows } from './rows.js';

/** Two things of one shape that interlock, as one: where the boxes of both begin in it, mm. */
interface Pair extends Turned {
  both: readonly [Lying, Lying];
}
interface Lying {
  turned: Turned;
  x: number;
  y: number;
}

/** A problem in which things go in pairs where that saves room, and how its layouts are read as layouts of the things themselves. */
export interface Paired {
  prepared: Prepared;
  apart: (result: NestResult) => NestResult;
}

/** A pair has to need so much less than two things one by one, as a share. */
const WORTH = 0.97;
/** Pairs that need hardly more than the least are tried, too. */
const ALIKE = 1.02;
/** Steps along which two things are shifted against each other, in rows. */
const SHIFT = 2;

/** How far right of one shape another has to begin so that they touch nowhere, the other `down` rows lower; from left to left. O(rows). */
function besideAt(one: Rows, other: Rows, down: number): number {
  let least = -Infinity;
  const from = Math.max(0, down);
  const to = Math.min(one.count, other.count + down);
  for (let row = from; row < to; row++) {
    const last = nth(one.first, row + 1) - 1;
    const first = nth(other.first, row - down);
    if (last < nth(one.first, row) || first >= nth(other.first, row - down + 1)) continue;
    least = Math.max(least, nth(one.to, last) - nth(other.from, first));
  }
  return least;
}

/** The rows of two shapes as those of one; both begin at or below its first row. */
function together(one: Rows, at: { x: number; row: number }, other: Rows, by: { x: number; row: number }): Rows {
  return rowsFrom(Math.max(one.count + at.row, other.count + by.row), (row) => {
    const spans: [number, number][] = [];
    for (const [rows, lies] of [
      [one, at],
      [other, by],
    ] as const) {
      const own = row - lies.row;
      if (own < 0 || own >= rows.count) continue;
      for (let i = nth(rows.first, own); i < nth(rows.first, own + 1); i++)
        spans.push([nth(rows.from, i) + lies.x, nth(rows.to, i) + lies.x]);
    }
    return spans;
  });
}

/** The two turns of a shape laid beside each other as close as may be, over all shifts along their side; null where that does not save anything. O(rows²). */
function pairOf(one: Turned, other: Turned, pitch: number): Omit<Pair, 'id'> | null {
  let best: { x: number; down: number; area: number } | null = null;
  for (let down = -other.rows.count + 1; down < one.rows.count; down += SHIFT) {
    const x = besideAt(one.rows, other.rows, down);
    if (x < 0) continue;
    const width = Math.max(one.width, x + other.width);
    const height = Math.max(one.height, down * pitch + other.height) - Math.min(0, down * pitch);
    if (!best || width * height < best.area) best = { x, down, area: width * height };
  }
  if (!best || best.area > WORTH * (one.width * one.height + other.width * other.height)) return null;
  const [up, below] = [Math.max(0, -best.down), Math.max(0, best.down)];
  const rows = together(one.rows, { x: 0, row: up }, other.rows, { x: best.x, row: below });
  const [first, second] = [
    { turned: one, x: 0, y: up * pitch },
    { turned: other, x: best.x, y: below * pitch },
  ];
  const width = Math.max(one.width, best.x + other.width);
  const height = Math.max(first.y + one.height, second.y + other.height);
  const polygon = rectPolygon({ x: 0, y: 0, width, height });
  return { turn: 0, polygon, rows, width, height, dx: 0, dy: 0, both: [first, second] };
}

/**
 * The same problem with things in pairs, each the closest that two of one shape lie in two of their turns: they are laid down as one, row by row, as a lattice. Null where no
 * shape gains by it, where things are pinned or in groups, or where a pair fits no sheet. O(shapes × turns² × rows²).
 */
export function inPairs(prepared: Prepared): Paired | null {
  const { problem, shapes, pitch } = prepared;
  if (problem.groups || hasPins(problem)) return null;
  let ids = prepared.turnedCount;
  const things: number[] = [];
  /** Of each thing of the new problem, the things it stands for. */
  const stands: [number, number?][] = [];
  const all: Turned[][] = shapes.map((turns) => [...turns]);
  const rooms = [...problem.shapes];
  const pairs: (Pair & { shape: number })[] = [];
  shapes.forEach((turns, shape) => {
    const own = problem.things.flatMap((kind, thing) => (kind === shape ? [thing] : []));
    const made = turns.flatMap((one) =>
      turns.flatMap((other): Pair[] => {
        const pair = own.length < 2 ? null : pairOf(one, other, pitch);
        const fits = pair && pair.width <= problem.width + 1e-6 && pair.height <= problem.length + 1e-6;
        return fits ? [{ ...pair, id: ids++ }] : [];
      }),
    );
    const least = Math.min(...made.map(({ width, height }) => width * height));
    // A spot of a pair tells by its turn which of them it is.
    const close = made
      .filter(({ width, height }) => width * height < least * ALIKE)
      .map((pair, turn) => ({ ...pair, turn }));
    const [pair] = close;
    if (pair) {
      all.push(close);
      rooms.push({ room: pair.polygon, turns: close.map(({ turn }) => turn) });
      pairs.push(...close.map((one) => ({ ...one, shape: rooms.length - 1 })));
      while (own.length > 1) {
        const [first = 0, second = 0] = own.splice(0, 2);
        things.push(rooms.length - 1);
        stands.push([first, second]);
      }
    }
    for (const thing of own) {
      things.push(shape);
      stands.push([thing]);
    }
  });
  if (pairs.length === 0) return null;
  const whole = { ...problem, shapes: rooms, things };
  return {
    prepared: {
      ...prepared,
      problem: whole,
      shapes: all,
      turnedCount: ids,
      boxes: rooms.map(({ room }) => boundsOf(room)),
    },
    apart: ({ spots }) => {
      const out = problem.things.map((): Spot => ({ sheet: -1, x: 0, y: 0, turn: 0 }));
      spots.forEach((spot, i) => {
        const [first, second] = stands[i] ?? [0];
        if (second === undefined) {
          out[first] = spot;
          return;
        }
        const pair = pairs.find(({ shape, turn }) => shape === things[i] && turn === spot.turn);
        [first, second].forEach((thing, k) => {
          const lying = pair?.both[k];
          if (!lying) return;
          const { turned, x, y } = lying;
          out[thing] = { sheet: spot.sheet, x: spot.x + x + turned.dx, y: spot.y + y + turned.dy, turn: turned.turn };
        });
      });
      return { spots: out, lengths: lengthsOf(problem, out) };
    },
  };
}
