import Joi from 'joi';
import { PROCESSES } from '@kanga/core/blank';
import { PIECES_LIMITS, type RunPlan } from '@kanga/core/job';
import {
  LAYER_ROLES,
  SECTIONINGS,
  STEP_KINDS,
  type Layer,
  type PressBed,
  type SectionWay,
  type Step,
} from '@kanga/core/stack';
import { blankSchema } from '../blank/index.js';
import { idSchema, instantSchema } from '../finding/index.js';
import { houseSchema, pressSchema } from '../shop/index.js';
import { gridSchema } from '../stack/index.js';

const number = Joi.number().required();
const words = Joi.string().required();
const source = Joi.object({
  kind: Joi.string()
    .valid(
      "maker's sheet",
      'proven on this press',
      'proven on like goods',
      'house rule',
      'set by hand',
      'never checked',
      'reference chart',
      'computed',
    )
    .required(),
  rule: Joi.string(),
  what: Joi.string(),
  row: Joi.string(),
  formula: Joi.string(),
  times: Joi.number().integer(),
  last: Joi.string(),
}).required();
const decision = (value: Joi.Schema) =>
  Joi.object({
    value: value.required(),
    unit: Joi.string().valid('mm', '°C', 's', 'kPa'),
    why: words,
    source,
    confidence: Joi.string().valid('firm', 'fair', 'start').required(),
    range: Joi.object({ low: number, high: number }),
    overruled: Joi.object({ proposal: value.required(), why: words }),
    notTaken: Joi.array().items(Joi.object({ value: value.required(), source, why: words })),
  }).required();

const layer = Joi.object<Layer>({
  role: Joi.string()
    .valid(...LAYER_ROLES)
    .required(),
  name: words,
  detail: words,
  why: words,
  size: Joi.object({ width: number, height: number }),
  thickness: number,
  faces: Joi.string().valid('up', 'down'),
  missing: Joi.boolean(),
  otherwise: Joi.object({ thick: number, usual: number }),
});
const rect = Joi.object({ x: number, y: number, width: number, height: number }).required();
const turn = Joi.number().valid(0, 90, 180, 270).required();
const cell = Joi.number().integer().min(0).required();
const sectionWay = Joi.object<SectionWay, true>({
  on: Joi.string()
    .valid(...SECTIONINGS)
    .required(),
  count: Joi.number().integer().min(1).required(),
  hottest: number,
  coolest: number,
});
const bed = Joi.object<PressBed>({
  zone: rect,
  usable: Joi.object({ zone: rect, dial: number, hottest: number, coolest: number, spread: number })
    .allow(null)
    .required(),
  print: Joi.object({ width: number, height: number }).required(),
  from: Joi.object({ x: number, y: number }),
  way: sectionWay,
  otherWay: sectionWay,
  bed: Joi.object({
    pieces: Joi.array()
      .items(Joi.object({ print: rect, turn }))
      .required(),
    onPlate: Joi.array().items(Joi.string()).required(),
    hangs: Joi.string().valid('off', 'beside', 'pressed').required(),
    offCentre: number,
    faults: Joi.array()
      .items(Joi.string().valid('beyond the even part', 'off the plate', 'against the frame'))
      .required(),
  })
    .allow(null)
    .required(),
  uneven: Joi.object({ hottest: number, coolest: number }).allow(null).required(),
  sections: Joi.object({
    sections: Joi.array()
      .items(
        Joi.object({ area: rect, turned: Joi.boolean().required(), cell: Joi.object({ column: cell, row: cell }) }),
      )
      .required(),
    twice: number,
    bound: number,
    // Plans of before did not say.
    grid: gridSchema.allow(null),
  })
    .allow(null)
    .required(),
  hangsOut: Joi.object({ top: number, right: number, bottom: number, left: number }).required(),
});
const step = Joi.object<Step, true>({
  kind: Joi.string()
    .valid(...STEP_KINDS)
    .required(),
  title: words,
  how: words,
  seconds: Joi.number().greater(0).allow(null).required(),
  side: Joi.number().integer().min(0).required(),
  at: Joi.string().valid('table', 'press', 'rack').required(),
  hands: Joi.number().valid(0, 1, 2).required(),
  takes: Joi.number().min(0).required(),
  look: Joi.string().allow('').required(),
  caution: Joi.string().allow(null).required(),
});

/** A plan as it went to the press. */
export const runPlanSchema = Joi.object<RunPlan, true>({
  frozenAt: instantSchema.required(),
  pieces: Joi.number().integer().min(PIECES_LIMITS.least).max(PIECES_LIMITS.most).required(),
  atOnce: Joi.number().integer().min(1).max(1000).required(),
  blank: blankSchema.required(),
  press: pressSchema.required(),
  paper: Joi.object({ id: idSchema.required(), name: words }).allow(null).required(),
  house: houseSchema.allow(null).required(),
  settings: Joi.object({
    temperature: decision(Joi.number()),
    dwell: decision(Joi.number()),
    pressure: decision(Joi.string().valid('light', 'medium', 'firm')),
    prePress: decision(Joi.number()),
    peel: decision(Joi.string().valid('hot', 'cold')),
  }).required(),
  sides: Joi.array()
    .items(Joi.object({ layers: Joi.array().items(layer).required(), bed: bed.allow(null).required() }))
    .min(1)
    .required(),
  dial: Joi.number().min(0).max(400),
  heatAsked: Joi.boolean(),
  process: Joi.string().valid(...PROCESSES),
  batches: Joi.array().items(
    Joi.object({
      thing: Joi.string().valid('blank', 'paper', 'ink').required(),
      batch: Joi.string().max(80).required(),
      fresh: Joi.boolean().required(),
    }),
  ),
  steps: Joi.array().items(step).min(1).required(),
});
