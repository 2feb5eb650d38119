import fc from 'fast-check';
import { benchPlan, benchTime, COOL, LAY, LINT, moved, PEEL, PRESS, RECOVER } from '../testing/index.js';
import {
  actualOf,
  believable,
  benchState,
  DEVICE_TROUBLES,
  deviceFinding,
  readClock,
  thinned,
  whenClosed,
  whenOpened,
  whenRead,
  type Sample,
} from './index.js';

const TEE = [LINT, LAY, PRESS, PEEL, COOL];

describe('a press that tells of itself', () => {
  const run = benchPlan(TEE, 2);
  it('closes on what was to be laid in, and starts its clock', () => {
    const events = [moved('done', 0, 0, 0)];
    expect(whenClosed(run, benchState(run, events), null)).toEqual([
      { kind: 'done', bed: 0, step: 1 },
      { kind: 'start', bed: 0, step: 2 },
    ]);
    expect(whenClosed(run, benchState(run, []), null)).toEqual([]);
    events.push(moved('done', 0, 5, 1), moved('start', 0, 6, 2));
    expect(whenClosed(run, benchState(run, events), null)).toEqual([]);
  });
  it('opens at its time, or was stopped early', () => {
    const state = benchState(run, [moved('done', 0, 0, 0), moved('done', 0, 5, 1), moved('start', 0, 10, 2)]);
    expect(whenOpened(run, state, benchTime(54), null)).toEqual([{ kind: 'done', bed: 0, step: 2 }]);
    expect(whenOpened(run, state, benchTime(30), null)).toEqual([{ kind: 'stop', bed: 0, step: 2 }]);
    expect(whenOpened(run, benchState(run, []), benchTime(30), null)).toEqual([]);
  });
  it('waits for the heat, and believes no reading that is older than what lies in it', () => {
    const mug = benchPlan([LINT, LAY, RECOVER, PRESS], 1);
    const state = benchState(mug, [moved('done', 0, 0, 0), moved('done', 0, 5, 1)]);
    expect(whenRead(mug, state, { celsius: 190, closedFor: 2 }, null)).toEqual([]);
    expect(whenRead(mug, state, { celsius: 170, closedFor: 30 }, null)).toEqual([]);
    expect(whenRead(mug, state, { celsius: 188.5, closedFor: 60 }, null)).toEqual([{ kind: 'done', bed: 0, step: 2 }]);
  });
  it('in trouble is a finding that says how to go on, and stops nothing', () => {
    for (const trouble of DEVICE_TROUBLES) {
      const { severity, title, remedy } = deviceFinding({ id: 'back', name: 'Back press' }, trouble);
      expect(severity).toBe('fix');
      expect(title).toContain('Back press');
      expect(remedy).toMatch(/^Go on by hand/);
    }
  });
  it('is not believed when it talks nonsense', () => {
    const reading = { celsius: 195, setPoint: 196, closed: false, pressure: 0 };
    expect(believable(reading)).toBe(true);
    expect(believable({ ...reading, celsius: 3276.7 })).toBe(false);
    expect(believable({ ...reading, celsius: NaN })).toBe(false);
  });
});

describe('what a plate read', () => {
  const course = fc
    .array(fc.float({ min: 100, max: 230, noNaN: true }), { minLength: 1, maxLength: 80 })
    .map((values) => values.map((celsius, at): Sample => ({ at, celsius })));
  it('keeps its ends and every reading within half a degree of what is kept', () => {
    fc.assert(
      fc.property(course, (samples) => {
        const kept = thinned(samples);
        expect([kept[0], kept.at(-1)]).toEqual([samples[0], samples.at(-1)]);
        for (const { at, celsius } of samples) {
          const after = kept.find((one) => one.at >= at);
          const before = [...kept].reverse().find((one) => one.at <= at);
          if (!after || !before) throw new Error('a reading lies beyond its ends');
          const share = after.at > before.at ? (at - before.at) / (after.at - before.at) : 0;
          const line = before.celsius + share * (after.celsius - before.celsius);
          expect(Math.abs(line - celsius)).toBeLessThanOrEqual(0.5 + 1e-9);
        }
      }),
    );
  });
  it('is one line where it runs level or straight', () =>
    expect(thinned(Array.from({ length: 60 }, (_, at) => ({ at, celsius: 180 + at * 0.2 })))).toHaveLength(2));
  it('has its mean over time, not over readings', () => {
    const samples = [
      { at: 0, celsius: 180 },
      { at: 30, celsius: 200 },
      { at: 40, celsius: 200 },
    ];
    expect(actualOf(samples)).toEqual({ lowest: 180, highest: 200, mean: (30 * 190 + 10 * 200) / 40 });
    expect(actualOf([])).toBeNull();
  });
});

describe('readClock', () => {
  it('waits, runs, warns, calls and complains', () => {
    expect(readClock(45, null, benchTime(0))).toEqual({ phase: 'waiting', left: 45, share: 0 });
    expect(readClock(45, benchTime(0), benchTime(10))).toMatchObject({ phase: 'running', left: 35 });
    expect(readClock(45, benchTime(0), benchTime(41)).phase).toBe('soon');
    expect(readClock(45, benchTime(0), benchTime(45)).phase).toBe('now');
    expect(readClock(45, benchTime(0), benchTime(60))).toMatchObject({ phase: 'overdue', left: -15, share: 1 });
  });
  it('is right however long the screen was closed', () =>
    expect(readClock(210, benchTime(0), benchTime(3600)).left).toBe(-3390));
  it('never shows more than the whole time when a clock was set back', () =>
    expect(readClock(45, benchTime(10), benchTime(0))).toMatchObject({ left: 45, share: 0 }));
});
