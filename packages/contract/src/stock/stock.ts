import Joi from 'joi';
import { FAMILIES } from '@kanga/core/blank';
import {
  type Buying,
  type OrderClaim,
  STOCK_EVENTS,
  STOCK_KINDS,
  STOCK_UNITS,
  type StockEvent,
  type StockItem,
  type StockReport,
  SUPPLY_KINDS,
  type SupplyWords,
} from '@kanga/core/stock';
import { daySchema, idSchema, instantSchema, personSchema } from '../finding/index.js';

const MOST = 10_000_000;
const uuid = '[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}';
/** What stands for a thing in stock. */
export const stockIdSchema = Joi.string()
  .pattern(new RegExp(`^(?:(?:blank|paper|supply):${uuid}|ink:${uuid}:[a-z]{1,20})$`))
  .messages({ 'string.pattern.base': '{{#label}} must be a blank, a paper, an ink or a supply of the shop' });
const amount = Joi.number().min(0).max(MOST);

const buying = {
  supplier: Joi.string().trim().max(120).allow('').required(),
  lead: Joi.number().integer().min(0).max(365).required(),
  lot: Joi.number().greater(0).max(MOST).required(),
  coming: Joi.object({ amount: Joi.number().greater(0).max(MOST).required(), day: daySchema.required() })
    .allow(null)
    .required(),
};
export const buyingSchema = Joi.object<Buying, true>(buying);
export const supplySchema = Joi.object<SupplyWords, true>({
  kind: Joi.string()
    .valid(...SUPPLY_KINDS)
    .required(),
  name: Joi.string().trim().min(1).max(120).required(),
  unit: Joi.string()
    .valid(...STOCK_UNITS)
    .required(),
  takes: Joi.object({
    amount: amount.required(),
    per: Joi.string().valid('pressing', 'piece').required(),
  }).required(),
  price: Joi.number().min(0).max(1_000_000).allow(null).required(),
});

const measured = Joi.object({
  width: Joi.number().min(1).max(5000).required(),
  height: Joi.number().min(1).max(5000).required(),
})
  .allow(null)
  .required();
const words = {
  reason: Joi.string().trim().max(400).allow('').required(),
  batch: Joi.string().trim().max(80).allow('').required(),
};
/** What somebody reports of the thing that the path names. A count says why; an amount is 0 or more. */
export type NewStockReport = Omit<StockReport, 'item'>;
export const stockReportSchema = Joi.object<NewStockReport, true>({
  id: idSchema.required(),
  kind: Joi.string().valid('receipt', 'count', 'stopped').required(),
  amount: amount
    .allow(null)
    .required()
    .when('kind', { is: 'stopped', then: Joi.valid(null), otherwise: Joi.invalid(null) }),
  by: personSchema.allow(null).required(),
  ...words,
  reason: words.reason.when('kind', {
    is: 'count',
    then: Joi.invalid('').messages({ 'any.invalid': '{{#label}} is missing: say why the count differs' }),
  }),
  measured,
});

export const stockEventSchema = Joi.object<StockEvent, true>({
  id: idSchema.required(),
  item: stockIdSchema.required(),
  kind: Joi.string()
    .valid(...STOCK_EVENTS)
    .required(),
  change: Joi.number().required(),
  counted: amount.allow(null).required(),
  at: instantSchema.required(),
  by: personSchema.allow(null).required(),
  ...words,
  measured,
});

const whole = Joi.number().integer().min(0).required();
const claim = { amount: Joi.number().min(0).required(), due: daySchema.allow(null).required() };
export const orderClaimSchema = Joi.object<OrderClaim, true>({ ...claim, orderId: idSchema.required(), order: whole });
export const stockItemSchema = Joi.object<StockItem, true>({
  ...buying,
  id: stockIdSchema.required(),
  kind: Joi.string()
    .valid(...STOCK_KINDS)
    .required(),
  name: Joi.string().required(),
  family: Joi.string()
    .valid(...FAMILIES)
    .allow(null)
    .required(),
  unit: Joi.string()
    .valid(...STOCK_UNITS)
    .required(),
  level: Joi.number().allow(null).required(),
  price: Joi.number().min(0).allow(null).required(),
  batch: words.batch,
  rate: Joi.object({ mean: amount.required(), deviation: amount.required(), days: whole }).allow(null).required(),
  claims: Joi.array().items(Joi.object(claim)).required(),
  log: Joi.object({ spoiled: whole, pressed: whole }).required(),
  measured,
  supply: supplySchema.allow(null).required(),
});

/** The book of a shop as it is carried from one to another. */
export interface StockFile {
  items: ({ id: string; supply: SupplyWords | null } & Buying)[];
  events: StockEvent[];
}
export const stockFileSchema = Joi.object<StockFile, true>({
  items: Joi.array()
    .items(Joi.object({ ...buying, id: stockIdSchema.required(), supply: supplySchema.allow(null).required() }))
    .required(),
  events: Joi.array().items(stockEventSchema).required(),
});
