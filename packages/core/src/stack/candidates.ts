import {
  baseKindOf,
  isFirmer,
  isHardGoods,
  type Blank,
  type MakersSheet,
  type PressureLevel,
  type StopLimits,
} from '../blank/index.js';
import type { Confidence, Source } from '../finding/index.js';
import { CERAMIC, soakSeconds } from '../heat/index.js';
import type { HouseRules } from '../shop/index.js';
import { formatTimes, lengthText } from '../units/index.js';
import { CHART, chartRowFor, schoolRowFor, type ChartRow, type Peel } from './chart.js';
import { isProven, provenHere, type Proven, type ProvenHere } from './proven.js';

/** What one source says of a blank's settings; null where it is silent. °C, s. */
export interface Candidate {
  source: Source;
  confidence: Confidence;
  temperature: Said<number> | null;
  dwell: Said<number> | null;
  pressure: Said<PressureLevel> | null;
  prePress: Said<number> | null;
  peel: Said<Peel> | null;
  /** Why it is not to be taken though it would come next; undefined: it may be. */
  not?: string;
  /** How it is called when another one is outranked by it. */
  name: string;
}

export interface Said<T> {
  value: T;
  why: string;
  range?: { low: number; high: number };
}

const middle = ({ low, high }: { low: number; high: number }) => (low + high) / 2;
/** Presses are set in whole degrees and clocks in fives. */
export const byFives = (seconds: number): number => Math.round(seconds / 5) * 5;

/** How far the face of a tile has to come to the plate's temperature before its dye moves, and how long it moves then, s. */
const TILE = { share: 0.95, dwell: 60 };

interface Narrowed {
  temperature: number;
  dwell: number;
  whyHeat: string;
  whyTime: string;
}

/** The minutes of a tile by its thickness, within what practice allows. */
function tileDwell({ low, high }: ChartRow['dwell'], thickness: number): number {
  const through = soakSeconds(thickness, TILE.share, CERAMIC) + TILE.dwell;
  return byFives(Math.min(high, Math.max(low, through)));
}

/**
 * Narrows a range by reason: cloth that yellows takes the low end of heat. White apparel stays at the low end of time too; elsewhere the
 * lower heat is paid for with the longer dwell.
 */
function narrow(row: ChartRow, blank: Blank): Narrowed {
  const { temperature, dwell, typical } = row;
  if (typical)
    return {
      ...typical,
      whyHeat: 'What practice has settled on within the range.',
      whyTime: 'What practice has settled on within the range.',
    };
  if (blank.family === 'tile') {
    const thickness = blank.layers[0] ?? 6;
    return {
      temperature: middle(temperature),
      dwell: tileDwell(dwell, thickness),
      whyHeat: 'The middle of the range: a starting point to try on this press.',
      whyTime: `The heat has to come through ${lengthText(thickness)} of tile before the dye moves (plane wall, one-term series, ${CERAMIC.diffusivity} mm²/s).`,
    };
  }
  if (temperature.low === temperature.high)
    return {
      temperature: temperature.low,
      dwell: byFives(row === CHART.teeLong ? dwell.low : middle(dwell)),
      whyHeat: `The chart has one figure for ${row.name}.`,
      whyTime:
        blank.surface === 'smooth' || isHardGoods(blank.family)
          ? `Usual for ${row.name}.`
          : `The dye has to travel into the ${blank.surface} cloth, which takes longer.`,
    };
  const white = baseKindOf(blank.baseColour) === 'white';
  if (white && blank.family !== 'sock' && !isHardGoods(blank.family)) {
    const apparel = blank.family === 'tee' || blank.family === 'bag';
    return {
      temperature: temperature.low,
      dwell: apparel ? dwell.low : dwell.high,
      whyHeat: 'White cloth yellows first where it is hottest, so the low end of the range.',
      whyTime: apparel
        ? 'White stays at the short end: more time is not more colour.'
        : 'The lower heat is paid for with the longer dwell.',
    };
  }
  return {
    temperature: middle(temperature),
    dwell: byFives(middle(dwell)),
    whyHeat: 'The middle of the range: a starting point to try on this press.',
    whyTime: 'The middle of the range.',
  };
}

function fromRow(row: ChartRow, blank: Blank, source: Source, name: string): Candidate {
  const { temperature, dwell, whyHeat, whyTime } = narrow(row, blank);
  const prePress = row.prePress ? byFives(row.prePress.high) : 0;
  return {
    source,
    confidence: 'start',
    name,
    temperature: { value: temperature, why: whyHeat, range: row.temperature },
    dwell: { value: dwell, why: whyTime, range: row.dwell },
    pressure: {
      value: row.pressure,
      why: row.pressureMost
        ? `From ${row.pressure} to ${row.pressureMost} in practice; begin with ${row.pressure}.`
        : 'Check with paper strips at the front, the back and both sides: they hold at all four.',
    },
    prePress: {
      value: prePress,
      ...(row.prePress ? { range: row.prePress } : {}),
      why:
        prePress === 0
          ? blank.jig
            ? 'Stretched flat on its jig it has no creases to press out.'
            : `Not usual for ${row.name}.`
          : blank.surface === 'smooth'
            ? 'Drives out moisture and flattens creases.'
            : 'Drives out moisture and lays the pile, or white gaps show in it.',
    },
    peel: { value: row.peel, why: `${row.peel === 'hot' ? 'Hot' : 'Cold'}: ${row.peelRemark}.` },
  };
}

