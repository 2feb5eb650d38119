import fc from 'fast-check';
import type { Step } from '../stack/index.js';
import { benchState, piecesPressed, readClock, standing, type BenchEvent } from './index.js';

const plain = { how: '', side: 0, hands: 1, takes: 5, look: '', caution: null } as const;
const steps: Step[] = [
  { kind: 'lint-roll', title: 'Lint-roll', seconds: null, at: 'table', ...plain },
  { kind: 'press', title: 'Press', seconds: 45, at: 'press', ...plain },
  { kind: 'peel', title: 'Peel', seconds: null, at: 'press', ...plain },
];
const time = (seconds: number) => new Date(Date.UTC(2026, 10, 24, 9, 0, 0) + seconds * 1000).toISOString();
const step = (kind: 'start' | 'done' | 'skip', piece: number, at: number, index: number): BenchEvent => ({
  id: `${kind}-${piece}-${index}-${at}`,
  at: time(at),
  kind,
  piece,
  step: index,
});
const onePiece = (piece: number, from: number) => [
  step('done', piece, from, 0),
  step('start', piece, from + 5, 1),
  step('done', piece, from + 51, 1),
  step('done', piece, from + 55, 2),
];

describe('benchState', () => {
  it('begins at the first step of the first piece', () =>
    expect(benchState(steps, 2, []).position).toEqual({ piece: 0, step: 0, startedAt: null }));
  it('keeps the time of a press from its recorded start and end', () => {
    const state = benchState(steps, 2, onePiece(0, 0));
    expect(state.records.find((r) => r.step === 1)).toMatchObject({ seconds: 46, skipped: false });
    expect(state.position).toEqual({ piece: 1, step: 0, startedAt: null });
    expect(piecesPressed(state, 2)).toBe(1);
  });
  it('ends when every piece is through', () =>
    expect(benchState(steps, 2, [...onePiece(0, 0), ...onePiece(1, 100)]).position).toBeNull());
  it('does not end a press that never started', () =>
    expect(benchState(steps, 1, [step('done', 0, 0, 0), step('done', 0, 9, 1)]).position).toMatchObject({
      step: 1,
      startedAt: null,
    }));
  it('counts a step once, however many screens report it', () => {
    const events = [step('done', 0, 0, 0), step('done', 0, 0.3, 0), step('start', 0, 5, 1), step('start', 0, 8, 1)];
    expect(benchState(steps, 1, events).position).toEqual({ piece: 0, step: 1, startedAt: time(5) });
  });
  it('takes back the last thing, and shows the next to be taken back', () => {
    const events = onePiece(0, 0).slice(0, 3);
    const last = benchState(steps, 1, events).undoable;
    expect(last).toEqual(events[2]);
    const undo: BenchEvent = { id: 'u', at: time(60), kind: 'undo', undoes: events[2]?.id ?? '' };
    const state = benchState(steps, 1, [...events, undo]);
    expect(state.position).toEqual({ piece: 0, step: 1, startedAt: time(5) });
    expect(state.undoable).toEqual(events[1]);
    expect(standing([...events, undo])).toHaveLength(2);
  });
  it('records a skipped press without a time', () =>
    expect(benchState(steps, 1, [step('done', 0, 0, 0), step('skip', 0, 3, 1)]).records[1]).toMatchObject({
      skipped: true,
      seconds: null,
    }));
  it('keeps the last verdict of a piece, and none of a piece that is not there', () => {
    const verdicts: BenchEvent[] = [
      { id: '1', at: time(0), kind: 'verdict', piece: 0, verdict: 'good' },
      { id: '2', at: time(1), kind: 'verdict', piece: 0, verdict: 'spoiled', fault: 'ghost', note: '' },
      { id: '3', at: time(2), kind: 'verdict', piece: 9, verdict: 'good' },
    ];
    expect(benchState(steps, 1, verdicts).verdicts).toEqual([verdicts[1]]);
  });
  it('never goes back nor skips a step, whatever arrives', () => {
    const any = fc.record({
      kind: fc.constantFrom('start' as const, 'done' as const, 'skip' as const),
      piece: fc.integer({ min: 0, max: 3 }),
      index: fc.integer({ min: 0, max: 3 }),
    });
    fc.assert(
      fc.property(fc.array(any, { maxLength: 40 }), (list) => {
        const events = list.map((e, i) => step(e.kind, e.piece, i, e.index));
        const { records, position } = benchState(steps, 3, events);
        records.forEach((record, i) => expect(record.piece * steps.length + record.step).toBe(i));
        const at = position ? position.piece * steps.length + position.step : 3 * steps.length;
        expect(at).toBe(records.length);
      }),
    );
  });
});

describe('readClock', () => {
  it('waits, runs, warns, calls and complains', () => {
    expect(readClock(45, null, time(0))).toEqual({ phase: 'waiting', left: 45, share: 0 });
    expect(readClock(45, time(0), time(10))).toMatchObject({ phase: 'running', left: 35 });
    expect(readClock(45, time(0), time(41)).phase).toBe('soon');
    expect(readClock(45, time(0), time(45)).phase).toBe('now');
    expect(readClock(45, time(0), time(60))).toMatchObject({ phase: 'overdue', left: -15, share: 1 });
  });
  it('is right however long the screen was closed', () => expect(readClock(210, time(0), time(3600)).left).toBe(-3390));
  it('never shows more than the whole time when a clock was set back', () =>
    expect(readClock(45, time(10), time(0))).toMatchObject({ left: 45, share: 0 }));
});
