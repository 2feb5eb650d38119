import { degreesText } from '../units/index.js';
import { baseKindOf, type Blank } from '../blank/index.js';
import { mapOf, STRIP_SIDES } from '../heat/index.js';
import type { HouseRules } from '../shop/index.js';
import { spanUnder, type Layer, type PressBed, type PressSettings, type Step } from '../stack/index.js';
import type { Departure } from './departure.js';
import type { FaultCode } from './faults.js';
import { plateSidesAt, spotOnPlate, type Laid } from './spot.js';

/** A batch that something of a piece came from; `fresh`: nothing was pressed of it before this run. */
export interface Batch {
  thing: 'blank' | 'paper' | 'ink';
  batch: string;
  fresh: boolean;
}

/** A piece as it was pressed: its plan, and what happened to it. */
export interface Pressed extends Laid {
  blank: Blank;
  settings: PressSettings;
  sides: { layers: Layer[]; bed: PressBed | null }[];
  steps: Step[];
  /** The schools that the house followed; null: plans of before did not say. */
  house: HouseRules | null;
  /** For each pressing of this piece: planned and actual seconds; null: nobody clocked it. */
  dwells: { planned: number; actual: number | null }[];
  /** In what it was not pressed as planned. */
  departures: readonly Departure[];
  /** What the plate read while it was pressed last, and what its dial was to stand at, °C; null: nobody knows. */
  plate: { lowest: number; mean: number; highest: number } | null;
  dial: number | null;
  /** Kinds of steps of this piece that were passed over. */
  skipped: readonly Step['kind'][];
  /** The batches that it is made of; left out: nobody wrote them down. */
  batches?: readonly Batch[];
  /** What was found on the other pieces of the run: null for a good one. */
  others: readonly (FaultCode | null)[];
}

/** Something that speaks for a cause, or against it: in words, with how much it changes the odds (natural logarithm; above 0: for it). */
export interface Evidence {
  text: string;
  weight: number;
}

export const STRONG = 1.6;
export const SOME = 0.8;
export const LITTLE = 0.4;
/** Pressings that differ by less than this from their plan went as planned, s. */
const ON_TIME = 4;
/** Off by so much a plate prints paler, or yellows, °C. */
const OFF = 4;

const said = (text: string, weight: number): Evidence => ({ text, weight });
export const when = (holds: boolean, text: string, weight: number): Evidence[] => (holds ? [said(text, weight)] : []);

/** How much longer than planned it was pressed on average, s; null: nobody clocked it. */
function overtime({ dwells }: Pressed): number | null {
  const timed = dwells.flatMap(({ planned, actual }) => (actual === null ? [] : [actual - planned]));
  return timed.length === 0 ? null : timed.reduce((sum, one) => sum + one, 0) / timed.length;
}

interface HeatOff {
  /** °C above what is wanted. */
  by: number;
  /** As it is said. */
  where: string;
}

/** How far the plate is off by its last check: where the fault is seen, or else where it is furthest off under the piece; null: nobody knows. */
function heatOff(piece: Pressed): HeatOff | null {
  const { press, sides, settings, spot, at } = piece;
  const map = mapOf(press);
  const bed = sides[spot?.side ?? 0]?.bed;
  const laid = bed?.bed?.pieces[at];
  if (!map || !bed?.usable || !laid) return null;
  const wanted = settings.temperature.value;
  const there = spotOnPlate(piece);
  if (there) {
    const { hottest } = spanUnder(map, bed.usable, [{ ...there, width: 0, height: 0 }]);
    return { by: hottest - wanted, where: 'where it shows' };
  }
  const { hottest, coolest } = spanUnder(map, bed.usable, [laid.print]);
  const [over, under] = [hottest - wanted, coolest - wanted];
  return { by: Math.abs(over) > Math.abs(under) ? over : under, where: 'under part of it' };
}

/** How far the plate was above its dial on average while it was pressed, °C; null: nobody read it. */
const readOff = ({ plate, dial }: Pressed): number | null =>
  plate === null || dial === null ? null : plate.mean - dial;

/** Whether its own readings say that the plate was cooler than its dial while it was pressed. */
export const readsCool = (piece: Pressed): boolean => {
  const read = readOff(piece);
  return read !== null && read < -OFF;
};

const round = (value: number): number => Math.round(Math.abs(value));
/** A difference of temperatures in a text, °C given, without its sign. */
export const degrees = (by: number): string => degreesText(Math.abs(by));

/** In what it was not pressed as planned, in words; what nobody knows is left out. */
export const notAsPlanned = ({ departures }: Pressed): Evidence[] =>
  departures.flatMap((one): Evidence[] => {
    switch (one.kind) {
      case 'shorter':
      case 'longer':
        return [said(`It was pressed ${round(one.by)} s ${one.kind} than planned.`, STRONG)];
      case 'cooler':
      case 'hotter':
        return [said(`The plate was ${degrees(one.by)} ${one.kind} than its dial.`, STRONG)];
      case 'left out':
        return [said('A pressing was left out.', STRONG)];
      case 'not pressed':
      case 'heat not known':
        return [];
    }
  });

