import { useState } from 'react';
import { calledOf, ofPair } from '@kanga/core/art';
import { namePieces, pressedPieces, type ClockPhase, type Task } from '@kanga/core/bench';
import { type JobView } from '@kanga/core/job';
import { formatClock, formatDuration, formatTemperature, otherTemperature } from '@kanga/core/units';
import type { BenchOutbox, OutboxState } from '../data/index.js';
import { useLive, usePrint, useShop } from '../data/index.js';
import { Ripening } from '../draw/index.js';
import { SetAside, SureDialog, useSettled } from '../frame/index.js';
import { Button } from '../ui/index.js';
import { Meanwhile, Rack } from './meanwhile.js';
import { OtherActs, type Page } from './other-acts.js';
import { Stopped } from './stopped.js';
import { PlateFacts } from './plate-facts.js';
import { actOf, happeningsOf, useRecord, type LaneState } from './use-lane.js';
import { Who } from './who.js';

const SAID: Record<ClockPhase, string> = {
  waiting: 'Ready',
  running: 'Pressing',
  soon: 'Soon',
  now: 'Open now',
  overdue: 'Overdue: open now',
};

/** What stands in large letters: what the clock says, or what is to be done. */
function headline({ todo, clock }: LaneState): string {
  const task = todo.inPress ? todo.press : todo.first;
  if (!task) return 'All pressed';
  if (!clock || !task.clock?.startedAt) return task.what.title;
  if (task.what.at === 'rack') return clock.left > 0 ? 'Cooling' : 'Cool: take it off';
  return clock.phase === 'running' && task.what.kind === 'pre-press' ? 'Pre-pressing' : SAID[clock.phase];
}

/** The steps of what is done now, by their names. */
const MOST_NAMED = 10;
function StepList({ lane, dark }: { lane: LaneState; dark: boolean }) {
  const task = lane.todo.inPress ? lane.todo.press : lane.todo.first;
  if (!task) return null;
  const { steps } = lane.plan;
  return (
    <ol aria-label="Steps of this piece" className={`flex gap-1.5 ${dark ? 'text-white' : 'text-key'}`}>
      {steps.map((step, i) => {
        // Many steps leave no room for all their names: those about the one that is due are told.
        const named = steps.length <= MOST_NAMED || Math.abs(i - task.step) <= 2;
        const tone =
          i < task.step
            ? 'border-green'
            : i === task.step
              ? 'border-yellow font-bold'
              : dark
                ? 'border-white/30 text-white/75'
                : 'border-key/25 text-soft';
        return (
          <li
            key={i}
            aria-current={i === task.step ? 'step' : undefined}
            className={`min-w-0 border-t-[6px] pt-1 text-[15px] leading-tight ${named ? 'flex-[4]' : 'flex-1'} ${tone}`}
          >
            <span className={named ? 'line-clamp-1' : 'sr-only'}>
              {i < task.step ? '✓ ' : ''}
              {step.title}
            </span>
          </li>
        );
      })}
    </ol>
  );
}

/** How much of the print is vivid: what lies in the press ripens with its dwell, what is through is ripe. */
function ripeShare({ todo, clock, plan }: LaneState): number {
  const task = todo.inPress ? todo.press : todo.first;
  if (!task) return 1;
  if (task.what.kind === 'press' && clock) return clock.share;
  return plan.steps.slice(0, task.step).some(({ kind }) => kind === 'press') ? 1 : 0;
}

