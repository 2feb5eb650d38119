import type { Decision } from '../finding/index.js';
import { BELIEVED_FROM, wilsonInterval } from '../inspect/index.js';
import { isDesigned, type JobView } from '../job/index.js';
import { inkUse, isLayout, paperUse } from '../sheet/index.js';
import type { Ink, Rates } from '../shop/index.js';
import { cutList, cutSides } from '../stack/index.js';
import {
  formatCount,
  formatDuration,
  formatMoney,
  type Minor,
  minorOf,
  tidyNumber,
  type UnitPrinter,
  wholeMinor,
} from '../units/index.js';
import { inkOn } from './ink.js';
import { costAt, type RunCost } from './price.js';

/** What a job’s money goes into. `set-up` is paid once; all else for each piece. */
export const COST_PARTS = [
  'blanks',
  'paper',
  'ink',
  'protective paper',
  'tape',
  'hands',
  'press',
  'packing',
  'spoiled',
  'set-up',
] as const;
export type CostPart = (typeof COST_PARTS)[number];

/** Spoiled ones among pressed ones, as the log tells of like goods. */
export interface Log {
  spoiled: number;
  pressed: number;
}

/** What a job costs. */
export interface JobCost {
  pieces: number;
  /** For all pieces; those that cost nothing are left out. */
  parts: { part: CostPart; amount: Decision<Minor> }[];
  /** What is not known, and so not counted. */
  unknown: { part: CostPart; why: string; remedy: string }[];
  /** Pieces made for each good one. */
  made: Decision<number>;
  /** Of all parts. */
  total: Minor;
  run: RunCost;
  /** Of a piece, not rounded. */
  each: number;
  /** Seconds of hands for all pieces, spoiled ones and set-up included. */
  seconds: number;
  /** Whether its picture has all colours. */
  fullColour: boolean;
}

/** Pieces to be made for a good one: 1 ÷ (1 − spoiled share), from the log once it holds enough, else from the house. */
export function madeForOne(log: Log, house: number): Decision<number> {
  const believed = log.pressed >= BELIEVED_FROM && log.spoiled < log.pressed;
  const share = believed ? log.spoiled / log.pressed : house;
  const { low, high } = log.pressed > 0 ? wilsonInterval(log.spoiled, log.pressed) : { low: 0, high: 1 };
  const said = (value: number) => `${tidyNumber(value * 100, 1)} %`;
  return {
    value: 1 / (1 - share),
    why: believed
      ? `${log.spoiled} of ${log.pressed} like pieces were spoiled: ${said(share)}, and truly from ${said(low)} to ${said(high)} (Wilson, 95 %).`
      : `The shop’s own figure, ${said(house)} spoiled: ${log.pressed === 0 ? 'no like piece was judged yet' : `only ${formatCount(log.pressed, 'like piece')} judged yet`}, and ${BELIEVED_FROM} would do.`,
    source: believed
      ? { kind: 'computed', formula: '1 ÷ (1 − spoiled share)' }
      : { kind: 'house rule', rule: 'spoiled share' },
    confidence: believed ? 'firm' : 'fair',
    ...(believed && high < 1 ? { range: { low: 1 / (1 - low), high: 1 / (1 - high) } } : {}),
  };
}

/** Ink of one good piece by name, in square millimetres of full cover. */
function inkOfPiece(view: JobView): Record<Ink['name'], number> {
  const all: Record<Ink['name'], number> = { cyan: 0, magenta: 0, yellow: 0, black: 0 };
  for (const side of view.printed) {
    const composed = view.cutOut[side];
    if (!composed) continue;
    const laid = inkOn(composed);
    for (const name of Object.keys(all) as Ink['name'][]) all[name] += laid[name];
  }
  return all;
}

const SQUARE_METRE = 1e6;

/**
 * What a job costs by the shop's own figures: each part for all good pieces in whole coins, so that they add up; what of it is spoiled on the way is a part of its own. `log` tells of like goods.
 * Nothing that is not known is guessed: it is named. Dominated by the ink, O(48² · sides · pictures).
 */
