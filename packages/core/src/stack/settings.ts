import type { Place, SectionGrid } from '../bed/index.js';
import { isFirmer, type Blank, type PressureLevel, type Process } from '../blank/index.js';
import { overrule, type Decision, type NotTaken } from '../finding/index.js';
import { equivalentDwell, USUAL_ENERGY } from '../heat/index.js';
import { USUAL_HOUSE, type HouseRules, type Printer } from '../shop/index.js';
import { capitalised, clamped, temperatureText } from '../units/index.js';
import { byFives, candidatesFor, type Candidate, type Said } from './candidates.js';
import { TONER_FROM, type Peel } from './chart.js';
import type { Sectioning } from './press-bed.js';
import type { Proven } from './proven.js';

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
  /** Where the first piece was laid by hand, of each side that is pressed: its print's corner on the plate, mm from the back left, and its turn. */
  places?: (Place | null)[];
  /** On which part of an uneven plate a print is pressed in sections, where both would do; null: as Kanga proposes. */
  sectioning?: Sectioning | null;
  /** Rows and columns of sections as they were moved by hand, of each side that is pressed; null: where the picture is quiet. */
  seams?: (SectionGrid | null)[];
  /** By what it is decorated; null or left out: by dye. */
  process?: Process | null;
  /** What is done otherwise than the house does, in this job alone. */
  house?: Partial<HouseRules>;
}

/** Limits of a believable setting: °C and seconds. */
export const SETTING_LIMITS = {
  temperature: { least: 120, most: 230 },
  dwell: { least: 5, most: 600 },
  prePress: { least: 0, most: 120 },
};

/** What settings are proposed with, beside the blank itself. */
export interface Known {
  house: HouseRules;
  /** What came of earlier runs in this shop. */
  proven: readonly Proven[];
  pressId: string;
  mediaId: string | null;
  dye: Printer['dye'];
  /** The hottest that the press brings to the blank, °C: its limit, less what its plate is off. */
  reach: number;
  /** Activation energy, J/mol. */
  energy: number;
}
const NOTHING_KNOWN: Known = {
  house: USUAL_HOUSE,
  proven: [],
  pressId: '',
  mediaId: null,
  dye: 'ink',
  reach: Infinity,
  energy: USUAL_ENERGY,
};

type Key = 'temperature' | 'dwell' | 'pressure' | 'prePress' | 'peel';
type ValueOf = { temperature: number; dwell: number; pressure: PressureLevel; prePress: number; peel: Peel };

/** How much nearer than this two temperatures are one, °C. */
const SAME_HEAT = 2;
/** And two dwells, s. */
const SAME_TIME = 5;
/** Whether two sources do not contradict each other in what makes the work of a pressing; where one is silent they do not. */
function goTogether(a: Candidate, b: Candidate): boolean {
  const alike = (one: number | undefined, other: number | undefined, within: number) =>
    one === undefined || other === undefined || Math.abs(one - other) <= within;
  return (
    alike(a.temperature?.value, b.temperature?.value, SAME_HEAT) &&
    alike(a.dwell?.value, b.dwell?.value, SAME_TIME) &&
    (!a.pressure || !b.pressure || a.pressure.value === b.pressure.value)
  );
}

/**
 * The sources from which settings are taken, in their order: the first that is to be believed gives all it has. What it leaves open comes from those that do not contradict it,
 * and else from where everything starts, the rule of the house or the chart: heat that is proven with one pressure is never mixed with another's.
 */
function sourcesOfSet(candidates: readonly Candidate[]): Candidate[] {
  const able = candidates.filter(({ not }) => not === undefined);
  const [first, ...rest] = able;
  if (!first) throw new RangeError('no source says anything of these settings');
  const starts = rest.filter(({ source }) => source.kind === 'house rule' || source.kind === 'reference chart');
  return [first, ...rest.filter((one) => !starts.includes(one) && goTogether(first, one)), ...starts];
}

/** A setting from the first source of the set that says something of it; all others are told of, with the reason. */
function take<K extends Key>(
  key: K,
  candidates: readonly Candidate[],
  unit: Decision<number>['unit'],
): { decision: Decision<ValueOf[K]>; from: Candidate } {
  const says = candidates.flatMap((from) => {
    const said = from[key] as Said<ValueOf[K]> | null;
    return said ? [{ from, said }] : [];
  });
  const set = sourcesOfSet(candidates);
  const from = set.find((one) => one[key] !== null);
  const taken = says.find((one) => one.from === from);
  if (!from || !taken) throw new RangeError(`no source says anything of the ${key}`);
  const { said } = taken;
  const range = says.find((one) => one.said.range)?.said.range;
  const reason = (one: Candidate, value: ValueOf[K]): string => {
    if (one.not !== undefined) return one.not;
    if (value === said.value) return 'It says the same.';
    if (from !== set[0] && !set.includes(one))
      return `It goes with settings that ${set[0]?.name ?? ''} does not share.`;
    return `${capitalised(from.name)} outranks it.`;
  };
  const notTaken = says
    .filter((one) => one !== taken)
    .map((one): NotTaken<ValueOf[K]> => ({
      value: one.said.value,
      source: one.from.source,
      why: reason(one.from, one.said.value),
    }));
  return {
    from,
    decision: {
      value: said.value,
      ...(unit ? { unit } : {}),
      why: said.why,
      source: from.source,
      confidence: from.confidence,
      ...(range ? { range } : {}),
      ...(notTaken.length > 0 ? { notTaken } : {}),
    },
  };
}

