import type { Rgb } from '../colour/index.js';
import { toLinear } from '../colour/index.js';
import { leastSquares } from '../dial/index.js';
import { project, type Point } from '../geometry/index.js';
import { nth } from '../numbers/index.js';
import type { Picture } from '../trace/index.js';
import type { FoundTarget } from './find.js';
import { TARGET } from './target.js';

// Taken out of the global object once: looking it up for every pixel costs more than the sum itself in some places where this runs.
const { floor, max, min } = Math;

/** A spot of a picture whose colour is known: white paper, a grey card, bare cloth that was never pressed. */
export interface KnownSpot {
  at: Point;
  /** Its colour, linear light. */
  light: Rgb;
}

/** What light fell where, by channel: the colour that a pixel has in even light is its own divided by this. */
export type Light = (at: Point) => Rgb;

/** Linear light of every code. */
const LINEAR = Float64Array.from({ length: 256 }, (_, i) => toLinear(i / 255));

/** Reads linear light between pixels; coordinates count pixels from the top left corner, so that a pixel's middle is at ½. */
export function lightReader({ data, width, height }: Picture): (x: number, y: number, into: Float64Array) => void {
  return (x, y, into) => {
    const cx = min(width - 1, max(0, x - 0.5));
    const cy = min(height - 1, max(0, y - 0.5));
    const left = floor(cx);
    const top = floor(cy);
    const right = min(width - 1, left + 1);
    const bottom = min(height - 1, top + 1);
    const fx = cx - left;
    const fy = cy - top;
    for (let channel = 0; channel < 3; channel++) {
      const at = (column: number, row: number) => LINEAR[data[(row * width + column) * 4 + channel] ?? 0] ?? 0;
      into[channel] =
        (at(left, top) * (1 - fx) + at(right, top) * fx) * (1 - fy) +
        (at(left, bottom) * (1 - fx) + at(right, bottom) * fx) * fy;
    }
  };
}

/** The median of numbers; 0 of none. */
export function medianOf(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = sorted.length >> 1;
  return sorted.length % 2 === 1
    ? nth(sorted, middle)
    : sorted.length === 0
      ? 0
      : (nth(sorted, middle - 1) + nth(sorted, middle)) / 2;
}

/** Where bare cloth is looked at round a target, mm outside its frame; and how many spots a side. */
const OUTSIDE = [2, 3.2];
const SPOTS = 9;

/** One look at bare cloth. */
interface Look {
  at: Point;
  /** Which cloth: that round one target, or a known spot. */
  cloth: number;
  light: Rgb;
}

/** The light of a small square of the picture: medians, so that a thread or a speck does not count. */
function spotOf(read: ReturnType<typeof lightReader>, at: Point, reach: number): Rgb {
  const channels: [number[], number[], number[]] = [[], [], []];
  const one = new Float64Array(3);
  for (let i = -2; i <= 2; i++)
    for (let j = -2; j <= 2; j++) {
      read(at.x + (i * reach) / 2, at.y + (j * reach) / 2, one);
      channels.forEach((list, c) => list.push(nth(one, c)));
    }
  return [medianOf(channels[0]), medianOf(channels[1]), medianOf(channels[2])];
}

/** How light may fall off over a picture: a plane in its logarithm, and a bowl where there is enough to tell it by. */
const terms = (x: number, y: number, bowl: boolean): number[] => (bowl ? [x, y, x * x, x * y, y * y] : [x, y]);

/**
 * The light that fell on a picture, from the bare cloth round its targets and from what is known. The cloth round each target has a colour of its own, which heat may have changed; known spots
 * say how light the light was. Without any, the whitest cloth in the picture is taken to be `white`. O(looks).
 */
export function lightOf(
  picture: Picture,
  targets: readonly FoundTarget[],
  known: readonly KnownSpot[],
  white: Rgb,
): Light {
  const read = lightReader(picture);
  const size = max(picture.width, picture.height);
  const looks: Look[] = targets.flatMap((target, cloth) =>
    outsideOf(target).map((at) => ({ at, cloth, light: spotOf(read, at, 0.4 * target.perMm) })),
  );
  const perMm = targets[0]?.perMm ?? 8;
  for (const { at, light } of known) {
    const seen = spotOf(read, at, 2 * perMm);
    looks.push({ at, cloth: -1, light: [nth(seen, 0) / light[0], nth(seen, 1) / light[1], nth(seen, 2) / light[2]] });
  }
  // One target alone tells of the light round itself only.
  const bowl = targets.length >= 3 || known.length >= 5;
  const place = (p: Point) => terms((2 * p.x) / size - 1, (2 * p.y) / size - 1, bowl);
  const fits = [0, 1, 2].map((channel) => {
    let used = looks.filter(({ light, at }) => nth(light, channel) > 1e-4 && inside(at, picture));
    const columns = targets.length + (known.length > 0 ? 1 : 0);
    let found: number[] = [];
    for (let round = 0; round < 3; round++) {
      const rows = used.map(({ at, cloth }) => [
        ...place(at),
        // Known spots have no colour of their own: theirs is the light itself.
        ...Array.from({ length: columns }, (_, i) =>
          known.length > 0 ? (i === 0 || i === cloth + 1 ? 1 : 0) : i === cloth ? 1 : 0,
        ),
      ]);
      const values = used.map(({ light }) => Math.log(nth(light, channel)));
      found = settled(rows, values);
      const left = values.map((value, i) =>
        Math.abs(value - (rows[i] ?? []).reduce((sum, one, c) => sum + one * nth(found, c), 0)),
      );
      const limit = max(0.01, 3.5 * medianOf(left));
      const kept = used.filter((_, i) => nth(left, i) <= limit);
      if (kept.length === used.length) break;
      used = kept;
    }
    const slopes = found.slice(0, place({ x: 0, y: 0 }).length);
    const cloths = found.slice(slopes.length);
    const level = known.length > 0 ? nth(cloths, 0) : max(...cloths) - Math.log(nth(white, channel));
    return (p: Point) => Math.exp(level + place(p).reduce((sum, one, i) => sum + one * nth(slopes, i), 0));
  });
  return (at) => [fits[0]?.(at) ?? 1, fits[1]?.(at) ?? 1, fits[2]?.(at) ?? 1];
}

const inside = ({ x, y }: Point, { width, height }: Picture): boolean =>
  x > 1 && y > 1 && x < width - 1 && y < height - 1;

/** Least squares, held to nought a little where the looks do not settle it: a plane has no slope that nothing tells of. */
function settled(rows: readonly number[][], values: readonly number[]): number[] {
  const columns = rows[0]?.length ?? 0;
  const hold = Array.from({ length: columns }, (_, i) =>
    Array.from({ length: columns }, (_x, j) => (i === j ? 1e-3 : 0)),
  );
  return leastSquares([...rows, ...hold], [...values, ...hold.map(() => 0)]);
}

/** Spots of bare cloth round a target. */
function outsideOf({ map }: FoundTarget): Point[] {
  const { width, height } = TARGET;
  return OUTSIDE.flatMap((out) =>
    Array.from({ length: SPOTS }, (_, i) => (i + 0.5) / SPOTS).flatMap((s) => [
      { x: s * width, y: -out },
      { x: s * width, y: height + out },
      { x: -out, y: s * height },
      { x: width + out, y: s * height },
    ]),
  ).map((p) => project(map, p));
}
