import Joi from 'joi';
import {
  FAMILIES,
  KEEP_OUT_KINDS,
  MAKES,
  PRESSURES,
  PRINT_AREA_LIMITS,
  SURFACES,
  type Blank,
  type BlankDescription,
  type Construction,
  type Fibre,
  type KeepOut,
  type MakersSheet,
  type Side,
  type StopLimits,
} from '@kanga/core/blank';
import { boundsOf, crossingOf, type Outline, type Polygon } from '@kanga/core/geometry';
import { SETTING_LIMITS } from '@kanga/core/stack';
import { idSchema } from '../finding/index.js';

const extent = Joi.number().min(PRINT_AREA_LIMITS.least).max(PRINT_AREA_LIMITS.most);
const share = Joi.number().min(0).max(100).required();

const fibreSchema = Joi.object<Fibre, true>({
  polyester: share,
  cotton: share,
  elastane: share,
  other: share,
}).custom((fibre: Fibre, helpers) => {
  const sum = fibre.polyester + fibre.cotton + fibre.elastane + fibre.other;
  return Math.abs(sum - 100) <= 0.5
    ? fibre
    : helpers.message({ custom: `fibre shares must come to 100 %, these come to ${sum} %` });
});

const rectangleSchema = Joi.object({
  kind: Joi.string().valid('rectangle').required(),
  width: extent.required(),
  height: extent.required(),
  radius: Joi.number().min(0).max(PRINT_AREA_LIMITS.most).required(),
});
const ellipseSchema = Joi.object({
  kind: Joi.string().valid('ellipse').required(),
  width: extent.required(),
  height: extent.required(),
});
const coordinate = Joi.number().min(-PRINT_AREA_LIMITS.most).max(PRINT_AREA_LIMITS.most).required();
const pointsSchema = Joi.array()
  .items(Joi.object({ x: coordinate, y: coordinate }))
  .min(3)
  .max(5000)
  .required();

/** An outline that crosses itself has no inside, and one with no width or height no area. */
const outlinePoints = pointsSchema.custom((points: Polygon, helpers) => {
  const { width, height } = boundsOf(points);
  const { least, most } = PRINT_AREA_LIMITS;
  if (Math.min(width, height) < least || Math.max(width, height) > most)
    return helpers.message({
      custom: `the outline must measure from ${least} to ${most} mm each way, it measures ${width.toFixed(1)} × ${height.toFixed(1)} mm`,
    });
  const crossing = crossingOf(points);
  return crossing
    ? helpers.message({
        custom: `the outline crosses itself at ${crossing.x.toFixed(1)}, ${crossing.y.toFixed(1)} mm: move the points there apart`,
      })
    : points;
});
const polygonSchema = Joi.object({ kind: Joi.string().valid('polygon').required(), points: outlinePoints });

const outlineSchema = Joi.alternatives<Outline>().conditional('.kind', {
  switch: [
    { is: 'rectangle', then: rectangleSchema },
    { is: 'ellipse', then: ellipseSchema },
    { is: 'polygon', then: polygonSchema },
  ],
  otherwise: Joi.object({ kind: Joi.string().valid('rectangle', 'ellipse', 'polygon').required() }).unknown(),
});

const keepOutPoints: Joi.ArraySchema<KeepOut['area']> = pointsSchema.max(500);
const keepOutSchema = Joi.object<KeepOut>({
  kind: Joi.string()
    .valid(...KEEP_OUT_KINDS)
    .required(),
  area: keepOutPoints,
  hangsOff: Joi.boolean().required(),
});

const sideSchema = Joi.object<Side, true>({
  name: Joi.string().trim().min(1).max(40).required(),
  outline: outlineSchema.required(),
  keepOuts: Joi.array().items(keepOutSchema).max(24).required(),
});

const constructionSchema = Joi.object<Construction, true>({
  make: Joi.string()
    .valid(...MAKES)
    .required(),
  pileHeight: Joi.number().min(0).max(60).required(),
  foamCore: Joi.boolean().required(),
  coated: Joi.boolean().required(),
});

const setting = (key: keyof typeof SETTING_LIMITS) =>
  Joi.number().min(SETTING_LIMITS[key].least).max(SETTING_LIMITS[key].most).allow(null).required();

const pressure = Joi.string()
  .valid(...PRESSURES, null)
  .required();
const makersSheetSchema = Joi.object<MakersSheet, true>({
  temperature: setting('temperature'),
  dwell: setting('dwell'),
  prePress: setting('prePress'),
  pressure,
  peel: Joi.string().valid('hot', 'cold', null).required(),
  limits: Joi.object<StopLimits, true>({
    temperature: setting('temperature'),
    dwell: setting('dwell'),
    pressure,
  }).required(),
  remark: Joi.string().max(300).allow('').required(),
});

const count = (most: number) => Joi.number().min(0).max(most).allow(null).required();
const words = (most: number) => Joi.string().trim().min(1).max(most).allow(null).required();

const fields = {
  name: Joi.string().trim().min(1).max(120).required(),
  family: Joi.string()
    .valid(...FAMILIES)
    .required(),
  archived: Joi.boolean().required(),
  range: words(120),
  size: words(40),
  fibre: fibreSchema.required(),
  baseColour: Joi.string()
    .pattern(/^#[0-9a-f]{6}$/, 'a colour as #rrggbb')
    .required(),
  surface: Joi.string()
    .valid(...SURFACES)
    .required(),
  construction: constructionSchema.required(),
  layers: Joi.array().items(Joi.number().min(0.01).max(100)).min(1).max(6).required(),
  sides: Joi.array().items(sideSchema).min(1).max(4).unique('name').required(),
  style: Joi.string().valid('edge to edge', 'spot').required(),
  wrap: Joi.string().valid('round', 'sides', null).required(),
  safe: Joi.number().min(0).max(200).allow(null).required(),
  jig: words(120),
  jigs: Joi.number().integer().min(0).max(10_000).allow(null).required(),
  makersSheet: makersSheetSchema.allow(null).required(),
  weight: count(100_000),
  cost: count(1_000_000),
  stock: Joi.number().integer().min(0).max(1_000_000).allow(null).required(),
};
const version = Joi.number().integer().min(1).required();

export type NewBlank = BlankDescription;
/** What a save changes of a blank; `version` names the save it starts from. */
export type BlankChange = NewBlank & Pick<Blank, 'version'>;

/** A blank somebody measured, as it is sent. */
export const newBlankSchema = Joi.object<NewBlank, true>(fields);
/** Many at once, as a table is taken in: all of them, or none. */
export const newBlanksSchema = Joi.array<NewBlank[]>().items(newBlankSchema).min(1).max(2000);
export const blankChangeSchema = Joi.object<BlankChange, true>({ ...fields, version });
export const blankSchema = Joi.object<Blank, true>({
  ...fields,
  version,
  id: idSchema.required(),
  builtIn: Joi.boolean().required(),
});
