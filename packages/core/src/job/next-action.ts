import {
  allPressed,
  asPressed,
  bedOf,
  isFarOff,
  namePieces,
  plateHeat,
  tellingOf,
  todoOf,
  type BenchState,
  type PlateHeat,
  type PressedCourse,
  type Task,
  type Told,
} from '../bench/index.js';
import { filmInText } from '../blank/index.js';
import type { UnitPrinter } from '../units/index.js';
import { STAGES, titleOf, type Stage } from '../finding/index.js';
import { isLayout } from '../sheet/index.js';
import type { RunPlan } from './job.js';
import type { JobView } from './view.js';

/** The one command that moves a job on. */
export type Command =
  /** Nothing to do by command: the user has to choose or mend something on this screen. */
  | { kind: 'choose'; stage: Stage }
  /** Confirm this stage and go to the next. */
  | { kind: 'advance'; to: Stage }
  /** Go to a stage without confirming anything. */
  | { kind: 'go'; to: Stage }
  /** Freeze the plan and go to the press. */
  | { kind: 'start-press' }
  | { kind: 'bench'; told: Told }
  /** Says that the plate is hot. */
  | { kind: 'heat'; celsius: number }
  | { kind: 'all-good'; pieces: number[] }
  | { kind: 'close' };

export interface NextAction {
  /** The stage it happens at. */
  stage: Stage;
  /** One plain sentence. */
  sentence: string;
  label: string;
  command: Command;
  /** It is hardly ever meant: no key or pedal does it, and whoever taps it is asked. */
  sure?: { title: string; why: string; label: string };
}

/** How many jigs limit what is under way; null: none are needed, or nobody counted. */
export const jigsOf = ({ blank }: RunPlan): number | null => (blank.jig ? blank.jigs : null);

const plural = (n: number, one: string, many = `${one}s`) => `${n} ${n === 1 ? one : many}`;
const stageName = (stage: Stage) => stage.charAt(0).toUpperCase() + stage.slice(1);

/** What a screen knows beside the job: the moment, what the plate reads now, °C (null: nothing measures it; undefined: not told yet), and what plates read while the clocks of this job ran. */
export interface Seen {
  now: string;
  reading: number | null | undefined;
  courses: readonly PressedCourse[];
  print: UnitPrinter;
}

/** What is asked of the plate before it is closed; null: nothing. */
export function heatAction(heat: PlateHeat, first: Task, print: UnitPrinter): Omit<NextAction, 'stage'> | null {
  switch (heat.kind) {
    case 'fine':
      return null;
    case 'ask':
      return {
        sentence: `Look at the press: is the plate at ${print.temperature(heat.dial)}?`,
        label: 'Yes, it is hot',
        command: { kind: 'heat', celsius: heat.dial },
      };
    case 'cold': {
      const minutes = Math.ceil(heat.wait / 60);
      const is = `the plate is at ${print.temperature(heat.celsius).split(' ')[0] ?? ''} of ${print.temperature(heat.dial)}`;
      return {
        sentence: `Wait: ${is}, about ${plural(minutes, 'minute')}.`,
        label: 'Close it cold…',
        command: { kind: 'bench', told: tellingOf(first) },
        sure: {
          title: 'Close the press on a cold plate?',
          why: `${is.charAt(0).toUpperCase()}${is.slice(1)}. Dye that does not turn to gas stays on the paper, and the print comes out pale. What the plate read is kept with what lies on it, proves nothing, and is asked about when the piece is judged.`,
          label: 'Close it cold',
        },
      };
    }
  }
}

function atBench(view: JobView, seen: Seen | null): NextAction {
  const { plan, bench } = view;
  if (!plan || !bench)
    return {
      stage: 'press',
      sentence: 'The plan is not frozen yet: look it over once more.',
      label: 'To the stack',
      command: { kind: 'go', to: 'stack' },
    };
  const { first } = todoOf(plan, bench, jigsOf(plan));
  if (!first) {
    return {
      stage: 'press',
      sentence: `All ${plural(plan.pieces, 'piece')} pressed. Look at each one while it is fresh.`,
      label: 'Inspect',
      command: { kind: 'advance', to: 'inspect' },
    };
  }
  const heat = seen && heatAction(plateHeat(plan, bench, first, seen), first, seen.print);
  return { stage: 'press', ...(heat ?? asking(first, plan.pieces, isIron(plan, bench))) };
}

