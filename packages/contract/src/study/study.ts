import Joi from 'joi';
import { PRESSURES } from '@kanga/core/blank';
import { CHANGES, WEIGHTS, type DialLimits, type DialSetting, type Wants } from '@kanga/core/dial';
import {
  BUDGET_LIMITS,
  STUDY_SCHOOLS,
  SWATCH_AIMS,
  SWATCH_REASONS,
  type Study,
  type StudyAnswer,
  type StudyChange,
  type StudyResult,
  type StudySwatch,
} from '@kanga/core/study';
import { SETTING_LIMITS } from '@kanga/core/stack';
import { CODE_LIMITS, type TargetReading } from '@kanga/core/measure';
import { idSchema, instantSchema, personSchema } from '../finding/index.js';
import { targetReadingSchema } from './reading.js';

const { temperature, dwell, prePress } = SETTING_LIMITS;
const span = (least: number, most: number) =>
  Joi.object({
    least: Joi.number().min(least).max(most).required(),
    most: Joi.number().min(Joi.ref('least')).max(most).required(),
  }).required();
const pressure = Joi.string()
  .valid(...PRESSURES)
  .required();
const limits = Joi.object<DialLimits, true>({
  temperature: span(temperature.least, temperature.most),
  dwell: span(dwell.least, dwell.most),
  pressures: Joi.array().items(pressure).min(1).max(PRESSURES.length).unique().required(),
  prePresses: Joi.array().items(Joi.number().min(prePress.least).max(prePress.most)).min(1).max(4).unique().required(),
}).required();
const setting = Joi.object<DialSetting, true>({
  temperature: Joi.number().min(temperature.least).max(temperature.most).required(),
  dwell: Joi.number().min(dwell.least).max(dwell.most).required(),
  pressure,
  prePress: Joi.number().min(prePress.least).max(prePress.most).required(),
}).required();
const weight = Joi.string()
  .valid(...WEIGHTS)
  .required();
const wants = Joi.object<Wants, true>({
  colour: weight,
  white: weight,
  sharp: weight,
  target: Joi.object({ strength: Joi.number().required(), yellowing: Joi.number().required() }).allow(null).required(),
}).required();
const turn = Joi.string().trim().max(40).allow('').required();
const words = {
  name: Joi.string().trim().min(1).max(120).required(),
  limits,
  budget: Joi.number().integer().min(BUDGET_LIMITS.least).max(BUDGET_LIMITS.most).required(),
  wants,
  school: Joi.string()
    .valid(...STUDY_SCHOOLS)
    .required(),
  turns: Joi.object({ light: turn, medium: turn, firm: turn }).required(),
};
const version = Joi.number().integer().min(1).required();
const polyester = Joi.number().min(0).max(100).required();
const from = Joi.string().valid('spoiled piece', 'test cloth').required();
const by = personSchema.allow(null).required();
const swatchNumberSchema = Joi.number().integer().min(1).max(CODE_LIMITS.swatch).required();
/** The same where it stands in an address. */
export const swatchInPathSchema = Joi.string()
  .pattern(/^[1-9]\d{0,2}$/, 'a swatch’s number')
  .required();
const since = Joi.array()
  .items(Joi.string().valid(...CHANGES))
  .unique()
  .max(CHANGES.length)
  .required();
const reached = Joi.object({
  temperature: Joi.number().min(0).max(300).required(),
  dwell: Joi.number().min(0).max(3600).required(),
})
  .allow(null)
  .required();
const reason = Joi.string()
  .valid(...SWATCH_REASONS)
  .required();
const aim = Joi.string()
  .valid(...SWATCH_AIMS)
  .required();
const spoiled = Joi.string().trim().min(1).max(200).allow(null).required();

/** A study that is begun: for which goods, on which press and paper. */
export interface NewStudy extends Omit<StudyChange, 'version'> {
  id: string;
  blankId: string;
  pressId: string;
  mediaId: string;
  from: Study['cloth']['from'];
  polyester: number;
}
export const newStudySchema = Joi.object<NewStudy, true>({
  ...words,
  id: idSchema.required(),
  blankId: idSchema.required(),
  pressId: idSchema.required(),
  mediaId: idSchema.required(),
  from,
  polyester,
});
export const studyChangeSchema = Joi.object<StudyChange, true>({ ...words, version });

/** Swatches that are to be pressed, or that were pressed elsewhere: those have no job. */
export interface NewSwatches {
  /** The number of the first of them: planned twice by two screens, they are planned once. */
  first: number;
  swatches: Pick<StudySwatch, 'aim' | 'setting' | 'reason' | 'since'>[];
}
export const newSwatchesSchema = Joi.object<NewSwatches, true>({
  first: swatchNumberSchema,
  swatches: Joi.array().items(Joi.object({ aim, setting, reason, since })).min(1).max(20).required(),
});

/** What may be said of a swatch afterwards. */
export type SwatchChange = Pick<StudySwatch, 'printed' | 'reached' | 'spoiled'>;
export const swatchChangeSchema = Joi.object<SwatchChange, true>({
  printed: Joi.boolean().required(),
  reached,
  spoiled,
});

/** What was read off a cloth: swatches by their numbers. */
export interface NewReadings {
  readings: { swatch: number; reading: TargetReading }[];
}
export const newReadingsSchema = Joi.object<NewReadings, true>({
  readings: Joi.array()
    .items(Joi.object({ swatch: swatchNumberSchema, reading: targetReadingSchema.required() }))
    .min(1)
    .max(60)
    .unique('swatch')
    .required(),
});

export type NewAnswer = Omit<StudyAnswer, 'at'>;
const answer = {
  id: idSchema.required(),
  better: swatchNumberSchema,
  worse: swatchNumberSchema.invalid(Joi.ref('better')),
  by,
};
export const newAnswerSchema = Joi.object<NewAnswer, true>(answer);

/** A setting that is accepted. */
export interface NewResult {
  recipeId: string;
  setting: DialSetting;
  by: string | null;
}
export const newResultSchema = Joi.object<NewResult, true>({ recipeId: idSchema.required(), setting, by });

const swatchSchema = Joi.object<StudySwatch, true>({
  number: swatchNumberSchema,
  aim,
  setting,
  reason,
  jobId: idSchema.allow(null).required(),
  printed: Joi.boolean().required(),
  pressedAt: instantSchema.allow(null).required(),
  reached,
  spoiled,
  reading: targetReadingSchema.allow(null).required(),
  since,
});
export const studySchema = Joi.object<Study, true>({
  ...words,
  id: idSchema.required(),
  number: Joi.number().integer().min(1).required(),
  version,
  cloth: Joi.object<Study['cloth'], true>({
    blankId: idSchema.required(),
    blankName: Joi.string().required(),
    from,
    polyester,
    baseColour: Joi.string()
      .pattern(/^#[0-9a-f]{6}$/i)
      .required(),
  }).required(),
  pressId: idSchema.required(),
  pressName: Joi.string().required(),
  mediaId: idSchema.required(),
  mediaName: Joi.string().required(),
  swatches: Joi.array().items(swatchSchema).required(),
  answers: Joi.array()
    .items(Joi.object<StudyAnswer, true>({ ...answer, at: instantSchema.required() }))
    .required(),
  result: Joi.object<StudyResult, true>({ setting, recipeId: idSchema.required(), at: instantSchema.required(), by })
    .allow(null)
    .required(),
  createdAt: instantSchema.required(),
  updatedAt: instantSchema.required(),
});
