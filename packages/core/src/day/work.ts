import { allPressed } from '../bench/index.js';
import type { Blank } from '../blank/index.js';
import { blocksUpTo, viewJob, type JobView, type ShopFloor } from '../job/index.js';
import { isLayout, USUAL_SHEET } from '../sheet/index.js';
import type { UnitPrinter } from '../units/index.js';
import type { Press } from '../shop/index.js';
import { cycleOf, fitsPlate, planStack, unsuited, type StackPlan, type Step } from '../stack/index.js';

/** When the blanks of a job are there: now (null), on an ISO 8601 day, or never: some are missing, and none is coming. */
export type Ready = string | null;

/** A press that could take a job, and how. Times in s. */
export interface PressWay {
  pressId: string;
  /** What the plate has to be at, °C. */
  heat: number;
  /** A bed takes the press for so long, its recovery included, and hands at it for so long. */
  busy: number;
  hands: number;
  /** Until it is cool and off the press. */
  cool: number;
}

/** What one open job still wants of the shop. Times in s. */
export interface DayWork {
  jobId: string;
  number: number;
  name: string;
  artId: string | null;
  /** The order that it is part of, and what that is called; null: it stands for itself. */
  order: { id: string; number: number } | null;
  /** ISO 8601 day; null: nobody waits for it. */
  due: string | null;
  /** Not before this day, ISO 8601: its blanks come then. Null: they are there. */
  ready: string | null;
  /** Beds that are not pressed yet, and pieces on each. */
  beds: number;
  atOnce: number;
  pieces: number;
  /** Printing: on which printer and how long, and how long ink dries then; null: it is printed. */
  print: { printerId: string; seconds: number; dries: number } | null;
  /** Hands at the table for one bed before it is pressed: cut, lint, lay, load. */
  table: number;
  presses: PressWay[];
  /** What limits the loads under way at once, and how many sets of it there are; null: nothing does. */
  jig: { name: string; sets: number } | null;
  /** Hands to look at each piece, and to pack it. */
  inspect: number;
  pack: number;
  /** Why it cannot be planned, in words; null: it can. */
  stuck: string | null;
}

/** Seconds that a piece is looked at, and that it takes to pack. From memory, no published source: a practised worker's. */
const [INSPECT, PACK] = [20, 40];
/** Square metres that a printer lays an hour, and what a sheet takes to be fed, s. From memory, no published source: desktop printers and small roll printers at high quality. */
const [METRES, FEED] = [6, 20];
/** How long a print dries before it is handled, s; toner does not. From memory, no published source. */
const DRIES = 300;

const takesOf = (steps: readonly Step[], at: Step['at']): number =>
  steps.reduce((sum, step) => sum + (step.at === at && step.hands > 0 ? step.takes : 0), 0);

function wayOf({ cycle, steps, settings }: Pick<StackPlan, 'cycle' | 'steps' | 'settings'>, press: Press): PressWay {
  const cool = steps.reduce((sum, step) => sum + (step.kind === 'cool' ? (step.seconds ?? 0) + step.takes : 0), 0);
  return {
    pressId: press.id,
    heat: settings.temperature.value,
    busy: cycle.press,
    hands: takesOf(steps, 'press'),
    cool,
  };
}

/** Hands at the table for one bed: table work is done for each piece. */
const tableOf = (steps: readonly Step[], atOnce: number): number => takesOf(steps, 'table') * atOnce;

/** A bed takes a jig for each piece on it; where nobody counted them there is one set. */
const jigOf = ({ jig, jigs, name }: Blank, atOnce: number): DayWork['jig'] =>
  jig ? { name: `${jig}, ${name}`, sets: Math.max(1, Math.floor((jigs ?? 0) / atOnce)) } : null;

