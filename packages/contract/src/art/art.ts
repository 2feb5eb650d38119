import Joi from 'joi';
import {
  ART_LIMITS,
  ART_TYPES,
  DESIGN_LIMITS,
  FILLS,
  PLACEMENT_LIMITS,
  REPEATS,
  type Art,
  type ArtFacts,
  type ArtMaps,
  type DesignItem,
  type PictureItem,
  type Placement,
  type RunRow,
  type SideDesign,
  type TextItem,
} from '@kanga/core/art';
import { FONT_IDS } from '@kanga/core/text';
import { idSchema } from '../finding/index.js';

const share = Joi.number().min(0).max(1).required();
const pixels = Joi.number().integer().min(1).max(1_000_000).required();

const map = Joi.string().hex().max(16_384).required();
const cells = Joi.number().integer().min(1).max(256).required();
const mapsSchema = Joi.object<ArtMaps, true>({
  columns: cells,
  rows: cells,
  haze: map,
  pale: map,
  busy: map,
  fine: map,
  colours: Joi.object({ columns: cells, rows: cells, cells: Joi.string().hex().max(400_000).required() }).required(),
});

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
  maps: mapsSchema.allow(null).required(),
  vector: Joi.boolean().required(),
  profile: Joi.string().max(200).allow(null).required(),
  ppi: Joi.number().positive().allow(null),
});

const shaSchema = Joi.string().pattern(/^[0-9a-f]{64}$/, 'a SHA-256 in hexadecimal');

const pageSchema = Joi.number().integer().min(1).max(ART_LIMITS.pages);

export const artSchema = Joi.object<Art, true>({
  id: idSchema.required(),
  name: Joi.string().min(1).max(200).required(),
  sha256: shaSchema.required(),
  bytes: Joi.number().integer().min(1).required(),
  mediaType: Joi.string()
    .valid(...ART_TYPES)
    .required(),
  page: pageSchema.required(),
  pages: pageSchema.required(),
  demo: Joi.boolean().required(),
  facts: artFactsSchema.required(),
});

const placementSchema = Joi.object<Placement, true>({
  x: Joi.number().min(-3000).max(3000).required(),
  y: Joi.number().min(-3000).max(3000).required(),
  width: Joi.number().min(PLACEMENT_LIMITS.least).max(PLACEMENT_LIMITS.most).required(),
  rotation: Joi.number().min(-180).max(180).required(),
});

const angle = Joi.number().min(-180).max(180).required();
const place = Joi.number().min(-3000).max(3000).required();
const textSize = Joi.number().min(DESIGN_LIMITS.size.least).max(DESIGN_LIMITS.size.most).required();
const itemId = Joi.string().min(1).max(60).required();

const pictureItemSchema = Joi.object<PictureItem, true>({
  kind: Joi.string().valid('picture').required(),
  id: itemId,
  artId: idSchema.required(),
  placement: placementSchema.allow(null).required(),
  repeat: Joi.string()
    .valid(...REPEATS)
    .required(),
  placedBy: Joi.string().valid('goods'),
  mirroredInFile: Joi.boolean().required(),
});
const textItemSchema = Joi.object<TextItem, true>({
  kind: Joi.string().valid('text').required(),
  id: itemId,
  text: Joi.string().max(DESIGN_LIMITS.text).allow('').required(),
  font: Joi.string()
    .valid(...FONT_IDS)
    .required(),
  colour: Joi.string()
    .pattern(/^#[0-9a-f]{6}$/, 'a colour as #rrggbb')
    .required(),
  size: textSize,
  leastSize: textSize,
  maxWidth: Joi.number().min(1).max(3000).allow(null).required(),
  x: place,
  y: place,
  rotation: angle,
});
const itemSchema = Joi.alternatives<DesignItem>().conditional('.kind', {
  switch: [
    { is: 'picture', then: pictureItemSchema },
    { is: 'text', then: textItemSchema },
  ],
  otherwise: Joi.object({ kind: Joi.string().valid('picture', 'text').required() }).unknown(),
});
export const designSchema = Joi.array<SideDesign[]>()
  .items(
    Joi.object<SideDesign, true>({
      fill: Joi.string()
        .valid(...FILLS)
        .required(),
      items: Joi.array().items(itemSchema).max(DESIGN_LIMITS.items).required(),
    }),
  )
  .max(4);

/** A run of names, as many rows as a job may have pieces. */
export const runSchema = Joi.array<RunRow[]>()
  .items(
    Joi.object<RunRow, true>({
      values: Joi.object()
        .pattern(Joi.string().max(60), Joi.string().max(DESIGN_LIMITS.text).allow(''))
        .max(20)
        .required(),
      count: Joi.number().integer().min(1).max(5000).required(),
      of: Joi.string().valid('left', 'right'),
    }),
  )
  .min(1)
  .max(5000);

/** The query of an upload: the picture itself is the body. */
export const uploadQuerySchema = Joi.object<{ name: string }, true>({
  name: Joi.string().trim().min(1).max(200).required(),
});
/** Another page of a file that is here. */
export const artPageSchema = Joi.object<{ page: number }, true>({ page: pageSchema.required() });
/** The query of the list of pictures: all, or the one with this content. */
export const artListQuerySchema = Joi.object<{ sha256?: string }>({ sha256: shaSchema });
export const artSizeSchema = Joi.string<'thumb' | 'preview' | 'original'>().valid('thumb', 'preview', 'original');
