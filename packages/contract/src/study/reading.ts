import Joi from 'joi';
import { PATCH_NAMES, type Measured, type TargetReading } from '@kanga/core/measure';

const number = Joi.number().required();
const lab = Joi.object({
  l: Joi.number().min(-5).max(130).required(),
  a: Joi.number().min(-200).max(200).required(),
  b: Joi.number().min(-200).max(200).required(),
}).required();
const measured = Joi.object<Measured, true>({ value: number, spread: Joi.number().min(0).required() }).required();

/** What was read off one target. */
export const targetReadingSchema = Joi.object<TargetReading, true>({
  patches: Joi.object(Object.fromEntries([...PATCH_NAMES, 'ground'].map((name) => [name, lab]))).required(),
  strength: measured,
  chroma: measured,
  volume: measured,
  blackness: measured,
  yellowing: measured,
  evenness: measured,
  blur: measured,
  ghost: Joi.object({ shift: number, right: number, down: number, share: number }).allow(null).required(),
  specks: Joi.number().integer().min(0).required(),
  remarks: Joi.array().items(Joi.string().max(300)).max(20).required(),
});
