import Joi from 'joi';
import { PLACEMENT_LIMITS, type Art, type ArtFacts, type Placement } from '@kanga/core/art';
import { idSchema } from '../finding/index.js';

const share = Joi.number().min(0).max(1).required();
const pixels = Joi.number().integer().min(1).max(1_000_000).required();

export const artFactsSchema = Joi.object<ArtFacts>({
  width: pixels,
  height: pixels,
  hasAlpha: Joi.boolean().required(),
  transparentShare: share,
  faintShare: share,
  rim: Joi.object({ opaqueShare: share, nearWhiteShare: share }).required(),
  mask: Joi.array()
    .items(Joi.string().pattern(/^[#+.]+$/))
    .min(1)
    .max(512)
    .allow(null)
    .required(),
});

export const shaSchema = Joi.string().pattern(/^[0-9a-f]{64}$/, 'a SHA-256 in hexadecimal');

export const artSchema = Joi.object<Art, true>({
  id: idSchema.required(),
  name: Joi.string().min(1).max(200).required(),
  sha256: shaSchema.required(),
  bytes: Joi.number().integer().min(1).required(),
  mediaType: Joi.string().valid('image/png', 'image/jpeg').required(),
  demo: Joi.boolean().required(),
  facts: artFactsSchema.required(),
});

export const placementSchema = Joi.object<Placement, true>({
  x: Joi.number().min(-3000).max(3000).required(),
  y: Joi.number().min(-3000).max(3000).required(),
  width: Joi.number().min(PLACEMENT_LIMITS.least).max(PLACEMENT_LIMITS.most).required(),
  rotation: Joi.number().min(-180).max(180).required(),
});

/** The query of an upload: the picture itself is the body. */
export const uploadQuerySchema = Joi.object<{ name: string }, true>({
  name: Joi.string().trim().min(1).max(200).required(),
});
/** The query of the list of pictures: all, or the one with this content. */
export const artListQuerySchema = Joi.object<{ sha256?: string }>({ sha256: shaSchema });
export const artSizeSchema = Joi.string<'thumb' | 'preview' | 'original'>().valid('thumb', 'preview', 'original');
