import Joi from 'joi';
import type { Waiver } from '@kanga/core/finding';

export const instantSchema = Joi.string()
  .pattern(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2}(\.\d{1,6})?Z$/, 'ISO 8601 in UTC')
  .custom((text: string, helpers) =>
    Number.isNaN(Date.parse(text)) ? helpers.error('string.pattern.name', { name: 'ISO 8601 in UTC' }) : text,
  );
export const daySchema = Joi.string()
  .pattern(/^\d{4}-\d{2}-\d{2}$/, 'ISO 8601 day')
  .custom((text: string, helpers) =>
    Number.isNaN(Date.parse(text)) ? helpers.error('string.pattern.name', { name: 'ISO 8601 day' }) : text,
  );
export const idSchema = Joi.string().guid();

export const waiverSchema = Joi.object<Waiver, true>({
  code: Joi.string().max(60).required(),
  reason: Joi.string().trim().min(1).max(500).required(),
  at: instantSchema.required(),
});

/** What a user sends to waive a stop; the server adds the time. */
export const newWaiverSchema = Joi.object<Pick<Waiver, 'code' | 'reason'>, true>({
  code: Joi.string().max(60).required(),
  reason: Joi.string().trim().min(1).max(500).required(),
});
