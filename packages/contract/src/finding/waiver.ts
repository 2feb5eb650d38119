import Joi from 'joi';
import type { Waiver } from '@kanga/core/finding';

/** Text of a pattern that also has to be a real date; one fault is said once. */
const dated = (pattern: RegExp, name: string) =>
  Joi.string()
    .pattern(pattern, name)
    .custom((text: string, helpers) =>
      pattern.test(text) && Number.isNaN(Date.parse(text)) ? helpers.error('string.pattern.name', { name }) : text,
    );
export const instantSchema = dated(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2}(\.\d{1,6})?Z$/, 'ISO 8601 in UTC');
export const daySchema = dated(/^\d{4}-\d{2}-\d{2}$/, 'ISO 8601 day');
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

/** Who does something, from the shop’s list of people. */
export const personSchema = Joi.string().trim().min(1).max(80);
