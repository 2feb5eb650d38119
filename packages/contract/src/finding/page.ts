import Joi from 'joi';
import { daySchema, instantSchema } from './waiver.js';

/** As many as a page of a list has where nothing is said, and at most. */
export const PAGE = { usual: 100, most: 500 };
/** How many are asked for at most, as it comes in an address. */
export const mostSchema = Joi.string().custom((text: string, helpers) =>
  /^\d{1,3}$/.test(text) && Number(text) >= 1 && Number(text) <= PAGE.most
    ? text
    : helpers.message({ custom: `{{#label}} must be a whole number from 1 to ${PAGE.most}` }),
);

/** Where a page of a list by days ended: a rank, the day (or `infinity` for none) or the moment of its last entry, and its number, with a minus where the list goes downwards. */
export const pageCursorSchema = Joi.string().custom((text: string, helpers) => {
  const [, day = '', number] = /^[01]_([^_]*)_(-?\d{1,9})$/.exec(text) ?? [];
  const isDay = day === 'infinity' || !instantSchema.validate(day).error || !daySchema.validate(day).error;
  return number !== undefined && isDay
    ? text
    : helpers.message({ custom: '{{#label}} must be where a page ended, as its `next` says' });
});
