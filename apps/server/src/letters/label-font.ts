import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import * as fontkit from 'fontkit';
import {
  endMarkedContent,
  fill,
  beginText,
  endText,
  PDFHexString,
  PDFOperator,
  PDFOperatorNames,
  popGraphicsState,
  pushGraphicsState,
  setFillingColor,
  setCharacterSqueeze,
  setFontAndSize,
  setTextMatrix,
  setTextRenderingMode,
  showText,
  TextRenderingMode,
  type Color,
  type PDFDocument,
  type PDFFont,
  type PDFPage,
} from '@cantoo/pdf-lib';
import { LABEL_FONTS, type Face } from '@kanga/core/text';
import { chain, scaling, type Transform } from '@kanga/core/geometry';
import { operator, pathOperators } from './operators.js';
import { faceIn } from '../text/index.js';
import { INK } from './inks.js';

const { resolve } = createRequire(import.meta.url);

let face: Promise<Face> | null = null;
/** All letters of labels and documents as one face, read once. */
const labelFace = (): Promise<Face> => (face ??= faceIn(LABEL_FONTS));

/** Where a line of words stands on a page, points, its baseline from the left. */
interface Spot {
  x: number;
  y: number;
  size: number;
  color?: Color;
}

/**
 * The letters of labels and documents. A line of Western letters is written in the embedded font; one with others is drawn, shaped as the art is, with its words
 * kept beside it for whoever searches or reads aloud (ISO 32000-1 §14.9.4).
 */
export class LabelFont {
  private readonly known: ReadonlySet<number>;

  constructor(
    private readonly font: PDFFont,
    private readonly face: Face,
  ) {
    this.known = new Set(font.getCharacterSet());
  }

  private isPlain(text: string): boolean {
    for (const sign of text) if (!this.known.has(sign.codePointAt(0) ?? 0)) return false;
    return true;
  }

  /** How wide a line is, points. */
  width(text: string, size: number): number {
    return this.isPlain(text) ? this.font.widthOfTextAtSize(text, size) : this.face.measure(text).advance * size;
  }

  /** The text with every sign that nothing has shown as a question mark, cut short with … to fit `width` points. */
  fit(text: string, size: number, width: number): string {
    let signs = [...text];
    if (!this.isPlain(text)) {
      const missing = new Set(this.face.measure(text).missing);
      signs = signs.map((sign) => (missing.has(sign) ? '?' : sign));
    }
    if (this.width(signs.join(''), size) <= width) return signs.join('');
    while (signs.length > 0 && this.width(`${signs.join('')}…`, size) > width) signs.pop();
    return signs.length > 0 ? `${signs.join('')}…` : '';
  }

  /** A line, its baseline beginning where `on` takes the origin; `on` counts in points, up. */
  operators(page: PDFPage, text: string, size: number, on: Transform, color: Color = INK): PDFOperator[] {
    const written = (plain: string, ...how: PDFOperator[]): PDFOperator[] => [
      beginText(),
      setFillingColor(color),
      setFontAndSize(page.node.newFontDictionary(this.font.name, this.font.ref), size),
      ...how,
      setTextMatrix(on.a, on.b, on.c, on.d, on.e, on.f),
      showText(this.font.encodeText(plain)),
      endText(),
    ];
    if (this.isPlain(text)) return written(text);
    // Readers look for the words of a span where letters are: some that nobody sees stand as wide as what is drawn.
    const unseen = [...text].map((sign) => (this.isPlain(sign) ? sign : '?')).join('');
    const squeezed = (100 * this.width(text, size)) / this.font.widthOfTextAtSize(unseen, size);
    return [
      PDFOperator.of(PDFOperatorNames.BeginMarkedContentSequence, [
        '/Span',
        `<</ActualText ${PDFHexString.fromText(text).toString()}>>`,
      ]),
      pushGraphicsState(),
      ...written(unseen, setTextRenderingMode(TextRenderingMode.Invisible), setCharacterSqueeze(squeezed)),
      setFillingColor(color),
      operator(chain(scaling(size, -size), on)),
      ...pathOperators(this.face.shape(text).commands),
      fill(),
      popGraphicsState(),
      endMarkedContent(),
    ];
  }

  /** Writes a line at a spot of a page. */
  write(page: PDFPage, text: string, { x, y, size, color }: Spot): void {
    page.pushOperators(...this.operators(page, text, size, { a: 1, b: 0, c: 0, d: 1, e: x, f: y }, color));
  }
}

/** Embeds the label font as a subset. */
export async function embedLabelFont(pdf: PDFDocument): Promise<LabelFont> {
  const [main = ''] = LABEL_FONTS;
  const bytes = await readFile(resolve(main));
  pdf.registerFontkit(fontkit as unknown as Parameters<PDFDocument['registerFontkit']>[0]);
  return new LabelFont(await pdf.embedFont(bytes, { subset: true }), await labelFace());
}
