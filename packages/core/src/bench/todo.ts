import type { Step } from '../stack/index.js';
import { gathered, gatheredOffRack, nextStep } from './gather.js';
import type { Guidance } from './guidance.js';
import type { Task } from './task.js';
import { clockOf, type Bed, type BenchPlan, type BenchState } from './state.js';

/** What hands can do now, at each place. */
export interface Todo {
  /** On the plate, or to be laid on it. */
  press: Task | null;
  /** Whether something lies in the press. */
  inPress: boolean;
  /** At the table: what is under way, or the next bed made ready. */
  table: Task | null;
  /** What cools, soonest first. */
  rack: Task[];
  /** Why nothing more is made ready although pieces wait; null where that is not so. */
  held: string | null;
  /** The one thing to do first; null when all is pressed. */
  first: Task | null;
  /** What can be done while the first runs its clock. */
  meanwhile: Task | null;
  /** What can be made ready while the first runs its clock, and is told by the closing that follows. */
  ahead: { pieces: number[]; steps: readonly Step[] } | null;
}

/** So many beds are made ready ahead of the press: more would lie about and take up lint. */
const AHEAD = 1;

function taskOf(
  plan: BenchPlan,
  { verdicts }: BenchState,
  { bed, pieces, step, startedAt, rest, hot }: Bed,
): Task | null {
  const what = plan.steps[step];
  if (!what) return null;
  const whole = clockOf(what);
  const stopped = whole !== null && hot > 0 ? { after: hot, of: whole } : null;
  // A clock runs whole seconds; one that was as good as out still closes the press.
  const left = stopped && startedAt === null ? Math.max(1, Math.ceil(stopped.of - stopped.after)) : whole;
  const seconds = rest ?? left;
  return {
    bed,
    pieces: pieces.filter((piece) => verdicts[piece]?.verdict !== 'spoiled'),
    step,
    what,
    clock: seconds === null ? null : { seconds, startedAt },
    event: seconds !== null && startedAt === null ? 'start' : 'done',
    stopped,
    before: [],
    after: [],
  };
}

const furthest = (tasks: readonly Task[]): Task | null =>
  tasks.reduce<Task | null>((best, one) => (!best || one.step > best.step ? one : best), null);

/**
 * What to do now. Whatever lies in the press comes first; else the bed that is furthest on, so that what is warm is finished before more is
 * begun; and while a clock runs, the next bed is made ready as far as there are jigs. `jigs`: how many the shop has, null when nobody counted
 * or none is needed; `guidance`: how hands are led. O(beds).
 */
export function todoOf(
  plan: BenchPlan,
  state: BenchState,
  jigs: number | null = null,
  guidance: Guidance = 'every step',
): Todo {
  const open = state.beds.filter(({ over }) => over === 'no');
  const begun = open.filter(({ step, startedAt }) => step > 0 || startedAt !== null);
  const at = (place: Step['at']) =>
    begun.flatMap((bed) => (plan.steps[bed.step]?.at === place ? (taskOf(plan, state, bed) ?? []) : []));
  const lies = ({ step, clock }: Task) => (clock?.startedAt ?? null) !== null || plan.steps[step - 1]?.at === 'press';
  const atPress = at('press');
  const inside = furthest(atPress.filter(lies));
  const ready = atPress.filter((task) => !lies(task));
  const press = inside ?? furthest(ready);
  const next = open.find(({ step, startedAt }) => step === 0 && startedAt === null);
  const under = furthest(at('table'));
  const free = jigs === null || jigs <= 0 || (begun.length + 1) * plan.atOnce <= jigs || begun.length === 0;
  const room = ready.length < AHEAD || press === null;
  const begin = next && free && room ? taskOf(plan, state, next) : null;
  const table = under ?? (begin?.what.at === 'table' ? begin : null);
  // A plan may begin at the press itself.
  const opening = press ?? (begin?.what.at === 'press' ? begin : null);
  const rack = at('rack').sort((a, b) => endOf(a) - endOf(b));
  const first =
    inside ??
    (opening && table ? (table.step > opening.step ? table : opening) : (opening ?? table ?? rack[0] ?? null));
  const busy = inside !== null && (inside.clock?.startedAt ?? null) !== null;
  const told = (task: Task | null) => task && gathered(plan, task, guidance);
  const led = guidance === 'every step';
  return {
    press: told(opening),
    inPress: inside !== null,
    table: told(table),
    rack: rack.map((task) => gatheredOffRack(plan, task, guidance)),
    held: next && !free ? `All ${jigs ?? 0} jigs are in use.` : null,
    first: told(first),
    meanwhile: busy && led ? table : null,
    ahead: busy && !led && table ? { pieces: table.pieces, steps: tableSteps(plan, table.step) } : null,
  };
}

/** What hands do at the table from a step on, before it comes to the press. */
const tableSteps = (plan: BenchPlan, from: number): Step[] =>
  plan.steps.slice(
    from,
    nextStep(plan, from, (step) => plan.steps[step]?.at !== 'table'),
  );

const endOf = ({ clock }: Task): number =>
  clock?.startedAt ? Date.parse(clock.startedAt) + clock.seconds * 1000 : Infinity;