export function costOf(view: JobView, rates: Rates, log: Log, print: UnitPrinter): JobCost {
  const { job, blank, media, printer, layout, stack } = view;
  const { pieces } = job;
  const money = (minor: Minor) => formatMoney(minor, rates.currency);
  const parts: JobCost['parts'] = [];
  const unknown: JobCost['unknown'] = [];
  const add = (
    part: CostPart,
    amount: number,
    why: string,
    source: Decision<Minor>['source'],
    confidence: Decision<Minor>['confidence'] = 'firm',
  ) => {
    const value = wholeMinor(amount);
    if (value > 0) parts.push({ part, amount: { value, why, source, confidence } });
    return value;
  };
  const { pace = 1 } = rates;
  const made = madeForOne(log, rates.fallout);
  const house = { kind: 'house rule', rule: 'the shop’s own figure' } as const;
  /** What is lost with a piece that is spoiled. */
  let lost = 0;

  if (!blank || blank.cost === null)
    unknown.push({
      part: 'blanks',
      why: blank ? `Nobody has said what ${blank.name} costs.` : 'No blank is chosen yet.',
      remedy: blank ? 'Write its cost on the shelf.' : 'Choose one.',
    });
  else {
    const one = minorOf(blank.cost, rates.currency);
    lost += add('blanks', one * pieces, `${pieces} × ${money(one)}, ${blank.name}.`, {
      kind: 'computed',
      formula: 'pieces × cost of a blank',
    });
  }

  if (media && layout && isLayout(layout)) {
    const use = paperUse(media, layout.sheets);
    const amount = media.kind === 'roll' ? print.length(use.amount) : formatCount(use.amount, 'sheet');
    if (use.cost === null)
      unknown.push({
        part: 'paper',
        why: `Nobody has said what ${media.name} costs.`,
        remedy: 'Write its price in the shop.',
      });
    else
      lost += add(
        'paper',
        minorOf(use.cost, rates.currency),
        `${amount} of ${media.name}, as the transfers lie on it.`,
        {
          kind: 'computed',
          formula: 'laid-out paper × its price',
        },
      );
  } else
    unknown.push({
      part: 'paper',
      why: 'The transfers do not lie on a paper yet.',
      remedy: 'Choose art and a paper that takes it.',
    });

  let fullColour = false;
  if (printer && media && isDesigned(job)) {
    const laid = inkOfPiece(view);
    fullColour = hasAllColours(laid);
    // Square millimetres of full cover: as a share of one.
    const used = inkUse(printer.inks, laid, 1);
    const millilitres = used.reduce((sum, one) => sum + one.millilitres, 0);
    if (used.some(({ cost }) => cost === null))
      unknown.push({
        part: 'ink',
        why: `Nobody has said what the inks of ${printer.name} cost.`,
        remedy: 'Write their prices in the shop.',
      });
    else
      lost += add(
        'ink',
        minorOf(used.reduce((sum, { cost }) => sum + (cost ?? 0), 0) * pieces, rates.currency),
        `About ${tidyNumber(millilitres, 2)} ml a piece, from the colours of its pictures on ${tidyNumber(areaOf(laid) / SQUARE_METRE, 3)} m² of full cover.`,
        { kind: 'computed', formula: 'cover × area × ml a square metre × price' },
        'fair',
      );
  }

  let seconds = 0;
  if (stack) {
    const { cycle, steps, house: rules, film } = stack;
    const beds = pieces / cycle.atOnce;
    const cut = cutList(cutSides(stack, pieces), pieces, rules);
    const metres = cut.length / 1000;
    if (!film)
      lost += add(
        'protective paper',
        metres * rates.protective,
        `${print.length(cut.length)} of the roll for ${formatCount(
          cut.items.reduce((sum, { count }) => sum + count, 0),
          'sheet',
        )}, at ${money(rates.protective)} a metre.`,
        { kind: 'computed', formula: 'cut list × price a metre' },
      );
    const pressings = steps.filter(({ kind }) => kind === 'press').length * pieces;
    lost += add(
      'tape',
      pressings * rates.tape,
      `${formatCount(pressings, 'pressing')} at ${money(rates.tape)}.`,
      house,
      'fair',
    );
    const hands = cycle.hands * beds * pace;
    lost += add(
      'hands',
      (hands / 3600) * rates.hands,
      `${formatDuration((cycle.hands * pace) / cycle.atOnce)} of hands a piece${pace === 1 ? '' : `, ${tidyNumber(pace, 2)} times what the plan says`}, at ${money(rates.hands)} an hour.`,
      { kind: 'computed', formula: 'minutes of hands × rate' },
      'fair',
    );
    const busy = cycle.press * beds;
    lost += add(
      'press',
      (busy / 3600) * rates.press,
      `${stack.press.name} is taken for ${formatDuration(cycle.press / cycle.atOnce)} a piece, at ${money(rates.press)} an hour.`,
      { kind: 'computed', formula: 'time at the press × rate' },
      'fair',
    );
    seconds += hands * made.value;
  } else
    unknown.push({
      part: 'hands',
      why: 'There is no plan for the press yet.',
      remedy: 'Choose a blank that a press of the shop takes.',
    });

  add('packing', pieces * rates.packing, `${pieces} × ${money(rates.packing)} for bag and label.`, house, 'fair');
  add(
    'spoiled',
    lost * (made.value - 1),
    `${tidyNumber(made.value, 3)} are made for a good one. ${made.why}`,
    made.source,
    made.confidence,
  );
  const running = parts.reduce((sum, { amount }) => sum + amount.value, 0);
  const setUp = add(
    'set-up',
    (rates.setUp / 60) * rates.hands,
    `${tidyNumber(rates.setUp, 0)} min for file, print and warming up, at ${money(rates.hands)} an hour: once, however many pieces.`,
    house,
    'fair',
  );
  seconds += rates.setUp * 60;
  const run: RunCost = { setUp, each: running / pieces };
  return { pieces, parts, unknown, made, total: running + setUp, run, each: costAt(run, pieces), seconds, fullColour };
}

/** Each of the three colours makes up so much of what is laid, where a picture has all of them. Common practice, no published source. */
const OF_ALL = 0.08;
const hasAllColours = (laid: Record<Ink['name'], number>): boolean => {
  const all = areaOf(laid);
  return all > 0 && [laid.cyan, laid.magenta, laid.yellow].every((one) => one >= all * OF_ALL);
};

const areaOf = (laid: Record<Ink['name'], number>): number => Object.values(laid).reduce((sum, one) => sum + one, 0);
