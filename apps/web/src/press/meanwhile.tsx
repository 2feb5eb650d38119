import type { ReactNode } from 'react';
import { namePieces, readClock, type Task } from '@kanga/core/bench';
import { asking } from '@kanga/core/job';
import { formatClock, lowered } from '@kanga/core/units';
import { useSettled } from '../frame/index.js';
import { Button } from '../ui/index.js';
import { actOf, type LaneState } from './use-lane.js';

/** A board on the table, and a clock. */
const SIGNS = {
  Meanwhile: <path d="M5 7h30v24H5zM14 19h12" />,
  Cooling: (
    <>
      <circle cx="20" cy="20" r="16" />
      <path d="M20 10v10l6 4" />
    </>
  ),
};

/** One thing that goes on beside the press: a sign, what it is, and its button. */
function Beside({ name, children }: { name: keyof typeof SIGNS; children: ReactNode }) {
  return (
    <div className="flex items-center gap-4" role="group" aria-label={name}>
      <svg
        viewBox="0 0 40 40"
        className={`h-9 w-10 flex-none ${name === 'Cooling' ? 'text-cool' : 'text-warm'}`}
        fill="none"
        stroke="currentColor"
        strokeWidth="3"
        aria-hidden
      >
        {SIGNS[name]}
      </svg>
      {children}
    </div>
  );
}

const TEXT = 'min-w-0 flex-1 text-[20px] leading-snug';
const BUTTON = 'min-h-16 min-w-32 px-6 text-lg';

/** What can be done while a clock runs: told by a button of its own where hands are led by every step, else by the closing that follows. */
export function Meanwhile({ lane, onDone }: { lane: LaneState; onDone: (task: Task) => void }) {
  const { todo, plan, state } = lane;
  const { meanwhile, ahead } = todo;
  const settled = useSettled(actOf(meanwhile));
  if (meanwhile) {
    const { sentence, label } = asking(meanwhile, plan.pieces);
    return (
      <Beside name="Meanwhile">
        <p className={TEXT}>
          <b>Meanwhile</b> {lowered(sentence)}
        </p>
        <Button
          className={BUTTON}
          onClick={() => {
            if (settled()) onDone(meanwhile);
          }}
        >
          {label}
        </Button>
      </Beside>
    );
  }
  if (ahead)
    return (
      <Beside name="Meanwhile">
        <p className={TEXT}>
          <b>Meanwhile</b> {lowered(namePieces(ahead.pieces, plan.pieces))}:{' '}
          {ahead.steps.map(({ title }) => lowered(title)).join(', ')}.
        </p>
      </Beside>
    );
  const waits = state.beds.some(({ step, startedAt, over }) => over === 'no' && step === 0 && startedAt === null);
  if (!todo.inPress || !todo.press?.clock?.startedAt || !waits) return null;
  return (
    <Beside name="Meanwhile">
      <p className={TEXT}>
        <b>Meanwhile</b> cut the next transfers and paper. {todo.held}
      </p>
    </Beside>
  );
}

/** So many are told with their clocks. */
const MOST_NAMED = 4;

/** What cools, each with its own clock. */
export function Rack({ lane, onDone }: { lane: LaneState; onDone: (tasks: Task[]) => void }) {
  const { todo, plan, now, cooling } = lane;
  const shown = [
    ...todo.rack.map((task) => ({
      task,
      pieces: task.pieces,
      left: readClock(task.clock?.seconds ?? 0, task.clock?.startedAt ?? null, now).left,
    })),
    ...cooling.map(({ pieces, left }) => ({ task: null, pieces, left })),
  ];
  const cool = shown.flatMap(({ task, left }) => (task && left <= 0 ? [task] : []));
  const settled = useSettled(cool.map(actOf).join());
  if (shown.length === 0) return null;
  return (
    <Beside name="Cooling">
      <p className={TEXT}>
        <b>Cooling</b>{' '}
        {shown.slice(0, MOST_NAMED).map(({ pieces, left }, i) => (
          <span key={pieces.join()}>
            {i > 0 && ', '}
            {lowered(namePieces(pieces, plan.pieces).replace(/ of \d+$/, ''))}{' '}
            <span className="figures">{left > 0 ? formatClock(left) : 'cool'}</span>
          </span>
        ))}
        {shown.length > MOST_NAMED && ` and ${shown.length - MOST_NAMED} more`}
      </p>
      {cool.length > 0 && (
        <Button
          className={BUTTON}
          onClick={() => {
            if (settled()) onDone(cool);
          }}
        >
          Off the rack
        </Button>
      )}
    </Beside>
  );
}
