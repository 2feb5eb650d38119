import { isZone } from '@kanga/core/units';
import Joi from 'joi';
import {
  CONVERSIONS,
  INK_NAMES,
  PAD_KINDS,
  PRESS_KINDS,
  SCHOOLS,
  SCHOOL_KEYS,
  STAND_IN,
  type HouseRules,
  type Ink,
  type Media,
  type MirrorTest,
  type Pad,
  type Press,
  type PrintCard,
  type Printer,
  type Settings,
} from '@kanga/core/shop';
import { STRIP_SIDES, type PressCheck } from '@kanga/core/heat';
import type { ShopUnits } from '@kanga/core/units';
import { idSchema, instantSchema, personSchema } from '../finding/index.js';
import { parcelsSchema } from './parcels.js';
import { ratesSchema } from './rates.js';

const mm = Joi.number().min(0).max(20_000).required();
/** The side of a plate, mm. One that is smaller is no plate of a press, and would take for ever to lay anything on. */
const plate = Joi.number().min(20).max(5000).required();
/** Where on a plate it was read, mm, and what stood there, °C: nonsense is kept as it was typed, within what can be reckoned with. */
const place = Joi.number().min(-5000).max(5000).required();
const shown = Joi.number().min(-10_000).max(10_000).required();

/** What is said of a press; its id is in the address. */
const pressWords = {
  name: Joi.string().trim().min(1).max(80).required(),
  kind: Joi.string()
    .valid(...PRESS_KINDS)
    .required(),
  platen: Joi.object({ width: plate, depth: plate }).required(),
  heatLimit: Joi.number().min(150).max(300).required(),
  opening: Joi.number().min(1).max(500).allow(null).required(),
  warmUp: Joi.number().min(0).max(7200).required(),
  recovery: Joi.number().min(0).max(1800).required(),
  table: Joi.number().min(0).max(5000).required(),
  pads: Joi.array()
    .items(
      Joi.object<Pad, true>({
        kind: Joi.string()
          .valid(...PAD_KINDS)
          .required(),
        width: mm.greater(10),
        depth: mm.greater(10),
        thickness: Joi.number().min(0.5).max(100).required(),
      }),
    )
    .max(20)
    .required(),
  remark: Joi.string().allow('').max(300).required(),
  open: Joi.object({
    top: Joi.boolean().required(),
    right: Joi.boolean().required(),
    bottom: Joi.boolean().required(),
    left: Joi.boolean().required(),
  }).required(),
  controller: Joi.string()
    .uri({ scheme: ['tcp'] })
    .max(300)
    .allow(STAND_IN, null)
    .required(),
  check: Joi.object<PressCheck, true>({
    at: instantSchema.required(),
    by: Joi.string().trim().min(1).max(80).required(),
    dial: Joi.number().min(100).max(300).required(),
    // A reading of 9999 is kept as it was typed: the plan says that it is not believed.
    readings: Joi.array()
      .items(Joi.object({ x: place, y: place, celsius: shown }))
      .max(200)
      .required(),
    strips: Joi.object(
      Object.fromEntries(STRIP_SIDES.map((side) => [side, Joi.string().valid('held', 'slid').required()])),
    ).required(),
    curved: Joi.boolean().required(),
  })
    .allow(null)
    .required(),
};
export type PressWords = Omit<Press, 'id'>;
export const pressWordsSchema = Joi.object<PressWords, true>(pressWords);
export const pressSchema = Joi.object<Press, true>({ id: idSchema.required(), ...pressWords });
const money = Joi.number().min(0).max(100_000).allow(null).required();
const words = Joi.string().trim().max(80).allow('').required();
const inkSchema = Joi.object<Ink, true>({
  name: Joi.string()
    .valid(...INK_NAMES)
    .required(),
  perSquareMetre: Joi.number().greater(0).max(200).required(),
  price: money,
});
/** What is said of a printer; its id is in the address. */
const printerWords = {
  name: Joi.string().trim().min(1).max(80).required(),
  mirroredBy: Joi.string().valid('kanga', 'driver').required(),
  dye: Joi.string().valid('ink', 'toner').required(),
  resolution: Joi.number().integer().min(72).max(2880).required(),
  address: Joi.string()
    .uri({ scheme: ['ipp', 'ipps', 'http', 'https'] })
    .max(300)
    .allow(STAND_IN, null)
    .required(),
  inks: Joi.array().items(inkSchema).max(INK_NAMES.length).unique('name').required(),
  mirrorTest: Joi.object<MirrorTest, true>({
    at: instantSchema.required(),
    driverMirrors: Joi.boolean().required(),
  })
    .allow(null)
    .required(),
};
export type PrinterWords = Omit<Printer, 'id'>;
export const printerWordsSchema = Joi.object<PrinterWords, true>(printerWords);
export const printerSchema = Joi.object<Printer, true>({ id: idSchema.required(), ...printerWords });

