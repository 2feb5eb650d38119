import { useCallback, useEffect, useMemo, useRef, useSyncExternalStore } from 'react';
import {
  coolsUntold,
  plateHeat,
  readClock,
  secondsBetween,
  tellingOf,
  todoOf,
  type BenchEvent,
  type BenchState,
  type ClockPhase,
  type ClockReading,
  type Guidance,
  type PlateHeat,
  type Task,
  type Todo,
} from '@kanga/core/bench';
import {
  asking,
  guidanceOf,
  heatAction,
  isIron,
  jigsOf,
  type BenchAction,
  type JobView,
  type RunPlan,
} from '@kanga/core/job';
import {
  call,
  liveLine,
  serverNow,
  stamp,
  type BenchOutbox,
  type LiveNews,
  useLiked,
  useNow,
  usePlateReading,
  usePrint,
} from '../data/index.js';
import { play } from './sounds.js';

/** An event before it is stamped with who and when. */
export type Happening = BenchEvent extends infer E
  ? E extends BenchEvent
    ? Omit<E, 'id' | 'at' | 'by'>
    : never
  : never;

/** All that one lane shows, worked out from the plan and what happened. */
export interface LaneState {
  plan: RunPlan;
  state: BenchState;
  todo: Todo;
  /** How hands are led. */
  guidance: Guidance;
  /** It is pressed with a hand iron. */
  ironed: boolean;
  /** What cools although nobody is asked about it: seconds that are left, 0 when it is cool. */
  cooling: { pieces: number[]; left: number }[];
  /** The clock of what is done first; null: it runs none. */
  clock: ClockReading | null;
  /** Seconds for which the plate still has to recover; 0 when it is ready. */
  recovers: number;
  /** Whether the plate may be closed on what comes next. */
  heat: PlateHeat;
  /** What is to be done, as the line says it; null when all is pressed. */
  action: BenchAction | null;
  now: string;
}

/** What happens to a job on other screens, taken in the moment that it happens. */
export function useOthers(jobId: string, outbox: BenchOutbox): void {
  useEffect(() => {
    const catchUp = () => {
      call('events', { id: jobId, query: { since: String(outbox.base) } }).then(
        (happened) => {
          outbox.take(happened);
        },
        // Away again: the line says so, and is opened anew.
        () => undefined,
      );
      void outbox.flush();
    };
    // Opened while the server is away, too: what is kept here of what happened may be more than the file of the job has.
    catchUp();
    return liveLine.listen((news: LiveNews) => {
      if (news.kind === 'run' && news.jobId === jobId) outbox.take(news);
      if (news.kind === 'again') catchUp();
    });
  }, [jobId, outbox]);
}

/** The outbox of a job with what it holds. */
export const useOutbox = (outbox: BenchOutbox) => useSyncExternalStore(outbox.subscribe, outbox.read);

/** Records what happens in the name of whoever stands at this screen. */
export const useRecord = (outbox: BenchOutbox): ((...happened: Happening[]) => void) =>
  useCallback(
    (...happened) => {
      outbox.record(...happened.map((one): BenchEvent => ({ ...one, ...stamp() })));
    },
    [outbox],
  );

/** Sounds once when a clock comes to a new phase. */
function useSounds(phase: ClockPhase | null, on: boolean) {
  const before = useRef<ClockPhase | null>(null);
  useEffect(() => {
    if (on && phase !== null && phase !== before.current) play(phase);
    before.current = phase;
  }, [phase, on]);
}

/** The state of a lane, read anew several times a second while one of its clocks runs. Null while nothing is at the press. */
export function useLane({ plan, bench: state }: JobView, sounds: boolean): LaneState | null {
  const liked = useLiked();
  const guidance = useMemo(() => (plan && state ? guidanceOf(plan, state, liked) : 'every step'), [plan, state, liked]);
  const todo = useMemo(
    () => (plan && state ? todoOf(plan, state, jigsOf(plan), guidance) : null),
    [plan, state, guidance],
  );
  const cools = useMemo(() => (plan && state ? coolsUntold(plan, state) : []), [plan, state]);
  const running = Boolean(
    todo && (todo.first?.clock?.startedAt ?? todo.press?.clock?.startedAt ?? todo.rack.length + cools.length > 0),
  );
  // A plate that recovers has a clock of its own, too: it is read on until that is out.
  const opened = state?.openedAt ?? null;
  const waits = plan !== null && opened !== null && todo?.inPress === false;
  const ready = (moment: string): number =>
    waits ? Math.max(0, plan.press.recovery - secondsBetween(opened, moment)) : 0;
  const now = useNow(running || ready(serverNow()) > 0);
  const recovers = ready(now);
  const task = todo?.inPress ? todo.press : (todo?.first ?? null);
  const clock = task?.clock
    ? readClock(task.clock.seconds, task.clock.startedAt, task.clock.startedAt ? now : serverNow())
    : null;
  useSounds(clock && task?.clock?.startedAt && task.what.at === 'press' ? clock.phase : null, sounds);
  const print = usePrint();
  const reading = usePlateReading(state?.press.id ?? null);
  if (!plan || !state || !todo) return null;
  const ironed = isIron(plan, state);
  const heat = plateHeat(plan, state, todo.first, { reading, now: serverNow() });
  return {
    plan,
    state,
    todo,
    guidance,
    ironed,
    cooling: cools.map(({ pieces, until }) => ({ pieces, left: Math.max(0, secondsBetween(now, until)) })),
    clock,
    recovers,
    heat,
    action: todo.first
      ? (heatAction(heat, todo.first, print, ironed) ?? asking(todo.first, plan.pieces, ironed))
      : null,
    now,
  };
}

/** What the lane is about: what lies in the press, else what is to be done first. */
export const taskOf = ({ todo }: Pick<LaneState, 'todo'>): Task | null => (todo.inPress ? todo.press : todo.first);

/** What a pedal means now: the press when its clock is nearly out, else what can be done meanwhile; nothing where somebody has to be sure. */
export function handyTask({ todo, clock, action }: LaneState): Task | null {
  if (clock?.phase === 'running' && todo.meanwhile) return todo.meanwhile;
  return action?.sure ? null : todo.first;
}

/** Names what doing a task would tell. */
export const actOf = (task: Task | null): string => (task ? `${task.event} ${task.bed} ${task.step}` : '');

/** What is told when a task is done by one act: of a plate that is asked about, that it is hot. */
export function happeningsOf({ todo, heat }: LaneState, task: Task): Happening[] {
  return task === todo.first && heat.kind === 'ask' ? [{ kind: 'heat', celsius: heat.dial }] : [tellingOf(task)];
}
