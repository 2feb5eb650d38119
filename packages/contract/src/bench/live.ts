import { DEVICE_TROUBLES, type DeviceTrouble, type PlateReading, type Sample } from '@kanga/core/bench';
import Joi from 'joi';
import { idSchema, instantSchema } from '../finding/index.js';
import { benchEventSchema, type Happened } from './event.js';

/** What a press tells of itself now; `trouble` where it tells nothing that can be believed. */
export interface PressNow {
  pressId: string;
  /** Null while it does not answer. */
  reading: PlateReading | null;
  trouble: DeviceTrouble | null;
}

/** What screens are told the moment that it happens. */
export type LiveMessage =
  | ({ kind: 'run'; jobId: string } & Happened)
  /** A plan came to a press, or left it. */
  | { kind: 'runs' }
  /** Every press with a controller, once a second. */
  | { kind: 'presses'; presses: PressNow[] };

export const pressNowSchema = Joi.object<PressNow, true>({
  pressId: idSchema.required(),
  reading: Joi.object({
    celsius: Joi.number().required(),
    setPoint: Joi.number().required(),
    closed: Joi.boolean().required(),
    pressure: Joi.number().required(),
  })
    .allow(null)
    .required(),
  trouble: Joi.string()
    .valid(...DEVICE_TROUBLES)
    .allow(null)
    .required(),
});
export const liveMessageSchema = Joi.alternatives<LiveMessage>(
  Joi.object({
    kind: Joi.string().valid('run').required(),
    jobId: idSchema.required(),
    from: Joi.number().integer().min(0).required(),
    events: Joi.array().items(benchEventSchema).required(),
  }),
  Joi.object({ kind: Joi.string().valid('runs').required() }),
  Joi.object({ kind: Joi.string().valid('presses').required(), presses: Joi.array().items(pressNowSchema).required() }),
);

/** A job whose plan is at a press, and how far it is. */
export interface RunAtPress {
  jobId: string;
  jobNumber: number;
  jobName: string;
  /** The press it is on now. */
  pressId: string;
  pieces: number;
  /** Pieces through every step, or scrapped. */
  pressed: number;
  /** When something happened to it last. */
  last: string;
}
export const runAtPressSchema = Joi.object<RunAtPress, true>({
  jobId: idSchema.required(),
  jobNumber: Joi.number().integer().required(),
  jobName: Joi.string().required(),
  pressId: idSchema.required(),
  pieces: Joi.number().integer().required(),
  pressed: Joi.number().integer().required(),
  last: instantSchema.required(),
});

/** The lever of the simulated press, moved from the screen. */
export const leverSchema = Joi.object<{ closed: boolean }, true>({ closed: Joi.boolean().required() });
/** What a controller is set to, °C. */
export const setPointSchema = Joi.object<{ celsius: number }, true>({
  celsius: Joi.number().min(0).max(300).required(),
});

/** What a plate read while the clock of one pressing ran. */
export interface ActualCourse {
  bed: number;
  step: number;
  startedAt: string;
  pressId: string;
  samples: Sample[];
}
export const actualCourseSchema = Joi.object<ActualCourse, true>({
  bed: Joi.number().integer().min(0).required(),
  step: Joi.number().integer().min(0).required(),
  startedAt: instantSchema.required(),
  pressId: idSchema.required(),
  samples: Joi.array()
    .items(Joi.object({ at: Joi.number().required(), celsius: Joi.number().required() }))
    .required(),
});
