import Joi from 'joi';
import type { DayBook, DayWork, DoneBed, Pace } from '@kanga/core/day';
import type { RatesMeasured } from '@kanga/core/heat';
import { daySchema, idSchema, instantSchema, personSchema } from '../finding/index.js';

/** Everything that the plan of the day is made of. */
export interface DayFile {
  /** Open jobs with what they still want of the shop. */
  works: DayWork[];
  book: DayBook;
  /** How fast presses were served of late; null: too little was measured. */
  pace: Pace | null;
  /** How plates warm and cool, as presses told of themselves. */
  rates: MeasuredRates[];
}

/** How the plate of a press warms and cools, as it was measured last. */
export interface MeasuredRates extends RatesMeasured {
  pressId: string;
  at: string;
}

const clockSchema = Joi.string()
  .pattern(/^([01]\d|2[0-3]):[0-5]\d$/)
  .messages({ 'string.pattern.base': '{{#label}} must be a time of day like 08:30' });
const shiftSchema = Joi.object({
  name: personSchema.required(),
  from: clockSchema.required(),
  to: clockSchema.required(),
  rest: Joi.object({ from: clockSchema.required(), to: clockSchema.required() }).allow(null).required(),
  days: Joi.array().items(Joi.number().integer().min(1).max(7)).unique().max(7).required(),
});
const taskSchema = Joi.string().max(80);
/** The most loads that a plan can hold, and people. */
const [ROWS, PEOPLE] = [2000, 60];

export const dayBookSchema = Joi.object<DayBook, true>({
  version: Joi.number().integer().min(0).required(),
  shifts: Joi.array().items(shiftSchema).max(PEOPLE).required(),
  down: Joi.array().items(idSchema).max(50).required(),
  pins: Joi.array()
    .items(
      Joi.object({
        task: taskSchema.required(),
        at: instantSchema.required(),
        unit: Joi.string().max(80).allow(null).required(),
      }),
    )
    .max(ROWS)
    .required(),
  taken: Joi.object({
    at: instantSchema.required(),
    by: personSchema.allow(null).required(),
    rows: Joi.array()
      .items(
        Joi.object({
          task: taskSchema.required(),
          unit: Joi.string().max(80).allow('').required(),
          start: instantSchema.required(),
          end: instantSchema.required(),
        }),
      )
      .max(ROWS)
      .required(),
  })
    .allow(null)
    .required(),
});

const seconds = Joi.number().min(0).max(10_000_000);
const count = Joi.number().integer().min(0);
const workSchema = Joi.object<DayWork, true>({
  jobId: idSchema.required(),
  number: count.required(),
  name: Joi.string().allow('').required(),
  artId: idSchema.allow(null).required(),
  order: Joi.object({ id: idSchema.required(), number: count.required() }).allow(null).required(),
  due: daySchema.allow(null).required(),
  ready: daySchema.allow(null).required(),
  beds: count.required(),
  atOnce: count.required(),
  pieces: count.required(),
  print: Joi.object({ printerId: idSchema.required(), seconds: seconds.required(), dries: seconds.required() })
    .allow(null)
    .required(),
  table: seconds.required(),
  presses: Joi.array()
    .items(
      Joi.object({
        pressId: idSchema.required(),
        heat: Joi.number().required(),
        busy: seconds.required(),
        hands: seconds.required(),
        cool: seconds.required(),
      }),
    )
    .required(),
  jig: Joi.object({ name: Joi.string().required(), sets: Joi.number().integer().min(1).required() })
    .allow(null)
    .required(),
  inspect: seconds.required(),
  pack: seconds.required(),
  stuck: Joi.string().allow(null).required(),
});
const share = Joi.number().min(0).required();
const paceSchema = Joi.object<Pace, true>({
  factor: share,
  low: share,
  high: share,
  pressings: count.required(),
  days: count.required(),
  spread: Joi.object({ day: share, each: share }).required(),
});
export const doneBedSchema = Joi.object<DoneBed, true>({
  jobId: idSchema.required(),
  number: count.required(),
  name: Joi.string().allow('').required(),
  artId: idSchema.allow(null).required(),
  press: Joi.string().required(),
  at: instantSchema.required(),
  seconds: seconds.required(),
  planned: seconds.required(),
  cycle: seconds.allow(null).required(),
  pieces: count.required(),
  spoiled: count.required(),
  celsius: Joi.number().required(),
});
export const doneQuerySchema = Joi.object<{ day: string }, true>({ day: daySchema.required() });
const ratesSchema = Joi.object<MeasuredRates, true>({
  pressId: idSchema.required(),
  hottest: Joi.number().positive().allow(null).required(),
  warmTau: Joi.number().positive().allow(null).required(),
  room: Joi.number().required(),
  coolTau: Joi.number().positive().allow(null).required(),
  at: instantSchema.required(),
});
export const dayFileSchema = Joi.object<DayFile, true>({
  works: Joi.array().items(workSchema).required(),
  book: dayBookSchema.required(),
  pace: paceSchema.allow(null).required(),
  rates: Joi.array().items(ratesSchema).required(),
});
