import Joi from 'joi';
import { ROUNDINGS, type Rates } from '@kanga/core/shop';
import { isCurrency, MOST_MONEY } from '@kanga/core/units';

/** Whole coins of the shop's currency. */
export const minorSchema = Joi.number().integer().min(0).max(MOST_MONEY);
export const currencySchema = Joi.string()
  .uppercase()
  .length(3)
  .custom((code: string, helpers) =>
    isCurrency(code) ? code : helpers.message({ custom: '{{#label}} must be a currency of ISO 4217 such as EUR' }),
  );
export const taxSchema = Joi.object({
  name: Joi.string().trim().min(1).max(40).required(),
  share: Joi.number().min(0).max(1).required(),
})
  .allow(null)
  .required();

/** The shop's own figures of money. */
export const ratesSchema = Joi.object<Rates, true>({
  currency: currencySchema.required(),
  hands: minorSchema.required(),
  press: minorSchema.required(),
  protective: minorSchema.required(),
  tape: minorSchema.required(),
  packing: minorSchema.required(),
  setUp: Joi.number().min(0).max(600).required(),
  fallout: Joi.number().min(0).max(0.9).required(),
  pricing: Joi.alternatives(
    Joi.object({ by: Joi.string().valid('margin').required(), share: Joi.number().min(0).max(0.95).required() }),
    Joi.object({ by: Joi.string().valid('profit').required(), each: minorSchema.required() }),
  ).required(),
  rounding: Joi.string()
    .valid(...ROUNDINGS)
    .required(),
  tax: taxSchema,
  personalised: Joi.number().min(1).max(10).required(),
  fullColour: Joi.number().min(1).max(10),
  pace: Joi.number().min(0.1).max(10),
});
