import type { ClockPhase } from '@kanga/core/bench';
import { wordsAt } from '@kanga/core/job';
import type { Step } from '@kanga/core/stack';
import { formatClock, formatDuration } from '@kanga/core/units';
import { usePrint } from '../data/index.js';
import { ClockSaid } from './clock-said.js';
import { taskOf, type LaneState } from './use-lane.js';

const SAID: Record<ClockPhase, string> = {
  waiting: 'Ready',
  running: 'Pressing',
  soon: 'Soon',
  now: 'Open now',
  overdue: 'Overdue: open now',
};

/** What stands in large letters: what the clock says, or what is to be done. */
function headline(lane: LaneState): string {
  const { clock } = lane;
  const task = taskOf(lane);
  if (!task) return 'All pressed';
  if (!clock || !task.clock?.startedAt) return task.what.title;
  if (task.what.at === 'rack') return clock.left > 0 ? 'Cooling' : 'Cool: take it off';
  if (lane.ironed && (clock.phase === 'now' || clock.phase === 'overdue')) return 'Lift it now';
  return clock.phase === 'running' && task.what.kind === 'pre-press' ? 'Pre-pressing' : SAID[clock.phase];
}

/** All that is done by hand before the next closing, in order; with room, how. */
function HandList({ steps, brief }: { steps: readonly Step[]; brief: boolean }) {
  const print = usePrint();
  return (
    <ol aria-label="Make ready" className={`grid ${brief ? 'gap-1' : 'gap-1.5'}`}>
      {steps.map((step, i) => (
        <li key={i} className="grid grid-cols-[1.6em_minmax(0,1fr)] text-[20px] leading-tight">
          <span className="figures text-quiet">{i + 1}</span>
          <span>
            <b>{step.title}</b>
            {!brief && <span className="block text-[16px] leading-snug text-quiet">{print.text(step.how)}</span>}
            {step.caution && (
              <span className="block text-[16px] leading-snug font-semibold text-warm">{print.text(step.caution)}</span>
            )}
          </span>
        </li>
      ))}
    </ol>
  );
}

/** More steps than this are told by their names: all of them have to stand on the screen. */
const MOST_EXPLAINED = 3;

/** What is due at a press: its clock, what to do now and how. `several`: there is little room. */
export function DueCard({ lane, several }: { lane: LaneState; several: boolean }) {
  const print = usePrint();
  const { clock, recovers, heat, action, plan } = lane;
  const task = taskOf(lane);
  const runs = Boolean(task?.clock?.startedAt);
  const alarm = clock !== null && runs && task?.what.at === 'press' && clock.phase !== 'running';
  const next = task ? plan.steps[task.step + task.after.length + 1] : undefined;
  const gathers = task !== null && task.before.length > 0;
  const note = 'mt-2 text-[19px] font-semibold';
  return (
    <div aria-live="off">
      <ClockSaid
        press={lane.state.press.name}
        phase={clock && runs && task?.what.at === 'press' ? clock.phase : null}
        ironed={lane.ironed}
      />
      {clock && task?.what.at !== 'rack' && !gathers && (
        <div
          className={`figures leading-[0.9] tracking-[-0.08em] max-sm:text-[84px] ${several ? 'text-[88px]' : 'text-[116px]'} ${alarm ? 'text-alarm' : ''}`}
          data-testid="clock"
        >
          {formatClock(clock.left)}
        </div>
      )}
      {gathers ? (
        <>
          <HandList steps={task.before} brief={several || task.before.length > MOST_EXPLAINED} />
          <h2 className={`mt-2 font-big leading-tight font-bold ${several ? 'text-[26px]' : 'text-[32px]'}`}>
            {task.what.title}
            {task.clock && `: ${wordsAt(lane.ironed).close}`}
            {task.clock && (
              <>
                , <span className="figures">{formatClock(task.clock.seconds)}</span>
              </>
            )}
          </h2>
        </>
      ) : (
        <h2
          className={`${several ? 'mt-1' : 'mt-3'} font-big leading-tight font-bold ${clock || several ? 'text-[32px]' : 'text-[52px] max-sm:text-[34px]'}`}
        >
          {headline(lane)}
        </h2>
      )}
      {(!several || !clock) && !task?.stopped && !gathers && (
        <p className="mt-2 text-[20px] text-quiet">
          {task ? print.text(task.what.how) : 'Let the last ones cool flat before you judge them.'}
        </p>
      )}
      {task?.what.caution && <p className={`${note} text-warm`}>{print.text(task.what.caution)}</p>}
      {task && task.after.length > 0 && (
        <p className="mt-2 text-[20px]">
          <b>Then</b>{' '}
          {task.after
            .map(({ title, how }) => (several ? title : `${title}: ${print.text(how)}`))
            .join(several ? ', ' : ' ')}
        </p>
      )}
      {recovers > 0 && (
        <p className={`${note} text-warm`}>
          The plate is recovering its heat: <span className="figures">{formatClock(recovers)}</span>
        </p>
      )}
      {several && heat.kind !== 'fine' && action && <p className={`${note} text-warm`}>{action.sentence}</p>}
      {several && next && task?.after.length === 0 && (
        <p className="mt-2 text-[19px] text-quiet">
          Then: {next.title}
          {next.seconds !== null && `, ${formatDuration(next.seconds)}`}
        </p>
      )}
    </div>
  );
}
