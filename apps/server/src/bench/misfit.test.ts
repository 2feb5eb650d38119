import type { BenchEvent } from '@kanga/core/bench';
import type { RunPlan } from '@kanga/core/job';
import { misfit } from './misfit.js';

const HOUR = 3_600_000;
const BEGAN = '2026-11-02T09:00:00.000Z';
const began = Date.parse(BEGAN);
const plan = {
  frozenAt: BEGAN,
  pieces: 5,
  atOnce: 2,
  steps: Array.from({ length: 4 }, () => ({})),
} as unknown as RunPlan;
const event = (change: object): BenchEvent =>
  ({
    id: 'e',
    at: new Date(began + HOUR).toISOString(),
    by: null,
    kind: 'done',
    bed: 0,
    step: 0,
    ...change,
  }) as BenchEvent;
const problem = (...events: BenchEvent[]) => misfit(plan, events, began + 2 * HOUR)?.problem ?? null;

describe('an entry of the press that cannot be of this run', () => {
  it('is none where everything is there', () => {
    expect(
      problem(event({}), event({ bed: 2, step: 3 }), event({ kind: 'verdict', piece: 4, verdict: 'good' })),
    ).toBeNull();
    expect(problem(event({ kind: 'undo', undoes: 'x' }), event({ kind: 'heat', celsius: 200 }))).toBeNull();
    expect(problem()).toBeNull();
  });
  it.each([
    ['a bed that is not there', { bed: 3 }, 'bench.no-piece'],
    ['a step that is not there', { step: 4 }, 'bench.no-step'],
    ['a piece that is not there', { kind: 'verdict', piece: 5, verdict: 'good' }, 'bench.no-piece'],
    [
      'a time more than two years before it began',
      { at: new Date(began - 731 * 24 * HOUR).toISOString() },
      'bench.no-time',
    ],
    ['a time after tomorrow', { at: new Date(began + 30 * HOUR).toISOString() }, 'bench.no-time'],
  ])('is told for %s, with what there is', (_, change, code) => {
    const told = problem(event({}), event(change));
    expect(told?.code).toBe(code);
    expect(told?.title.length).toBeGreaterThan(10);
    expect(told?.remedy).not.toBe('');
  });
  it('may come from a screen whose clock lost its battery long ago', () =>
    expect(problem(event({ at: new Date(began - 700 * 24 * HOUR).toISOString() }))).toBeNull());
  it('may come from a screen whose clock is ahead by less than a day', () =>
    expect(problem(event({ at: new Date(began + 2 * HOUR + 23 * HOUR).toISOString() }))).toBeNull());
  it('names the first of several', () =>
    expect(problem(event({ step: 9 }), event({ bed: 9 }))?.code).toBe('bench.no-step'));
});
