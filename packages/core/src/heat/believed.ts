import type { Point } from '../geometry/index.js';
import { temperatureText } from '../units/index.js';
import type { PlaceRead } from './plate-explanations.js';
import { CURVED_CORRECTION, READING_LIMITS, type HeatReading, type PressCheck } from './reading.js';

/** Readings this near to each other are of one place, in shares of the plate's longer side. */
const ONE_PLACE = 0.03;
/** Whether two places of a plate are read as one. */
export const isOnePlace = (a: Point, b: Point, { width, depth }: { width: number; depth: number }): boolean =>
  Math.hypot(a.x - b.x, a.y - b.y) <= ONE_PLACE * Math.max(width, depth);

/** Two readings of one place that differ by no more than this are alike, °C: four times what a thermometer strays by, between two. */
const ALIKE = 6;

/** The readings that a map is made of, place by place. */
export interface Believed {
  places: PlaceRead[];
  used: HeatReading[];
  refused: { reading: HeatReading; why: string }[];
  /** Of repeated readings that are alike: the sum of squares about their means, and the degrees of freedom. */
  strays: { squares: number; free: number };
}

/** Of one place, in the order they were taken, the readings that count: the last that another agrees with, and all that agree with it; where none do, the last alone. */
function agreed(group: readonly HeatReading[]): HeatReading[] {
  for (let i = group.length - 1; i >= 0; i--) {
    const alike = group.filter(({ celsius }) => Math.abs(celsius - (group[i]?.celsius ?? 0)) <= ALIKE);
    if (alike.length > 1) return alike;
  }
  return group.slice(-1);
}

/**
 * Sorts the readings of a check by place. What no plate can be, and what lies beside the plate, is refused. Of a place that was read more than once the
 * last readings that agree count: a second like reading confirms a first, a different one takes its place. O(readings × places).
 */
export function believed(
  check: Pick<PressCheck, 'readings' | 'curved'>,
  platen: { width: number; depth: number },
): Believed {
  const { least, most } = READING_LIMITS;
  const refused: Believed['refused'] = [];
  const groups: HeatReading[][] = [];
  for (const reading of check.readings) {
    const { x, y, celsius } = reading;
    if (!(celsius >= least && celsius <= most)) {
      refused.push({
        reading,
        why: `no plate is at ${temperatureText(celsius)}: from ${temperatureText(least)} to ${temperatureText(most)}`,
      });
      continue;
    }
    if (x < 0 || y < 0 || x > platen.width || y > platen.depth) {
      refused.push({ reading, why: 'it lies beside the plate' });
      continue;
    }
    const group = groups.find(([first]) => first && isOnePlace(first, reading, platen));
    if (group) group.push(reading);
    else groups.push([reading]);
  }
  const strays = { squares: 0, free: 0 };
  const used: HeatReading[] = [];
  const places = groups.map((group) => {
    const counted = agreed(group);
    const stands = temperatureText(counted.at(-1)?.celsius ?? 0);
    const why =
      counted.length > 1
        ? `${counted.length} other readings of that place say ${stands}`
        : `read again, that place was at ${stands}`;
    for (const reading of group) if (!counted.includes(reading)) refused.push({ reading, why });
    const right = check.curved
      ? counted.map((reading) => ({ ...reading, celsius: reading.celsius + CURVED_CORRECTION }))
      : counted;
    used.push(...right);
    const mean = (of: (one: HeatReading) => number) => right.reduce((sum, one) => sum + of(one), 0) / right.length;
    const celsius = mean((one) => one.celsius);
    strays.squares += right.reduce((sum, one) => sum + (one.celsius - celsius) ** 2, 0);
    strays.free += right.length - 1;
    return { x: mean((one) => one.x), y: mean((one) => one.y), celsius, count: right.length };
  });
  return { places, used, refused, strays };
}