/** Whether a run is at a hand iron, which is set down and lifted where a press is closed and opened. */
export const isIron = (plan: RunPlan, { press }: Pick<BenchState, 'press'>): boolean =>
  plan.press.kind === 'hand iron' && plan.press.id === press.id;

const AT_PRESS = {
  close: 'close the press',
  closed: 'Closed: start the clock',
  atZero: 'Open at zero',
  over: 'Opened',
};
const AT_IRON = {
  close: 'set the iron down',
  closed: 'It is down: start the clock',
  atZero: 'Lift it at zero',
  over: 'Lifted',
};

/** How a step that is due is asked for, and how it is told. */
export function asking(task: Task, of: number, ironed = false): Omit<NextAction, 'stage'> {
  const { pieces, what, clock, stopped } = task;
  const named = of > 1 ? `${namePieces(pieces, of)}: ` : '';
  const lower = (text: string) => (named ? text.charAt(0).toLowerCase() + text.slice(1) : text);
  const command: Command = { kind: 'bench', told: tellingOf(task) };
  const words = ironed ? AT_IRON : AT_PRESS;
  if (what.at === 'rack')
    return { sentence: `${named}${lower('Off the rack when it is cool')}.`, label: 'It is cool', command };
  if (clock?.startedAt) return { sentence: `${named}${lower(words.atZero)}.`, label: words.over, command };
  if (clock && stopped)
    return {
      sentence: `${named}${lower('Closed for')} ${Math.round(stopped.after)} of ${stopped.of} s so far. Close it for the other ${clock.seconds} s.`,
      label: 'Closed: finish it',
      command,
    };
  if (clock) return { sentence: `${named}${lower(what.title)}: ${words.close}.`, label: words.closed, command };
  if (what.kind === 'recover')
    return { sentence: `${named}${lower(what.title)}.`, label: 'It is hot: start the clock', command };
  return { sentence: `${named}${lower(what.title)}.`, label: 'Done', command };
}

function atInspect(view: JobView, seen: Seen | null): NextAction {
  const { plan, bench, job } = view;
  if (!plan || !bench || !allPressed(bench)) {
    return {
      stage: 'inspect',
      sentence: 'Not every piece is pressed yet.',
      label: 'To the press',
      command: { kind: 'go', to: 'press' },
    };
  }
  const open = bench.verdicts.flatMap((verdict, piece) => (verdict ? [] : [piece]));
  const spoiled = bench.verdicts.filter((v) => v?.verdict === 'spoiled').length;
  if (job.status === 'closed') {
    return {
      stage: 'inspect',
      sentence: `Closed: ${plan.pieces - spoiled} good, ${spoiled} spoiled.`,
      label: 'Next job',
      command: { kind: 'close' },
    };
  }
  if (open.length > 0) {
    const pressed = asPressed(plan, bench, seen?.courses ?? []);
    const asPlanned = open.filter((piece) => !pressed.get(bedOf(plan, piece))?.departures.some(isFarOff));
    if (asPlanned.length === 0) {
      return {
        stage: 'inspect',
        sentence: `${namePieces(open, plan.pieces)}: not pressed as planned. Look at ${open.length === 1 ? 'it by itself' : 'each by itself'}.`,
        label: open.length === 1 ? 'Judge it above' : 'Judge them above',
        command: { kind: 'choose', stage: 'inspect' },
      };
    }
    const rest = asPlanned.length < plan.pieces;
    return {
      stage: 'inspect',
      sentence: `Mark any spoiled piece. ${rest ? `The other ${asPlanned.length}` : plural(asPlanned.length, 'piece')} good?`,
      label: rest ? 'The rest is good' : 'All good',
      command: { kind: 'all-good', pieces: asPlanned },
    };
  }
  return {
    stage: 'inspect',
    sentence: `${plan.pieces - spoiled} good, ${spoiled} spoiled. Close the job.`,
    label: 'Close the job',
    command: { kind: 'close' },
  };
}

