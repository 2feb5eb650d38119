import type { Change, DialLimits, DialSetting, Reason, Wants } from '../dial/index.js';
import type { TargetReading } from '../measure/index.js';

/** How the next settings are chosen: computed, or one change at a time. */
export const STUDY_SCHOOLS = ['few swatches', 'one change at a time'] as const;
export type StudySchool = (typeof STUDY_SCHOOLS)[number];

/** What a swatch is pressed for: to look for the best, to confirm it, or to see later whether all is as it was. */
export const SWATCH_AIMS = ['search', 'confirm', 'check'] as const;
export type SwatchAim = (typeof SWATCH_AIMS)[number];

/** Where the setting of a swatch came from. */
export const SWATCH_REASONS = [
  'spread out',
  'most promising',
  'most informative',
  'one change',
  'like cloth',
  'by hand',
  'pressed elsewhere',
  'confirm',
  'check',
] as const satisfies readonly (Reason | string)[];
export type SwatchReason = (typeof SWATCH_REASONS)[number];

/** What a swatch was truly pressed with, °C at the cloth and s. */
export interface Reached {
  temperature: number;
  dwell: number;
}

/** One swatch of a study. */
export interface StudySwatch {
  /** From 1; it stands in its code, and on the cloth. */
  number: number;
  aim: SwatchAim;
  setting: DialSetting;
  reason: SwatchReason;
  /** The job that carries it to the press; null: it was pressed elsewhere. */
  jobId: string | null;
  /** Whether its target is printed, as far as anybody said. */
  printed: boolean;
  /** When it was pressed, ISO 8601; null: not yet. */
  pressedAt: string | null;
  /** What it truly had; null: as planned, or nobody knows. */
  reached: Reached | null;
  /** Why nothing is to be read off it; null: it is as good as any. */
  spoiled: string | null;
  /** What was read off it; null: nothing yet. */
  reading: TargetReading | null;
  /** What was changed in the shop since the check before; of a check alone. */
  since: Change[];
}

/** An answer to “which is better?”. */
export interface StudyAnswer {
  id: string;
  better: number;
  worse: number;
  by: string | null;
  /** ISO 8601. */
  at: string;
}

/** The cloth that is pressed: goods off the shelf, or a piece of cloth that stands for them. */
export interface StudyCloth {
  /** The goods whose recipe is wanted. */
  blankId: string;
  blankName: string;
  /** A spoiled piece of them is used up, or cloth that is bought for it. */
  from: 'spoiled piece' | 'test cloth';
  /** Share of polyester of what is pressed, per cent. */
  polyester: number;
  /** sRGB of the cloth as it came. */
  baseColour: string;
}

/** The settings that came of a study. */
export interface StudyResult {
  setting: DialSetting;
  /** The recipe that it became. */
  recipeId: string;
  /** ISO 8601. */
  at: string;
  by: string | null;
}

/** A search for the best settings of one material on one press. */
export interface Study {
  id: string;
  /** Counted by the shop; it stands in the codes of its targets. */
  number: number;
  name: string;
  version: number;
  cloth: StudyCloth;
  pressId: string;
  pressName: string;
  mediaId: string;
  mediaName: string;
  limits: DialLimits;
  /** How many swatches one is willing to press. */
  budget: number;
  wants: Wants;
  school: StudySchool;
  /** How the press says its pressures, in its own turns or levels; '' where nobody said. */
  turns: Record<'light' | 'medium' | 'firm', string>;
  swatches: StudySwatch[];
  answers: StudyAnswer[];
  result: StudyResult | null;
  /** ISO 8601. */
  createdAt: string;
  updatedAt: string;
}

/** What somebody says of a study when it is begun or changed. */
export const STUDY_CHANGEABLE = [
  'name',
  'limits',
  'budget',
  'wants',
  'school',
  'turns',
] as const satisfies readonly (keyof Study)[];
export type StudyChange = Pick<Study, (typeof STUDY_CHANGEABLE)[number] | 'version'>;

/** Blur of an edge that counts as one step of what the eye sees, mm. Our own figure, no published source. */
export const BLUR_STEP = 0.1;

export const BUDGET_LIMITS = { least: 3, most: 60, usual: 9 };

/** The setting that counts: what was truly reached. */
export const truly = ({ setting, reached }: StudySwatch): DialSetting =>
  reached ? { ...setting, ...reached } : setting;

/** Whether a swatch tells anything: it was pressed, and is not spoiled. */
export const tells = ({ pressedAt, spoiled }: StudySwatch): boolean => pressedAt !== null && spoiled === null;

/** The swatches that tell of settings: a check tells of the shop. */
export const toldOf = ({ swatches }: Study): StudySwatch[] =>
  swatches.filter((one) => tells(one) && one.aim !== 'check');

/** The numbers of swatches that somebody compared by eye. */
export const comparedOf = ({ answers }: Study): Set<number> =>
  new Set(answers.flatMap(({ better, worse }) => [better, worse]));
