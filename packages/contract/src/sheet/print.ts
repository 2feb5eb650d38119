import Joi from 'joi';
import {
  PRINT_EVENTS,
  TICKS,
  type Arrangement,
  type PrintRecord,
  type SharedChoices,
  type Tick,
} from '@kanga/core/sheet';
import { INK_NAMES } from '@kanga/core/shop';
import { idSchema, instantSchema } from '../finding/index.js';
import { cardSchema } from '../shop/index.js';
import { arrangementSchema, sheetChoicesSchema } from './choices.js';

const by = Joi.string().trim().min(1).max(80).required();
const nozzles = Joi.string().valid('good', 'not checked').required();

/** Jobs that share sheets: which, on what, and where their parts lie. */
export interface GangChoices {
  jobs: string[];
  mediaId: string;
  gap: number;
  choices: SharedChoices;
  arrangement: Arrangement | null;
}

/** A print that is asked for. Its id is made where it is asked for, so that asking twice makes one. */
export interface NewPrint {
  id: string;
  /** One job as its own sheet stage lays it out, some pieces of it, or several on shared sheets. */
  what:
    | { kind: 'job'; jobId: string }
    | { kind: 'pieces'; jobId: string; pieces: number[]; mediaId: string }
    | ({ kind: 'gang' } & GangChoices);
  by: string;
  ticks: Tick[];
  nozzles: PrintRecord['nozzles'];
}

const { together, turns, edge, codes } = Object.fromEntries(
  ['together', 'turns', 'edge', 'codes'].map((key) => [key, sheetChoicesSchema.extract(key)]),
) as Record<'together' | 'turns' | 'edge' | 'codes', Joi.Schema>;

const gangWords = {
  jobs: Joi.array().items(idSchema).min(1).max(50).unique().required(),
  mediaId: idSchema.required(),
  gap: Joi.number().min(6).max(60).required(),
  choices: Joi.object({ together, turns, edge, codes }).required(),
  arrangement: arrangementSchema.allow(null).required(),
};
const kind = (name: string) => Joi.string().valid(name).required();

export const newPrintSchema = Joi.object<NewPrint, true>({
  id: idSchema.required(),
  what: Joi.alternatives()
    .try(
      Joi.object({ kind: kind('job'), jobId: idSchema.required() }),
      Joi.object({
        kind: kind('pieces'),
        jobId: idSchema.required(),
        pieces: Joi.array().items(Joi.number().integer().min(0).max(5000)).min(1).max(500).unique().required(),
        mediaId: idSchema.required(),
      }),
      Joi.object({ kind: kind('gang'), ...gangWords }),
    )
    .required(),
  by,
  // Every line of the card is ticked, or nothing is printed.
  ticks: Joi.array()
    .items(Joi.string().valid(...TICKS))
    .length(TICKS.length)
    .unique()
    .required()
    .messages({ 'array.length': `"ticks" must hold every line of the print card: ${TICKS.join(', ')}` }),
  nozzles,
});

const named = { id: idSchema.required(), name: Joi.string().required() };
const cost = Joi.number().allow(null).required();

export const printRecordSchema = Joi.object<PrintRecord, true>({
  id: idSchema.required(),
  number: Joi.number().integer().required(),
  at: instantSchema.required(),
  by,
  title: Joi.string().required(),
  jobs: Joi.array()
    .items(Joi.object({ ...named, number: Joi.number().integer().required(), made: Joi.string() }))
    .required(),
  printer: Joi.object(named).required(),
  media: Joi.object({ ...named, kind: Joi.string().valid('cut', 'roll').required() }).required(),
  mirroredBy: Joi.string().valid('kanga', 'driver').required(),
  card: cardSchema.required(),
  ticked: Joi.object(Object.fromEntries(TICKS.map((tick) => [tick, Joi.string().required()]))).required(),
  nozzles,
  transfers: Joi.number().integer().required(),
  paper: Joi.object({
    sheets: Joi.number().integer().required(),
    amount: Joi.number().required(),
    cost,
  }).required(),
  inks: Joi.array()
    .items(
      Joi.object({
        name: Joi.string()
          .valid(...INK_NAMES)
          .required(),
        cover: Joi.number().required(),
        millilitres: Joi.number().required(),
        cost,
      }),
    )
    .allow(null)
    .required(),
  state: Joi.string()
    .valid('rendering', 'ready', 'sending', 'printing', 'printed', 'failed', 'cancelled', 'unsure')
    .required(),
  events: Joi.array()
    .items(
      Joi.object({
        kind: Joi.string()
          .valid(...PRINT_EVENTS)
          .required(),
        at: instantSchema.required(),
        note: Joi.string().allow('').required(),
        sheets: Joi.number().integer().allow(null).required(),
      }),
    )
    .required(),
});

/** What somebody saw who looked at the paper. */
export const settleSchema = Joi.object<{ printed: boolean; by: string }, true>({
  printed: Joi.boolean().required(),
  by,
});

export const printsQuerySchema = Joi.object<{ job?: string }>({ job: idSchema });

/** Which sheet of a print, from 1, as it stands in an address. */
export const sheetNumberSchema = Joi.string()
  .pattern(/^[1-9]\d{0,3}$/, 'a sheet’s number')
  .required();

/** What a printer on the network says of itself. */
export interface PrinterReport {
  name: string;
  state: string;
  /** In its own words (RFC 8011 §5.4.12), `none` left out. */
  reasons: string[];
  /** Paper that is in it, as it names it. */
  media: string[];
  inks: { name: string; level: number }[];
  takesPdf: boolean;
  /** Its own page, where it names one. */
  page: string | null;
}
export const printerReportSchema = Joi.object<PrinterReport, true>({
  name: Joi.string().allow('').required(),
  state: Joi.string().required(),
  reasons: Joi.array().items(Joi.string()).required(),
  media: Joi.array().items(Joi.string()).required(),
  inks: Joi.array()
    .items(Joi.object({ name: Joi.string().required(), level: Joi.number().required() }))
    .required(),
  takesPdf: Joi.boolean().required(),
  page: Joi.string().allow(null).required(),
});
