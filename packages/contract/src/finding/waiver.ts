import Joi from 'joi';
import type { Waiver } from '@kanga/core/finding';

/** Days that a shop can mean; the database knows no year 0, and reckoning with a day after the last would leave four digits. */
const YEARS = { first: 1970, last: 2199 };

/** Whether the day a text begins with is one of the calendar: 30 February is none, though a clock would read it as 1 March. */
function isDay(text: string): boolean {
  const day = text.slice(0, 10);
  const time = Date.parse(`${day}T00:00:00Z`);
  return !Number.isNaN(time) && new Date(time).toISOString().startsWith(day);
}

/** Text of a pattern that also has to be a real date; one fault is said once. */
const dated = (pattern: RegExp, name: string) =>
  Joi.string()
    .pattern(pattern, name)
    .custom((text: string, helpers) => {
      // What does not fit the pattern has been told already.
      if (!pattern.test(text)) return text;
      if (!isDay(text) || Number.isNaN(Date.parse(text))) return helpers.error('string.pattern.name', { name });
      const year = Number(text.slice(0, 4));
      return year < YEARS.first || year > YEARS.last
        ? helpers.message({ custom: `{{#label}} must be of the years ${YEARS.first} to ${YEARS.last}` })
        : text;
    });
export const instantSchema = dated(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2}(\.\d{1,6})?Z$/, 'ISO 8601 in UTC');
export const daySchema = dated(/^\d{4}-\d{2}-\d{2}$/, 'ISO 8601 day');
/** As the database writes them: without braces, in small letters. */
export const idSchema = Joi.string().guid({ separator: '-', wrapper: false }).lowercase();

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
