import type { Point } from '../geometry/index.js';
import { fitHeat, readingGrid, TOLERANCE, usableZone, type HeatReading } from '../heat/index.js';
import { normals, seeded } from '../numbers/index.js';

/** A plate that was made, and is known at every place: °C by mm from its back left corner. */
interface MadePlate {
  kind: PlateKind;
  platen: { width: number; depth: number };
  celsius: (x: number, y: number) => number;
}

/** What is wrong with a plate. */
const PLATE_KINDS = ['smooth', 'hot back', 'dead element', 'cold corner'] as const;
type PlateKind = (typeof PLATE_KINDS)[number];

const PLATENS = [
  [380, 380],
  [400, 500],
  [290, 380],
  [600, 400],
] as const;

/** A plate of a kind at random. Its faults have shapes that the map does not think of (cones, cosines, Cauchy bells, soft ends), beside some that it does. */
function makePlate(kind: PlateKind, random: () => number): MadePlate {
  const normal = normals(random);
  const between = (a: number, b: number) => a + (b - a) * random();
  const one = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const [width, depth] = one(PLATENS);
  const longer = Math.max(width, depth);
  const level = between(190, 205);
  const [a, b, c] = [0.8 * normal(), 0.8 * normal(), 0.5 * normal()];
  const [d, e] = [-1.2 * Math.abs(normal()), -1.2 * Math.abs(normal())];
  const smooth = (x: number, y: number) => {
    const [u, v] = [(2 * x) / width - 1, (2 * y) / depth - 1];
    return level + a * u + b * v + c * u * v + d * u * u + e * v * v;
  };
  const deep = kind === 'cold corner' ? between(12, 16) : between(8, 16);
  const form = one([0, 1, 2] as const);
  if (kind === 'smooth') return { kind, platen: { width, depth }, celsius: smooth };
  if (kind === 'hot back') {
    const power = one([1, 1, 1.6]);
    return {
      kind,
      platen: { width, depth },
      celsius: (x, y) => smooth(x, y) + deep * ((1 - y / depth) ** power - 0.5),
    };
  }
  if (kind === 'cold corner') {
    const corner: Point = { x: one([0, width]), y: one([0, depth]) };
    const reach = between(0.15, 0.4) * longer;
    const bell = (r: number) =>
      form === 0 ? Math.exp(-r) : form === 1 ? Math.exp(-0.5 * r * r) : Math.max(0, 1 - r / 1.6);
    return {
      kind,
      platen: { width, depth },
      celsius: (x, y) => smooth(x, y) - deep * bell(Math.hypot(x - corner.x, y - corner.y) / reach),
    };
  }
  const across = random() < 0.5;
  const at = between(0.1, 0.9) * (across ? depth : width);
  const half = one([0, 0, 1, -1]);
  const wide = between(0.05, 0.13) * longer;
  const bell = (r: number) =>
    form === 0
      ? Math.exp(-0.5 * r * r)
      : form === 1
        ? 1 / (1 + r * r)
        : 0.5 + 0.5 * Math.cos(Math.PI * Math.min(1, Math.abs(r) / 2));
  return {
    kind,
    platen: { width, depth },
    celsius: (x, y) => {
      const [on, off, length] = across ? [x, y - at, width] : [y, x - at, depth];
      const end = half === 0 ? 1 : 1 / (1 + Math.exp((half * (on - length / 2)) / (0.04 * longer)));
      return smooth(x, y) - deep * bell(off / wide) * end;
    },
  };
}

/** The largest share of a plate that any upright rectangle within the tolerance of any level is; every rectangle of a grid is tried. */
function bestShare({ platen: { width, depth }, celsius }: MadePlate): number {
  const each = 40;
  const values = Array.from({ length: each * each }, (_, i) =>
    celsius((((i % each) + 0.5) / each) * width, ((Math.floor(i / each) + 0.5) / each) * depth),
  );
  const [low, high] = [Math.min(...values), Math.max(...values)];
  let best = 0;
  const last = Math.max(high - TOLERANCE, (low + high) / 2);
  for (let level = Math.min(low + TOLERANCE, (low + high) / 2); level < last + 0.2; level += 0.2) {
    const high = new Int32Array(each);
    for (let row = 0; row < each; row++) {
      for (let i = 0; i < each; i++)
        high[i] = Math.abs((values[row * each + i] ?? 0) - level) <= TOLERANCE ? (high[i] ?? 0) + 1 : 0;
      for (let i = 0; i < each; i++) {
        let least = Infinity;
        for (let k = i; k < each && (high[k] ?? 0) > 0; k++) {
          least = Math.min(least, high[k] ?? 0);
          best = Math.max(best, least * (k - i + 1));
        }
      }
    }
  }
  return best / (each * each);
}

