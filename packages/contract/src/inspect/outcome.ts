import Joi from 'joi';
import { FAULT_CODES, type Outcomes } from '@kanga/core/inspect';
import { daySchema, idSchema, personSchema } from '../finding/index.js';
import { houseSchema } from '../shop/index.js';

const count = Joi.number().integer().min(0);

/** What came of the runs of so many days. */
export const outcomesSchema = Joi.object<Outcomes, true>({
  houses: Joi.array().items(houseSchema).required(),
  runs: Joi.array()
    .items(
      Joi.object<Outcomes['runs'][number], true>({
        day: daySchema.required(),
        press: Joi.string().required(),
        blank: Joi.string().required(),
        by: Joi.string().allow(null).required(),
        house: count.allow(null).required(),
        good: count.required(),
        spoiled: count.required(),
        faults: Joi.object(Object.fromEntries(FAULT_CODES.map((code) => [code, count]))).required(),
      }),
    )
    .required(),
});
/** Spoiled garments of a blank that are kept for tests. */
export interface TestCloth {
  blankId: string;
  pieces: number;
}
export const testClothSchema = Joi.object<TestCloth, true>({ blankId: idSchema.required(), pieces: count.required() });
/** One of them was used. */
export interface UsedCloth {
  id: string;
  blankId: string;
  by: string | null;
}
export const usedClothSchema = Joi.object<UsedCloth, true>({
  id: idSchema.required(),
  blankId: idSchema.required(),
  by: personSchema.allow(null).required(),
});

/** A query, so that the figure comes as text. */
export const outcomesQuerySchema = Joi.object<{ days: string }, true>({
  days: Joi.string()
    .pattern(/^[1-9]\d{0,3}$/, 'a number of days')
    .required(),
});