/** What a job still wants of the shop, by what Kanga knows of it: O(presses · plan). `ready`: when its blanks are there. */
export function workOf(
  view: JobView,
  presses: readonly Press[],
  order: DayWork['order'] = null,
  ready: Ready = null,
): DayWork {
  const { job, blank, plan, bench, planned, stack, layout, printer } = view;
  const base: DayWork = {
    jobId: job.id,
    number: job.number,
    name: job.name,
    artId: view.arts[0]?.id ?? null,
    order,
    due: job.due,
    ready: ready === 'never' ? null : ready,
    beds: 0,
    atOnce: 1,
    pieces: job.pieces,
    print: null,
    table: 0,
    presses: [],
    jig: null,
    inspect: INSPECT,
    pack: PACK,
    stuck: null,
  };
  if (plan && bench) {
    const { steps, atOnce, settings } = plan;
    const press = presses.find(({ id }) => id === bench.press.id) ?? presses.find(({ id }) => id === plan.press.id);
    const cycle = cycleOf(steps, plan.blank, press ?? plan.press, atOnce);
    return {
      ...base,
      beds: allPressed(bench) ? 0 : bench.beds.filter(({ over }) => over === 'no').length,
      atOnce,
      jig: jigOf(plan.blank, atOnce),
      pieces: bench.verdicts.filter((verdict) => verdict === null).length,
      table: tableOf(steps, atOnce),
      presses: press ? [wayOf({ cycle, steps, settings }, press)] : [],
      stuck: press ? null : `${plan.press.name} is not in the shop any more`,
    };
  }
  if (!blank) return { ...base, stuck: 'no blank is chosen' };
  if (!stack || !planned) return { ...base, stuck: 'no press of the shop takes it' };
  if (ready === 'never') return { ...base, stuck: `${blank.name} is missing, and none is coming` };
  const [block] = blocksUpTo(view, 'stack');
  const { atOnce } = stack.cycle;
  const ways = presses.flatMap((press) => {
    if (press.id === stack.press.id) return [wayOf(stack, press)];
    if (job.pressId !== null || unsuited(blank, press) !== null) return [];
    if (!planned.templates.every(({ bleedBox }) => fitsPlate(bleedBox, press))) return [];
    const other = planStack({ ...planned, press });
    // Another number on the plate at once makes other beds: such a press is chosen by hand.
    if (other.cycle.atOnce !== atOnce) return [];
    return [wayOf(other, press)];
  });
  const area = view.tray
    ? view.templates.reduce(
        (sum, { bleedBox }, side) => (view.printed.includes(side) ? sum + bleedBox.width * bleedBox.height : sum),
        0,
      ) * job.pieces
    : 0;
  const sheets = layout && isLayout(layout) ? layout.sheets.length : 1;
  return {
    ...base,
    beds: Math.ceil(job.pieces / atOnce),
    atOnce,
    jig: jigOf(blank, atOnce),
    print:
      printer && (job.reached === 'blank' || job.reached === 'art' || job.reached === 'sheet')
        ? {
            printerId: printer.id,
            seconds: (area / 1e6 / METRES) * 3600 + sheets * FEED,
            dries: printer.dye === 'toner' ? 0 : DRIES,
          }
        : null,
    table: tableOf(stack.steps, atOnce),
    presses: ways,
    stuck: block ? block.title.toLowerCase() : null,
  };
}

/** What is only tried: it has no job yet. */
export const TRIED = 'tried';

/** What so many pieces of some goods would want of the day, before there is an order: with the proposals of Kanga and a whole print on each. */
export function workFor(blank: Blank, pieces: number, ready: Ready, floor: ShopFloor, print: UnitPrinter): DayWork {
  const at = '1970-01-01T00:00:00.000Z';
  const view = viewJob(
    {
      job: {
        id: TRIED,
        number: 0,
        name: blank.name,
        customer: '',
        due: null,
        pieces,
        status: 'open',
        reached: 'blank',
        version: 1,
        blankId: blank.id,
        bleed: null,
        design: [],
        run: null,
        mediaId: null,
        gap: null,
        sheet: USUAL_SHEET,
        pressId: null,
        overrides: {},
        waivers: [],
        approval: null,
        createdAt: at,
        updatedAt: at,
        closedAt: null,
      },
      blank,
      arts: [],
      plan: null,
      events: [],
    },
    floor,
    print,
  );
  const work = workOf(view, floor.presses, null, ready);
  // Its art is still to come: that keeps no day free.
  return view.stack ? { ...work, stuck: null } : work;
}
