import {
  checkDesign,
  checkRun,
  checkSizes,
  composedSides,
  fieldsOf,
  isPrinted,
  itemsShown,
  trimmedSide,
  valuesOf,
  type ComposedSide,
  type Palette,
  type SideCheck,
} from '../art/index.js';
import { benchState, type BenchEvent, type BenchState } from '../bench/index.js';
import {
  comesInPairs,
  filmFor,
  fitnessOf,
  isHardGoods,
  proposeBleed,
  readsRight,
  type Film,
  templatesOf,
  type Blank,
  type Fitness,
  type Template,
} from '../blank/index.js';
import { blocking, bySeverity, overrule, STAGES, type Decision, type Finding, type Stage } from '../finding/index.js';
import {
  canFold,
  checkPrinting,
  checkSheet,
  GAP_LIMITS,
  TORN_GAP,
  isLayout,
  levelSeamCost,
  paperUse,
  planSheets,
  quietMap,
  seamCost,
  type Layout,
  type NoFit,
  type SheetPlan,
  type TiledSide,
  type Tray,
  type TrayRequest,
} from '../sheet/index.js';
import { memoised } from '../memo/index.js';
import { USUAL_HOUSE, type HouseRules, type Media, type Press, type Printer } from '../shop/index.js';
import {
  checkStack,
  fitsPlate,
  isFolded,
  unsuited,
  type Planned,
  type SeamLook,
  type StackPlan,
} from '../stack/index.js';
import type { Face, FontId } from '../text/index.js';
import { MM_PER_INCH, type UnitPrinter } from '../units/index.js';
import { approvalState } from './approval.js';
import { choosePaper } from './paper.js';
import { stackOf } from './planned.js';
import { approvalVoid, missing, namedBySide, noFilm, pairFindings, shortOf, unwritten } from './view-findings.js';
import type { JobFile, RunPlan, ShopFloor } from './job.js';

/** Everything that follows from a job: computed, never stored, the same on the server and on the screen. */
export interface JobView extends JobFile {
  fitness: Fitness | null;
  /** The film that is pressed on instead of dye; null: it is dyed. */
  film: Film | null;
  bleed: Decision<number> | null;
  /** One for each side. */
  templates: Template[];
  /** That of the first side which is printed. */
  template: Template | null;
  /** What is printed on each side, for the piece that is looked at. */
  sides: ComposedSide[];
  /** The same as they are cut out of paper: the template of a spot print is trimmed to its art. */
  cutOut: ComposedSide[];
  checks: SideCheck[];
  /** The sides that get a transfer, in order; all of them while nothing is designed. */
  printed: number[];
  /** The fields that the text asks for. */
  fields: string[];
  media: Media | null;
  printer: Printer | null;
  gap: number;
  /** What the transfers are made of; null while there is no blank or no paper. */
  trayRequest: TrayRequest | null;
  tray: Tray | null;
  /** The sides that are cut into parts, with their seams. */
  tiled: TiledSide[];
  /** Transfers to print: one for each side of each piece, or for each part of it. */
  transfers: number;
  sheets: SheetPlan | null;
  layout: Layout | NoFit | null;
  /** Whether both sides could go on one sheet that folds; and whether they do. */
  foldable: boolean;
  folded: boolean;
  press: Press | null;
  /** What the plan is made for; null while there is nothing to plan. */
  planned: Planned | null;
  stack: StackPlan | null;
  bench: BenchState | null;
  /** Whether the customer has approved what stands now. */
  approval: 'none' | 'approved' | 'void';
  /** All findings, worst first within each stage. */
  findings: Record<Stage, Finding[]>;
  /** Findings that stand in the way of leaving a stage. */
  blocks: Record<Stage, Finding[]>;
}

/** The press chosen, or the first that takes goods of the kind and the whole print. */
function choosePress(file: JobFile, floor: ShopFloor, blank: Blank, template: Template): Press | null {
  const chosen = floor.presses.find((p) => p.id === file.job.pressId);
  if (chosen) return chosen;
  const takes = (press: Press) => fitsPlate(template.bleedBox, press);
  const suited = floor.presses.filter((press) => unsuited(blank, press) === null);
  return suited.find(takes) ?? suited[0] ?? floor.presses[0] ?? null;
}

/** What a seam between two pressings costs across a printed side: where its picture is quiet, it hardly shows. */
function lookAt(side: ComposedSide, style: Blank['style']): SeamLook {
  // Only a print that is pressed in sections is asked: its map is made then, and once.
  const map = () => quietMap(side);
  // The print that is pressed begins at the blank's edge where it runs over it, else with its bleed.
  const from = style === 'edge to edge' ? { x: 0, y: 0 } : side.template.bleedBox;
  return { across: (x) => seamCost(map(), from.x + x), down: (y) => levelSeamCost(map(), from.y + y) };
}

