import type { Point } from '../geometry/index.js';
import type { Planes } from './picture.js';

// Taken out of the global object once: looking it up for every pixel costs more than the sum itself in some places where this runs.
const { abs, atan2, cos, floor, max, min, PI, sin, sqrt } = Math;

/** How fast and in which direction the colour changes at each cell of a small picture, in the channel that changes most. */
export interface Slopes {
  /** Levels a cell. */
  size: Float32Array;
  /** Its direction: across an edge. */
  x: Float32Array;
  y: Float32Array;
  width: number;
  height: number;
  /** What is less than this is grain. */
  least: number;
}

/** No slope under this is looked at, levels a cell; nor under so many times the usual one of what is smooth. */
const LEAST_SLOPE = 1.4;
const OVER_GRAIN = 2.2;

/** The slopes of a small picture, by I. Sobel's operator (1968). O(cells). */
export function slopesOf({ channels, width, height }: Planes): Slopes {
  const [size, x, y] = [0, 1, 2].map(() => new Float32Array(width * height)) as [
    Float32Array,
    Float32Array,
    Float32Array,
  ];
  for (const { data } of channels) {
    const at = (i: number) => data[i] ?? 0;
    for (let row = 1; row + 1 < height; row++) {
      for (let column = 1; column + 1 < width; column++) {
        const i = row * width + column;
        const [a, b] = [i - width, i + width];
        const dx = (at(a + 1) + 2 * at(i + 1) + at(b + 1) - at(a - 1) - 2 * at(i - 1) - at(b - 1)) / 8;
        const dy = (at(b - 1) + 2 * at(b) + at(b + 1) - at(a - 1) - 2 * at(a) - at(a + 1)) / 8;
        const slope = sqrt(dx * dx + dy * dy);
        if (slope <= (size[i] ?? 0)) continue;
        size[i] = slope;
        x[i] = dx / slope;
        y[i] = dy / slope;
      }
    }
  }
  const some: number[] = [];
  for (let i = 0; i < size.length; i += 37) some.push(size[i] ?? 0);
  some.sort((one, other) => one - other);
  // A quarter of the picture at least is smooth.
  const smooth = some[floor(some.length * 0.25)] ?? 0;
  return { size, x, y, width, height, least: max(LEAST_SLOPE, OVER_GRAIN * smooth) };
}

/** A straight edge in a small picture. */
export interface Segment {
  from: Point;
  to: Point;
  length: number;
  /** Its direction, from 0 to π. */
  angle: number;
}

/** Cells of one edge change colour in the same direction to within this. */
const SAME_WAY = cos(PI / 8);
/** Nor is a cell part of it whose slope is less than this share of the steepest's: beside a strong edge its own shade is no edge. */
const SHARE = 0.3;
/** How far the cells of a straight edge lie from its line, cells (root of the mean square). */
const STRAIGHT = 1;

/**
 * Straight edges of at least `shortest` cells, longest first: neighbouring cells whose colour changes in the same direction, as long as they lie along a line
 * (after R. Grompone von Gioi and others, “LSD: a line segment detector”, IPOL 2012). O(cells log cells).
 */
