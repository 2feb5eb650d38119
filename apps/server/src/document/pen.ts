import { PDFDocument, type PDFPage } from '@cantoo/pdf-lib';
import { POINTS_PER_MM } from '@kanga/core/units';
import { embedLabelFont, INK, SOFT, type LabelFont } from '../letters/index.js';

/** ISO 216 A4, in points. */
const PAGE: [number, number] = [210 * POINTS_PER_MM, 297 * POINTS_PER_MM];
/** Round the page, and its right edge. */
export const EDGE = 48;
export const RIGHT = PAGE[0] - EDGE;
/** The foot that nothing but the terms reaches into. */
const FOOT = EDGE + 40;

const BOX = 11;

/** Cuts words into lines that fit. */
export function wrapped(font: LabelFont, text: string, size: number, width: number): string[] {
  return text.split('\n').flatMap((paragraph) => {
    const lines = [''];
    for (const word of paragraph.split(' ')) {
      const longer = `${lines.at(-1) ?? ''} ${word}`.trim();
      if (font.width(longer, size) <= width) lines[lines.length - 1] = longer;
      else lines.push(word);
    }
    return lines;
  });
}

export interface Heading {
  shop: string;
  title: string;
  to: string[];
  facts: string[];
}

/** Writes a document from its top, page by page. */
export class Pen {
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
    const at = right ? x - this.font.width(fits, size) : x;
    this.font.write(this.page, fits, { x: at, y: this.y, size, color: soft ? SOFT : INK });
  }

  /** A box to tick, its foot on the line. */
  box(x: number): void {
    this.page.drawRectangle({ x, y: this.y - 2, width: BOX, height: BOX, borderColor: INK, borderWidth: 1 });
  }

  line(text: string, size: number, soft = false): void {
    this.room(size * 1.4);
    this.y -= size * 1.4;
    this.text(text, size, { soft });
  }

  /** What every such document begins with: whose it is, what it is, who it is for, and what it is about. */
  heading({ shop, title, to, facts }: Heading, size: number): void {
    this.line(shop, 12, true);
    this.line(title, 26);
    this.y -= 8;
    for (const line of to) this.line(line, size);
    this.y -= 8;
    for (const fact of facts) this.line(fact, 10, true);
  }

  rule(weight: number): void {
    this.y -= 6;
    this.page.drawLine({ start: { x: EDGE, y: this.y }, end: { x: RIGHT, y: this.y }, thickness: weight, color: INK });
  }
}

/** A document with its title, and the font that it is written in. */
export async function newDocument(title: string): Promise<{ pdf: PDFDocument; font: LabelFont }> {
  const pdf = await PDFDocument.create();
  pdf.setTitle(title);
  pdf.setProducer('Kanga');
  pdf.setCreator('Kanga');
  return { pdf, font: await embedLabelFont(pdf) };
}

/** The same on A4, written by a pen. */
export async function penFor(title: string): Promise<{ pdf: PDFDocument; pen: Pen }> {
  const { pdf, font } = await newDocument(title);
  return { pdf, pen: new Pen(pdf, font) };
}
