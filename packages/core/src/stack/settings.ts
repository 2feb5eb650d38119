import { baseKindOf, type Blank } from '../blank/index.js';
import { overrule, type Decision } from '../finding/index.js';
import { chartRowFor, type ChartRow, type Peel, type PressureLevel } from './chart.js';

export interface PressSettings {
  temperature: Decision<number>;
  dwell: Decision<number>;
  pressure: Decision<PressureLevel>;
  prePress: Decision<number>;
  peel: Decision<Peel>;
}

/** What the user set by hand for one job; null or absent keeps the proposal. */
export interface Overrides {
  temperature?: number | null;
  dwell?: number | null;
  pressure?: PressureLevel | null;
  prePress?: number | null;
  peel?: Peel | null;
}

/** Limits of a believable setting: °C and seconds. */
export const SETTING_LIMITS = {
  temperature: { least: 120, most: 230 },
  dwell: { least: 5, most: 600 },
  prePress: { least: 0, most: 120 },
};

const middle = ({ low, high }: { low: number; high: number }) => (low + high) / 2;
/** Presses are set in whole degrees and clocks in fives. */
const byFives = (seconds: number) => Math.round(seconds / 5) * 5;

/**
 * Narrows a range by reason: cloth that yellows takes the low end of heat. White apparel stays at the low end of time
 * too; elsewhere the lower heat is paid for with the longer dwell.
 */
function narrow(row: ChartRow, blank: Blank): { temperature: number; dwell: number; whyHeat: string; whyTime: string } {
  const flat = row.temperature.low === row.temperature.high;
  const white = baseKindOf(blank.baseColour) === 'white';
  if (flat) {
    return {
      temperature: row.temperature.low,
      dwell: byFives(middle(row.dwell)),
      whyHeat: `The chart has one figure for ${row.name}.`,
      whyTime:
        blank.surface === 'smooth'
          ? `Usual for ${row.name}.`
          : `The dye has to travel into the ${blank.surface} cloth, which takes longer.`,
    };
  }
  if (white && blank.family !== 'sock') {
    const apparel = blank.family === 'tee' || blank.family === 'bag';
    return {
      temperature: row.temperature.low,
      dwell: apparel ? row.dwell.low : row.dwell.high,
      whyHeat: 'White cloth yellows first where it is hottest, so the low end of the range.',
      whyTime: apparel
        ? 'White stays at the short end: more time is not more colour.'
        : 'The lower heat is paid for with the longer dwell.',
    };
  }
  return {
    temperature: middle(row.temperature),
    dwell: byFives(middle(row.dwell)),
    whyHeat: 'The middle of the range: a starting point to try on this press.',
    whyTime: 'The middle of the range.',
  };
}

/** What the maker of the blank states outranks the chart. */
const fromSheet = <T>(proposal: Decision<T>, stated: T | null | undefined): Decision<T> =>
  stated === null || stated === undefined
    ? proposal
    : { ...proposal, value: stated, why: 'The maker of the blank states it.', source: { kind: "maker's sheet" } };

/**
 * Proposes every setting for a blank: from its maker's sheet where that says, from the reference chart elsewhere; then lets the
 * user's own values overrule, each with its reasons.
 */
export function proposeSettings(blank: Blank, overrides: Overrides): PressSettings {
  const sheet = blank.makersSheet;
  const row = chartRowFor(blank.family, blank.surface);
  const source = { kind: 'reference chart', row: row.name } as const;
  const { temperature, dwell, whyHeat, whyTime } = narrow(row, blank);
  const prePress = row.prePress ? byFives(row.prePress.high) : 0;
  return {
    temperature: overrule<number>(
      fromSheet<number>(
        {
          value: Math.round(temperature),
          unit: '°C',
          why: whyHeat,
          source,
          confidence: 'start',
          range: row.temperature,
        },
        sheet?.temperature,
      ),
      overrides.temperature,
    ),
    dwell: overrule<number>(
      fromSheet<number>(
        { value: dwell, unit: 's', why: whyTime, source, confidence: 'start', range: row.dwell },
        sheet?.dwell,
      ),
      overrides.dwell,
    ),
    pressure: overrule<PressureLevel>(
      fromSheet<PressureLevel>(
        {
          value: row.pressure,
          source,
          confidence: 'start',
          why: 'Check with paper strips at the front, the back and both sides: they hold at all four.',
        },
        sheet?.pressure,
      ),
      overrides.pressure,
    ),
    prePress: overrule<number>(
      fromSheet<number>(
        {
          value: prePress,
          unit: 's',
          source,
          confidence: 'start',
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
        sheet?.prePress,
      ),
      overrides.prePress,
    ),
    peel: overrule<Peel>(
      fromSheet<Peel>(
        {
          value: row.peel,
          why: `${row.peel === 'hot' ? 'Hot' : 'Cold'}: ${row.peelRemark}.`,
          source,
          confidence: 'start',
        },
        sheet?.peel,
      ),
      overrides.peel,
    ),
  };
}
