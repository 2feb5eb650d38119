import { useEffect, useRef } from 'react';
import { piecesPressed, readClock, type ClockPhase } from '@kanga/core/bench';
import type { JobView } from '@kanga/core/job';
import { formatClock, formatDuration, formatTemperature, otherTemperature } from '@kanga/core/units';
import type { BenchEvent } from '@kanga/core/bench';
import { api, serverNow, useNow } from '../data/index.js';
import { useJob } from '../job/index.js';
import { Button } from '../ui/index.js';
import { Ripening } from '../draw/index.js';
import { play } from './sounds.js';
import { useAwake } from './use-awake.js';

const SAID: Record<ClockPhase, string> = {
  waiting: 'Ready',
  running: 'Pressing',
  soon: 'Soon',
  now: 'Open now',
  overdue: 'Overdue: open now',
};

/** Looks every two seconds what another screen may have recorded. */
function useOthers() {
  const { outbox, view } = useJob();
  const { id } = view.job;
  useEffect(() => {
    const timer = setInterval(() => {
      api<BenchEvent[]>(`jobs/${id}/events`).then(
        (events) => {
          outbox.take(events);
        },
        // Away for now: what is done here is kept, and its sending says so.
        () => undefined,
      );
    }, 2000);
    return () => {
      clearInterval(timer);
    };
  }, [id, outbox]);
}

/** Sounds once when a clock comes to a new phase. */
function useSounds(phase: ClockPhase | null, on: boolean) {
  const before = useRef<ClockPhase | null>(null);
  useEffect(() => {
    if (on && phase !== null && phase !== before.current) play(phase);
    before.current = phase;
  }, [phase, on]);
}

/** More steps than this are not all named on the strip. */
const MOST_NAMED = 10;

function StepList({ view, dark }: { view: JobView; dark: boolean }) {
  const { plan, bench } = view;
  if (!plan || !bench?.position) return null;
  const { step: at } = bench.position;
  return (
    <ol aria-label="Steps of this piece" className={`flex gap-1.5 ${dark ? 'text-white' : 'text-key'}`}>
      {plan.steps.map((step, i) => {
        // Many steps leave no room for all their names: those about the one that is due are told.
        const named = plan.steps.length <= MOST_NAMED || Math.abs(i - at) <= 2;
        const tone =
          i < at
            ? 'border-green'
            : i === at
              ? 'border-yellow font-bold'
              : dark
                ? 'border-white/30 text-white/75'
                : 'border-key/25 text-soft';
        return (
          <li
            key={i}
            aria-current={i === at ? 'step' : undefined}
            className={`min-w-0 border-t-[6px] pt-1 text-[15px] leading-tight ${named ? 'flex-[4]' : 'flex-1'} ${tone}`}
          >
            <span className={named ? 'line-clamp-2' : 'sr-only'}>
              {i < at ? '✓ ' : ''}
              {step.title}
            </span>
          </li>
        );
      })}
    </ol>
  );
}

