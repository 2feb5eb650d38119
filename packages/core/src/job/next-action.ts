import {
  allPressed,
  asPressed,
  bedOf,
  isFarOff,
  namePieces,
  plateHeat,
  todoOf,
  type Guidance,
  type PressedCourse,
} from '../bench/index.js';
import { filmInText } from '../blank/index.js';
import { capitalised, formatCount, type UnitPrinter } from '../units/index.js';
import { STAGES, titleOf, type Stage } from '../finding/index.js';
import { isLayout } from '../sheet/index.js';
import type { NextAction } from './action.js';
import { asking, heatAction, isIron } from './bench-action.js';
import { guidanceOf } from './guidance.js';
import type { RunPlan } from './job.js';
import type { JobView } from './view.js';

/** How many jigs limit what is under way; null: none are needed, or nobody counted. */
export const jigsOf = ({ blank }: RunPlan): number | null => (blank.jig ? blank.jigs : null);

/** What a screen knows beside the job: the moment, what the plate reads now, °C (null: nothing measures it; undefined: not told yet), and what plates read while the clocks of this job ran. */
export interface Seen {
  now: string;
  reading: number | null | undefined;
  courses: readonly PressedCourse[];
  /** How whoever stands at this screen likes to be led at the press; null: never said. */
  liked: Guidance | null;
  print: UnitPrinter;
}

function atBench(view: JobView, seen: Seen | null): NextAction {
  const { plan, bench } = view;
  if (!plan || !bench)
    return {
      stage: 'press',
      sentence: 'The plan is not frozen yet: check it once more.',
      label: 'To the stack',
      command: { kind: 'go', to: 'stack' },
    };
  const { first } = todoOf(plan, bench, jigsOf(plan), guidanceOf(plan, bench, seen?.liked));
  if (!first) {
    return {
      stage: 'press',
      sentence: `All ${formatCount(plan.pieces, 'piece')} pressed. Look at each one while it is fresh.`,
      label: 'Inspect',
      command: { kind: 'advance', to: 'inspect' },
    };
  }
  const heat = seen && heatAction(plateHeat(plan, bench, first, seen), first, seen.print, isIron(plan, bench));
  return { stage: 'press', ...(heat ?? asking(first, plan.pieces, isIron(plan, bench))) };
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
      label: 'Pack',
      command: { kind: 'go', to: 'pack' },
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
      sentence: `Mark any spoiled piece. ${rest ? `The other ${asPlanned.length}` : formatCount(asPlanned.length, 'piece')} good?`,
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

function atPack({ job, plan }: JobView): NextAction {
  if (!plan || job.status === 'open')
    return {
      stage: 'pack',
      sentence: plan ? 'Look at every piece before it is packed.' : 'Nothing is pressed yet.',
      label: plan ? 'To inspection' : 'To the press',
      command: { kind: 'go', to: plan ? 'inspect' : 'press' },
    };
  const sentence = 'Show each label to the camera, or touch the piece: it goes into its bag.';
  return job.order
    ? { stage: 'pack', sentence, label: 'To the order', command: { kind: 'order', id: job.order.id } }
    : { stage: 'pack', sentence, label: 'Next job', command: { kind: 'close' } };
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
    `Print ${formatCount(transfers, 'transfer')} on ${layout && isLayout(layout) && media ? (media.kind === 'roll' ? `${formatCount(layout.sheets.length, 'length')} of ${media.name}` : `${formatCount(layout.sheets.length, 'sheet')} of ${media.name}`) : 'paper'}, at 100 %.`,
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
  if (job.study && (at === 'press' || at === 'inspect') && isOffThePress(view))
    return {
      stage: at,
      sentence: `Swatch ${job.study.swatch} is pressed. Cover it: it gives off ink again.`,
      label: 'Back to the study',
      command: { kind: 'study', id: job.study.id },
    };
  if (at === 'pack') return atPack(view);
  if (at === 'inspect' && view.plan) return atInspect(view, seen);
  if (at === 'press' && view.plan) return atBench(view, seen);
  for (const stage of STAGES.slice(0, STAGES.indexOf(at) + 1)) {
    const block = view.plan ? undefined : view.blocks[stage][0];
    if (!block) continue;
    if (stage !== at)
      return {
        stage,
        sentence: `${titleOf(block)}.`,
        label: `Back to ${capitalised(stage)}`,
        command: { kind: 'go', to: stage },
      };
    return {
      stage,
      sentence: block.remedy,
      label: block.waivable ? 'Fix or waive it above' : 'Waiting for it',
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
      label: `Back to ${capitalised(job.reached)}`,
      command: { kind: 'go', to: job.reached },
    };
  }
  if (at === 'stack') return { stage: at, sentence, label: 'Start at the press', command: { kind: 'start-press' } };
  return { stage: at, sentence, label: `On to ${capitalised(next)}`, command: { kind: 'advance', to: next } };
}

/** Whether all that is left is to let it cool. */
function isOffThePress({ plan, bench }: JobView): boolean {
  return (
    plan !== null &&
    bench !== null &&
    bench.beds.every(({ step, over }) => over !== 'no' || plan.steps.slice(step).every(({ at }) => at === 'rack'))
  );
}

/** How ripe a stage is, for its tile: done, at hand, or still to come. */
export function ripeness(
  view: Pick<JobView, 'job' | 'blocks' | 'plan' | 'bench' | 'bagged'>,
  stage: Stage,
): 'done' | 'blocked' | 'todo' {
  const { job } = view;
  if (stage === 'pack') {
    const good = view.bench?.verdicts.filter((verdict) => verdict?.verdict === 'good').length ?? 0;
    return good > 0 && (view.bagged ?? 0) >= good ? 'done' : 'todo';
  }
  if (job.status === 'closed') return 'done';
  if (stage === 'press' && view.bench && allPressed(view.bench)) return 'done';
  if (STAGES.indexOf(stage) >= STAGES.indexOf(job.reached)) return 'todo';
  return !view.plan && view.blocks[stage].length > 0 ? 'blocked' : 'done';
}
