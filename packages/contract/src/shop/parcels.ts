import Joi from 'joi';
import type { Box, Parcels, ShippingRate } from '@kanga/core/shop';
import { minorSchema } from './rates.js';

const side = Joi.number().min(1).max(5000).required();
const boxSchema = Joi.object<Box, true>({
  name: Joi.string().trim().min(1).max(60).required(),
  inside: Joi.array().ordered(side, side, side).length(3).required(),
  weight: Joi.number().min(0).max(100_000).required(),
});
const shippingSchema = Joi.object<ShippingRate, true>({
  name: Joi.string().trim().min(1).max(60).required(),
  weight: Joi.number().greater(0).max(1_000_000).required(),
  longest: Joi.number().min(1).max(10_000).allow(null).required(),
  girth: Joi.number().min(1).max(50_000).allow(null).required(),
  price: minorSchema.required(),
});
/** How a shop sends what it made. */
export const parcelsSchema = Joi.object<Parcels, true>({
  boxes: Joi.array().items(boxSchema).max(30).required(),
  shipping: Joi.array().items(shippingSchema).max(60).required(),
  care: Joi.object().pattern(Joi.string().max(40), Joi.string().trim().min(1).max(400)).required(),
});
