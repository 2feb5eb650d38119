import { namePieces, readClock, type Task } from '@kanga/core/bench';
import { asking } from '@kanga/core/job';
import { formatClock } from '@kanga/core/units';
import { useSettled } from '../frame/index.js';
import { Button } from '../ui/index.js';
import { actOf, type LaneState } from './use-lane.js';

/** What can be done while a clock runs, with a button of its own. */
export function Meanwhile({ task, of, dark, onDone }: { task: Task; of: number; dark: boolean; onDone: () => void }) {
  const { sentence, label } = asking(task, of);
  const settled = useSettled(actOf(task));
  return (
    <div className="flex items-center gap-4" role="group" aria-label="Meanwhile">
      <svg viewBox="0 0 40 30" className="h-8 w-10 flex-none" aria-hidden>
        <path d="M3 3h34v24H3z" fill="none" stroke={dark ? '#F2B705' : '#8a6500'} strokeWidth="3" />
        <path d="M12 15h16" stroke={dark ? '#F2B705' : '#8a6500'} strokeWidth="3" />
      </svg>
      <p className="min-w-0 flex-1 text-[20px] leading-snug">
        <b>Meanwhile</b> {sentence.charAt(0).toLowerCase() + sentence.slice(1)}
      </p>
      <Button
        tone={dark ? 'dark' : 'plain'}
        className="min-h-16 min-w-32 px-6 text-lg"
        onClick={() => {
          if (settled()) onDone();
        }}
      >
        {label}
      </Button>
    </div>
  );
}

/** What cools, each with its own clock. */
export function Rack({ lane, dark, onDone }: { lane: LaneState; dark: boolean; onDone: (tasks: Task[]) => void }) {
  const { todo, plan, now } = lane;
  const shown = todo.rack.map((task) => ({
    task,
    clock: readClock(task.clock?.seconds ?? 0, task.clock?.startedAt ?? null, now),
  }));
  const cool = shown.filter(({ clock }) => clock.left <= 0).map(({ task }) => task);
  if (shown.length === 0) return null;
  return (
    <div className="flex items-center gap-4" role="group" aria-label="Cooling">
      <svg viewBox="0 0 40 40" className="h-9 w-10 flex-none" aria-hidden>
        <circle cx="20" cy="20" r="16" fill="none" stroke={dark ? '#4cb4d8' : '#00739B'} strokeWidth="3" />
        <path d="M20 10v10l6 4" fill="none" stroke={dark ? '#4cb4d8' : '#00739B'} strokeWidth="3" />
      </svg>
      <p className="min-w-0 flex-1 text-[19px] leading-snug">
        <b>Cooling</b>{' '}
        {shown.slice(0, 4).map(({ task, clock }, i) => (
          <span key={task.bed}>
            {i > 0 && ', '}
            {namePieces(task.pieces, plan.pieces)
              .replace(/ of \d+$/, '')
              .toLowerCase()}{' '}
            <span className="figures">{clock.left > 0 ? formatClock(clock.left) : 'cool'}</span>
          </span>
        ))}
        {shown.length > 4 && ` and ${shown.length - 4} more`}
      </p>
      {cool.length > 0 && (
        <Button
          tone={dark ? 'dark' : 'plain'}
          className="min-h-16 min-w-32 px-6 text-lg"
          onClick={() => {
            onDone(cool);
          }}
        >
          Off the rack
        </Button>
      )}
    </div>
  );
}
