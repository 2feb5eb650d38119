import { LuDecomposition, Matrix } from 'ml-matrix';
import { otsu } from './level.js';
import type { Plane, Planes } from './picture.js';

// Taken out of the global object once: looking it up for every pixel costs more than the sum itself in some places where this runs.
const { abs, atan2, floor, max, min, PI, round } = Math;

/** What lies on the ground stands out from it. */
export interface Ground {
  /** How unlike the ground each cell is, levels, in the channel that differs most. */
  unlike: Plane;
  /** What is less is the ground's own. */
  own: number;
  /** 1 where a cell may be the ground in shadow or in other light: of its hue, darker or a little lighter. */
  shadowed: Uint8Array;
}

/** A cell of the small picture. */
interface Place {
  x: number;
  y: number;
}

interface Size {
  width: number;
  height: number;
}

/** A few thousand cells along the rim, which speak for all of it. */
function rimOf({ width, height }: Size): Place[] {
  const depth = max(2, round(min(width, height) * 0.03));
  const stride = max(1, round(((width + height) * 2 * depth) / 9000));
  const rim: Place[] = [];
  let passed = 0;
  for (let y = 0; y < height; y++) {
    const whole = y < depth || y >= height - depth;
    for (let x = 0; x < width; x++) {
      if (!whole && x === depth) x = max(depth, width - depth);
      if (passed++ % stride === 0) rim.push({ x, y });
    }
  }
  return rim;
}

/** The light on a ground: a value for each place of a channel. */
type Surface = (x: number, y: number) => number;

/** The powers that a plane is made of, and what a curved surface has besides; places from −1 to 1. */
const PLANE = [() => 1, (x: number) => x, (_: number, y: number) => y];
const CURVED = [...PLANE, (x: number) => x * x, (x: number, y: number) => x * y, (_: number, y: number) => y * y];

/** A surface through the values of a channel at some places by least squares, three times: each time without what stands out. */
function surfaceOf({ data, width, height }: Plane, places: readonly Place[], powers: typeof PLANE): Surface {
  const rows = (kept: readonly Place[]) =>
    kept.map(({ x, y }) => powers.map((power) => power((2 * x) / width - 1, (2 * y) / height - 1)));
  const value = ({ x, y }: Place) => data[y * width + x] ?? 0;
  let kept = places;
  let weights = powers.map((_, i) => (i === 0 ? value(places[0] ?? { x: 0, y: 0 }) : 0));
  const at: Surface = (x, y) =>
    powers.reduce((sum, power, i) => sum + (weights[i] ?? 0) * power((2 * x) / width - 1, (2 * y) / height - 1), 0);
  for (let pass = 0; pass < 3 && kept.length > 4 * powers.length; pass++) {
    const list = rows(kept);
    const square = Matrix.zeros(powers.length, powers.length);
    const wanted = Matrix.zeros(powers.length, 1);
    list.forEach((row, k) => {
      const place = kept[k];
      const v = place ? value(place) : 0;
      row.forEach((one, i) => {
        wanted.set(i, 0, wanted.get(i, 0) + one * v);
        row.forEach((other, j) => square.set(i, j, square.get(i, j) + one * other));
      });
    });
    const split = new LuDecomposition(square);
    if (split.isSingular()) break;
    weights = split.solve(wanted).to1DArray();
    const away = kept.map((place) => abs(value(place) - at(place.x, place.y)));
    const spread = quantile(away, 0.7);
    const limit = max(6, spread * 3);
    kept = kept.filter((_, i) => (away[i] ?? 0) <= limit);
  }
  return at;
}

/** A few thousand places of what does not stand out of the light that falls on the rim. */
function groundPlaces(planes: Planes, light: readonly Surface[]): Place[] {
  const { channels, width, height } = planes;
  const stride = max(2, round(((width * height) / 9000) ** 0.5));
  const places: (Place & { away: number })[] = [];
  for (let y = stride >> 1; y < height; y += stride)
    for (let x = stride >> 1; x < width; x += stride) {
      const away = max(...channels.map(({ data }, c) => abs((data[y * width + x] ?? 0) - (light[c]?.(x, y) ?? 0))));
      places.push({ x, y, away });
    }
  const data = Float32Array.from(places, ({ away }) => away);
  const level = otsu({ data, width: places.length, height: 1 }, 24) * 0.7;
  return places.filter(({ away }) => away <= level);
}

type Colour = readonly [number, number, number];
const unlikeness = (one: Colour, other: Colour): number =>
  max(abs(one[0] - other[0]), abs(one[1] - other[1]), abs(one[2] - other[2]));

/** A ground whose rim strays from its mean by no more than this is of one colour; of several, each takes in what is within this of it; and there are no more than so many. */
const ONE_COLOUR = 14;
const CLOSE = 9;
const MOST_COLOURS = 9;
/** No ground is smoother than this, levels; a pattern's own edges are no more than this share of its rim. */
const SMOOTHEST = 10;
const OWN_SHARE = 0.97;
/** As many of the rim's places as this have one of the ground's colours at the end; the next colour begins among those beyond that share. */
const COVERED_SHARE = 0.992;
const NEXT_SHARE = 0.988;
/** In shadow a ground keeps so much of its light; where more falls on it, it has no more than so much. */
const SHADE = { least: 0.45, most: 1.35 };
/** Its hue is the same to within this share of how much the ground itself strays. */
const HUE = 0.7;