/** How the zone of a plate that was read fares against the plate as it is. */
export interface PlateTrial {
  kind: PlateKind;
  /** The share of the zone that is truly beyond the tolerance at its dial. */
  off: number;
  /** Its area against the best there is. */
  area: number;
  slipped: boolean;
  /** The hand slipped, and that place was asked for again. */
  noticed: boolean;
  /** How many places were asked for again. */
  again: number;
}

/** Reads a plate of each kind in turn with a thermometer that strays by `noise` °C, `across` by `across`; in one of three the hand slips by 15 to 50 °C. What is doubted is read again. */
export function* plateTrials(seed: number, noise: number, across: number): Generator<PlateTrial, never> {
  const random = seeded(seed);
  const normal = normals(random);
  for (let trial = 0; ; trial++) {
    const plate = makePlate(PLATE_KINDS[trial % PLATE_KINDS.length] ?? 'smooth', random);
    const { platen, celsius } = plate;
    const read = ({ x, y }: Point): HeatReading => ({ x, y, celsius: celsius(x, y) + noise * normal() });
    let readings = readingGrid(platen, across, across).map(read);
    const slipped = random() < 1 / 3;
    const slip = slipped ? Math.floor(random() * readings.length) : -1;
    const by = (random() < 0.5 ? -1 : 1) * (15 + 35 * random());
    readings = readings.map((one, i) => (i === slip ? { ...one, celsius: one.celsius + by } : one));
    const fit = () => fitHeat({ readings, dial: 200, curved: false }, platen);
    let map = fit();
    const there = readings[slip];
    const noticed = map?.doubted.some(({ reading }) => reading.x === there?.x && reading.y === there.y) === true;
    let again = 0;
    for (let round = 0; round < 3 && map && map.doubted.length > 0; round++) {
      again += map.doubted.length;
      readings = [...readings, ...map.doubted.map(({ reading }) => read(reading))];
      map = fit();
    }
    if (!map) throw new Error('a plate that was read has a map');
    const { zone, dial } = usableZone(map, 200);
    const each = 50;
    let off = 0;
    for (let i = 0; i < each * each; i++) {
      const x = zone.x + (((i % each) + 0.5) / each) * zone.width;
      const y = zone.y + ((Math.floor(i / each) + 0.5) / each) * zone.height;
      if (Math.abs(celsius(x, y) + dial - 400) > TOLERANCE) off++;
    }
    const area = (zone.width * zone.height) / (platen.width * platen.depth) / bestShare(plate);
    yield { kind: plate.kind, off: off / (each * each), area, slipped, noticed, again };
  }
}

/** What trials come to. */
export interface PlateTrials {
  /** Share of trials with more than a twentieth of the zone beyond the tolerance. */
  bad: number;
  /** Mean area against the best there is. */
  area: number;
  /** Share of slips that were noticed, and places asked for again where nobody slipped, per plate. */
  noticed: number;
  needless: number;
}

/** The outcome of a number of trials. */
export function judgePlates(trials: Iterable<PlateTrial>, count: number): PlateTrials {
  const list: PlateTrial[] = [];
  for (const trial of trials) {
    list.push(trial);
    if (list.length === count) break;
  }
  const mean = (values: number[]) => values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);
  return {
    bad: mean(list.map(({ off }) => (off > 0.05 ? 1 : 0))),
    area: mean(list.map(({ area }) => area)),
    noticed: mean(list.filter(({ slipped }) => slipped).map(({ noticed }) => (noticed ? 1 : 0))),
    needless: mean(list.map(({ again, noticed }) => again - (noticed ? 1 : 0))),
  };
}