/** One press and what is on it: its clock, what is to be done, what meanwhile, and what cools. `several`: other lanes stand beside it. */
export function Lane({
  view,
  lane,
  outbox,
  bench,
  several = false,
}: {
  view: JobView;
  lane: LaneState;
  outbox: BenchOutbox;
  bench: OutboxState;
  several?: boolean;
}) {
  const { settings, presses } = useShop();
  const print = usePrint();
  const { heard } = useLive();
  const record = useRecord(outbox);
  const dark = settings.bench === 'dark';
  const { plan, state, todo, clock, recovers, heat, action } = lane;
  const { units } = settings;
  const task = todo.inPress ? todo.press : todo.first;
  const dial = state.dial ?? plan.dial ?? plan.settings.temperature.value;
  const press = presses.find(({ id }) => id === state.press.id) ?? plan.press;
  const muted = dark ? 'text-white/80' : 'text-soft';
  const alarm = clock !== null && task?.clock?.startedAt && task.what.at === 'press' && clock.phase !== 'running';
  const next = task ? plan.steps[task.step + 1] : undefined;
  const waits = state.beds.some(({ step, startedAt, over }) => over === 'no' && step === 0 && startedAt === null);
  const called = (task?.pieces ?? [])
    .map((piece) =>
      [calledOf(view.job.run, piece), ofPair(plan.blank, view.job.run, piece) ?? ''].filter(Boolean).join(', '),
    )
    .filter((one) => one !== '');
  const which = task
    ? `${namePieces(task.pieces, plan.pieces).replace(/^P/, 'p')}${called.length > 0 ? `: ${called.join('; ')}` : ''}`
    : `${pressedPieces(state).length} of ${plan.pieces} pressed`;
  const alone = heard === false || bench.waiting > 0;
  const done = (tasks: readonly Task[]) => {
    record(...tasks.flatMap((one) => happeningsOf(lane, one)));
  };
  const doFirst = () => {
    if (todo.first) done([todo.first]);
  };
  const settled = useSettled(actOf(todo.first));
  const [sure, setSure] = useState(false);
  const [page, setPage] = useState<Page | null>(null);
  return (
    <section
      aria-label={`${state.press.name}: ${view.job.name}`}
      className={`flex min-h-[440px] min-w-0 flex-1 flex-col gap-2.5 overflow-y-auto px-6 py-3 ${dark ? 'on-dark bg-key text-white' : 'bg-white text-key'}`}
      data-testid="bench"
    >
      <div className={`flex items-center gap-x-3 gap-y-1 ${several ? '' : 'flex-wrap'}`}>
        <h1 className="font-big text-[26px] leading-none font-bold whitespace-nowrap">{state.press.name}</h1>
        {/* Beside another lane there may be no room for all of it: the pieces are told first. */}
        <span className={`text-[19px] ${several ? 'truncate' : ''} ${muted}`}>
          {several ? `${which}, ${plan.blank.name}` : `${plan.blank.name}, ${which}`}
        </span>
        {!several && <PlateFacts press={press} dial={dial} dark={dark} />}
        <span className="ml-auto text-[24px] whitespace-nowrap">
          dial <span className="figures">{formatTemperature(dial, units.temperature)}</span>{' '}
          {!several && press.controller === null && (
            <span className={`figures text-[19px] ${muted}`}>{otherTemperature(dial, units.temperature)}</span>
          )}
        </span>
      </div>
      {several && <PlateFacts press={press} dial={dial} dark={dark} />}
      <SetAside outbox={outbox} bench={bench} big />
      {alone && (
        <p role="status" className="bg-yellow px-4 py-2 text-[19px] font-semibold text-key">
          This screen is alone: the server does not answer. Go on;{' '}
          {bench.waiting === 0
            ? 'what you do is kept here.'
            : `${bench.waiting} ${bench.waiting === 1 ? 'entry is' : 'entries are'} kept here until it does.`}
        </p>
      )}
      <div
        className={`grid min-h-fit flex-1 items-center gap-7 ${several ? 'grid-cols-[minmax(130px,34%)_minmax(0,1fr)]' : 'md:grid-cols-[minmax(240px,38%)_minmax(0,1fr)]'}`}
      >
        {/* The picture takes the room that is left, and asks for little: all that is pressed stays on the screen. */}
        <div className={`relative h-full ${several ? 'max-h-[280px] min-h-[120px]' : 'max-h-[340px] min-h-[150px]'}`}>
          <div className="absolute inset-0">
            <Ripening view={view} share={ripeShare(lane)} />
          </div>
        </div>
        <div aria-live="off">
          {clock && task?.what.at !== 'rack' ? (
            <div
              className={`figures leading-[0.9] tracking-[-0.08em] max-sm:text-[84px] ${several ? 'text-[88px]' : 'text-[116px]'} ${alarm ? (dark ? 'text-yellow' : 'text-magenta') : ''}`}
              data-testid="clock"
            >
              {formatClock(clock.left)}
            </div>
          ) : null}
          <h2
            className={`${several ? 'mt-1' : 'mt-3'} font-big leading-tight font-bold ${clock || several ? 'text-[32px]' : 'text-[52px] max-sm:text-[34px]'}`}
          >
            {headline(lane)}
          </h2>
          {task?.stopped && !task.clock?.startedAt && view.job.status === 'open' && (
            <Stopped
              task={task}
              dark={dark}
              narrow={several}
              record={record}
              onScrap={() => {
                setPage('scrap');
              }}
            />
          )}
          {(!several || !clock) && !task?.stopped && (
            <p className={`mt-2 text-[20px] ${muted}`}>
              {task ? print.text(task.what.how) : 'Let the last ones cool flat before you judge them.'}
            </p>
          )}
          {task?.what.caution && (
            <p className={`mt-2 text-[19px] font-semibold ${dark ? 'text-yellow' : 'text-magenta'}`}>
              {print.text(task.what.caution)}
            </p>
          )}
          {recovers > 0 && (
            <p className={`mt-2 text-[19px] font-semibold ${dark ? 'text-yellow' : 'text-[#7a5b00]'}`}>
              The plate is coming back to its heat: <span className="figures">{formatClock(recovers)}</span>
            </p>
          )}
          {several && heat.kind !== 'fine' && action && (
            <p className={`mt-2 text-[19px] font-semibold ${dark ? 'text-yellow' : 'text-[#7a5b00]'}`}>
              {action.sentence}
            </p>
          )}
          {several && next && (
            <p className={`mt-2 text-[19px] ${muted}`}>
              Then: {next.title}
              {next.seconds !== null && `, ${formatDuration(next.seconds)}`}
            </p>
          )}
        </div>
      </div>
      {!several && <StepList lane={lane} dark={dark} />}
      <div
        className={`grid items-center gap-x-8 gap-y-2 border-t pt-2.5 empty:hidden ${several ? '' : 'auto-cols-fr md:grid-flow-col'} ${dark ? 'border-white/25' : 'border-rule'}`}
      >
        {todo.meanwhile && (
          <Meanwhile
            task={todo.meanwhile}
            of={plan.pieces}
            dark={dark}
            onDone={() => {
              done(todo.meanwhile ? [todo.meanwhile] : []);
            }}
          />
        )}
        {!todo.meanwhile && todo.inPress && task?.clock?.startedAt && waits && (
          <p className="text-[19px]">
            <b>Meanwhile</b> cut the next transfers and paper. {todo.held}
          </p>
        )}
        <Rack lane={lane} dark={dark} onDone={done} />
      </div>
      {view.job.status === 'open' && (
        <div className={`flex items-center gap-3 ${several ? '' : 'flex-wrap'}`}>
          {several && action && (
            <Button
              // A cold plate is waited for: closing it is there, and is not what is asked for.
              tone={heat.kind === 'cold' ? (dark ? 'dark' : 'plain') : 'line'}
              className="min-h-20 min-w-40 flex-1 px-4 font-big text-[22px] whitespace-normal!"
              onClick={() => {
                if (action.sure) setSure(true);
                else if (settled()) doFirst();
              }}
            >
              {action.label}
            </Button>
          )}
          <Button
            tone={dark ? 'dark' : 'plain'}
            className={`min-h-16 text-lg ${several ? 'px-4' : 'px-5'}`}
            disabled={!state.undoable}
            onClick={() => {
              if (state.undoable) record({ kind: 'undo', undoes: state.undoable.id });
            }}
          >
            {several ? 'Take back' : 'Take the last back'}
          </Button>
          {several && action?.sure && (
            <SureDialog
              sure={action.sure}
              open={sure}
              onClose={() => {
                setSure(false);
              }}
              onYes={doFirst}
            />
          )}
          <OtherActs
            view={view}
            lane={lane}
            record={record}
            dark={dark}
            narrow={several}
            page={page}
            onPage={setPage}
          />
          {!several && <Who dark={dark} />}
        </div>
      )}
    </section>
  );
}
