import { rm } from 'node:fs/promises';
import { PDFName, type PDFContext, type PDFDocument, type PDFRef } from '@cantoo/pdf-lib';
import type { Art } from '@kanga/core/art';
import sharp, { type Sharp } from 'sharp';
import { registerPayload, type Payloads } from './pdf-file.js';
import { pngParts, writePngData, type PngParts } from './png-parts.js';
import { canSplit, splitAlpha } from './split-alpha.js';

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

/** Whose picture is embedded where, and how large its file is wanted. */
export interface PictureWish {
  art: Art;
  path: string;
  /** Pixels across that its print needs; more are not kept. */
  mostWidth: number;
}

/** A picture this much above need is made smaller; what is hardly above is kept as it came. */
const SPARE = 1.2;

/** A PNG of one or three channels, written beside the picture; its compressed data goes into the PDF as it is. */
async function channelPng(from: Sharp, path: string): Promise<PngParts> {
  // Lightly packed and not filtered: half the time, and with grain in the picture hardly more bytes.
  await from.png({ compressionLevel: 3, adaptiveFiltering: false, palette: false }).toFile(path);
  const parts = await pngParts(path);
  await writePngData(path, parts, `${path}.data`);
  await rm(path);
  return parts;
}

/**
 * Embeds a picture once, without loss and no larger than its print needs: a plain JPEG as it is, a plain PNG's data as it is,
 * anything else (alpha, palette, 16 bit, CMYK, turned by its camera, above need) repacked through files beside it.
 */
export async function embedPicture(pdf: PDFDocument, payloads: Payloads, wish: PictureWish): Promise<PDFRef> {
  const { art, path, mostWidth } = wish;
  const { context } = pdf;
  const embed = (file: string, size: { width: number; height: number }, extra: Record<string, unknown>): PDFRef => {
    const dict = {
      Type: 'XObject',
      Subtype: 'Image',
      Width: size.width,
      Height: size.height,
      BitsPerComponent: 8,
      ...extra,
    };
    return registerPayload(pdf, payloads, context.stream('', dict as Parameters<PDFContext['stream']>[1]), file);
  };
  const open = () => sharp(path, { limitInputPixels: false, failOn: 'none' });
  const meta = await open().metadata();
  const upright = (meta.orientation ?? 1) === 1;
  const size = { width: art.facts.width, height: art.facts.height };
  const grey = meta.space === 'b-w';
  const space = (colours: 1 | 3) => colourSpace(context, meta.icc, colours);
  const above = mostWidth > 0 && size.width > mostWidth * SPARE;

  if (art.mediaType === 'image/jpeg' && upright && !above && (meta.space === 'srgb' || grey))
    return embed(path, size, { ColorSpace: space(grey ? 1 : 3), Filter: 'DCTDecode' });
  /** The joined data of a PNG: its colour, and its alpha where it shines through anywhere. */
  const embedData = (
    file: string,
    across: { width: number; height: number },
    space: PDFName | PDFRef,
    colours: 1 | 3,
  ) => {
    const mask = art.facts.hasAlpha && {
      SMask: embed(`${path}.alpha.data`, across, {
        ColorSpace: PDFName.of('DeviceGray'),
        ...FLATE_OF_PNG(1, across.width),
      }),
    };
    return embed(file, across, { ColorSpace: space, ...FLATE_OF_PNG(colours, across.width), ...mask });
  };
  if (art.mediaType === 'image/png' && upright && !above) {
    const png = await pngParts(path);
    const colours = (png.colourType & 2) > 0 ? 3 : 1;
    const targets = { colour: `${path}.colour.data`, alpha: `${path}.alpha.data` };
    // One whose rows do not add up is read as far as it goes, below.
    if (canSplit(png) && (await splitAlpha(path, png, targets)))
      return embedData(targets.colour, png, space(colours), colours);
    if (png.bitDepth === 8 && (png.colourType === 2 || png.colourType === 0) && !png.interlaced && !png.keyed) {
      await writePngData(path, png, `${path}.data`);
      return embedData(`${path}.data`, png, space(colours), colours);
    }
  }
  const repacked = () => {
    const whole = open().autoOrient();
    return above ? whole.resize({ width: Math.max(1, Math.round(mostWidth)), kernel: 'lanczos3' }) : whole;
  };
  // Both at once: each is a pass of its own over the picture, and a machine has two cores.
  const [colour] = await Promise.all([
    channelPng(repacked().removeAlpha().toColourspace('srgb'), `${path}.colour`),
    art.facts.hasAlpha
      ? channelPng(repacked().ensureAlpha().extractChannel('alpha').toColourspace('b-w'), `${path}.alpha`)
      : null,
  ]);
  return embedData(`${path}.colour.data`, colour, PDFName.of('DeviceRGB'), 3);
}
