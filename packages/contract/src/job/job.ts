import Joi from 'joi';
import { STAGES } from '@kanga/core/finding';
import { PIECES_LIMITS, type Approval, type Job, type JobChange, type JobFile, type RunPlan } from '@kanga/core/job';
import { artSchema, designSchema, runSchema } from '../art/index.js';
import { benchEventSchema } from '../bench/index.js';
import { blankSchema } from '../blank/index.js';
import { daySchema, idSchema, instantSchema, waiverSchema } from '../finding/index.js';
import { gapSchema, sheetChoicesSchema } from '../sheet/index.js';
import { pressSchema } from '../shop/index.js';
import { overridesSchema } from '../stack/index.js';

const head = {
  name: Joi.string().trim().min(1).max(120).required(),
  customer: Joi.string().trim().max(120).allow('').required(),
  due: daySchema.allow(null).required(),
  pieces: Joi.number().integer().min(PIECES_LIMITS.least).max(PIECES_LIMITS.most).required(),
};
const choices = {
  ...head,
  reached: Joi.string()
    .valid(...STAGES)
    .required(),
  blankId: idSchema.allow(null).required(),
  bleed: Joi.number().min(0).max(100).allow(null).required(),
  design: designSchema.required(),
  run: runSchema.allow(null).required(),
  mediaId: idSchema.allow(null).required(),
  gap: gapSchema.allow(null).required(),
  sheet: sheetChoicesSchema.required(),
  pressId: idSchema.allow(null).required(),
  overrides: overridesSchema.required(),
};

const approver = Joi.string().trim().min(1).max(120).required();
const fingerprint = Joi.string()
  .pattern(/^[0-9a-f]{14}$/, 'a fingerprint')
  .required();
/** Who approved a proof, and the fingerprint of what they saw; the server adds the time. */
export const newApprovalSchema = Joi.object<Pick<Approval, 'by' | 'fingerprint'>, true>({ by: approver, fingerprint });

export type NewJob = Pick<Job, 'name' | 'customer' | 'due' | 'pieces'>;
export const newJobSchema = Joi.object<NewJob, true>(head);

const version = Joi.number().integer().min(1).required();
/** A run of names makes up the pieces: its counts come to just as many. */
const piecesOfRun = <T extends Pick<Job, 'pieces' | 'run'>>(job: T, helpers: Joi.CustomHelpers<T>) => {
  const sum = job.run?.reduce((all, row) => all + row.count, 0) ?? job.pieces;
  return sum === job.pieces
    ? job
    : helpers.message({ custom: `pieces must be ${sum}, as many as the run of names counts; got ${job.pieces}` });
};
export const jobChangeSchema = Joi.object<JobChange, true>({ ...choices, version }).custom(piecesOfRun);

export const jobSchema = Joi.object<Job, true>({
  ...choices,
  version,
  id: idSchema.required(),
  number: Joi.number().integer().min(1).required(),
  status: Joi.string().valid('open', 'closed').required(),
  waivers: Joi.array().items(waiverSchema).max(100).required(),
  approval: Joi.object<Approval, true>({
    by: approver,
    at: instantSchema.required(),
    fingerprint,
  })
    .allow(null)
    .required(),
  createdAt: instantSchema.required(),
  updatedAt: instantSchema.required(),
  closedAt: instantSchema.allow(null).required(),
});

const sourceSchema = Joi.object({
  kind: Joi.string()
    .valid("maker's sheet", 'proven on this press', 'house rule', 'reference chart', 'computed')
    .required(),
  rule: Joi.string(),
  row: Joi.string(),
  formula: Joi.string(),
  times: Joi.number().integer(),
  last: Joi.string(),
});
const decision = (value: Joi.Schema) =>
  Joi.object({
    value: value.required(),
    unit: Joi.string().valid('mm', '°C', 's', 'kPa'),
    why: Joi.string().required(),
    source: sourceSchema.required(),
    confidence: Joi.string().valid('firm', 'fair', 'start').required(),
    range: Joi.object({ low: Joi.number().required(), high: Joi.number().required() }),
    overruled: Joi.object({ proposal: value.required(), why: Joi.string().required() }),
  }).required();

export const runPlanSchema = Joi.object<RunPlan, true>({
  frozenAt: instantSchema.required(),
  pieces: head.pieces,
  blank: blankSchema.required(),
  press: pressSchema.required(),
  settings: Joi.object({
    temperature: decision(Joi.number()),
    dwell: decision(Joi.number()),
    pressure: decision(Joi.string().valid('light', 'medium', 'firm')),
    prePress: decision(Joi.number()),
    peel: decision(Joi.string().valid('hot', 'cold')),
  }).required(),
  layers: Joi.array()
    .items(
      Joi.object({
        role: Joi.string().required(),
        name: Joi.string().required(),
        detail: Joi.string().required(),
        why: Joi.string().required(),
        size: Joi.object({ width: Joi.number().required(), height: Joi.number().required() }),
        thickness: Joi.number().required(),
        faces: Joi.string().valid('up', 'down'),
      }),
    )
    .required(),
  dial: Joi.number().min(0).max(400),
  steps: Joi.array()
    .items(
      Joi.object({
        kind: Joi.string().required(),
        title: Joi.string().required(),
        how: Joi.string().required(),
        seconds: Joi.number().greater(0).allow(null).required(),
        side: Joi.number().integer().min(0).required(),
      }),
    )
    .min(1)
    .required(),
});

export const jobFileSchema = Joi.object<JobFile, true>({
  job: jobSchema.required(),
  blank: blankSchema.allow(null).required(),
  arts: Joi.array().items(artSchema).max(100).required(),
  plan: runPlanSchema.allow(null).required(),
  events: Joi.array().items(benchEventSchema).required(),
});

/** A job in a list. */
export interface JobSummary {
  id: string;
  number: number;
  name: string;
  customer: string;
  due: string | null;
  pieces: number;
  status: Job['status'];
  reached: Job['reached'];
  blankName: string | null;
  artId: string | null;
  updatedAt: string;
}
export const jobSummarySchema = Joi.object<JobSummary, true>({
  id: idSchema.required(),
  number: Joi.number().integer().required(),
  name: head.name,
  customer: head.customer,
  due: head.due,
  pieces: head.pieces,
  status: Joi.string().valid('open', 'closed').required(),
  reached: choices.reached,
  blankName: Joi.string().allow(null).required(),
  artId: idSchema.allow(null).required(),
  updatedAt: instantSchema.required(),
});
