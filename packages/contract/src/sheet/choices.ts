import Joi from 'joi';
import { JOINS, PART_TURNS, SHEET_LIMITS, type Arrangement, type SheetChoices, type Tiling } from '@kanga/core/sheet';
import type { Spot } from '@kanga/core/nest';

const at = Joi.number().min(-20_000).max(200_000).required();
const seams = Joi.array()
  .items(Joi.number().min(-1000).max(20_000))
  .max(SHEET_LIMITS.tiles - 1);
const tiles = Joi.number().integer().min(1).max(SHEET_LIMITS.tiles).required();

/** One seam fewer than there are parts each way. */
const seamsCounted = <T extends Tiling>(tiling: T, helpers: Joi.CustomHelpers<T>) => {
  for (const [name, given, parts] of [
    ['upright', tiling.upright, tiling.columns],
    ['level', tiling.level, tiling.rows],
  ] as const) {
    if (given && given.length !== parts - 1)
      return helpers.message({
        custom: `${name} must name ${parts - 1} seams for ${parts} parts, got ${given.length}`,
      });
  }
  return tiling;
};

const tilingSchema = Joi.object<Tiling, true>({
  side: Joi.number().integer().min(0).max(20).required(),
  columns: tiles,
  rows: tiles,
  join: Joi.string()
    .valid(...JOINS)
    .required(),
  straight: Joi.boolean().required(),
  upright: seams.allow(null).required(),
  level: seams.allow(null).required(),
  tail: Joi.number().min(SHEET_LIMITS.tail.least).max(SHEET_LIMITS.tail.most),
  marked: Joi.boolean(),
  tight: Joi.boolean(),
}).custom(seamsCounted);

const spotSchema = Joi.object<Spot, true>({
  sheet: Joi.number().integer().min(0).max(5000).required(),
  x: at,
  y: at,
  turn: Joi.number().min(-360).max(360).required(),
});
export const arrangementSchema = Joi.object<Arrangement, true>({
  fingerprint: Joi.string()
    .pattern(/^[0-9a-f]{14}$/, 'a fingerprint')
    .required(),
  spots: Joi.array().items(spotSchema).min(1).max(SHEET_LIMITS.arranged).required(),
  pinned: Joi.array().items(Joi.number().integer().min(0)).max(SHEET_LIMITS.arranged).required(),
});

export const sheetChoicesSchema = Joi.object<SheetChoices, true>({
  folded: Joi.boolean().required(),
  together: Joi.boolean().required(),
  turns: Joi.string()
    .valid(...PART_TURNS)
    .required(),
  edge: Joi.number().min(0).max(SHEET_LIMITS.edge).required(),
  codes: Joi.boolean().required(),
  tilings: Joi.array().items(tilingSchema).max(20).unique('side').required(),
  arrangement: arrangementSchema.allow(null).required(),
});