/** What somebody with scissors and a rule in the shop's unit cuts protective paper to, mm: 5 mm, 1/4 in. */
const CUT_TO = { mm: 5, in: MM_PER_INCH / 4 } as const;

/** The blank with just the sides that are pressed. */
const pressedSides = memoised('blank', ({ blank, printed }: { blank: Blank; printed: readonly number[] }): Blank => ({
  ...blank,
  sides: blank.sides.filter((_, side) => printed.includes(side)),
}));
const pressedPart = (blank: Blank, printed: readonly number[]): Blank => pressedSides({ blank, printed });

/** Goods as a film takes them: it is as large as its art, whatever they are. */
const underFilm = memoised('blank', ({ blank }: { blank: Blank }): Blank => ({ ...blank, style: 'spot' }));

const fitness = memoised('blank', ({ blank }: { blank: Blank }): Fitness => fitnessOf(blank));

/** Rules of the house with those that the job has otherwise. */
const rulesOf = memoised(
  'house',
  ({ house, own }: { house: HouseRules; own: JobFile['job']['overrides']['house'] }): HouseRules => ({
    ...house,
    ...own,
  }),
);

/** What a view is made with beside the job itself. */
export interface Sight {
  /** Fonts at hand; lines of text whose font is not there yet are left out. */
  faces?: ReadonlyMap<FontId, Face>;
  /** The piece that is looked at, from 0; it fills the fields of the text. */
  piece?: number;
  /** Now, ISO 8601; left out where nobody knows the time: then nothing is called overdue. */
  today?: string;
}

const NO_FACES: ReadonlyMap<FontId, Face> = new Map();

/** The state of a run by its events: a list that was replayed once need not be again, however often the job is looked at. */
const replayed = new WeakMap<readonly BenchEvent[], { plan: RunPlan; state: BenchState }>();
function stateOf(plan: RunPlan, events: readonly BenchEvent[]): BenchState {
  const known = replayed.get(events);
  if (known?.plan === plan) return known.state;
  const state = benchState(plan, events);
  replayed.set(events, { plan, state });
  return state;
}

/** The same job after more has happened at the press: all else in a view follows from the choices alone. O(events). */
export const atBench = (view: JobView, events: BenchEvent[]): JobView => ({
  ...view,
  events,
  bench: view.plan ? stateOf(view.plan, events) : null,
});