const READY: Record<'blank' | 'art' | 'sheet' | 'stack', (view: JobView) => string> = {
  blank: ({ blank, fitness, film }) =>
    film
      ? `${blank?.name ?? ''}: ${filmInText(film)}. Next, the picture.`
      : `${blank?.name ?? ''}: ${fitness?.verdict === 'wrong process' ? fitness.verdict : (fitness?.seen.join(', ') ?? '')}. Next, the picture.`,
  art: ({ checks, arts }) => {
    const ppi = checks.flatMap((check) => (check.ppi === null ? [] : [check.ppi]));
    const name = arts.length === 1 ? (arts[0]?.name ?? 'The picture') : 'The art';
    return ppi.length > 0
      ? `${name} prints at ${Math.round(Math.min(...ppi))} pixels per inch. Next, the paper.`
      : `${name} prints sharp at any size. Next, the paper.`;
  },
  sheet: ({ layout, transfers, media }) =>
    `Print ${plural(transfers, 'transfer')} on ${layout && isLayout(layout) && media ? (media.kind === 'roll' ? `${plural(layout.sheets.length, 'length')} of ${media.name}` : `${plural(layout.sheets.length, 'sheet')} of ${media.name}`) : 'paper'}, at 100 %.`,
  stack: ({ stack, plan }) =>
    plan
      ? 'The plan is frozen as it went to the press.'
      : stack
        ? `Warm ${stack.press.name} to its dial, about ${Math.max(1, Math.round(stack.press.warmUp / 60))} min from cold; cut the paper meanwhile.`
        : 'Warm the press, and cut the paper.',
};

/**
 * The one sentence and the one command that move a job on, seen from a stage. A block of this stage or an earlier one
 * comes first; then the stage's own business. `seen`: asked from a screen, which knows more than the job.
 */
export function nextAction(view: JobView, at: Stage, seen: Seen | null = null): NextAction {
  const { job } = view;
  if (at === 'inspect' && view.plan) return atInspect(view, seen);
  if (at === 'press' && view.plan) return atBench(view, seen);
  for (const stage of STAGES.slice(0, STAGES.indexOf(at) + 1)) {
    const block = view.plan ? undefined : view.blocks[stage][0];
    if (!block) continue;
    if (stage !== at)
      return {
        stage,
        sentence: `${titleOf(block)}.`,
        label: `Back to ${stageName(stage)}`,
        command: { kind: 'go', to: stage },
      };
    return {
      stage,
      sentence: block.remedy,
      label: block.waivable ? 'Mend or waive it above' : 'Waiting for it',
      command: { kind: 'choose', stage },
    };
  }
  if (at === 'press') return atBench(view, seen);
  if (at === 'inspect') return atInspect(view, seen);
  const next = STAGES[STAGES.indexOf(at) + 1] ?? 'inspect';
  const sentence = READY[at](view);
  if (
    STAGES.indexOf(job.reached) > STAGES.indexOf(at) &&
    STAGES.indexOf(job.reached) >= STAGES.indexOf('press') &&
    view.plan
  ) {
    return {
      stage: at,
      sentence: 'This job is at the press.',
      label: `Back to ${stageName(job.reached)}`,
      command: { kind: 'go', to: job.reached },
    };
  }
  if (at === 'stack') return { stage: at, sentence, label: 'Start at the press', command: { kind: 'start-press' } };
  return { stage: at, sentence, label: `On to ${stageName(next)}`, command: { kind: 'advance', to: next } };
}

/** How ripe a stage is, for its tile: done, at hand, or still to come. */
export function ripeness(
  view: Pick<JobView, 'job' | 'blocks' | 'plan' | 'bench'>,
  stage: Stage,
): 'done' | 'blocked' | 'todo' {
  const { job } = view;
  if (job.status === 'closed') return 'done';
  if (stage === 'press' && view.bench && allPressed(view.bench)) return 'done';
  if (STAGES.indexOf(stage) >= STAGES.indexOf(job.reached)) return 'todo';
  return !view.plan && view.blocks[stage].length > 0 ? 'blocked' : 'done';
}