const stated = <T>(value: T | null): Said<T> | null =>
  value === null ? null : { value, why: 'The maker of the blank states it.' };

const isOwn = ({ nearness }: ProvenHere): boolean => nearness.startsWith('this blank');

const fromProven = (here: ProvenHere): Candidate => {
  const { proven, nearness } = here;
  const { good, spoiled, last, accepted } = proven;
  const own = isOwn(here);
  const counted =
    good + spoiled > 0 ? `${good} of ${good + spoiled} came out good` : 'accepted, and never pressed here so far';
  const why = `${accepted ? 'The recipe of the book: ' : ''}${counted}: ${nearness}, on this press.`;
  return {
    source: {
      kind: own ? 'proven on this press' : 'proven on like goods',
      times: good,
      last,
    },
    // A recipe that nobody has pressed yet is somebody's word, and what was proven on other goods is a good guess.
    confidence: own && isProven({ ...proven, accepted: false }) ? 'firm' : 'fair',
    name: accepted ? 'the recipe' : own ? 'what is proven on this press' : 'what is proven on like goods',
    temperature: { value: proven.temperature, why },
    dwell: { value: proven.dwell, why },
    pressure: { value: proven.pressure, why },
    prePress: { value: proven.prePress, why },
    peel: { value: proven.peel, why },
  };
};

/** What a recipe would do that the maker of the blank forbids, in words; null: nothing. */
function beyondLimits({ temperature, dwell, pressure }: Proven, limits: StopLimits | undefined): string | null {
  if (!limits) return null;
  const beyond = [
    ...(limits.temperature !== null && temperature > limits.temperature ? ['hotter'] : []),
    ...(limits.dwell !== null && dwell > limits.dwell ? ['longer'] : []),
    ...(limits.pressure !== null && isFirmer(pressure, limits.pressure) ? ['harder'] : []),
  ];
  return beyond.length === 0 ? null : `It is ${beyond.join(' and ')} than the maker of the blank allows.`;
}

const says = (sheet: MakersSheet): boolean =>
  [sheet.temperature, sheet.dwell, sheet.pressure, sheet.prePress, sheet.peel].some((one) => one !== null);

/** How many of what was pressed here are told of, at most. */
const TOLD = 4;

/**
 * Everything that is known of a blank's settings, in the order in which it is believed: the recipe that was accepted for this blank on this press, as long as it
 * keeps to the maker's limits; the maker's sheet; what is proven on this press; the rule of the house; the reference chart. What is known and not to be taken is there,
 * too, with the reason.
 */
export function candidatesFor(
  blank: Blank,
  house: HouseRules,
  proven: readonly Proven[],
  pressId: string,
  mediaId: string | null,
): Candidate[] {
  const sheet = blank.makersSheet;
  const here = provenHere(proven, blank, pressId, mediaId);
  const school = schoolRowFor(blank.family, house);
  const row = chartRowFor(blank.family, blank.surface);
  const other = schoolRowFor(blank.family, { tees: 'long', masks: 'fast', mats: 'firm' });
  const accepted = here.proven.find((one) => isOwn(one) && one.proven.accepted);
  const forbidden = accepted ? beyondLimits(accepted.proven, sheet?.limits) : null;
  const recipe = accepted ? fromProven(accepted) : null;
  return [
    ...(recipe && forbidden === null ? [recipe] : []),
    ...(sheet && says(sheet)
      ? [
          {
            source: { kind: "maker's sheet" } as const,
            confidence: 'firm' as const,
            name: 'the maker’s sheet',
            temperature: stated(sheet.temperature),
            dwell: stated(sheet.dwell),
            pressure: stated(sheet.pressure),
            prePress: stated(sheet.prePress),
            peel: stated(sheet.peel),
          },
        ]
      : []),
    ...(recipe && forbidden !== null ? [{ ...recipe, not: forbidden }] : []),
    ...here.proven
      .filter((one) => one !== accepted)
      .slice(0, TOLD)
      .map(fromProven),
    ...(school ? [fromRow(school.row, blank, { kind: 'house rule', rule: school.rule }, 'the rule of the house')] : []),
    fromRow(row, blank, { kind: 'reference chart', row: row.name }, 'the reference chart'),
    ...here.unproven.slice(0, TOLD).map((one) => ({
      ...fromProven(one),
      not:
        one.proven.spoiled === 0
          ? `Good ${formatTimes(one.proven.good)}, which proves nothing yet (${one.nearness}).`
          : `Not proven: ${one.proven.good} good and ${one.proven.spoiled} spoiled so far (${one.nearness}).`,
    })),
    ...(other && !school
      ? [
          {
            ...fromRow(other.row, blank, { kind: 'reference chart', row: other.row.name } as const, ''),
            not: 'Another method, which this shop does not use (house rules, in the shop).',
          },
        ]
      : []),
  ];
}
