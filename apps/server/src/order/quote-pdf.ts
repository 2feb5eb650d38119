import { PDFDocument, type PDFPage } from '@cantoo/pdf-lib';
import { POINTS_PER_MM } from '@kanga/core/units';
import { embedLabelFont, INK, SOFT, type LabelFont } from '../sheet/index.js';

/** A picture of a line, as it looks pressed. */
export interface QuotePicture {
  caption: string;
  png: Buffer;
}

/** All that stands on a quote, in words as they are printed. */
export interface QuotePage {
  shop: string;
  title: string;
  to: string[];
  facts: string[];
  rows: { what: string; sizes: string; count: string; price: string; amount: string }[];
  sums: (readonly [string, string])[];
  pictures: QuotePicture[];
  terms: string;
}

/** ISO 216 A4, in points. */
const PAGE: [number, number] = [210 * POINTS_PER_MM, 297 * POINTS_PER_MM];
const EDGE = 48;
const RIGHT = PAGE[0] - EDGE;
/** Where the columns of the table end, from the left. */
const COLUMN = { what: EDGE, count: RIGHT - 150, price: RIGHT - 78, amount: RIGHT };
const PICTURE = { width: 150, height: 110 };
/** The foot that nothing but the terms reaches into. */
const FOOT = EDGE + 40;

/** Cuts words into lines that fit. */
function wrapped(font: LabelFont, text: string, size: number, width: number): string[] {
  return text.split('\n').flatMap((paragraph) => {
    const lines = [''];
    for (const word of paragraph.split(' ')) {
      const longer = `${lines.at(-1) ?? ''} ${word}`.trim();
      if (font.font.widthOfTextAtSize(longer, size) <= width) lines[lines.length - 1] = longer;
      else lines.push(word);
    }
    return lines;
  });
}

/** Writes a document from its top, page by page. */
class Pen {
  page: PDFPage;
  y = 0;

  constructor(
    private readonly pdf: PDFDocument,
    readonly font: LabelFont,
  ) {
    this.page = this.turn();
  }

  private turn(): PDFPage {
    this.page = this.pdf.addPage(PAGE);
    this.y = PAGE[1] - EDGE;
    return this.page;
  }

  /** Makes sure of so much room below; a new page where there is less. */
  room(points: number): void {
    if (this.y - points < FOOT) this.turn();
  }

  text(text: string, size: number, { x = EDGE, width = RIGHT - EDGE, soft = false, right = false } = {}): void {
    const fits = this.font.fit(text, size, width);
    const at = right ? x - this.font.font.widthOfTextAtSize(fits, size) : x;
    this.page.drawText(fits, { x: at, y: this.y, size, font: this.font.font, color: soft ? SOFT : INK });
  }

  line(text: string, size: number, soft = false): void {
    this.room(size * 1.4);
    this.y -= size * 1.4;
    this.text(text, size, { soft });
  }

  rule(weight: number): void {
    this.y -= 6;
    this.page.drawLine({ start: { x: EDGE, y: this.y }, end: { x: RIGHT, y: this.y }, thickness: weight, color: INK });
  }
}

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
      pen.page.drawText(pen.font.fit(caption, 9, PICTURE.width), {
        x,
        y: pen.y - PICTURE.height - 12,
        size: 9,
        font: pen.font.font,
        color: SOFT,
      });
    }
    pen.y -= PICTURE.height + 16;
  }
}

/** The quote: who it is for, what it is, what it comes to, how it looks, and until when it holds. */
export async function quotePdf(page: QuotePage): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  pdf.setTitle(page.title);
  pdf.setProducer('Kanga');
  pdf.setCreator('Kanga');
  const font = await embedLabelFont(pdf);
  const pen = new Pen(pdf, font);
  pen.line(page.shop, 12, true);
  pen.line(page.title, 26);
  pen.y -= 8;
  for (const line of page.to) pen.line(line, 11);
  pen.y -= 8;
  for (const fact of page.facts) pen.line(fact, 10, true);
  table(pen, page);
  await pictures(pdf, pen, page.pictures);
  pen.y -= 8;
  for (const line of wrapped(font, page.terms, 10, RIGHT - EDGE)) pen.line(line, 10);
  pen.y -= 20;
  pen.line('Taken by ______________________________   Date ______________', 11);
  return pdf.save();
}