export const cardSchema = Joi.object<PrintCard, true>({
  paperKind: words,
  quality: words,
  conversion: Joi.string()
    .valid(...CONVERSIONS)
    .required(),
  profile: words,
  source: words,
});
const mediaWords = {
  printerId: idSchema.required(),
  name: Joi.string().trim().min(1).max(80).required(),
  kind: Joi.string().valid('cut', 'roll').required(),
  width: mm.greater(20),
  length: mm.greater(20),
  margins: Joi.object({ top: mm, right: mm, bottom: mm, left: mm }).required(),
  left: Joi.number().min(0).max(1_000_000).allow(null).required(),
  price: money,
  card: cardSchema.required(),
  offcut: Joi.boolean().required(),
};
/** Margins leave something to print on. */
const marginsWithin = <T extends MediaWords>(media: T, helpers: Joi.CustomHelpers<T>) => {
  const { width, length, margins } = media;
  if (margins.left + margins.right > width - 20)
    return helpers.message({ custom: `margins left and right must leave at least 20 of the width of ${width} mm` });
  if (margins.top + margins.bottom > length - 20)
    return helpers.message({ custom: `margins top and bottom must leave at least 20 of the length of ${length} mm` });
  return media;
};
export type MediaWords = Omit<Media, 'id'>;
export const mediaWordsSchema = Joi.object<MediaWords, true>(mediaWords).custom(marginsWithin);
export const mediaSchema = Joi.object<Media, true>({ id: idSchema.required(), ...mediaWords });

const unitsSchema = Joi.object<ShopUnits, true>({
  length: Joi.string().valid('in', 'mm').required(),
  temperature: Joi.string().valid('F', 'C').required(),
  pressure: Joi.string().valid('psi', 'bar', 'kPa').required(),
});
const schoolsOf = (key: keyof HouseRules) =>
  Joi.string()
    .valid(...SCHOOLS[key].schools.map(({ value }) => value))
    .required();
export const houseSchema = Joi.object<HouseRules, true>({
  hold: schoolsOf('hold'),
  sprayed: schoolsOf('sprayed'),
  reuse: schoolsOf('reuse'),
  paper: schoolsOf('paper'),
  nonStick: schoolsOf('nonStick'),
  sleeves: schoolsOf('sleeves'),
  pad: schoolsOf('pad'),
  lines: schoolsOf('lines'),
  socks: schoolsOf('socks'),
  tees: schoolsOf('tees'),
  masks: schoolsOf('masks'),
  mats: schoolsOf('mats'),
});
/** Some of the house’s rules, as a job that is done otherwise has them. */
export const someHouseSchema: Joi.ObjectSchema<Partial<HouseRules>> = houseSchema.fork(SCHOOL_KEYS, (school) =>
  school.optional(),
);
export const settingsSchema = Joi.object<Settings, true>({
  shopName: Joi.string().trim().min(1).max(80).required(),
  units: unitsSchema.required(),
  dates: Joi.string().valid('iso', 'words').required(),
  bench: Joi.string().valid('dark', 'light').required(),
  sounds: Joi.boolean().required(),
  house: houseSchema.required(),
  energy: Joi.number().min(40).max(300).required(),
  people: Joi.array().items(personSchema).unique().max(100).required(),
  timeZone: Joi.string()
    .max(60)
    .custom((zone: string, helpers) =>
      isZone(zone) ? zone : helpers.message({ custom: '{{#label}} must be a time zone such as Europe/Lisbon' }),
    )
    .required(),
  nozzlesFirst: Joi.boolean(),
  rates: ratesSchema,
  parcels: parcelsSchema,
});
/** The shop with all it has to choose from. */
export interface Shop {
  settings: Settings;
  presses: Press[];
  printers: Printer[];
  media: Media[];
}
export const shopSchema = Joi.object<Shop, true>({
  settings: settingsSchema.required(),
  presses: Joi.array().items(pressSchema).required(),
  printers: Joi.array().items(printerSchema).required(),
  media: Joi.array().items(mediaSchema).required(),
});
