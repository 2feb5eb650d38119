import type { ComposedSide, DrawnPicture } from '@kanga/core/art';
import { linearOf, lookOf, type Look } from '@kanga/core/colour';
import { dyeShareOf, type Blank } from '@kanga/core/blank';
import { boundsOf, polygonOf, svgMatrix, svgPath, type Polygon, type Rect } from '@kanga/core/geometry';
import { svgOf } from '@kanga/core/text';
import sharp from 'sharp';

/** Pixels along the longer side of a proof. */
const ACROSS = 1400;

/** The pictures of a design as they can stand in a drawing, by the id of the art. */
export type InlinePictures = ReadonlyMap<string, string>;

/** A preview as a data address; drawings in a proof have nothing outside themselves. */
export async function inline(preview: Buffer): Promise<string> {
  const png = await sharp(preview).resize(ACROSS, ACROSS, { fit: 'inside', withoutEnlargement: true }).png().toBuffer();
  return `data:image/png;base64,${png.toString('base64')}`;
}

function pictureSvg({ art, transforms }: DrawnPicture, pictures: InlinePictures, id: string): string {
  const { width, height } = art.facts;
  const image = `<image id="${id}" width="${width}" height="${height}" preserveAspectRatio="none" href="${pictures.get(art.id) ?? ''}"/>`;
  return `<defs>${image}</defs>${transforms.map((t) => `<use href="#${id}" transform="${svgMatrix(t)}"/>`).join('')}`;
}

interface Frame {
  box: Rect;
  width: number;
  height: number;
}

const frameOf = (shape: Polygon): Frame => {
  const box = boundsOf(shape);
  const scale = ACROSS / Math.max(box.width, box.height);
  return {
    box,
    width: Math.max(1, Math.round(box.width * scale)),
    height: Math.max(1, Math.round(box.height * scale)),
  };
};

const raster = (body: string, { box, width, height }: Frame) =>
  sharp(
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="${box.x} ${box.y} ${box.width} ${box.height}" preserveAspectRatio="none">${body}</svg>`,
    ),
    { unlimited: true },
  ).ensureAlpha();

/**
 * One side as it looks: on the release paper (with its bleed, as it is cut), or pressed into the blank (the print area alone).
 * RGBA, clear outside. The colours are the core's own law of dye on cloth; see `lookOf`.
 */
export async function pictureOfSide(
  { template, drawn }: ComposedSide,
  blank: Blank,
  kind: Look['kind'],
  pictures: InlinePictures,
): Promise<{ data: Buffer; width: number; height: number }> {
  const shape = kind === 'paper' ? template.bleedPolygon : polygonOf(template.outline);
  const frame = frameOf(shape);
  const body = drawn
    .map((one, i) =>
      one.kind === 'picture'
        ? pictureSvg(one, pictures, `p${i}`)
        : `<path d="${svgOf(one.line.commands)}" transform="${svgMatrix(one.transform)}" fill="${one.item.colour}"/>`,
    )
    .join('');
  const [art, mask] = await Promise.all([
    raster(body, frame).toColourspace('srgb').raw().toBuffer(),
    raster(`<path d="${svgPath(shape)}" fill="#fff"/>`, frame)
      .extractChannel('alpha')
      .raw()
      .toBuffer(),
  ]);
  const pixels = new Uint8ClampedArray(art.buffer, art.byteOffset, art.length);
  lookOf(
    pixels,
    kind === 'paper' ? { kind } : { kind, base: linearOf(blank.baseColour), share: dyeShareOf(blank.fibre) / 100 },
  );
  for (let i = 0; i < mask.length; i++) art[i * 4 + 3] = mask[i] ?? 0;
  return { data: art, width: frame.width, height: frame.height };
}

/** A side's picture as a PNG. */
const pngOf = ({ data, width, height }: Awaited<ReturnType<typeof pictureOfSide>>): Promise<Buffer> =>
  sharp(data, { raw: { width, height, channels: 4 } })
    .png()
    .toBuffer();

/** One side as a PNG; see `pictureOfSide`. */
export const pngOfSide = async (...given: Parameters<typeof pictureOfSide>): Promise<Buffer> =>
  pngOf(await pictureOfSide(...given));
