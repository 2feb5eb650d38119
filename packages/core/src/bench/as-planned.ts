import type { Departure } from '../inspect/index.js';
import { actualOf, type Sample } from './actual.js';
import type { BenchPlan, BenchState, StepRecord } from './state.js';

/**
 * How near to its plan a pressing has to be to prove anything: so many seconds, or this share of the dwell where that is more, and so many °C from the dial on average
 * while it was closed (a plate gives up some degrees when something cold is laid in it). Common practice, no published source; the figures are ours.
 */
export const NEAR_PLAN = { seconds: 4, share: 0.1, celsius: 8 };

/** What a plate read during one pressing: of a bed, at a step, from the moment that its clock began. */
export interface PressedCourse {
  bed: number;
  step: number;
  startedAt: string;
  samples: readonly Sample[];
}

/** Whether a piece is to be looked at by itself before it is called good: a heat that nobody knows is no reason. */
export const isFarOff = ({ kind }: Departure): boolean => kind !== 'heat not known' && kind !== 'not pressed';

/** A bed as it was pressed: what it departs from its plan in, and the settings that it truly had. */
export interface AsPressed {
  departures: Departure[];
  /** Seconds of a pressing, on average over its pressings; null: none was clocked. */
  dwell: number | null;
  /** What the plate read on average less what its dial stood at, °C; null: nothing read it. */
  heatOff: number | null;
}

const mean = (values: readonly number[]): number | null =>
  values.length === 0 ? null : values.reduce((sum, one) => sum + one, 0) / values.length;

/** How long a planned dwell may be missed by, s. */
const slack = (planned: number): number => Math.max(NEAR_PLAN.seconds, planned * NEAR_PLAN.share);

/** Plan and state as far as this reads them; `heatAsked`: whoever pressed was asked whether the plate is hot. */
type Asked = BenchPlan & { heatAsked?: boolean };

/**
 * Holds every bed against its plan: seconds under the press, all pressings of a step together, and what the plate read. O(records + courses).
 */
export function asPressed(
  plan: Asked,
  state: BenchState,
  courses: readonly PressedCourse[] = [],
): Map<number, AsPressed> {
  const key = (bed: number, step: number) => `${bed} ${step}`;
  const recordsOf = new Map<string, StepRecord[]>();
  for (const record of state.records) {
    if (plan.steps[record.step]?.kind !== 'press') continue;
    const at = key(record.bed, record.step);
    recordsOf.set(at, [...(recordsOf.get(at) ?? []), record]);
  }
  const readOf = new Map<string, number>();
  for (const { bed, step, samples } of courses) {
    const actual = actualOf(samples);
    // What was pressed last stands for the step.
    if (actual) readOf.set(key(bed, step), actual.mean);
  }
  const found = new Map<number, AsPressed>();
  for (const { bed, step: reached } of state.beds) {
    const departures: Departure[] = [];
    const [dwells, offs]: [number[], number[]] = [[], []];
    plan.steps.forEach((what, step) => {
      if (what.kind !== 'press' || what.seconds === null) return;
      const records = recordsOf.get(key(bed, step)) ?? [];
      const last = records.at(-1);
      const pressed = records.filter(({ seconds }) => seconds !== null);
      if (!last || pressed.length === 0) {
        departures.push({ kind: reached > step ? 'left out' : 'not pressed', step });
        return;
      }
      const seconds = pressed.reduce((sum, one) => sum + (one.seconds ?? 0), 0);
      dwells.push(seconds);
      const over = seconds - what.seconds;
      if (Math.abs(over) > slack(what.seconds))
        departures.push({ kind: over < 0 ? 'shorter' : 'longer', by: Math.abs(over), step });
      const read = readOf.get(key(bed, step));
      if (read !== undefined && last.dial !== null) {
        const off = read - last.dial;
        offs.push(off);
        if (Math.abs(off) > NEAR_PLAN.celsius)
          departures.push({ kind: off < 0 ? 'cooler' : 'hotter', by: Math.abs(off), step });
      } else if (read === undefined && plan.heatAsked === true && !last.heatKnown)
        departures.push({ kind: 'heat not known', step });
    });
    found.set(bed, { departures, dwell: mean(dwells), heatOff: mean(offs) });
  }
  return found;
}
