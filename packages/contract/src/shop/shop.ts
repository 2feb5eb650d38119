import Joi from 'joi';
import { PRESS_KINDS, type Media, type Press, type Printer, type Settings } from '@kanga/core/shop';
import type { ShopUnits } from '@kanga/core/units';
import { idSchema } from '../finding/index.js';

const mm = Joi.number().min(0).max(20_000).required();

export const pressSchema = Joi.object<Press, true>({
  id: idSchema.required(),
  name: Joi.string().min(1).max(80).required(),
  kind: Joi.string()
    .valid(...PRESS_KINDS)
    .required(),
  platen: Joi.object({ width: mm, depth: mm }).required(),
  heatLimit: Joi.number().min(150).max(300).required(),
  remark: Joi.string().allow('').max(300).required(),
});
export const printerSchema = Joi.object<Printer, true>({
  id: idSchema.required(),
  name: Joi.string().min(1).max(80).required(),
  mirroredBy: Joi.string().valid('kanga', 'driver').required(),
});
export const mediaSchema = Joi.object<Media, true>({
  id: idSchema.required(),
  printerId: idSchema.required(),
  name: Joi.string().min(1).max(80).required(),
  kind: Joi.string().valid('cut', 'roll').required(),
  width: mm,
  length: mm,
  margins: Joi.object({ top: mm, right: mm, bottom: mm, left: mm }).required(),
});
export const unitsSchema = Joi.object<ShopUnits, true>({
  length: Joi.string().valid('in', 'mm').required(),
  temperature: Joi.string().valid('F', 'C').required(),
  pressure: Joi.string().valid('psi', 'bar', 'kPa').required(),
});
export const settingsSchema = Joi.object<Settings, true>({
  shopName: Joi.string().trim().min(1).max(80).required(),
  units: unitsSchema.required(),
  dates: Joi.string().valid('iso', 'words').required(),
  bench: Joi.string().valid('dark', 'light').required(),
  sounds: Joi.boolean().required(),
});
/** Which of the two mirrors for a printer. */
export const mirrorChoiceSchema = Joi.object<Pick<Printer, 'mirroredBy'>, true>({
  mirroredBy: Joi.string().valid('kanga', 'driver').required(),
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
