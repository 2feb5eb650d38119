import Joi from 'joi';
import type { BenchEvent } from '@kanga/core/bench';
import { PIECES_LIMITS } from '@kanga/core/job';
import { idSchema, instantSchema } from '../finding/index.js';
import { faultCodeSchema } from '../inspect/index.js';

const piece = Joi.number()
  .integer()
  .min(0)
  .max(PIECES_LIMITS.most - 1)
  .required();
const head = { id: idSchema.required(), at: instantSchema.required() };
const stepEvent = (kind: 'start' | 'done' | 'skip') =>
  Joi.object({
    ...head,
    kind: Joi.string().valid(kind).required(),
    piece,
    step: Joi.number().integer().min(0).max(10_000).required(),
  });

const verdictSchema = Joi.object({
  ...head,
  kind: Joi.string().valid('verdict').required(),
  piece,
  verdict: Joi.string().valid('good', 'spoiled').required(),
  fault: Joi.when('verdict', { is: 'spoiled', then: faultCodeSchema.required(), otherwise: Joi.forbidden() }),
  note: Joi.when('verdict', {
    is: 'spoiled',
    then: Joi.string().max(1000).allow('').required(),
    otherwise: Joi.forbidden(),
  }),
});

export const benchEventSchema = Joi.alternatives<BenchEvent>().conditional('.kind', {
  switch: [
    { is: 'start', then: stepEvent('start') },
    { is: 'done', then: stepEvent('done') },
    { is: 'skip', then: stepEvent('skip') },
    { is: 'verdict', then: verdictSchema },
    {
      is: 'undo',
      then: Joi.object({ ...head, kind: Joi.string().valid('undo').required(), undoes: idSchema.required() }),
    },
  ],
  otherwise: Joi.object({ kind: Joi.string().valid('start', 'done', 'skip', 'verdict', 'undo').required() }).unknown(),
});

/** Events that a bench screen hands over, oldest first; sending some again does no harm. */
export const newEventsSchema = Joi.object<{ events: BenchEvent[] }, true>({
  events: Joi.array().items(benchEventSchema).min(1).max(1000).required(),
});
