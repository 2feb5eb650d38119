import Joi from 'joi';
import type { Backup, Backups } from '@kanga/core/backup';
import { instantSchema } from '../finding/index.js';

const count = Joi.number().integer().min(0).required();
const backupSchema = Joi.object<Backup, true>({
  name: Joi.string().required(),
  made: instantSchema.required(),
  why: Joi.string().required(),
  bytes: count,
  locked: Joi.boolean().required(),
  rows: count,
  checked: Joi.object({
    at: instantSchema.required(),
    ok: Joi.boolean().required(),
    wrong: Joi.array().items(Joi.string()).required(),
  })
    .allow(null)
    .required(),
});
export const backupsSchema = Joi.object<Backups, true>({
  folder: Joi.string().required(),
  beside: Joi.boolean().required(),
  at: Joi.string().required(),
  keep: Joi.object({ daily: count, weekly: count, monthly: count }).required(),
  since: instantSchema.allow(null).required(),
  archived: instantSchema.allow(null).required(),
  backups: Joi.array().items(backupSchema).required(),
});

/** What somebody says who wants the demo shop in the place of theirs: the shop's name, and that the shop is their own. */
export interface DemoReset {
  name: string;
  own: boolean;
}
export const demoResetSchema = Joi.object<DemoReset, true>({
  name: Joi.string().max(120).required(),
  own: Joi.boolean().required(),
});
