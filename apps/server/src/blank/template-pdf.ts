import {
  closePath,
  concatTransformationMatrix,
  lineTo,
  moveTo,
  PDFDocument,
  PDFNumber,
  PDFArray,
  popGraphicsState,
  PDFOperator,
  PDFOperatorNames,
  pushGraphicsState,
  setLineWidth,
  stroke,
} from '@cantoo/pdf-lib';
import type { Side, Template } from '@kanga/core/blank';
import { boundsOf, polygonOf, type Polygon } from '@kanga/core/geometry';
import { embedLabelFont } from '../letters/index.js';
import { POINTS_PER_MM } from '@kanga/core/units';

const MARGIN = 12;
/** Room under the template for its ruler and a line of text, mm. */
const FOOT = 16;
const RULER = 100;
/** ISO 216. */
const A4 = { width: 210, height: 297 };

const path = ([first, ...rest]: Polygon) =>
  first ? [moveTo(first.x, first.y), ...rest.map((p) => lineTo(p.x, p.y)), closePath(), stroke()] : [];

export interface TemplateToPrint {
  side: Side;
  template: Template;
  title: string;
}

/** The template at true size with a ruler to check it by: cut line dashed, print area solid, safe line dotted, keep-outs thin. A4 where it fits, a page of its own size where it does not. */
export async function templatePdf({ side, template, title }: TemplateToPrint): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  pdf.setTitle(title);
  pdf.setProducer('Kanga');
  const box = boundsOf([...template.bleedPolygon, ...side.keepOuts.flatMap((keepOut) => keepOut.area)]);
  const needs = { width: Math.max(box.width, RULER) + 2 * MARGIN, height: box.height + 2 * MARGIN + FOOT };
  const lying = needs.width > A4.width && needs.width <= A4.height && needs.height <= A4.width;
  const fits = needs.width <= A4.width && needs.height <= A4.height;
  const size = fits ? A4 : lying ? { width: A4.height, height: A4.width } : needs;
  const page = pdf.addPage([size.width * POINTS_PER_MM, size.height * POINTS_PER_MM]);
  const dash = (...lengths: number[]) => {
    const array = PDFArray.withContext(pdf.context);
    for (const length of lengths) array.push(PDFNumber.of(length));
    return PDFOperator.of(PDFOperatorNames.SetLineDashPattern, [array, PDFNumber.of(0)]);
  };
  const [x, y] = [(size.width - box.width) / 2 - box.x, MARGIN - box.y];
  const rulerX = (size.width - RULER) / 2;
  const rulerY = size.height - MARGIN;
  const k = POINTS_PER_MM;
  page.pushOperators(
    pushGraphicsState(),
    concatTransformationMatrix(k, 0, 0, -k, 0, size.height * k),
    setLineWidth(0.2),
    moveTo(rulerX, rulerY),
    lineTo(rulerX + RULER, rulerY),
    stroke(),
    ...Array.from({ length: 11 }, (_, i) => [
      moveTo(rulerX + i * 10, rulerY),
      lineTo(rulerX + i * 10, rulerY - (i % 5 === 0 ? 4 : 2)),
      stroke(),
    ]).flat(),
    concatTransformationMatrix(1, 0, 0, 1, x, y),
    setLineWidth(0.35),
    ...path(polygonOf(template.outline)),
    setLineWidth(0.2),
    ...side.keepOuts.flatMap((keepOut) => path(keepOut.area)),
    dash(2, 1.4),
    ...(template.bleed > 0 ? path(template.bleedPolygon) : []),
    dash(0.3, 1.2),
    ...path(template.safePolygon),
    popGraphicsState(),
  );
  const font = await embedLabelFont(pdf);
  const note = 'print at 100 %; the ruler is 100 mm';
  const room = (size.width - 2 * MARGIN) * k - font.width(`: ${note}`, 8);
  font.write(page, `${font.fit(title, 8, room)}: ${note}`, { x: MARGIN * k, y: (MARGIN - 8) * k, size: 8 });
  return pdf.save();
}
