/** @jest-environment jsdom */
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import {
  benchState,
  coolsUntold,
  readClock,
  todoOf,
  type BenchEvent,
  type Guidance,
  type Task,
} from '@kanga/core/bench';
import { asking, type JobView, type RunPlan } from '@kanga/core/job';
import { benchPlan, benchTime, COOL, LAY, LINT, moved, PEEL, PRESS } from '@kanga/core/testing';
import { DueCard } from './due-card.js';
import { Meanwhile, Rack } from './meanwhile.js';
import { StepStrip } from './step-strip.js';
import { OtherActs } from './other-acts.js';
import type { LaneState } from './use-lane.js';

jest.mock('../data/index.js', () => ({ usePrint: () => ({ text: (words: string) => words }) }));
jest.mock('../draw/index.js', () => ({ FaultPicker: () => null }));
jest.mock('../frame/index.js', () => ({ useSettled: () => () => true }));
jest.mock('./use-lane.js', () => ({
  actOf: (task: Task | null) => JSON.stringify(task),
  taskOf: ({ todo }: LaneState) => (todo.inPress ? todo.press : todo.first),
}));

const TEE = [{ ...LINT, how: 'All of it.' }, { ...LAY, caution: 'Hot at a touch.' }, PRESS, PEEL, COOL];

/** A lane as it is so many seconds after nine. */
function laneAt(seconds: number, events: BenchEvent[], guidance: Guidance, more: Partial<LaneState> = {}): LaneState {
  const plan = benchPlan(TEE, 3) as RunPlan;
  const state = benchState(plan, events);
  const todo = todoOf(plan, state, null, guidance);
  const task = todo.inPress ? todo.press : todo.first;
  const now = benchTime(seconds);
  return {
    ...{ plan, state, todo, guidance, now, ironed: false, recovers: 0, heat: { kind: 'fine' } },
    cooling: coolsUntold(plan, state).map(({ pieces, until }) => ({
      pieces,
      left: Math.max(0, (Date.parse(until) - Date.parse(now)) / 1000),
    })),
    clock: task?.clock ? readClock(task.clock.seconds, task.clock.startedAt, now) : null,
    action: todo.first ? asking(todo.first, plan.pieces) : null,
    ...more,
  };
}
const closed: BenchEvent = { id: 'c', at: benchTime(10), by: null, kind: 'start', bed: 0, step: 2, from: 0 };
const opened: BenchEvent = { id: 'o', at: benchTime(55), by: null, kind: 'done', bed: 0, step: 3, from: 2 };

afterEach(cleanup);

describe('the card of what is due', () => {
  it('led by each pressing lists what to make ready, with its cautions, and then the closing with its seconds', () => {
    render(<DueCard lane={laneAt(0, [], 'each pressing')} several={false} />);
    const list = within(screen.getByRole('list', { name: 'Make ready' })).getAllByRole('listitem');
    expect(list.map((one) => one.textContent)).toEqual(['1Lint-rollAll of it.', '2Lay it inHot at a touch.']);
    expect(screen.getByRole('heading').textContent).toBe('Press: close the press, 0:45');
    // Its clock does not run yet: nothing in large figures that could be read from afar.
    expect(screen.queryByTestId('clock')).toBeNull();
  });
  it('beside another lane tells the names alone', () => {
    render(<DueCard lane={laneAt(0, [], 'each pressing')} several />);
    expect(screen.queryByText('All of it.')).toBeNull();
    expect(screen.getByText('Hot at a touch.')).toBeTruthy();
  });
  it('led by every step shows the one that is due', () => {
    render(<DueCard lane={laneAt(0, [], 'every step')} several={false} />);
    expect(screen.getByRole('heading').textContent).toBe('Lint-roll');
    expect(screen.queryByRole('list')).toBeNull();
  });
  it.each([
    [20, '0:35', 'Pressing'],
    [52, '0:03', 'Soon'],
    [55, '0:00', 'Open now'],
    [70, '−0:15', 'Overdue: open now'],
  ])('at %i s shows %s, %s, and what follows the opening', (seconds, clock, said) => {
    render(<DueCard lane={laneAt(seconds, [closed], 'each pressing')} several={false} />);
    expect(screen.getByTestId('clock').textContent).toBe(clock);
    expect(screen.getByRole('heading').textContent).toBe(said);
    expect(screen.getByText('Then').parentElement?.textContent).toMatch(/^Then Peel/);
  });
  it('at a hand iron says to lift it', () => {
    render(<DueCard lane={laneAt(56, [closed], 'each pressing', { ironed: true })} several={false} />);
    expect(screen.getByRole('heading').textContent).toBe('Lift it now');
  });
  it('says how long the plate still needs', () => {
    render(<DueCard lane={laneAt(60, [closed, opened], 'each pressing', { recovers: 14 })} several={false} />);
    expect(screen.getByText(/recovering its heat/).textContent).toContain('0:14');
  });
});

