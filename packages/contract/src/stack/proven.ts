import Joi from 'joi';
import { FAMILIES, PRESSURES, SURFACES } from '@kanga/core/blank';
import type { Proven } from '@kanga/core/stack';
import { idSchema, instantSchema } from '../finding/index.js';

const number = Joi.number().min(0).required();

/** Settings that were pressed in this shop, and what came of them. */
export const provenSchema = Joi.object<Proven, true>({
  blankId: idSchema.required(),
  family: Joi.string()
    .valid(...FAMILIES)
    .required(),
  surface: Joi.string()
    .valid(...SURFACES)
    .required(),
  build: Joi.string().max(500),
  pressId: idSchema.required(),
  mediaId: idSchema.allow(null).required(),
  temperature: number,
  dwell: number,
  pressure: Joi.string()
    .valid(...PRESSURES)
    .required(),
  prePress: number,
  peel: Joi.string().valid('hot', 'cold').required(),
  good: number,
  spoiled: number,
  last: instantSchema.required(),
  accepted: Joi.boolean().required(),
});
