import {
  chanceOfBetter,
  isEnough,
  isSame,
  meritOf,
  meritsOf,
  nextOf,
  oneAtATime,
  wholeWithin,
  pairToCompare,
  pointsOf,
  SEEN,
  startCount,
  startOf,
  surfaceOf,
  weightsOf,
  type DialSetting,
  type Figure,
  type Nearness,
  type Point,
  type Surface,
  type Swatch,
} from '../dial/index.js';
import { bySeverity, type Finding } from '../finding/index.js';
import { checkStudy } from './check.js';
import { waitFor } from './wait.js';
import { BLUR_STEP, comparedOf, toldOf, truly, type Study, type StudySwatch, type SwatchReason } from './study.js';

/** What pressing the same again differs by, ΔE, beside the reading itself. Common practice, no published source. */
const AGAIN = 0.5;

/** How good a swatch came out by its reading, ΔE; null while it is not read. */
export const meritOfSwatch = ({ wants }: Study, { reading }: StudySwatch): number | null =>
  reading &&
  meritOf(
    { strength: reading.strength.value, yellowing: reading.yellowing.value, spread: reading.blur.value / BLUR_STEP },
    wants,
  );

/** The figures of a swatch's reading, each with its spread. A ghost says nothing of how soft an edge is. */
function figuresOf({ reading }: StudySwatch): Figure[] {
  if (!reading) return [];
  const { strength, yellowing, blur, ghost } = reading;
  const figure = (weights: Figure['weights'], value: number, spread: number): Figure => ({
    weights,
    value,
    spread: Math.hypot(spread, AGAIN),
    relative: false,
  });
  return [
    figure([1, 0, 0], strength.value, strength.spread),
    figure([0, 1, 0], yellowing.value, yellowing.spread),
    ...(ghost ? [] : [figure([0, 0, 1], blur.value / BLUR_STEP, blur.spread / BLUR_STEP)]),
  ];
}

/** What answers by eye and readings say of swatches, by their place among those that tell anything. */
function byEye(study: Study, told: readonly StudySwatch[]): ReturnType<typeof meritsOf> {
  const place = new Map(told.map(({ number }, i) => [number, i]));
  const comparisons = study.answers.flatMap(({ better, worse }) => {
    const [one, other] = [place.get(better), place.get(worse)];
    return one === undefined || other === undefined ? [] : [{ better: one, worse: other }];
  });
  const measured = told.map((swatch) => {
    const value = meritOfSwatch(study, swatch);
    return value === null ? null : { value, spread: Math.hypot(AGAIN, 0.7) };
  });
  return meritsOf(told.length, comparisons, measured);
}

/** What is known of a study's swatches, as `dial` wants it. Answers count for swatches that nothing was read of. */
export function swatchesOf(study: Study): Swatch[] {
  const told = toldOf(study);
  const { strength, yellowing, spread } = weightsOf(study.wants);
  const eye = study.answers.length > 0 ? byEye(study, told) : null;
  const compared = comparedOf(study);
  return told.flatMap((swatch, i): Swatch[] => {
    const read = figuresOf(swatch);
    const seen: Figure[] =
      eye && read.length === 0 && compared.has(swatch.number)
        ? [
            {
              weights: [strength, yellowing, spread],
              value: eye.merit[i] ?? 0,
              spread: Math.sqrt(eye.covariance[i]?.[i] ?? 1),
              relative: !told.some(({ reading }) => reading !== null),
            },
          ]
        : [];
    const figures = [...read, ...seen];
    return figures.length > 0 ? [{ setting: truly(swatch), figures }] : [];
  });
}

/** A setting to press, and why. */
export interface Proposal {
  setting: DialSetting;
  reason: SwatchReason;
  why: string;
}

/** The surface of a study without the drawings it was made from: what a screen shows. */
export type SurfaceShown = Omit<Surface, 'likely'> & { worst: Float64Array };

/** Everything that follows from a study. */
export interface StudyView {
  /** Swatches of which something is known. */
  known: number;
  /** Null while nothing is known. */
  surface: SurfaceShown | null;
  best: Point | null;
  robust: Point | null;
  /** How likely some setting is better by more than the eye sees. */
  chance: number;
  enough: boolean;
  /** What to press next; the start comes all at once. Empty where nothing more is to be pressed. */
  next: Proposal[];
  /** The two swatches to compare by eye; null: no answer would tell anything. */
  compare: { one: number; other: number } | null;
  findings: Finding[];
  action: StudyAction;
}

/** The one thing that moves a study on. */
export interface StudyAction {
  sentence: string;
  label: string;
  command:
    | { kind: 'plan'; settings: Proposal[]; aim: StudySwatch['aim'] }
    | { kind: 'print'; numbers: number[] }
    | { kind: 'press'; jobId: string }
    | { kind: 'measure' }
    | { kind: 'accept'; setting: DialSetting }
    | { kind: 'check' };
}

