import Joi from 'joi';
import type { LogRow } from '@kanga/core/job';
import { idSchema, instantSchema } from '../finding/index.js';

/** One pressing in the shop's log. */
export interface LogEntry extends LogRow {
  jobId: string;
  jobNumber: number;
  jobName: string;
  blankName: string;
}

export const logEntrySchema = Joi.object<LogEntry, true>({
  jobId: idSchema.required(),
  jobNumber: Joi.number().integer().required(),
  jobName: Joi.string().required(),
  blankName: Joi.string().required(),
  piece: Joi.number().integer().required(),
  side: Joi.string().allow('').required(),
  pressName: Joi.string().required(),
  temperature: Joi.number().required(),
  planned: Joi.number().required(),
  actual: Joi.number().allow(null).required(),
  at: instantSchema.required(),
  verdict: Joi.string().valid('good', 'spoiled', 'not judged').required(),
  fault: Joi.string().allow(null).required(),
  note: Joi.string().allow('').required(),
});