/** What speaks for too much heat. */
export function tooHot(piece: Pressed): Evidence[] {
  const off = heatOff(piece);
  const read = readOff(piece);
  const { range, value, overruled } = piece.settings.temperature;
  return [
    ...when(
      read !== null && read > OFF,
      `The plate read ${degrees(read ?? 0)} above its dial while it was pressed.`,
      STRONG,
    ),
    ...when(read !== null && read <= OFF, 'The plate read no more than its dial while it was pressed.', -LITTLE),
    ...(off && off.by > OFF ? [said(`The plate is ${degrees(off.by)} hotter than wanted ${off.where}.`, STRONG)] : []),
    ...when(off !== null && off.by <= OFF, 'By its last check the plate is no hotter than wanted there.', -SOME),
    ...when(
      range !== undefined && value > range.high - 2,
      'Its temperature is at the top of what is usual, or beyond.',
      SOME,
    ),
    ...when(range !== undefined && value <= range.low + 1, 'Its temperature is at the low end already.', -SOME),
    ...when(overruled !== undefined && value > overruled.proposal, 'It was set hotter by hand than proposed.', SOME),
    ...when(piece.press.check === null, 'The press was never checked: its dial may be off.', LITTLE),
  ];
}

/** What speaks for a place where the plate is cooler than elsewhere. */
export function coolSpot(piece: Pressed): Evidence[] {
  const off = heatOff(piece);
  return [
    ...(off && off.by < -OFF ? [said(`The plate is ${degrees(off.by)} cooler than wanted ${off.where}.`, STRONG)] : []),
    ...when(off !== null && off.by >= -OFF, 'By its last check the plate is no cooler than wanted there.', -SOME),
    ...when(piece.press.check === null, 'The press was never checked: its dial may be off.', LITTLE),
  ];
}

/** What speaks for too little heat. */
export function tooCool(piece: Pressed): Evidence[] {
  const read = readOff(piece);
  const { range, value, overruled } = piece.settings.temperature;
  return [
    ...when(
      read !== null && read < -OFF,
      `The plate read ${degrees(read ?? 0)} below its dial while it was pressed.`,
      STRONG,
    ),
    ...when(read !== null && read >= -OFF, 'The plate kept to its dial while it was pressed.', -LITTLE),
    ...coolSpot(piece),
    ...when(range !== undefined && value <= range.low + 1, 'Its temperature is at the low end of what is usual.', SOME),
    ...when(range !== undefined && value > range.high - 2, 'Its temperature is at the top already.', -SOME),
    ...when(overruled !== undefined && value < overruled.proposal, 'It was set cooler by hand than proposed.', SOME),
  ];
}

/** What speaks for too long under the press. */
export function tooLong(piece: Pressed): Evidence[] {
  const over = overtime(piece);
  const { range, value } = piece.settings.dwell;
  return [
    ...when(over !== null && over > ON_TIME, `It was pressed ${round(over ?? 0)} s longer than planned.`, STRONG),
    ...when(over !== null && over <= ON_TIME, 'It was not pressed longer than planned.', -SOME),
    ...when(range !== undefined && value > range.high, 'Its dwell is longer than usual.', SOME),
    ...when(range !== undefined && value <= range.low, 'Its dwell is at the short end already.', -LITTLE),
  ];
}

/** What speaks for too short a time. */
export function tooShort(piece: Pressed): Evidence[] {
  const over = overtime(piece);
  const { range, value } = piece.settings.dwell;
  return [
    ...when(over !== null && over < -ON_TIME, `It was pressed ${round(over ?? 0)} s shorter than planned.`, STRONG),
    ...when(over !== null && over >= -ON_TIME, 'It was pressed as long as planned.', -SOME),
    ...when(range !== undefined && value <= range.low, 'Its dwell is at the short end of what is usual.', SOME),
    ...when(range !== undefined && value >= range.high, 'Its dwell is at the long end already.', -SOME),
  ];
}

/** What speaks for pressure that is too light, or light at one side. */
export function tooLight(piece: Pressed): Evidence[] {
  const strips = piece.press.check?.strips;
  const slid = strips ? STRIP_SIDES.filter((side) => strips[side] === 'slid') : [];
  const near = plateSidesAt(piece);
  const there = near ? slid.filter((side) => near.includes(side)) : [];
  const out = (sides: readonly string[]) => `The paper strip slid out at the ${sides.join(' and the ')}`;
  return [
    ...when(slid.length > 0 && near === null, `${out(slid)}.`, STRONG),
    ...when(there.length > 0, `${out(there)}, where it shows.`, STRONG),
    ...when(slid.length > 0 && near !== null && there.length === 0, `${out(slid)}, but it shows elsewhere.`, LITTLE),
    ...when(strips !== undefined && slid.length === 0, 'At its last check the strips held at all four sides.', -SOME),
    ...when(piece.settings.pressure.value === 'light', 'It was pressed lightly.', SOME),
    ...when(strips === undefined, 'Nobody has tried the pressure with paper strips.', LITTLE),
  ];
}

/** Whether all that were judged came out alike: then it is the settings, and not the hand. */
export function alike(piece: Pressed, fault: FaultCode): { all: Evidence[]; slip: Evidence[] } {
  const judged = piece.others.length;
  const same = piece.others.filter((one) => one === fault).length;
  const all = judged >= 2 && same / judged >= 0.6;
  const alone = judged >= 2 && same === 0;
  return {
    all: [
      ...when(all, `${same} of ${judged} others came out alike: it is not the hand.`, STRONG),
      ...when(alone, `None of ${judged} others came out like this.`, -SOME),
    ],
    slip: [
      ...when(alone, `None of ${judged} others came out like this: a slip.`, SOME),
      ...when(all, `${same} of ${judged} others came out alike: hardly a slip.`, -SOME),
    ],
  };
}

/** Whether the press, the stack or the steps had something. */
export const has = (piece: Pressed, role: Layer['role']): boolean =>
  piece.sides.some(({ layers }) => layers.some((layer) => layer.role === role));
export const isWhite = ({ blank }: Pressed): boolean => baseKindOf(blank.baseColour) === 'white';