/** Works out everything that follows from a job's choices. Pure; the coverage grid and the layout dominate its cost. */
export function viewJob(file: JobFile, floor: ShopFloor, print: UnitPrinter, sight: Sight = {}): JobView {
  const { job, arts, plan, events } = file;
  const film = file.blank && job.overrides.process === 'film' ? filmFor(file.blank) : null;
  const blank = file.blank && film ? underFilm({ blank: file.blank }) : file.blank;
  const readable = readsRight(film);
  const findings: Record<Stage, Finding[]> = {
    blank: [],
    art: [],
    sheet: [],
    stack: [],
    press: [],
    inspect: [],
    pack: [],
  };
  const rules = rulesOf({ house: floor.house ?? USUAL_HOUSE, own: job.overrides.house });
  const torn = rules.lines === 'torn edge' && blank !== null && !isHardGoods(blank.family) && !film;
  const gap = job.gap ?? (torn ? TORN_GAP : GAP_LIMITS.usual);
  const view: JobView = {
    ...file,
    fitness: null,
    film,
    bleed: null,
    templates: [],
    template: null,
    sides: [],
    cutOut: [],
    checks: [],
    printed: [],
    fields: fieldsOf(job.design),
    media: null,
    printer: null,
    gap,
    trayRequest: null,
    tray: null,
    tiled: [],
    transfers: job.pieces,
    sheets: null,
    layout: null,
    foldable: false,
    folded: false,
    press: null,
    planned: null,
    stack: null,
    bench: plan ? stateOf(plan, events) : null,
    approval: approvalState(file),
    findings,
    blocks: { ...findings },
  };
  const palette: Palette = { arts, faces: sight.faces ?? NO_FACES };
  if (blank) {
    view.fitness = fitness({ blank });
    view.bleed = overrule(proposeBleed(blank), job.bleed);
    view.templates = templatesOf(blank, view.bleed.value);
    // What dye does on the cloth is of no account to a film.
    if (!film) findings.blank.push(...view.fitness.findings);
    if (job.overrides.process === 'film' && !film) findings.blank.push(noFilm);
    if (!plan && blank.stock !== null && blank.stock < job.pieces)
      findings.blank.push(shortOf(blank.stock, job.pieces));
    if (!plan && comesInPairs(blank)) findings.blank.push(...pairFindings(job.run, job.pieces));
    const values = valuesOf(job.run, sight.piece ?? 0);
    view.sides = composedSides(job.design, view.templates, palette, values);
    view.cutOut = view.sides.map((side, i) => trimmedSide(side, itemsShown(job.design, i)));
    if (isDesigned(job)) {
      view.checks = checkDesign(view.sides, job.design, blank, print);
      findings.art.push(
        ...namedBySide(
          view.checks.flatMap((check) => check.findings).filter(({ code }) => !readable || code !== 'art.pale'),
          blank,
        ),
      );
      findings.art.push(
        ...checkRun(job.design, job.run, view.templates, palette, print),
        ...checkSizes(job.run, blank),
      );
      if (view.approval === 'void') findings.art.push(approvalVoid(job.approval?.by ?? ''));
    }
    const all = blank.sides.map((_, side) => side);
    view.printed = isDesigned(job) ? all.filter((side) => isPrinted(job.design, side)) : all;
    view.foldable = canFold(view.sides, view.printed);
    // What goes on a jig is folded as the house does its socks: the same choice, wherever it is made.
    view.folded = view.foldable && (blank.jig === null ? job.sheet.folded : isFolded(blank, rules));
    const onPress = pressedPart(blank, view.printed);
    const template = view.cutOut[view.printed[0] ?? 0]?.template;
    if (template && view.printed.length > 0) {
      view.template = template;
      const { cutOut: sides, printed } = view;
      const choices = { ...job.sheet, folded: view.folded };
      const base = {
        blank,
        sides,
        printed,
        pieces: job.pieces,
        named: job.run !== null,
        readable,
        choices,
        gap,
      };
      const paper = choosePaper(base, job.mediaId, floor);
      if (paper) {
        view.media = paper.media;
        view.printer = paper.printer;
        view.trayRequest = paper.trayRequest;
        view.tray = paper.request.tray;
        view.tiled = paper.tiled;
        view.transfers = view.tray.parts.length;
        view.sheets = planSheets(paper.request, choices);
        view.layout = view.sheets.layout;
        findings.sheet.push(...checkSheet(view.sheets, paper.media, paper.printer, print, readable));
        const need = isLayout(view.layout) ? paperUse(paper.media, view.layout.sheets) : null;
        findings.sheet.push(...checkPrinting(paper.printer, paper.media, need, print), ...unwritten(job));
      }
      view.press = choosePress(file, floor, blank, template);
      if (view.press) {
        const pressed = view.printed.flatMap((side) => view.cutOut[side] ?? []);
        view.planned = {
          blank: onPress,
          templates: pressed.map((side) => side.template),
          press: view.press,
          overrides: job.overrides,
          pieces: job.pieces,
          mediaId: view.media?.id ?? null,
          dye: view.printer?.dye ?? 'ink',
          ...(floor.house ? { house: floor.house } : {}),
          ...(floor.proven ? { proven: floor.proven } : {}),
          ...(floor.energy ? { energy: floor.energy * 1000 } : {}),
          cutTo: CUT_TO[print.units.length],
          sheets: view.printed.map((side) =>
            view.folded ? 'folded' : (view.tiled.find(({ tiling }) => tiling.side === side)?.tiling.join ?? 'whole'),
          ),
          look: (side) => {
            const composed = pressed[side];
            if (!composed) throw new RangeError(`there is no pressed side ${side}`);
            return lookAt(composed, blank.style);
          },
        };
        view.stack = stackOf(view.planned, pressed);
        findings.stack.push(...checkStack(view.stack, onPress, print, sight.today ?? null));
      }
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
  if (!isDesigned(job))
    findings.art.push(
      missing(
        'art',
        'No art yet',
        'There is nothing to print.',
        'Drop a picture here, take one of the demo pictures, or write a line of text.',
      ),
    );
  for (const stage of STAGES) {
    findings[stage] = bySeverity(findings[stage]);
    view.blocks[stage] = blocking(findings[stage], job.waivers);
  }
  return view;
}

/** Whether anything at all is to be printed. */
export const isDesigned = ({ design }: JobFile['job']): boolean => design.some((side) => side.items.length > 0);

/** Blocks of all stages up to and with the given one, in order. */
export const blocksUpTo = (view: JobView, stage: Stage): Finding[] =>
  STAGES.slice(0, STAGES.indexOf(stage) + 1).flatMap((s) => view.blocks[s]);

/** The plan as it goes to the press at `frozenAt` (ISO 8601); null while there is no blank or no press to plan for. */
export function runPlanOf({ job, blank, stack, printed, media, film }: JobView, frozenAt: string): RunPlan | null {
  if (!blank || !stack) return null;
  const { press, settings, sides, steps, dial, house, cycle } = stack;
  return {
    frozenAt,
    pieces: job.pieces,
    atOnce: cycle.atOnce,
    blank: pressedPart(blank, printed),
    press,
    paper: media && { id: media.id, name: media.name },
    house,
    settings,
    sides,
    steps,
    dial: dial.value,
    heatAsked: true,
    ...(film ? { process: 'film' } : {}),
  };
}
