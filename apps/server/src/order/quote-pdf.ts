import type { PDFDocument } from '@cantoo/pdf-lib';
import { SOFT } from '../letters/index.js';
import { EDGE, penFor, RIGHT, wrapped, type Heading, type Pen } from '../document/index.js';

/** A picture of a line, as it looks pressed. */
export interface QuotePicture {
  caption: string;
  png: Buffer;
}

/** All that stands on a quote, in words as they are printed. */
export interface QuotePage extends Heading {
  rows: { what: string; sizes: string; count: string; price: string; amount: string }[];
  sums: (readonly [string, string])[];
  pictures: QuotePicture[];
  terms: string;
}

/** Where the columns of the table end, from the left. */
const COLUMN = { what: EDGE, count: RIGHT - 150, price: RIGHT - 78, amount: RIGHT };
const PICTURE = { width: 150, height: 110 };

function table(pen: Pen, { rows, sums }: Pick<QuotePage, 'rows' | 'sums'>): void {
  const row = (what: string, count: string, price: string, amount: string, size: number, soft = false) => {
    pen.y -= size * 1.5;
    pen.text(what, size, { soft, width: COLUMN.count - EDGE - 40 });
    pen.text(count, size, { soft, right: true, x: COLUMN.count, width: 60 });
    pen.text(price, size, { soft, right: true, x: COLUMN.price, width: 70 });
    pen.text(amount, size, { soft, right: true, x: COLUMN.amount, width: 76 });
  };
  pen.y -= 14;
  row('', 'Count', 'Each', 'Amount', 9, true);
  pen.rule(0.8);
  for (const { what, sizes, count, price, amount } of rows) {
    pen.room(40);
    row(what, count, price, amount, 11);
    if (sizes !== '')
      for (const line of wrapped(pen.font, sizes, 9, COLUMN.count - EDGE - 40)) {
        pen.room(14);
        pen.y -= 12;
        pen.text(line, 9, { soft: true });
      }
    pen.y -= 3;
  }
  pen.rule(0.4);
  sums.forEach(([name, amount], i) => {
    pen.room(20);
    const last = i === sums.length - 1;
    const size = last ? 14 : 11;
    pen.y -= size * 1.5;
    pen.text(name, size, { right: true, x: COLUMN.price, width: 240 });
    pen.text(amount, size, { right: true, x: COLUMN.amount, width: 76 });
  });
  pen.rule(0.8);
}

async function pictures(pdf: PDFDocument, pen: Pen, list: readonly QuotePicture[]): Promise<void> {
  for (let i = 0; i < list.length; i += 3) {
    pen.room(PICTURE.height + 40);
    pen.y -= 18;
    for (const [at, { caption, png }] of list.slice(i, i + 3).entries()) {
      const image = await pdf.embedPng(png);
      const scale = Math.min(PICTURE.width / image.width, PICTURE.height / image.height);
      const [w, h] = [image.width * scale, image.height * scale];
      const x = EDGE + at * (PICTURE.width + 20);
      pen.page.drawImage(image, { x, y: pen.y - h, width: w, height: h });
      pen.font.write(pen.page, pen.font.fit(caption, 9, PICTURE.width), {
        x,
        y: pen.y - PICTURE.height - 12,
        size: 9,
        color: SOFT,
      });
    }
    pen.y -= PICTURE.height + 16;
  }
}

/** The quote: who it is for, what it is, what it comes to, how it looks, and until when it holds. */
export async function quotePdf(page: QuotePage): Promise<Uint8Array> {
  const { pdf, pen } = await penFor(page.title);
  pen.heading(page, 11);
  table(pen, page);
  await pictures(pdf, pen, page.pictures);
  pen.y -= 8;
  for (const line of wrapped(pen.font, page.terms, 10, RIGHT - EDGE)) pen.line(line, 10);
  pen.y -= 20;
  pen.line('Taken by ______________________________   Date ______________', 11);
  return pdf.save();
}