describe('what goes on beside the press', () => {
  it('is told without a button where the closing tells it', () => {
    render(<Meanwhile lane={laneAt(20, [closed], 'each pressing')} onDone={jest.fn()} />);
    expect(screen.getByRole('group', { name: 'Meanwhile' }).textContent).toBe('Meanwhile piece 2 of 3: lint-roll.');
    expect(screen.queryByRole('button')).toBeNull();
  });
  it('has a button where hands are led by every step', () => {
    const done = jest.fn();
    const events = [moved('done', 0, 0, 0), moved('done', 0, 5, 1), moved('start', 0, 10, 2)];
    render(<Meanwhile lane={laneAt(20, events, 'every step')} onDone={done} />);
    fireEvent.click(screen.getByRole('button', { name: 'Done' }));
    expect(done).toHaveBeenCalledWith(expect.objectContaining({ bed: 1, step: 0 }));
  });
  it('cools with a clock of its own, and is taken off together once it is cool', () => {
    const done = jest.fn();
    const { rerender } = render(<Rack lane={laneAt(60, [closed, opened], 'each pressing')} onDone={done} />);
    expect(screen.getByRole('group', { name: 'Cooling' }).textContent).toContain('piece 1 1:25');
    expect(screen.queryByRole('button')).toBeNull();
    rerender(<Rack lane={laneAt(200, [closed, opened], 'each pressing')} onDone={done} />);
    fireEvent.click(screen.getByRole('button', { name: 'Off the rack' }));
    expect(done).toHaveBeenCalledWith([expect.objectContaining({ bed: 0, step: 4 })]);
  });
  it('cools on though nobody is asked about it, where the press tells', () => {
    const through: BenchEvent = { id: 't', at: benchTime(55), by: null, kind: 'done', bed: 0, step: 4, from: 2 };
    render(<Rack lane={laneAt(100, [closed, through], 'the press tells')} onDone={jest.fn()} />);
    expect(screen.getByRole('group', { name: 'Cooling' }).textContent).toContain('piece 1 0:45');
    expect(screen.queryByRole('button')).toBeNull();
  });
});

describe('repeating a step', () => {
  const offered = (lane: LaneState): (string | null)[] => {
    const act = jest.fn();
    render(
      <OtherActs
        {...{ view: {} as JobView, lane, record: act, narrow: false, page: 'repeat', onPage: act, onUndo: null }}
      />,
    );
    const beds = screen.queryAllByRole('group', { name: /go back to/ });
    return beds.flatMap((bed) => within(bed).getAllByRole('button')).map((one) => one.textContent);
  };
  it('offers what is done, and nothing that is only about to be', () => {
    expect(offered(laneAt(0, [], 'each pressing'))).toEqual([]);
    cleanup();
    expect(offered(laneAt(20, [closed], 'each pressing'))).toEqual(['Lint-roll', 'Lay it in']);
  });
  it('led by every step offers the same', () => {
    const lint = moved('done', 0, 0, 0);
    expect(offered(laneAt(5, [lint], 'every step'))).toEqual(['Lint-roll']);
  });
});

describe('the strip of steps', () => {
  it('names three of them, and opens to all', () => {
    render(<StepStrip lane={laneAt(20, [closed], 'each pressing')} />);
    const strip = screen.getByRole('button');
    expect(strip.textContent).toBe('Step 3 of 5✓ Lay it inPressthen Cool');
    fireEvent.click(strip);
    const all = within(screen.getByRole('dialog')).getAllByRole('listitem');
    expect(all.map((one) => one.textContent)).toEqual([
      '✓ 1 Lint-rollAll of it.',
      '✓ 2 Lay it in',
      '3 Press, 45 s',
      '4 Peel',
      '5 Cool',
    ]);
    expect(all.map((one) => one.getAttribute('aria-current'))).toEqual([null, null, 'step', null, null]);
  });
});
