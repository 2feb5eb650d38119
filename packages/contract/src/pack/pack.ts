import Joi from 'joi';
import type { PackEvent, PackPiece } from '@kanga/core/pack';
import { idSchema, instantSchema, personSchema } from '../finding/index.js';

const bag = Joi.string().trim().max(200).allow('').required();
const at = Joi.number().integer().min(0).max(100_000).required();
const packEventSchema = Joi.object<PackEvent, true>({
  id: idSchema.required(),
  jobId: idSchema.required(),
  piece: at,
  kind: Joi.string().valid('in', 'out').required(),
  bag,
  by: personSchema.allow(null).required(),
});
/** What was put into bags, or taken out. */
export const packSchema = Joi.object<{ events: PackEvent[] }, true>({
  events: Joi.array().items(packEventSchema).min(1).max(1000).unique('id').required(),
});

const pieceSchema = Joi.object<PackPiece, true>({
  jobId: idSchema.required(),
  job: Joi.number().integer().min(1).required(),
  piece: at,
  blankId: Joi.string().allow('').required(),
  artId: idSchema.allow(null).required(),
  what: Joi.string().required(),
  size: Joi.string().allow(null).required(),
  name: Joi.string().allow('').required(),
  pair: Joi.object({ of: Joi.string().valid('left', 'right').required(), number: at })
    .allow(null)
    .required(),
  set: Joi.number().integer().min(0).allow(null).required(),
  verdict: Joi.string().valid('good', 'spoiled').allow(null).required(),
  coolAt: instantSchema.allow(null).required(),
  bag: bag.allow(null),
});

/** A box of a parcel, with what sending it costs. */
export interface ParcelBox {
  name: string;
  inside: [number, number, number];
  pieces: number;
  /** g; null: something of it was never weighed. */
  weight: number | null;
  shipping: { name: string; price: number } | null;
}
/** The boxes that take an order, as small as was found. */
export interface ParcelFacts {
  boxes: ParcelBox[];
  /** Pieces that go into no box of the shop. */
  left: number;
  bound: number;
  proven: boolean;
  /** Goods that nobody weighed. */
  unweighed: string[];
}
/** All that the packing table has to know of an order, or of a job that stands for itself. */
export interface PackFile {
  /** What it is called: `order 7`, `job 21`. */
  title: string;
  name: string;
  customer: string;
  orderId: string | null;
  pieces: PackPiece[];
  /** How the goods are packed, a sentence each. */
  how: string[];
}
const whole = Joi.number().integer().min(0).required();
export const packFileSchema = Joi.object<PackFile, true>({
  title: Joi.string().required(),
  name: Joi.string().required(),
  customer: Joi.string().allow('').required(),
  orderId: idSchema.allow(null).required(),
  pieces: Joi.array().items(pieceSchema).required(),
  how: Joi.array().items(Joi.string()).required(),
});

/** The parcel of an order or a job; null: the shop has not said what boxes it has. */
export const parcelSchema = Joi.object<{ parcel: ParcelFacts | null }, true>({
  parcel: Joi.object<ParcelFacts, true>({
    boxes: Joi.array()
      .items(
        Joi.object({
          name: Joi.string().required(),
          inside: Joi.array().items(Joi.number()).length(3).required(),
          pieces: whole,
          weight: Joi.number().allow(null).required(),
          shipping: Joi.object({ name: Joi.string().required(), price: whole }).allow(null).required(),
        }),
      )
      .required(),
    left: whole,
    bound: whole,
    proven: Joi.boolean().required(),
    unweighed: Joi.array().items(Joi.string()).required(),
  })
    .allow(null)
    .required(),
});

/** Sizes that a parcel label is printed in. */
export const LABEL_SIZES = ['a6', '62'] as const;
export type LabelSize = (typeof LABEL_SIZES)[number];
export const labelSizeSchema = Joi.string()
  .valid(...LABEL_SIZES)
  .required();
