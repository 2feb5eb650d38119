import Joi from 'joi';
import { FAMILIES, KEEP_OUT_KINDS, PRINT_AREA_LIMITS, SURFACES, type Blank, type Fibre } from '@kanga/core/blank';
import type { Outline } from '@kanga/core/geometry';
import { idSchema } from '../finding/index.js';

const extent = Joi.number().min(PRINT_AREA_LIMITS.least).max(PRINT_AREA_LIMITS.most);
const share = Joi.number().min(0).max(100).required();

export const fibreSchema = Joi.object<Fibre, true>({
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
const polygonSchema = Joi.object({
  kind: Joi.string().valid('polygon').required(),
  points: Joi.array()
    .items(Joi.object({ x: coordinate, y: coordinate }))
    .min(3)
    .max(5000)
    .required(),
});

export const outlineSchema = Joi.alternatives<Outline>().conditional('.kind', {
  switch: [
    { is: 'rectangle', then: rectangleSchema },
    { is: 'ellipse', then: ellipseSchema },
    { is: 'polygon', then: polygonSchema },
  ],
  otherwise: Joi.object({ kind: Joi.string().valid('rectangle', 'ellipse', 'polygon').required() }).unknown(),
});

const fields = {
  name: Joi.string().trim().min(1).max(120).required(),
  family: Joi.string()
    .valid(...FAMILIES)
    .required(),
  fibre: fibreSchema.required(),
  baseColour: Joi.string()
    .pattern(/^#[0-9a-f]{6}$/, 'a colour as #rrggbb')
    .required(),
  surface: Joi.string()
    .valid(...SURFACES)
    .required(),
  layers: Joi.number().valid(1, 2).required(),
  thickness: Joi.number().greater(0).max(100).required(),
  outline: outlineSchema.required(),
  sides: Joi.array().items(Joi.string().trim().min(1).max(40)).min(1).max(4).required(),
  style: Joi.string().valid('edge to edge', 'spot').required(),
  jig: Joi.string().trim().min(1).max(120).allow(null).required(),
  keepOuts: Joi.array()
    .items(
      Joi.object({
        kind: Joi.string()
          .valid(...KEEP_OUT_KINDS)
          .required(),
        edge: Joi.string().valid('top', 'right', 'bottom', 'left').required(),
        clearance: Joi.number().min(0).max(1000).required(),
      }),
    )
    .max(12)
    .required(),
};

export type NewBlank = Omit<Blank, 'id' | 'builtIn'>;

/** A blank somebody measured, as it is sent. */
export const newBlankSchema = Joi.object<NewBlank>(fields);
export const blankSchema = Joi.object<Blank>({ ...fields, id: idSchema.required(), builtIn: Joi.boolean().required() });