/** The colours of a patterned ground, by S. Lloyd's means (1982), from as many as are far from one another. */
function coloursOf(rim: readonly Colour[]): Colour[] {
  let means: Colour[] = [[0, 0, 0]];
  for (;;) {
    for (let round = 0; round < 8; round++) {
      const sums = means.map(() => [0, 0, 0, 0]);
      for (const colour of rim) {
        const sum = sums[nearest(means, colour).index];
        if (sum) for (let c = 0; c < 4; c++) sum[c] = (sum[c] ?? 0) + (colour[c] ?? 1);
      }
      means = sums.flatMap(([r = 0, g = 0, b = 0, n = 0]): Colour[] => (n > 0 ? [[r / n, g / n, b / n]] : []));
    }
    const away = rim.map((colour) => nearest(means, colour).away);
    const sorted = [...away].sort((a, b) => a - b);
    const limit = sorted[floor(sorted.length * COVERED_SHARE)] ?? 0;
    if (limit <= CLOSE || means.length >= MOST_COLOURS) return means;
    // The next one begins where many are far from all others: not at the furthest, which may be a stray.
    const from = rim[away.findIndex((d) => d === (sorted[floor(sorted.length * NEXT_SHARE)] ?? 0))];
    if (!from) return means;
    means = [...means, from];
  }
}

function nearest(means: readonly Colour[], colour: Colour): { index: number; away: number } {
  let [index, away] = [0, Infinity];
  for (let i = 0; i < means.length; i++) {
    const mean = means[i];
    const d = mean ? unlikeness(mean, colour) : Infinity;
    if (d < away) [index, away] = [i, d];
  }
  return { index, away };
}

/** A colour of the ground is met at so many separate parts of the rim at least: what leaves the picture is met at one. */
const LEAST_PARTS = 4;
const SECTORS = 96;

/** The colours that the ground has all round, of those at its rim. `places` are the rim's cells, in the order of their colours. */
function allRound(colours: readonly Colour[], rim: readonly Colour[], places: readonly Place[], size: Size): Colour[] {
  const met = colours.map(() => new Uint8Array(SECTORS));
  rim.forEach((colour, i) => {
    const { x, y } = places[i] ?? { x: 0, y: 0 };
    const turn = atan2(y / size.height - 0.5, x / size.width - 0.5) / (2 * PI) + 0.5;
    const sectors = met[nearest(colours, colour).index];
    if (sectors) sectors[min(SECTORS - 1, floor(turn * SECTORS))] = 1;
  });
  const parts = met.map((sectors) => sectors.filter((one, i) => one === 1 && sectors[(i + 1) % SECTORS] === 0).length);
  const everywhere = met.map((sectors) => sectors.every((one) => one === 1));
  const kept = colours.filter((_, i) => everywhere[i] === true || (parts[i] ?? 0) >= LEAST_PARTS);
  return kept.length > 0 ? kept : [[0, 0, 0]];
}

const FLAT = { start: 0, slope: 0, bend: 0 };

/** The ground of a small picture, as its rim shows it: one colour or several under light that changes evenly. O(cells × colours). */
export function groundOf({ channels, width, height, factor }: Planes): Ground {
  const places = rimOf({ width, height });
  const atRim = channels.map((channel) => surfaceOf(channel, places, PLANE));
  const wide = groundPlaces({ channels, width, height, factor }, atRim);
  const light = channels.map((channel) => surfaceOf(channel, wide, CURVED));
  const rim = places.map(({ x, y }): Colour => {
    const [r = 0, g = 0, b = 0] = channels.map(({ data }, c) => (data[y * width + x] ?? 0) - (light[c]?.(x, y) ?? 0));
    return [r, g, b];
  });
  const spread = quantile(
    rim.map((colour) => unlikeness(colour, [0, 0, 0])),
    OWN_SHARE,
  );
  const colours: Colour[] =
    spread <= ONE_COLOUR ? [[0, 0, 0]] : allRound(coloursOf(rim), rim, places, { width, height });
  const own = max(
    SMOOTHEST,
    1.3 *
      quantile(
        rim.map((colour) => nearest(colours, colour).away),
        OWN_SHARE,
      ),
  );
  const unlike = new Float32Array(width * height);
  const shadowed = new Uint8Array(width * height);
  const [red, green, blue] = channels;
  for (let y = 0; y < height; y++) {
    // Along a row a surface of second order is known by three of its values.
    const rows = light.map((surface) => {
      const [start, middle, end] = [surface(0, y), surface(width / 2, y), surface(width, y)];
      return {
        start,
        slope: (4 * middle - 3 * start - end) / width,
        bend: (2 * (start + end - 2 * middle)) / (width * width),
      };
    });
    const [lightR, lightG, lightB] = [rows[0] ?? FLAT, rows[1] ?? FLAT, rows[2] ?? FLAT];
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      const [r, g, b] = [red.data[i] ?? 0, green.data[i] ?? 0, blue.data[i] ?? 0];
      const lr = lightR.start + (lightR.slope + lightR.bend * x) * x;
      const lg = lightG.start + (lightG.slope + lightG.bend * x) * x;
      const lb = lightB.start + (lightB.slope + lightB.bend * x) * x;
      let [least, shade] = [Infinity, 0];
      for (const [cr, cg, cb] of colours) {
        const [gr, gg, gb] = [lr + cr, lg + cg, lb + cb];
        const away = max(abs(r - gr), abs(g - gg), abs(b - gb));
        if (away < least) least = away;
        if (shade === 1) continue;
        const share = (r * gr + g * gg + b * gb) / (gr * gr + gg * gg + gb * gb + 1e-9);
        if (share < SHADE.least || share > SHADE.most) continue;
        if (max(abs(r - share * gr), abs(g - share * gg), abs(b - share * gb)) < HUE * own) shade = 1;
      }
      unlike[i] = least;
      shadowed[i] = shade;
    }
  }
  return { unlike: { data: unlike, width, height }, own, shadowed };
}

const quantile = (values: readonly number[], share: number): number =>
  [...values].sort((a, b) => a - b)[floor(values.length * share)] ?? 0;