export function straightEdges({ size, x, y, width, height, least }: Slopes, shortest: number): Segment[] {
  const seeds: number[] = [];
  for (let i = 0; i < size.length; i++) if ((size[i] ?? 0) > least) seeds.push(i);
  seeds.sort((one, other) => (size[other] ?? 0) - (size[one] ?? 0));
  const taken = new Uint8Array(width * height);
  const found: Segment[] = [];
  const grown: number[] = [];
  for (const seed of seeds) {
    if (taken[seed] === 1) continue;
    grown.length = 0;
    grown.push(seed);
    taken[seed] = 1;
    let [sx, sy] = [x[seed] ?? 0, y[seed] ?? 0];
    const floorHere = max(least, SHARE * (size[seed] ?? 0));
    // It grows while it is gone through.
    for (const at of grown) {
      const norm = sqrt(sx * sx + sy * sy);
      for (let dy = -1; dy <= 1; dy++) {
        for (let dx = -1; dx <= 1; dx++) {
          const next = at + dy * width + dx;
          if (next < 0 || next >= size.length || taken[next] === 1 || (size[next] ?? 0) <= floorHere) continue;
          if (((x[next] ?? 0) * sx + (y[next] ?? 0) * sy) / norm < SAME_WAY) continue;
          taken[next] = 1;
          grown.push(next);
          sx += x[next] ?? 0;
          sy += y[next] ?? 0;
        }
      }
    }
    if (grown.length < shortest) continue;
    const line = alongOne(grown, size, width);
    if (!line) continue;
    // What was grown beside the line may belong to another.
    if (line.cells.length < grown.length) {
      for (const cell of grown) taken[cell] = 0;
      for (const cell of line.cells) taken[cell] = 1;
      taken[seed] = 1;
    }
    if (line.segment.length >= shortest) found.push(line.segment);
  }
  return found.sort((one, other) => other.length - one.length);
}

/** Cells that begin an edge, from which its line is known roughly; and how far from that line others may lie. */
const FIRST_CELLS = 36;
const BESIDE = 1.3;

/** The line of an edge that began at the first of some cells, and those along it; null when they lie along none. */
function alongOne(
  grown: readonly number[],
  size: Float32Array,
  width: number,
): { segment: Segment; cells: readonly number[] } | null {
  let cells = grown;
  let fit = segmentOf(cells, size, width);
  if (fit.spread <= STRAIGHT) return { segment: fit.segment, cells };
  fit = segmentOf(grown.slice(0, FIRST_CELLS), size, width);
  for (let round = 0; round < 3; round++) {
    const { from, to, length } = fit.segment;
    if (length < 3) return null;
    const [ax, ay] = [(to.x - from.x) / length, (to.y - from.y) / length];
    cells = grown.filter((cell) => {
      const [dx, dy] = [(cell % width) + 0.5 - from.x, floor(cell / width) + 0.5 - from.y];
      return abs(dy * ax - dx * ay) < BESIDE;
    });
    if (cells.length < FIRST_CELLS / 3) return null;
    fit = segmentOf(cells, size, width);
  }
  return fit.spread <= STRAIGHT ? { segment: fit.segment, cells } : null;
}

/** The line through cells, each as heavy as its slope, and how far they lie from it (root of the mean square). */
function segmentOf(cells: readonly number[], size: Float32Array, width: number): { segment: Segment; spread: number } {
  let [all, mx, my] = [0, 0, 0];
  for (const cell of cells) {
    const weight = size[cell] ?? 0;
    all += weight;
    mx += weight * (cell % width);
    my += weight * floor(cell / width);
  }
  [mx, my] = [mx / all, my / all];
  let [xx, xy, yy] = [0, 0, 0];
  for (const cell of cells) {
    const weight = size[cell] ?? 0;
    const [dx, dy] = [(cell % width) - mx, floor(cell / width) - my];
    xx += weight * dx * dx;
    xy += weight * dx * dy;
    yy += weight * dy * dy;
  }
  const angle = 0.5 * atan2(2 * xy, xx - yy);
  const [ax, ay] = [cos(angle), sin(angle)];
  const across = xx * ay * ay - 2 * xy * ax * ay + yy * ax * ax;
  let [low, high] = [Infinity, -Infinity];
  for (const cell of cells) {
    const t = ((cell % width) - mx) * ax + (floor(cell / width) - my) * ay;
    low = min(low, t);
    high = max(high, t);
  }
  // A cell's middle is at ½.
  const at = (t: number): Point => ({ x: mx + 0.5 + ax * t, y: my + 0.5 + ay * t });
  return {
    segment: { from: at(low), to: at(high), length: high - low, angle: angle < 0 ? angle + PI : angle },
    spread: sqrt(max(0, across) / all),
  };
}

/** The angle between two undirected directions, 0 to π/2. */
export function between(one: number, other: number): number {
  const apart = abs(one - other) % PI;
  return min(apart, PI - apart);
}
