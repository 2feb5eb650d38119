import Joi from 'joi';
import { SETTING_LIMITS, type Overrides } from '@kanga/core/stack';

const within = ({ least, most }: { least: number; most: number }) => Joi.number().min(least).max(most).allow(null);

export const overridesSchema = Joi.object<Overrides, true>({
  temperature: within(SETTING_LIMITS.temperature),
  dwell: within(SETTING_LIMITS.dwell),
  pressure: Joi.string().valid('light', 'medium', 'firm', null),
  prePress: within(SETTING_LIMITS.prePress),
  peel: Joi.string().valid('hot', 'cold', null),
  place: Joi.object({
    x: Joi.number().min(-5000).max(5000).required(),
    y: Joi.number().min(-5000).max(5000).required(),
    turn: Joi.number().valid(0, 90, 180, 270).required(),
  }).allow(null),
});
