import Joi from 'joi';
import type { LogRow } from '@kanga/core/job';
import { daySchema, idSchema, instantSchema } from '../finding/index.js';
import { faultCodeSchema } from '../inspect/index.js';

/** One pressing in the shop's log. */
export interface LogEntry extends LogRow {
  id: number;
  jobId: string;
  jobNumber: number;
  jobName: string;
  blankName: string;
}

const logEntrySchema = Joi.object<LogEntry, true>({
  id: Joi.number().integer().required(),
  jobId: idSchema.required(),
  jobNumber: Joi.number().integer().required(),
  jobName: Joi.string().required(),
  blankName: Joi.string().required(),
  piece: Joi.number().integer().required(),
  side: Joi.string().allow('').required(),
  pressName: Joi.string().required(),
  by: Joi.string().allow(null).required(),
  temperature: Joi.number().required(),
  planned: Joi.number().required(),
  actual: Joi.number().allow(null).required(),
  at: instantSchema.required(),
  verdict: Joi.string().valid('good', 'spoiled', 'not judged').required(),
  fault: faultCodeSchema.allow(null).required(),
  note: Joi.string().allow('').required(),
});

/** What the log is narrowed to; everything is text, as it comes in an address. */
export interface LogQuery {
  /** Words that all have to stand somewhere in the entry. */
  text?: string;
  press?: string;
  blank?: string;
  by?: string;
  verdict?: LogRow['verdict'];
  fault?: string;
  /** Days, both taken in. */
  from?: string;
  to?: string;
  /** Where the page before ended. */
  after?: string;
}
const word = Joi.string().trim().max(120);
const narrowed = {
  text: word,
  press: word,
  blank: word,
  by: word,
  verdict: Joi.string().valid('good', 'spoiled', 'not judged'),
  fault: faultCodeSchema,
  from: daySchema,
  to: daySchema,
};
/** Where a page ended: the time and the number of its last entry. */
const cursorSchema = Joi.string().custom((text: string, helpers) => {
  const [, at = '', number] = /^([^_]*)_(\d{1,15})$/.exec(text) ?? [];
  return number === undefined || instantSchema.validate(at).error
    ? helpers.message({ custom: '{{#label}} must be where a page ended, as its `next` says' })
    : text;
});
export const logQuerySchema = Joi.object<LogQuery>({ ...narrowed, after: cursorSchema });
export const logExportSchema = Joi.object<LogQuery & { format: 'csv' | 'json' }>({
  ...narrowed,
  format: Joi.string().valid('csv', 'json').required(),
});

/** A page of the log, newest first; `next` is where it goes on, null at its end. */
export interface LogPage {
  entries: LogEntry[];
  next: string | null;
}
export const logPageSchema = Joi.object<LogPage, true>({
  entries: Joi.array().items(logEntrySchema).required(),
  next: Joi.string().allow(null).required(),
});
