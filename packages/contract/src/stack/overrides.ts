import Joi from 'joi';
import type { Place } from '@kanga/core/bed';
import { SETTING_LIMITS, type Overrides } from '@kanga/core/stack';
import { someHouseSchema } from '../shop/index.js';

const within = ({ least, most }: { least: number; most: number }) => Joi.number().min(least).max(most).allow(null);

const placeSchema = Joi.object<Place, true>({
  x: Joi.number().min(-5000).max(5000).required(),
  y: Joi.number().min(-5000).max(5000).required(),
  turn: Joi.number().valid(0, 90, 180, 270).required(),
});

export const overridesSchema = Joi.object<Overrides, true>({
  temperature: within(SETTING_LIMITS.temperature),
  dwell: within(SETTING_LIMITS.dwell),
  pressure: Joi.string().valid('light', 'medium', 'firm', null),
  prePress: within(SETTING_LIMITS.prePress),
  peel: Joi.string().valid('hot', 'cold', null),
  places: Joi.array().items(placeSchema.allow(null)).max(20),
  house: someHouseSchema.min(1),
});
