import { PDFDocument } from '@cantoo/pdf-lib';
import type { Media, Printer } from '@kanga/core/shop';
import { chain, scaling, translation } from '@kanga/core/geometry';
import { POINTS_PER_MM } from '@kanga/core/units';
import { embedLabelFont, INK } from '../letters/index.js';

/** Words of one length whose letters no mirror leaves as they are. */
const PLAIN = 'HAND';
const MIRRORED = 'LAMP';

/**
 * A strip that tells who mirrors: one word as it is, one mirrored by Kanga, each in a frame. Whichever reads right on the paper says
 * whether the driver turned the page over. Letters and frames are vectors; the words carry no other clue.
 */
export async function mirrorTestPdf({ media, printer }: { media: Media; printer: Printer }): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  pdf.setTitle(`Mirror test of ${printer.name}`);
  const font = await embedLabelFont(pdf);
  const [width, height] = [media.width, Math.min(media.length, media.kind === 'roll' ? 120 : media.length)];
  const page = pdf.addPage([width * POINTS_PER_MM, height * POINTS_PER_MM]);
  const inside = width - media.margins.left - media.margins.right - 10;
  const cell = Math.min(90, inside / 2);
  const size = cell * 0.3 * POINTS_PER_MM;
  const top = height - media.margins.top - 10;
  const word = (text: string, left: number, over: boolean) => {
    const wide = font.width(text, size);
    const middle = (left + cell / 2) * POINTS_PER_MM;
    const baseline = (top - cell * 0.42) * POINTS_PER_MM;
    page.drawRectangle({
      x: (left + 2) * POINTS_PER_MM,
      y: (top - cell * 0.6) * POINTS_PER_MM,
      width: (cell - 4) * POINTS_PER_MM,
      height: cell * 0.55 * POINTS_PER_MM,
      borderColor: INK,
      borderWidth: 1.5,
    });
    const turned = chain(scaling(over ? -1 : 1, 1), translation(middle + (over ? wide : -wide) / 2, baseline));
    page.pushOperators(...font.operators(page, text, size, turned));
  };
  const left = media.margins.left + 5;
  word(PLAIN, left, false);
  word(MIRRORED, left + cell, true);
  return pdf.save();
}
