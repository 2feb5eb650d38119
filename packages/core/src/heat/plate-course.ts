import { fitPlate, ROOM, type PlateRates, type PlateReading } from './plate-rates.js';

/** What a press told of its plate. */
export interface PlateNow {
  celsius: number;
  setPoint: number;
  closed: boolean;
}
/** Readings of a plate on its way to a set point, s from the first of them. */
export interface PlateCourse {
  heating: boolean;
  readings: readonly PlateReading[];
}

/** Nearer to its set point than this a thermostat has begun to hold a plate, K. Ours. */
const NEAR = 4;
/** Readings further apart do not belong together, s; more of them than this are not kept. Ours. */
const [APART, MOST] = [30, 3600];
/** Over how much a plate must have gone for its rates to be believed, warming and cooling, and how far readings may lie from the law, K. Ours: less than that, and noise of one kelvin bends the curve. */
const [WARMED, COOLED, OFF] = [60, 15, 2];
/** Minutes to hours: nothing else is the time constant of a heat press, s. */
const [QUICK, SLOW] = [60, 7200];

/**
 * Follows a plate from reading to reading, the last one so many seconds ago: what belongs to the course that it is on, and the course that has just come to its end. An open plate alone counts: what it is closed on takes
 * heat from it.
 */
export function followPlate(
  course: PlateCourse | null,
  since: number,
  { celsius, setPoint, closed }: PlateNow,
): { course: PlateCourse | null; ended: PlateCourse | null } {
  const way = closed ? null : celsius < setPoint - NEAR ? true : celsius > setPoint + NEAR ? false : null;
  const last = course?.readings.at(-1);
  const goesOn = course?.heating === way && last && since > 0 && since <= APART && course.readings.length < MOST;
  if (course && goesOn)
    return { course: { ...course, readings: [...course.readings, { at: last.at + since, celsius }] }, ended: null };
  return { course: way === null ? null : { heating: way, readings: [{ at: 0, celsius }] }, ended: course };
}

/** The rates that a course tells of: how a plate warms, or how it cools; null: it was too short, or goes by another law. */
export function ratesIn({ heating, readings }: PlateCourse): Partial<PlateRates> | null {
  const celsius = readings.map((one) => one.celsius);
  const covered = Math.max(...celsius) - Math.min(...celsius);
  const fit = covered < (heating ? WARMED : COOLED) ? null : fitPlate(readings, heating ? null : ROOM);
  if (!fit || fit.off > OFF || fit.tau < QUICK || fit.tau > SLOW) return null;
  if (!heating) return { room: ROOM, coolTau: fit.tau };
  return fit.towards > Math.max(...celsius) ? { hottest: fit.towards, warmTau: fit.tau } : null;
}
