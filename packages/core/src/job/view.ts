import { checkArt, proposePlacement, type ArtCheck, type Placement } from '../art/index.js';
import { benchState, type BenchState } from '../bench/index.js';
import { fitnessOf, makeTemplate, proposeBleed, type Fitness, type Template } from '../blank/index.js';
import { blocking, bySeverity, overrule, STAGES, type Decision, type Finding, type Stage } from '../finding/index.js';
import { checkSheet, GAP_LIMITS, isLayout, layOut, type Layout, type NoFit } from '../sheet/index.js';
import type { Media, Press, Printer } from '../shop/index.js';
import { checkStack, planStack, type StackPlan } from '../stack/index.js';
import type { UnitPrinter } from '../units/index.js';
import type { JobFile, RunPlan, ShopFloor } from './job.js';

/** Everything that follows from a job: computed, never stored, the same on the server and on the screen. */
export interface JobView extends JobFile {
  fitness: Fitness | null;
  bleed: Decision<number> | null;
  template: Template | null;
  placement: Placement | null;
  artCheck: ArtCheck | null;
  media: Media | null;
  printer: Printer | null;
  gap: number;
  /** Transfers to print: one for each side of each piece. */
  transfers: number;
  layout: Layout | NoFit | null;
  press: Press | null;
  stack: StackPlan | null;
  bench: BenchState | null;
  /** All findings, worst first within each stage. */
  findings: Record<Stage, Finding[]>;
  /** Findings that stand in the way of leaving a stage. */
  blocks: Record<Stage, Finding[]>;
}

/** The paper chosen, or the one of which the least is wasted. */
function chooseMedia(
  file: JobFile,
  floor: ShopFloor,
  template: Template,
  transfers: number,
  gap: number,
): Media | null {
  const chosen = floor.media.find((m) => m.id === file.job.mediaId);
  if (chosen) return chosen;
  const piece = { width: template.bleedBox.width, height: template.bleedBox.height };
  let best: { media: Media; use: number } | null = null;
  for (const media of floor.media) {
    const outcome = layOut({ piece, count: transfers, media, gap });
    if (isLayout(outcome) && (best === null || outcome.use > best.use + 1e-9)) best = { media, use: outcome.use };
  }
  return best?.media ?? floor.media[0] ?? null;
}

function choosePress(file: JobFile, floor: ShopFloor, template: Template): Press | null {
  const chosen = floor.presses.find((p) => p.id === file.job.pressId);
  if (chosen) return chosen;
  const { width, height } = template.bleedBox;
  const takes = ({ platen: { width: w, depth: d } }: Press) =>
    (width <= w && height <= d) || (height <= w && width <= d);
  return floor.presses.find(takes) ?? floor.presses[0] ?? null;
}

/** Works out everything that follows from a job's choices. Pure; the coverage grid and the layout dominate its cost. */
export function viewJob(file: JobFile, floor: ShopFloor, print: UnitPrinter): JobView {
  const { job, blank, art, plan, events } = file;
  const findings: Record<Stage, Finding[]> = { blank: [], art: [], sheet: [], stack: [], press: [], inspect: [] };
  const gap = job.gap ?? GAP_LIMITS.usual;
  const view: JobView = {
    ...file,
    fitness: null,
    bleed: null,
    template: null,
    placement: null,
    artCheck: null,
    media: null,
    printer: null,
    gap,
    transfers: job.pieces * (blank?.sides.length ?? 1),
    layout: null,
    press: null,
    stack: null,
    bench: plan ? benchState(plan.steps, plan.pieces, events) : null,
    findings,
    blocks: { ...findings },
  };
  if (blank) {
    view.fitness = fitnessOf(blank);
    view.bleed = overrule(proposeBleed(blank), job.bleed);
    view.template = makeTemplate(blank.outline, view.bleed.value);
    findings.blank.push(...view.fitness.findings);
    if (art) {
      view.placement = job.placement ?? proposePlacement(view.template, art.facts);
      view.artCheck = checkArt(art, view.placement, view.template, blank, print);
      findings.art.push(...view.artCheck.findings);
    }
    view.media = chooseMedia(file, floor, view.template, view.transfers, gap);
    view.printer = floor.printers.find((p) => p.id === view.media?.printerId) ?? null;
    if (view.media && view.printer) {
      const { width, height } = view.template.bleedBox;
      view.layout = layOut({ piece: { width, height }, count: view.transfers, media: view.media, gap });
      findings.sheet.push(...checkSheet(view.layout, view.media, view.printer, print));
    }
    view.press = choosePress(file, floor, view.template);
    if (view.press) {
      view.stack = planStack(blank, view.template, view.press, job.overrides);
      findings.stack.push(...checkStack(view.stack, blank, view.template, print));
    }
  }
  if (!blank)
    findings.blank.push(
      missing(
        'blank',
        'No blank chosen yet',
        'Everything else follows from what is printed on.',
        'Pick one from the shelf, or type the size of your own.',
      ),
    );
  if (!art)
    findings.art.push(
      missing(
        'art',
        'No art yet',
        'There is nothing to print.',
        'Drop a PNG or JPEG here, or take one of the demo pictures.',
      ),
    );
  for (const stage of STAGES) {
    findings[stage] = bySeverity(findings[stage]);
    view.blocks[stage] = blocking(findings[stage], job.waivers);
  }
  return view;
}

const missing = (stage: Stage, title: string, why: string, remedy: string): Finding => ({
  code: `${stage}.missing`,
  severity: 'stop',
  title,
  why,
  remedy,
  where: { stage },
  waivable: false,
});

/** Blocks of all stages up to and with the given one, in order. */
export const blocksUpTo = (view: JobView, stage: Stage): Finding[] =>
  STAGES.slice(0, STAGES.indexOf(stage) + 1).flatMap((s) => view.blocks[s]);

/** The plan as it goes to the press at `frozenAt` (ISO 8601); null while there is no blank or no press to plan for. */
export function runPlanOf({ job, blank, stack }: JobView, frozenAt: string): RunPlan | null {
  if (!blank || !stack) return null;
  const { press, settings, layers, steps } = stack;
  return { frozenAt, pieces: job.pieces, blank, press, settings, layers, steps };
}