/** What is known beside the study itself. */
export interface StudyKnown {
  /** What the plate of its press is off from place to place, °C. */
  plate: { coolest: number; hottest: number };
  /** What the plate is at, °C; null: cold, or nobody knows. */
  heat: number | null;
  /** From cold to its temperature, s. */
  warmUp: number;
  /** The accepted setting of a cloth like this one; null: there is none. */
  like: { setting: DialSetting; name: string } | null;
  /** Now, ISO 8601. */
  now: string;
}

const WHY: Partial<Record<SwatchReason, string>> = {
  'spread out': 'Spread over all that may be varied, so that heat and time can be told apart.',
  'most promising': 'It may be better than all that was pressed so far.',
  'most informative': 'Little is known here, and it matters for which is best.',
  'one change': 'One thing changed, all else held. It cannot see that more heat wants less time.',
};

/** How much of a study is left to press for the search. */
const searched = ({ swatches }: Study) => swatches.filter(({ aim, spoiled }) => aim === 'search' && spoiled === null);

function proposalsOf(study: Study, surface: Surface | null, known: StudyKnown): Proposal[] {
  const { limits, budget, school } = study;
  const done = searched(study);
  const left = budget - done.length;
  if (left <= 0) return [];
  if (school === 'one change at a time') {
    const tried = done.map((swatch) => ({ setting: swatch.setting, merit: meritOfSwatch(study, swatch) ?? -Infinity }));
    const next = oneAtATime(limits, tried);
    return next ? [{ setting: next.setting, reason: 'one change', why: WHY['one change'] ?? '' }] : [];
  }
  if (done.length < startCount(limits)) {
    const start = startOf(limits).map((setting): Proposal => ({
      setting,
      reason: 'spread out',
      why: WHY['spread out'] ?? '',
    }));
    const { like } = known;
    if (like) {
      // It takes the place of the one nearest to it in heat.
      const near = start.reduce((a, b) =>
        Math.abs(b.setting.temperature - like.setting.temperature) <
        Math.abs(a.setting.temperature - like.setting.temperature)
          ? b
          : a,
      );
      start[start.indexOf(near)] = {
        setting: { ...near.setting, temperature: like.setting.temperature, dwell: like.setting.dwell },
        reason: 'like cloth',
        why: `It is the recipe of ${like.name}, which is made of the same cloth.`,
      };
    }
    const fresh = start.filter(({ setting }) => !done.some((one) => isSame(one.setting, setting, PLANNED)));
    return fresh.slice(0, Math.min(left, startCount(limits) - done.length));
  }
  if (!surface) return [];
  const { setting, reason } = nextOf(
    surface,
    limits,
    known.heat,
    done.map(({ setting }) => setting),
  );
  return [{ setting, reason, why: WHY[reason] ?? '' }];
}

/** A setting of the start that was planned already. */
const PLANNED: Nearness = { temperature: 0.5, dwell: { seconds: 0.5 }, prePress: 0.5 };

const some = (numbers: readonly number[]): string =>
  numbers.length === 1
    ? `swatch ${numbers[0] ?? ''}`
    : `swatches ${numbers.slice(0, -1).join(', ')} and ${numbers.at(-1) ?? ''}`;

/** A wait that is worth telling, s. */
const WORTH = 90;
const waits = (seconds: number): string =>
  seconds > WORTH ? ` The plate is there in about ${Math.round(seconds / 60)} min.` : '';

/** A confirming swatch this much worse than foreseen confirms nothing, ΔE. */
const SHORT = 2.5;

const confirming = (setting: DialSetting, { limits }: Study): Proposal => ({
  setting: wholeWithin(setting, limits),
  reason: 'confirm',
  why: 'The robust setting, once more.',
});

