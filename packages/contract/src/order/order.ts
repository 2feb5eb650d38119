import Joi from 'joi';
import type { RunRow } from '@kanga/core/art';
import { COST_PARTS } from '@kanga/core/cost';
import { STAGES } from '@kanga/core/finding';
import {
  ORDER_LIMITS,
  ORDER_STATES,
  type Customer,
  type Made,
  type Order,
  type OrderChange,
  type OrderFile,
  type OrderJob,
  type Quote,
  type Reckoned,
} from '@kanga/core/order';
import { runSchema } from '../art/index.js';
import { daySchema, idSchema, instantSchema, mostSchema, pageCursorSchema, personSchema } from '../finding/index.js';
import { currencySchema, minorSchema, taxSchema } from '../shop/index.js';

const customer = Joi.object<Customer, true>({
  name: Joi.string().trim().max(120).allow('').required(),
  reach: Joi.string().trim().max(400).allow('').required(),
  notes: Joi.string().trim().max(2000).allow('').required(),
}).required();
const words = {
  name: Joi.string().trim().min(1).max(120).required(),
  customer,
  due: daySchema.allow(null).required(),
  note: Joi.string().trim().max(4000).allow('').required(),
};
const version = Joi.number().integer().min(1).required();
const what = Joi.string().trim().min(1).max(120).required();
const set = Joi.string().trim().min(1).max(60);
const count = Joi.number().integer().min(1).max(ORDER_LIMITS.pieces);
/** An order as it begins. */
export type NewOrder = Omit<OrderChange, 'version'> & { id: string };
export const newOrderSchema = Joi.object<NewOrder, true>({ ...words, id: idSchema.required() });
export const orderChangeSchema = Joi.object<OrderChange, true>({ ...words, version });

/** A line with the sizes that are wanted of it: sizes that are left out are taken off the order. */
export interface LineChange {
  version: number;
  what: string;
  /** The set that one of it belongs to; left out: none. */
  set?: string;
  sizes: {
    blankId: string;
    /** In pieces, or pairs of what is worn in pairs. */
    count: number;
    /** The names of just these pieces; left out: those that there are stay. */
    run?: RunRow[];
  }[];
}
export const lineChangeSchema = Joi.object<LineChange, true>({
  version,
  what,
  set,
  sizes: Joi.array()
    .items(Joi.object({ blankId: idSchema.required(), count: count.required(), run: runSchema.min(1) }))
    .unique('blankId')
    .max(ORDER_LIMITS.sizes)
    .required(),
});

/** Whether a size has the design of its line, or one of its own. */
export const followSchema = Joi.object<{ follows: boolean }, true>({ follows: Joi.boolean().required() });

const quoted = Joi.object({
  line: idSchema.required(),
  what,
  blankId: idSchema.required(),
  blankName: Joi.string().max(200).required(),
  count: count.required(),
  price: minorSchema.required(),
});
/** What a shop offers; when is added. */
export type NewQuote = Omit<Quote, 'at'>;
const offer = {
  until: daySchema.required(),
  currency: currencySchema.required(),
  sizes: Joi.array()
    .items(quoted)
    .min(1)
    .max(ORDER_LIMITS.lines * ORDER_LIMITS.sizes)
    .required(),
  shipping: minorSchema.required(),
  tax: taxSchema,
  terms: Joi.string().trim().max(2000).allow('').required(),
  reckoned: Joi.object<Reckoned, true>({
    parts: Joi.array()
      .items(
        Joi.object({
          part: Joi.string()
            .valid(...COST_PARTS)
            .required(),
          amount: minorSchema.required(),
        }),
      )
      .max(COST_PARTS.length)
      .required(),
    seconds: Joi.number().min(0).required(),
  }),
};
export const newQuoteSchema = Joi.object<NewQuote, true>(offer);

