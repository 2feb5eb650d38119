import Joi from 'joi';
import { GUIDANCES, type BenchEvent, type PackedEvents } from '@kanga/core/bench';
import { PIECES_LIMITS } from '@kanga/core/job';
import { idSchema, instantSchema, personSchema } from '../finding/index.js';
import { faultCodeSchema } from '../inspect/index.js';

const counted = Joi.number()
  .integer()
  .min(0)
  .max(PIECES_LIMITS.most - 1)
  .required();
const head = { id: idSchema.required(), at: instantSchema.required(), by: personSchema.allow(null).required() };
const STEP_EVENTS = ['start', 'done', 'skip', 'stop', 'repeat'] as const;
const stepEvent = (kind: (typeof STEP_EVENTS)[number]) =>
  Joi.object({
    ...head,
    kind: Joi.string().valid(kind).required(),
    bed: counted,
    step: Joi.number().integer().min(0).max(10_000).required(),
    ...(kind === 'start' || kind === 'done' ? { from: Joi.number().integer().min(0).max(10_000) } : {}),
    ...(kind === 'start' ? { seconds: Joi.number().integer().min(1).max(3600) } : {}),
  });
const swap = Joi.object({
  ...head,
  kind: Joi.string().valid('swap').required(),
  press: Joi.object({ id: idSchema.required(), name: Joi.string().trim().min(1).max(80).required() }).required(),
  dial: Joi.number().min(0).max(400).required(),
});

const heat = Joi.object({
  ...head,
  kind: Joi.string().valid('heat').required(),
  celsius: Joi.number().min(0).max(400).required(),
});

const guide = Joi.object({
  ...head,
  kind: Joi.string().valid('guide').required(),
  guidance: Joi.string()
    .valid(...GUIDANCES)
    .required(),
});

const share = Joi.number().min(0).max(1).required();
const whenSpoiled = (schema: Joi.Schema) =>
  Joi.when('verdict', { is: 'spoiled', then: schema.required(), otherwise: Joi.forbidden() });
const verdictSchema = Joi.object({
  ...head,
  kind: Joi.string().valid('verdict').required(),
  piece: counted,
  verdict: Joi.string().valid('good', 'spoiled').required(),
  fault: whenSpoiled(faultCodeSchema),
  note: whenSpoiled(Joi.string().max(1000).allow('')),
  spot: whenSpoiled(
    Joi.object({ side: Joi.number().integer().min(0).max(100).required(), across: share, down: share }).allow(null),
  ),
  photo: whenSpoiled(idSchema.allow(null)),
});

const KINDS = [...STEP_EVENTS, 'swap', 'heat', 'guide', 'verdict', 'undo'] as const;
export const benchEventSchema = Joi.alternatives<BenchEvent>().conditional('.kind', {
  switch: [
    ...STEP_EVENTS.map((kind) => ({ is: kind, then: stepEvent(kind) })),
    { is: 'swap', then: swap },
    { is: 'heat', then: heat },
    { is: 'guide', then: guide },
    { is: 'verdict', then: verdictSchema },
    {
      is: 'undo',
      then: Joi.object({ ...head, kind: Joi.string().valid('undo').required(), undoes: idSchema.required() }),
    },
  ],
  otherwise: Joi.object({
    kind: Joi.string()
      .valid(...KINDS)
      .required(),
  }).unknown(),
});

const column = Joi.array().items(Joi.number().integer()).required();
/** Events in columns, as `packEvents` of the core makes them; only ever sent to screens. */
export const packedEventsSchema = Joi.object<PackedEvents, true>({
  kinds: Joi.string().allow('').required(),
  ids: Joi.string().allow('').required(),
  at: Joi.string().allow('').required(),
  people: Joi.array().items(personSchema.allow(null)).required(),
  by: column,
  bed: column,
  step: column,
  back: Joi.array().items(Joi.number().integer()),
  others: Joi.array().items(benchEventSchema).required(),
});

/** Events that a bench screen hands over, oldest first; sending some again does no harm. `since`: as many as it knows already, in the order of the server. */
export const newEventsSchema = Joi.object<{ events: BenchEvent[]; since?: number }>({
  events: Joi.array().items(benchEventSchema).min(1).max(1000).required(),
  since: Joi.number().integer().min(0),
});

/** What happened to a run from its entry number `from` on, counted from 0. */
export interface Happened {
  from: number;
  events: BenchEvent[];
}
export const happenedSchema = Joi.object<Happened, true>({
  from: Joi.number().integer().min(0).required(),
  events: Joi.array().items(benchEventSchema).required(),
});
/** A query, so that the figure comes as text. */
export const sinceSchema = Joi.object<{ since?: string }>({
  since: Joi.string().pattern(/^\d{1,9}$/, 'a number of entries'),
});
