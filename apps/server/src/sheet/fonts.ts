import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import type { PDFDocument, PDFFont } from '@cantoo/pdf-lib';
import * as fontkit from 'fontkit';

const FONT = '@fontsource/atkinson-hyperlegible-mono/files/atkinson-hyperlegible-mono-latin-500-normal.woff';

export interface LabelFont {
  font: PDFFont;
  /** The text with every sign the font lacks shown as a question mark, cut short with … to fit `width` points. */
  fit(text: string, size: number, width: number): string;
}

/** Embeds the label font as a subset. */
export async function embedLabelFont(pdf: PDFDocument): Promise<LabelFont> {
  const bytes = await readFile(createRequire(import.meta.url).resolve(FONT));
  pdf.registerFontkit(fontkit as unknown as Parameters<PDFDocument['registerFontkit']>[0]);
  const font = await pdf.embedFont(bytes, { subset: true });
  const known = new Set(font.getCharacterSet());
  return {
    font,
    fit(text, size, width) {
      const signs = [...text].map((sign) => (known.has(sign.codePointAt(0) ?? 0) ? sign : '?'));
      if (font.widthOfTextAtSize(signs.join(''), size) <= width) return signs.join('');
      while (signs.length > 0 && font.widthOfTextAtSize(`${signs.join('')}…`, size) > width) signs.pop();
      return signs.length > 0 ? `${signs.join('')}…` : '';
    },
  };
}