/** Whose word it was. */
export const acceptSchema = Joi.object<{ by: string }, true>({ by: personSchema.required() });
/** The id of the order that does one again. */
export const repeatOrderSchema = Joi.object<{ id: string }, true>({ id: idSchema.required() });
/** Lines that become an order of their own, and its id. */
export interface SplitOrder {
  id: string;
  lines: string[];
}
export const splitOrderSchema = Joi.object<SplitOrder, true>({
  id: idSchema.required(),
  lines: Joi.array().items(idSchema).unique().min(1).max(ORDER_LIMITS.lines).required(),
});
/** The order whose lines come into this one. */
export const mergeOrderSchema = Joi.object<{ from: string }, true>({ from: idSchema.required() });
/** Which orders are asked for: those that are open, or those that are not any more. */
const ORDER_LISTS = ['open', 'past'] as const;
/** What a list of orders is narrowed to; everything is text, as it comes in an address. */
export interface OrdersQuery {
  list?: (typeof ORDER_LISTS)[number];
  /** Words that all have to stand in its number, name or customer. */
  find?: string;
  /** How many at most; 100 where nothing is said. */
  most?: string;
  /** Where the page before ended. */
  after?: string;
}
export const ordersQuerySchema = Joi.object<OrdersQuery, true>({
  list: Joi.string().valid(...ORDER_LISTS),
  find: Joi.string().max(120).allow(''),
  most: mostSchema,
  after: pageCursorSchema,
});
/** What becomes of the whole order. */
export const orderStateSchema = Joi.object<{ status: Order['status'] }, true>({
  status: Joi.string()
    .valid(...ORDER_STATES)
    .required(),
});

export const orderSchema = Joi.object<Order, true>({
  ...words,
  id: idSchema.required(),
  number: Joi.number().integer().min(1).required(),
  version,
  lines: Joi.array()
    .items(Joi.object({ id: idSchema.required(), what, set }))
    .max(ORDER_LIMITS.lines)
    .required(),
  quote: Joi.object<Quote, true>({ ...offer, at: instantSchema.required() })
    .allow(null)
    .required(),
  accepted: Joi.object({ at: instantSchema.required(), by: personSchema.required() }).allow(null).required(),
  status: Joi.string()
    .valid(...ORDER_STATES)
    .required(),
  createdAt: instantSchema.required(),
  updatedAt: instantSchema.required(),
});
const whole = Joi.number().integer().min(0).required();
const orderJobSchema = Joi.object<OrderJob, true>({
  id: idSchema.required(),
  number: Joi.number().integer().min(1).required(),
  line: idSchema.required(),
  follows: Joi.boolean().required(),
  blankId: idSchema.allow(null).required(),
  pieces: Joi.number().integer().min(1).required(),
  status: Joi.string().valid('open', 'closed').required(),
  reached: Joi.string()
    .valid(...STAGES)
    .required(),
  artId: idSchema.allow(null).required(),
  again: Joi.boolean().required(),
  good: whole,
  spoiled: whole,
  printed: Joi.boolean().required(),
  pressed: whole,
  packed: whole,
  atPress: Joi.boolean().required(),
});
export const orderFileSchema = Joi.object<OrderFile, true>({
  order: orderSchema.required(),
  jobs: Joi.array().items(orderJobSchema).required(),
});
/** Orders of a list with their jobs: how many there are in all, of how many pieces, and where the list goes on, null at its end. */
export interface OrderPage {
  orders: OrderFile[];
  total: number;
  pieces: number;
  next: string | null;
}
export const orderPageSchema = Joi.object<OrderPage, true>({
  orders: Joi.array().items(orderFileSchema).required(),
  total: whole,
  pieces: whole,
  next: Joi.string().allow(null).required(),
});

const amount = Joi.number().min(0).allow(null).required();
/** What an order came to. */
export const madeSchema = Joi.object<Made, true>({
  pressed: whole,
  judged: whole,
  spoiled: whole,
  pressings: whole,
  blanks: amount,
  paper: amount,
  ink: amount,
  hands: Joi.object({ told: Joi.number().min(0).required(), planned: Joi.number().min(0).required() })
    .allow(null)
    .required(),
  press: Joi.number().min(0).required(),
  packed: whole,
});