/** The sentence and the command that move a study on. */
function actionOf(
  study: Study,
  view: Pick<StudyView, 'enough' | 'next' | 'robust'> & {
    behind: (swatch: StudySwatch) => number;
    wait: (setting: DialSetting) => number;
  },
  said: (setting: DialSetting) => string,
): StudyAction {
  const open = study.swatches.filter(({ spoiled }) => spoiled === null);
  const unprinted = open.filter(({ printed, jobId, pressedAt }) => jobId !== null && !printed && pressedAt === null);
  if (unprinted.length > 0) {
    const numbers = unprinted.map(({ number }) => number);
    return {
      sentence: `Print the ${numbers.length === 1 ? 'target' : 'targets'} of ${some(numbers)}.`,
      label: 'Print',
      command: { kind: 'print', numbers },
    };
  }
  // Coolest first: a plate warms sooner than it cools.
  const waiting = open
    .filter(({ pressedAt, jobId }) => pressedAt === null && jobId !== null)
    .sort((a, b) => a.setting.temperature - b.setting.temperature);
  const [first] = waiting;
  if (first?.jobId)
    return {
      sentence: `Press swatch ${first.number}: ${said(first.setting)}.${waits(view.wait(first.setting))}${waiting.length > 1 ? ` ${waiting.length - 1} more after it.` : ''}`,
      label: `Press swatch ${first.number}`,
      command: { kind: 'press', jobId: first.jobId },
    };
  const compared = comparedOf(study);
  const unread = open.filter(
    ({ pressedAt, reading, number }) => pressedAt !== null && reading === null && !compared.has(number),
  );
  if (unread.length > 0)
    return {
      sentence: `Scan the cloth with ${some(unread.map(({ number }) => number))} on it, or compare by eye.`,
      label: 'Measure',
      command: { kind: 'measure' },
    };
  if (study.result)
    return {
      sentence: 'The recipe stands. Press a check swatch once a month, and after new ink, paper or element.',
      label: 'Check swatch',
      command: { kind: 'check' },
    };
  const { robust } = view;
  const confirmed = open
    .filter(({ aim, reading, number }) => aim === 'confirm' && (reading !== null || compared.has(number)))
    .at(-1);
  if (confirmed) {
    const short = view.behind(confirmed);
    return short > SHORT
      ? {
          sentence: `Swatch ${confirmed.number} came out ΔE ${short.toFixed(1)} worse than foreseen. Look for what was different, and press ${said(confirmed.setting)} once more.`,
          label: 'Once more',
          command: { kind: 'plan', aim: 'confirm', settings: [confirming(confirmed.setting, study)] },
        }
      : {
          sentence: `Confirmed. Make ${said(confirmed.setting)} the recipe of ${study.cloth.blankName}.`,
          label: 'Make it the recipe',
          command: { kind: 'accept', setting: confirmed.setting },
        };
  }
  if (robust && (view.enough || view.next.length === 0))
    return {
      sentence: view.enough
        ? `Enough: more swatches would gain less than the eye sees. Press ${said(robust.setting)} once to confirm it.`
        : `All ${study.budget} swatches are pressed. Press ${said(robust.setting)} once to confirm it, or allow more.`,
      label: 'Confirm',
      command: { kind: 'plan', aim: 'confirm', settings: [confirming(robust.setting, study)] },
    };
  const [next] = view.next;
  return {
    sentence:
      view.next.length > 1
        ? `Plan the first ${view.next.length} swatches: ${view.next.map(({ setting }) => said(setting)).join('; ')}.`
        : next
          ? `Press one more: ${said(next.setting)}. ${next.why}`
          : 'Nothing more can be pressed within these limits.',
    label: view.next.length > 1 ? `Plan ${view.next.length} swatches` : 'Plan it',
    command: { kind: 'plan', aim: 'search', settings: view.next },
  };
}

/** How a setting is said: heat, time, and what else is varied. */
export const sayingOf =
  ({ limits, turns }: Pick<Study, 'limits' | 'turns'>, temperature: (celsius: number) => string) =>
  (setting: DialSetting): string => {
    const pressure = limits.pressures.length > 1 ? `, ${turns[setting.pressure] || setting.pressure}` : '';
    const prePress = limits.prePresses.length > 1 ? `, pre-press ${setting.prePress} s` : '';
    return `${temperature(setting.temperature)} for ${Math.round(setting.dwell)} s${pressure}${prePress}`;
  };

/** Works out everything that follows from a study. The surface is most of it: a few hundred ms, so in a worker. `temperature`: how a temperature is said. */
export function viewStudy(study: Study, known: StudyKnown, temperature: (celsius: number) => string): StudyView {
  const swatches = swatchesOf(study);
  const full = swatches.length > 0 ? surfaceOf(swatches, study.limits, study.wants, { seed: study.number }) : null;
  const points = full ? pointsOf(full, known.plate) : null;
  const told = toldOf(study);
  const pair = told.length > 1 ? pairToCompare(byEye(study, told)) : null;
  const [one, other] = [told[pair?.one ?? -1], told[pair?.other ?? -1]];
  const enough = full !== null && study.school === 'few swatches' && isEnough(full, swatches.length, study.limits);
  const shown = full &&
    points && {
      grid: full.grid,
      settings: full.settings,
      able: full.able,
      merit: full.merit,
      doubt: full.doubt,
      channels: full.channels,
      worst: points.worst,
    };
  const base = {
    known: swatches.length,
    surface: shown,
    best: points?.best ?? null,
    robust: points?.robust ?? null,
    chance: full ? chanceOfBetter(full, SEEN) : 1,
    enough,
    next: enough ? [] : proposalsOf(study, full, known),
  };
  /** How much worse a swatch came out than the best that is foreseen; 0 where nothing was read off it. */
  const behind = (swatch: StudySwatch): number => {
    const merit = meritOfSwatch(study, swatch);
    return merit === null || !points ? 0 : points.best.merit - merit;
  };
  return {
    ...base,
    compare: one && other ? { one: one.number, other: other.number } : null,
    findings: bySeverity(checkStudy(study, known.now)),
    action: actionOf(
      study,
      { ...base, behind, wait: ({ temperature: to }) => waitFor(known.warmUp, known.heat, to) },
      sayingOf(study, temperature),
    ),
  };
}