/** The press’s one question: what do I do now, and how long still? */
export default function PressStage() {
  const { view, outbox, bench, settings } = useJob();
  const { plan } = view;
  const state = view.bench;
  const position = state?.position ?? null;
  const step = position && plan ? plan.steps[position.step] : undefined;
  const now = useNow(Boolean(position?.startedAt));
  const clock =
    typeof step?.seconds === 'number' && position
      ? readClock(step.seconds, position.startedAt, position.startedAt ? now : serverNow())
      : null;
  useAwake();
  useOthers();
  useSounds(clock && position?.startedAt ? clock.phase : null, settings.sounds);
  const dark = settings.bench === 'dark';

  if (!plan || !state) {
    return (
      <div className="m-auto max-w-xl p-8 text-center">
        <h1 className="font-big text-3xl font-bold">Not at the press yet</h1>
        <p className="mt-2 text-lg text-soft">
          When the stack is looked over, “Start at the press” freezes the plan and brings it here.
        </p>
      </div>
    );
  }
  const pressed = piecesPressed(state, plan.pieces);
  const stepShare = step?.kind === 'press' && clock ? clock.share : null;
  const after = position && step ? plan.steps.slice(0, position.step).some((s) => s.kind === 'press') : true;
  const share = position ? (stepShare ?? (after ? 1 : 0)) : 1;
  const next = position ? plan.steps[position.step + 1] : undefined;
  const dial = plan.dial ?? plan.settings.temperature.value;
  const { units } = settings;
  const muted = dark ? 'text-white/80' : 'text-soft';
  const alarm = clock?.phase === 'now' || clock?.phase === 'overdue' || clock?.phase === 'soon';
  return (
    <div
      className={`flex min-h-[520px] flex-1 flex-col gap-4 px-7 py-4 ${dark ? 'on-dark bg-key text-white' : 'bg-white text-key'}`}
      data-testid="bench"
    >
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h1 className="font-big text-[26px] font-bold">{plan.press.name}</h1>
        <span className={`text-[19px] ${muted}`}>
          {position
            ? `${plan.blank.name}, piece ${position.piece + 1} of ${plan.pieces}`
            : `${pressed} of ${plan.pieces} pressed`}
        </span>
        <span className="ml-auto text-[24px]">
          dial <span className="figures">{formatTemperature(dial, units.temperature)}</span>{' '}
          <span className={`figures text-[19px] ${muted}`}>{otherTemperature(dial, units.temperature)}</span>
        </span>
      </div>
      <div className="grid min-h-0 flex-1 items-center gap-8 md:grid-cols-[minmax(240px,38%)_minmax(0,1fr)]">
        <div className="h-full max-h-[380px] min-h-[220px]">
          <Ripening view={view} share={share} />
        </div>
        <div aria-live="off">
          {clock ? (
            <div
              className={`figures text-[128px] leading-[0.9] tracking-[-0.08em] max-sm:text-[84px] ${alarm ? (dark ? 'text-yellow' : 'text-magenta') : ''}`}
              data-testid="clock"
            >
              {formatClock(clock.left)}
            </div>
          ) : null}
          <h2
            className={`mt-3 font-big leading-tight font-bold ${clock ? 'text-[34px]' : 'text-[52px] max-sm:text-[34px]'}`}
          >
            {clock && position?.startedAt
              ? clock.phase === 'running' && step?.kind === 'pre-press'
                ? 'Pre-pressing'
                : SAID[clock.phase]
              : (step?.title ?? 'All pressed')}
          </h2>
          <p className={`mt-2 text-[22px] ${muted}`}>
            {step ? step.how : 'Let the last ones cool flat before you judge them.'}
          </p>
          {step?.caution && (
            <p className={`mt-2 text-[19px] font-semibold ${dark ? 'text-yellow' : 'text-magenta'}`}>{step.caution}</p>
          )}
          {next && (
            <p className={`mt-3 text-[19px] ${muted}`}>
              Then: {next.title}
              {next.seconds !== null && `, ${formatDuration(next.seconds)}`}
            </p>
          )}
        </div>
      </div>
      <StepList view={view} dark={dark} />
      {view.job.status === 'open' ? (
        <div className="flex flex-wrap items-center gap-3">
          <Button
            tone={dark ? 'dark' : 'plain'}
            className="min-h-16 px-6 text-lg"
            disabled={!state.undoable}
            onClick={(event) => {
              const last = state.undoable;
              if (last) outbox.record({ id: crypto.randomUUID(), at: serverNow(), kind: 'undo', undoes: last.id });
              event.currentTarget.blur();
            }}
          >
            Take the last back
          </Button>
          {position && (
            <Button
              tone={dark ? 'dark' : 'plain'}
              className="min-h-16 px-6 text-lg"
              onClick={(event) => {
                outbox.record({
                  id: crypto.randomUUID(),
                  at: serverNow(),
                  kind: 'skip',
                  piece: position.piece,
                  step: position.step,
                });
                event.currentTarget.blur();
              }}
            >
              Skip this step
            </Button>
          )}
          {bench.waiting > 0 && (
            <p role="status" className="text-[17px]">
              {bench.waiting} {bench.waiting === 1 ? 'entry is' : 'entries are'} kept here until the server answers.
            </p>
          )}
        </div>
      ) : null}
    </div>
  );
}
