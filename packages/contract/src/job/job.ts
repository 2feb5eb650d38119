import Joi from 'joi';
import { STAGES } from '@kanga/core/finding';
import {
  PIECES_LIMITS,
  type Approval,
  type Job,
  type JobChange,
  type JobFile,
  type PackedJobFile,
  type Repeat,
} from '@kanga/core/job';
import { artSchema, designSchema, runSchema } from '../art/index.js';
import { benchEventSchema, packedEventsSchema } from '../bench/index.js';
import { blankSchema } from '../blank/index.js';
import { daySchema, idSchema, instantSchema, mostSchema, pageCursorSchema, waiverSchema } from '../finding/index.js';
import { gapSchema, sheetChoicesSchema } from '../sheet/index.js';
import { overridesSchema } from '../stack/index.js';
import { runPlanSchema } from './run-plan.js';

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

/** What is wanted again of a job; pieces from 0. */
export const repeatSchema = Joi.object<Repeat>({
  pieces: Joi.array()
    .items(
      Joi.number()
        .integer()
        .min(0)
        .max(PIECES_LIMITS.most - 1),
    )
    .min(1)
    .unique()
    .max(PIECES_LIMITS.most),
  overrides: overridesSchema,
});

const version = Joi.number().integer().min(1).required();
/** A run of names makes up the pieces: its counts come to just as many. */
const piecesOfRun = <T extends Pick<Job, 'pieces' | 'run'>>(job: T, helpers: Joi.CustomHelpers<T>) => {
  const sum = job.run?.reduce((all, row) => all + row.count, 0) ?? job.pieces;
  return sum === job.pieces
    ? job
    : helpers.message({ custom: `pieces must be ${sum}, as many as the run of names counts; got ${job.pieces}` });
};
export const jobChangeSchema = Joi.object<JobChange, true>({ ...choices, version }).custom(piecesOfRun);

const jobSchema = Joi.object<Job, true>({
  ...choices,
  version,
  id: idSchema.required(),
  number: Joi.number().integer().min(1).required(),
  status: Joi.string().valid('open', 'closed').required(),
  waivers: Joi.array().items(waiverSchema).unique('code').max(100).required(),
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
  study: Joi.object({ id: idSchema.required(), swatch: Joi.number().integer().min(1).required() }),
  order: Joi.object<NonNullable<Job['order']>, true>({
    id: idSchema.required(),
    line: idSchema.required(),
    follows: Joi.boolean().required(),
    again: Joi.boolean().valid(true),
  }),
}).custom((job: Job, helpers) =>
  (job.status === 'closed') === (job.closedAt !== null)
    ? job
    : helpers.message({
        custom: `"closedAt" must be ${job.status === 'closed' ? 'a time, since the job is closed' : 'null, since the job is open'}`,
      }),
);

const referred = {
  job: jobSchema.required(),
  blank: blankSchema.allow(null).required(),
  arts: Joi.array().items(artSchema).max(100).required(),
  plan: runPlanSchema.allow(null).required(),
};
const bagged = Joi.number().integer().min(0);
export const jobFileSchema = Joi.object<JobFile, true>({
  ...referred,
  events: Joi.array().items(benchEventSchema).required(),
  bagged,
});
/** As screens load it. */
export const packedJobFileSchema = Joi.object<PackedJobFile, true>({
  ...referred,
  packed: Joi.array().items(packedEventsSchema).required(),
  bagged,
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
  blankId: string | null;
  blankName: string | null;
  /** The press that was chosen for it; null: what is proposed. */
  pressId: string | null;
  artId: string | null;
  /** The order that it belongs to; null: it stands for itself. */
  orderId: string | null;
  updatedAt: string;
  /** When it was put away, or deleted; null: it was not. */
  archivedAt: string | null;
  deletedAt: string | null;
}

/** Which jobs are asked for: those at hand, the open ones of them, those that were put away, those at hand and put away together, those that were deleted. */
const JOB_LISTS = ['here', 'open', 'archived', 'kept', 'deleted'] as const;
export type JobList = (typeof JOB_LISTS)[number];
/** What a list of jobs is narrowed to; everything is text, as it comes in an address. */
export interface JobsQuery {
  list?: JobList;
  /** Words that all have to stand in its number, name, customer, blank or state. */
  find?: string;
  number?: string;
  reached?: Job['reached'];
  /** Those alone that belong to no order. */
  alone?: 'true';
  /** How many at most; 100 where nothing is said. */
  most?: string;
  /** Where the page before ended. */
  after?: string;
}
export const jobsQuerySchema = Joi.object<JobsQuery, true>({
  list: Joi.string().valid(...JOB_LISTS),
  find: Joi.string().max(120).allow(''),
  number: Joi.string().pattern(/^\d{1,9}$/, 'a whole number'),
  reached: Joi.string().valid(...STAGES),
  alone: Joi.string().valid('true'),
  most: mostSchema,
  after: pageCursorSchema,
});
export const archiveSchema = Joi.object<{ archived: boolean }, true>({ archived: Joi.boolean().required() });
export const jobSummarySchema = Joi.object<JobSummary, true>({
  id: idSchema.required(),
  number: Joi.number().integer().required(),
  name: head.name,
  customer: head.customer,
  due: head.due,
  pieces: head.pieces,
  status: Joi.string().valid('open', 'closed').required(),
  reached: choices.reached,
  blankId: idSchema.allow(null).required(),
  blankName: Joi.string().allow(null).required(),
  pressId: idSchema.allow(null).required(),
  artId: idSchema.allow(null).required(),
  orderId: idSchema.allow(null).required(),
  updatedAt: instantSchema.required(),
  archivedAt: instantSchema.allow(null).required(),
  deletedAt: instantSchema.allow(null).required(),
});
/** Jobs of a list: how many there are in all, and where the list goes on, null at its end. */
export interface JobPage {
  jobs: JobSummary[];
  total: number;
  next: string | null;
}
export const jobPageSchema = Joi.object<JobPage, true>({
  jobs: Joi.array().items(jobSummarySchema).required(),
  total: Joi.number().integer().min(0).required(),
  next: Joi.string().allow(null).required(),
});
