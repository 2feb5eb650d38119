import Joi from 'joi';
import type { Place, SectionGrid } from '@kanga/core/bed';
import { PROCESSES } from '@kanga/core/blank';
import { SECTIONINGS, SETTING_LIMITS, type Overrides } from '@kanga/core/stack';
import { someHouseSchema } from '../shop/index.js';

const within = ({ least, most }: { least: number; most: number }) => Joi.number().min(least).max(most).allow(null);

const placeSchema = Joi.object<Place, true>({
  x: Joi.number().min(-5000).max(5000).required(),
  y: Joi.number().min(-5000).max(5000).required(),
  turn: Joi.number().valid(0, 90, 180, 270).required(),
});

const begins = Joi.array().items(Joi.number().min(-5000).max(20_000)).min(1).max(100).required();
export const gridSchema = Joi.object<SectionGrid, true>({
  turned: Joi.boolean().required(),
  across: begins,
  down: begins,
});

export const overridesSchema = Joi.object<Overrides, true>({
  temperature: within(SETTING_LIMITS.temperature),
  dwell: within(SETTING_LIMITS.dwell),
  pressure: Joi.string().valid('light', 'medium', 'firm', null),
  prePress: within(SETTING_LIMITS.prePress),
  peel: Joi.string().valid('hot', 'cold', null),
  places: Joi.array().items(placeSchema.allow(null)).max(20),
  sectioning: Joi.string().valid(...SECTIONINGS, null),
  seams: Joi.array().items(gridSchema.allow(null)).max(20),
  process: Joi.string().valid(...PROCESSES, null),
  house: someHouseSchema.min(1),
});
