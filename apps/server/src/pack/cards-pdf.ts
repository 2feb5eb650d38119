import type { PDFDocument } from '@cantoo/pdf-lib';
import { POINTS_PER_MM } from '@kanga/core/units';
import type { LabelSize } from '@kanga/contract/pack';
import { newDocument, wrapped } from '../document/index.js';
import { INK, SOFT } from '../letters/index.js';

/** ISO 216 A6 upright, and a length of a 62 mm roll, mm. */
const PAGES = { a6: { width: 105, height: 148 }, '62': { width: 62, height: 100 } } as const;

/** All that stands on a label of a parcel. */
export interface ParcelLabel {
  from: string;
  to: string[];
  order: string;
  name: string;
  /** Which box it is; empty: there is one. */
  part: string;
  facts: string[];
}

async function pages(title: string): Promise<{
  pdf: PDFDocument;
  /** A new page, written from its top; each line is cut or wrapped to its width. */
  page: (
    size: { width: number; height: number },
    edge: number,
  ) => (text: string, points: number, soft?: boolean) => void;
}> {
  const { pdf, font } = await newDocument(title);
  return {
    pdf,
    page: ({ width, height }, edge) => {
      const [w, h] = [width * POINTS_PER_MM, height * POINTS_PER_MM];
      const sheet = pdf.addPage([w, h]);
      let y = h - edge;
      return (text, points, soft = false) => {
        for (const line of wrapped(font, text, points, w - 2 * edge)) {
          y -= points * 1.25;
          // What finds no room any more is left out rather than printed over the edge.
          if (y < edge) return;
          const fits = font.fit(line, points, w - 2 * edge);
          font.write(sheet, fits, { x: edge, y, size: points, color: soft ? SOFT : INK });
        }
      };
    },
  };
}

/** The card on how goods are looked after, A6. */
export async function cardPdf({ shop, care }: { shop: string; care: readonly string[] }): Promise<Uint8Array> {
  const { pdf, page } = await pages('How to look after it');
  const write = page(PAGES.a6, 26);
  write(shop, 10, true);
  write('', 6);
  write('How to look after it', 16);
  for (const one of care) {
    write('', 6);
    write(one, 11);
  }
  write('', 12);
  write('The print is in the cloth or the coating, not on it. What the maker of the goods says comes first.', 9, true);
  return pdf.save();
}

/** A label for each box of a parcel. */
export async function labelPdf({
  size,
  labels,
}: {
  size: LabelSize;
  labels: readonly ParcelLabel[];
}): Promise<Uint8Array> {
  const { pdf, page } = await pages('Parcel labels');
  const [big, edge] = size === 'a6' ? [18, 24] : [13, 12];
  for (const { from, to, order, name, part, facts } of labels) {
    const write = page(PAGES[size], edge);
    write(from, big * 0.55, true);
    write('', big);
    for (const line of to) write(line, big);
    write('', big);
    write([order, part].filter(Boolean).join(' · '), big * 0.75);
    write(name, big * 0.6, true);
    if (facts.length > 0) write(facts.join(' · '), big * 0.6, true);
  }
  return pdf.save();
}
