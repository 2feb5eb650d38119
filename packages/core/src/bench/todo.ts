import type { Step } from '../stack/index.js';
import { clockOf, type Bed, type BenchPlan, type BenchState } from './state.js';

/** A step that is due on a bed, and how it is told that it happened. */
export interface Task {
  bed: number;
  pieces: number[];
  step: number;
  what: Step;
  /** Its clock; null when it runs none. */
  clock: { seconds: number; startedAt: string | null } | null;
  event: 'start' | 'done';
  /** It was under the plate before and was stopped: for so many of so many seconds. Null: it was not. */
  stopped: { after: number; of: number } | null;
}

/** What is told when a task is done: an event without its head. */
export interface Told {
  kind: 'start' | 'done';
  bed: number;
  step: number;
  /** Of a start alone. */
  seconds?: number;
}
/** What is told when a task is done: what was stopped is finished with the seconds that are left. */
export function tellingOf({ event, bed, step, clock, stopped }: Task): Told {
  if (event === 'start' && stopped && clock) return { kind: event, bed, step, seconds: clock.seconds };
  return { kind: event, bed, step };
}
/** What is told when what was stopped is pressed whole again. */
export const wholeAgain = ({ bed, step }: Task): Told => ({ kind: 'start', bed, step });

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
}

/** Pieces counted from 0, as a screen names them: “Piece 3 of 8”, “Pieces 3 and 4 of 8”, “Pieces 1 to 4 of 8”. */
export function namePieces(pieces: readonly number[], of: number): string {
  const [first = 0] = pieces;
  const last = pieces.at(-1) ?? first;
  if (pieces.length <= 1) return `Piece ${first + 1} of ${of}`;
  if (pieces.length > 2 && last - first === pieces.length - 1) return `Pieces ${first + 1} to ${last + 1} of ${of}`;
  const named = pieces.map((piece) => String(piece + 1));
  return `Pieces ${named.slice(0, -1).join(', ')} and ${named.at(-1) ?? ''} of ${of}`;
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
  };
}

const furthest = (tasks: readonly Task[]): Task | null =>
  tasks.reduce<Task | null>((best, one) => (!best || one.step > best.step ? one : best), null);

/**
 * What to do now. Whatever lies in the press comes first; else the bed that is furthest on, so that what is warm is finished before more is
 * begun; and while a clock runs, the next bed is made ready as far as there are jigs. `jigs`: how many the shop has, null when nobody counted
 * or none is needed. O(beds).
 */
export function todoOf(plan: BenchPlan, state: BenchState, jigs: number | null = null): Todo {
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
  return {
    press: opening,
    inPress: inside !== null,
    table,
    rack,
    held: next && !free ? `Every jig is under way: ${jigs ?? 0} of them.` : null,
    first,
    meanwhile: busy ? (table ?? null) : null,
  };
}

const endOf = ({ clock }: Task): number =>
  clock?.startedAt ? Date.parse(clock.startedAt) + clock.seconds * 1000 : Infinity;
