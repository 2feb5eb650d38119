import { readFile } from 'node:fs/promises';
import { PDFName, type PDFContext, type PDFDocument, type PDFRef } from '@cantoo/pdf-lib';
import type { Art } from '@kanga/core/art';
import sharp, { type Sharp } from 'sharp';
import { pngParts, type PngParts } from './png-parts.js';

const FLATE_OF_PNG = (colours: 1 | 3, columns: number) => ({
  Filter: 'FlateDecode',
  DecodeParms: { Predictor: 15, Colors: colours, BitsPerComponent: 8, Columns: columns },
});

function colourSpace(context: PDFContext, icc: Buffer | undefined, colours: 1 | 3): PDFName | PDFRef {
  const device = PDFName.of(colours === 3 ? 'DeviceRGB' : 'DeviceGray');
  // A profile's own header names its colour model at byte 16: one that does not match the pixels is left out.
  if (icc?.toString('latin1', 16, 20).trim() !== (colours === 3 ? 'RGB' : 'GRAY')) return device;
  const profile = context.register(context.flateStream(icc, { N: colours }));
  return context.register(context.obj([PDFName.of('ICCBased'), profile]));
}

function embed(
  context: PDFContext,
  data: Uint8Array,
  size: { width: number; height: number },
  extra: Record<string, unknown>,
): PDFRef {
  const dict = {
    Type: 'XObject',
    Subtype: 'Image',
    Width: size.width,
    Height: size.height,
    BitsPerComponent: 8,
    ...extra,
  };
  return context.register(context.stream(data, dict as Parameters<PDFContext['stream']>[1]));
}

/** A PNG of one or three channels, written beside the picture; its compressed data goes into the PDF as it is. */
async function channelPng(from: Sharp, path: string): Promise<PngParts> {
  // Lightly packed and not filtered: half the time, and with grain in the picture hardly more bytes.
  await from.png({ compressionLevel: 3, adaptiveFiltering: false, palette: false }).toFile(path);
  return pngParts(path);
}

/**
 * Embeds a picture once, at its own resolution and without loss: a plain JPEG as it is, a plain PNG's data as it is,
 * anything else (alpha, palette, 16 bit, CMYK, turned by its camera) repacked through two files beside `scratch`.
 */
export async function embedPicture(pdf: PDFDocument, art: Art, path: string, scratch: string): Promise<PDFRef> {
  const { context } = pdf;
  const open = () => sharp(path, { limitInputPixels: false, failOn: 'none' });
  const meta = await open().metadata();
  const upright = (meta.orientation ?? 1) === 1;
  const size = { width: art.facts.width, height: art.facts.height };
  const grey = meta.space === 'b-w';
  const space = (colours: 1 | 3) => colourSpace(context, meta.icc, colours);

  if (art.mediaType === 'image/jpeg' && upright && (meta.space === 'srgb' || grey)) {
    return embed(context, await readFile(path), size, { ColorSpace: space(grey ? 1 : 3), Filter: 'DCTDecode' });
  }
  if (art.mediaType === 'image/png' && upright && !art.facts.hasAlpha) {
    const png = await pngParts(path);
    if (png.bitDepth === 8 && (png.colourType === 2 || png.colourType === 0) && !png.interlaced && !png.keyed) {
      const colours = png.colourType === 2 ? 3 : 1;
      return embed(context, png.data, size, { ColorSpace: space(colours), ...FLATE_OF_PNG(colours, png.width) });
    }
  }
  const repacked = () => open().autoOrient();
  // Both at once: each is a pass of its own over the picture, and a machine has two cores.
  const [colour, alpha] = await Promise.all([
    channelPng(repacked().removeAlpha().toColourspace('srgb'), `${scratch}.colour`),
    art.facts.hasAlpha
      ? channelPng(repacked().ensureAlpha().extractChannel('alpha').toColourspace('b-w'), `${scratch}.alpha`)
      : null,
  ]);
  const parts: Record<string, unknown> = { ColorSpace: PDFName.of('DeviceRGB'), ...FLATE_OF_PNG(3, colour.width) };
  if (alpha) {
    parts['SMask'] = embed(context, alpha.data, size, {
      ColorSpace: PDFName.of('DeviceGray'),
      ...FLATE_OF_PNG(1, alpha.width),
    });
  }
  return embed(context, colour.data, size, parts);
}
