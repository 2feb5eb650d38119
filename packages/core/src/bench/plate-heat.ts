import { NEAR_PLAN } from './as-planned.js';
import { heatIsKnown, warmUpOf, type BenchPlan, type BenchState } from './state.js';
import type { Task } from './task.js';

/** What is known of the heat of a plate that is about to be closed. */
export type PlateHeat =
  /** Nothing is about to be closed, or it is hot as far as anybody knows. */
  | { kind: 'fine' }
  /** Nothing measures it, and nobody has said so: whoever presses is asked. °C. */
  | { kind: 'ask'; dial: number }
  /** It reads too little, °C; `wait`: about so many seconds until it is hot. */
  | { kind: 'cold'; celsius: number; dial: number; wait: number };

/** A room, °C: where a press begins to heat. */
const ROOM = 20;

/**
 * Whether the press may be closed on what comes next: it is cold when its reading is further beneath the dial than a pressing may be, and asked about when nothing reads it.
 * `reading` °C; null: nothing measures; undefined: what measures has not told yet. `first`: what is to be done first.
 */
export function plateHeat(
  plan: BenchPlan & { heatAsked?: boolean },
  state: BenchState,
  first: Task | null,
  { reading, now }: { reading: number | null | undefined; now: string },
): PlateHeat {
  const dial = state.dial ?? plan.dial ?? null;
  const closes = first?.what.at === 'press' && first.event === 'start';
  if (dial === null || !closes) return { kind: 'fine' };
  if (reading === undefined) return { kind: 'fine' };
  if (reading !== null) {
    const lacks = dial - reading;
    if (lacks <= NEAR_PLAN.celsius) return { kind: 'fine' };
    const wait = (lacks / Math.max(1, dial - ROOM)) * warmUpOf(plan);
    return { kind: 'cold', celsius: reading, dial, wait };
  }
  if (plan.heatAsked !== true || heatIsKnown(plan, state, now)) return { kind: 'fine' };
  return { kind: 'ask', dial };
}