/** The decision with another value for a reason of arithmetic or of safety; what it was stands among what was not taken. */
const bent = <T>(decision: Decision<T>, value: T, why: string, formula: string, not: string): Decision<T> => ({
  ...decision,
  value,
  why,
  source: { kind: 'computed', formula },
  confidence: 'start',
  notTaken: [{ value: decision.value, source: decision.source, why: not }, ...(decision.notTaken ?? [])],
});

const ARRHENIUS = 'Arrhenius, t₂ = t₁ · exp(Ea/R · (1/T₂ − 1/T₁))';
const clampDwell = (seconds: number): number => clamped(byFives(seconds), SETTING_LIMITS.dwell);

/** The dwell of a source that goes with another temperature, as the like work at the one taken. */
function pairedDwell(
  heat: { decision: Decision<number>; from: Candidate },
  time: { decision: Decision<number>; from: Candidate },
  energy: number,
): Decision<number> {
  const own = time.from.temperature?.value;
  const { value } = heat.decision;
  if (own === undefined || heat.from === time.from || Math.abs(own - value) <= SAME_HEAT) return time.decision;
  const dwell = clampDwell(equivalentDwell({ temperature: own, dwell: time.decision.value }, value, energy));
  if (dwell === time.decision.value) return time.decision;
  return bent(
    time.decision,
    dwell,
    `${capitalised(heat.from.name)} says another temperature and no time: the dwell that gives the same result there.`,
    ARRHENIUS,
    `It goes with ${temperatureText(own)}.`,
  );
}

/**
 * Proposes the settings for a blank, as a set from one source (an accepted recipe, the maker's sheet, what is proven on this press, the rule of the house, the
 * reference chart) with what it leaves open from those that go with it, never beyond the blank's own limits, warm enough for the dye, and as the press can reach it; the user's own values overrule. Each
 * decision tells what was not taken, and why. O(sources).
 */
export function proposeSettings(blank: Blank, overrides: Overrides, known: Partial<Known> = {}): PressSettings {
  const { house, proven, pressId, mediaId, dye, reach, energy } = { ...NOTHING_KNOWN, ...known };
  const candidates = candidatesFor(blank, house, proven, pressId, mediaId);
  const limits = blank.makersSheet?.limits;
  const heat = take('temperature', candidates, '°C');
  let temperature = heat.decision;
  let dwell = pairedDwell(heat, take('dwell', candidates, 's'), energy);
  const cooler = (to: number, why: string, not: string): void => {
    const longer = clampDwell(equivalentDwell({ temperature: temperature.value, dwell: dwell.value }, to, energy));
    temperature = bent(temperature, to, why, 'the lower of the two', not);
    dwell = bent(dwell, longer, 'Less heat for longer: the same result.', ARRHENIUS, 'It goes with more heat.');
  };
  if (dye === 'toner' && temperature.value < TONER_FROM - 0.5)
    temperature = bent(
      temperature,
      TONER_FROM,
      `Toner lets go of its dye from ${temperatureText(TONER_FROM)} on.`,
      'the higher of the two',
      'Too cool for toner.',
    );
  const most = limits?.temperature ?? Infinity;
  if (temperature.value > most)
    cooler(most, 'The blank must not get hotter: its maker says so.', 'Beyond the blank’s limit.');
  if (temperature.value > reach) {
    const to = Math.floor(reach + 1e-6);
    const needs = equivalentDwell({ temperature: temperature.value, dwell: dwell.value }, to, energy);
    // What would take longer than anybody presses stays as it is, and the plan says that this press is not the one.
    if (needs <= Math.min(SETTING_LIMITS.dwell.most, limits?.dwell ?? Infinity))
      cooler(to, 'As hot as this press gets.', 'This press does not get there.');
  }
  if (limits && limits.dwell !== null && dwell.value > limits.dwell)
    dwell = bent(
      dwell,
      limits.dwell,
      'The blank must not be pressed longer: its maker says so.',
      'the shorter of the two',
      'Beyond the blank’s limit.',
    );
  let pressure = take('pressure', candidates, undefined).decision;
  if (limits?.pressure && isFirmer(pressure.value, limits.pressure))
    pressure = bent(
      pressure,
      limits.pressure,
      'The blank must not be pressed harder: its maker says so.',
      'the lighter of the two',
      'Beyond the blank’s limit.',
    );
  return {
    temperature: overrule<number>(temperature, overrides.temperature),
    dwell: overrule<number>(dwell, overrides.dwell),
    pressure: overrule<PressureLevel>(pressure, overrides.pressure),
    prePress: overrule<number>(take('prePress', candidates, 's').decision, overrides.prePress),
    peel: overrule<Peel>(take('peel', candidates, undefined).decision, overrides.peel),
  };
}
