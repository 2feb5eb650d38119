import type { BenchEvent, BenchPlan } from '../bench/index.js';
import type { Step } from '../stack/index.js';

const plain = { how: '', side: 0, hands: 1, takes: 5, look: '', caution: null } as const;
/** Steps of a bench, one of a kind. */
export const LINT: Step = { kind: 'lint-roll', title: 'Lint-roll', seconds: null, at: 'table', ...plain };
export const LAY: Step = { kind: 'stack', title: 'Lay it in', seconds: null, at: 'press', ...plain };
export const PRESS: Step = { kind: 'press', title: 'Press', seconds: 45, at: 'press', ...plain };
export const PREPRESS: Step = { kind: 'pre-press', title: 'Pre-press', seconds: 5, at: 'press', ...plain };
export const PEEL: Step = { kind: 'peel', title: 'Peel', seconds: null, at: 'press', ...plain };
export const COOL: Step = { kind: 'cool', title: 'Cool', seconds: null, at: 'rack', ...plain, hands: 0, takes: 90 };
export const UNLOAD: Step = { kind: 'unload', title: 'Pull it off', seconds: null, at: 'table', ...plain };
export const RECOVER: Step = { kind: 'recover', title: 'Wait for the heat', seconds: null, at: 'press', ...plain };

/** A plan of so many pieces, so many at once. */
export const benchPlan = (steps: Step[], pieces: number, atOnce = 1): BenchPlan => ({
  steps,
  pieces,
  atOnce,
  press: { id: 'back', name: 'Back press' },
  dial: 196,
});

/** A moment, so many seconds after nine o’clock. */
export const benchTime = (seconds: number): string =>
  new Date(Date.UTC(2026, 10, 24, 9, 0, 0) + seconds * 1000).toISOString();

let count = 0;
/** An event about a step of a bed, with an id of its own. */
export const moved = (
  kind: 'start' | 'done' | 'skip' | 'stop' | 'repeat',
  bed: number,
  at: number,
  step: number,
): BenchEvent => ({ id: `${kind}-${count++}`, at: benchTime(at), by: 'Wren', kind, bed, step });
