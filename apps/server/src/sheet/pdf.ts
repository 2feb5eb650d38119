import { writeFile } from 'node:fs/promises';
import {
  clip,
  closePath,
  endPath,
  lineTo,
  moveTo,
  PDFDocument,
  popGraphicsState,
  pushGraphicsState,
  rgb,
  setLineWidth,
  stroke,
  type PDFPage,
} from '@cantoo/pdf-lib';
import { drawnOn, fontsOf, valuesOf, type Art, type Palette, type RunRow, type SideDesign } from '@kanga/core/art';
import type { Template } from '@kanga/core/blank';
import { chain, scaling, translation, unionOf, type Rect, type Transform } from '@kanga/core/geometry';
import { cutMarks, templateToSheet, type Layout, type Placed, type Sheet } from '@kanga/core/sheet';
import { facesFor } from '../text/index.js';
import { embedLabelFont, type LabelFont } from './fonts.js';
import { embedArt, inkOf, type EmbeddedArt } from './ink.js';
import { operator } from './operators.js';

/** User space is 1/72 in (ISO 32000-1 §8.3.2.3). */
const POINTS_PER_MM = 72 / 25.4;
const LABEL_POINTS = 7;
const INK = rgb(0.09, 0.08, 0.12);
const RULER_MM = 100;

/** Everything a print needs; plain data, so that it goes to a worker. */
export interface PrintOrder {
  /** The pictures of the design, each with its original on disk. */
  pictures: { art: Art; path: string }[];
  design: SideDesign[];
  run: RunRow[] | null;
  /** Of every side of the blank. */
  templates: Template[];
  /** The sides that get a transfer; transfers of a piece follow in this order. */
  printed: number[];
  layout: Layout;
  gap: number;
  mirroredBy: 'kanga' | 'driver';
  sides: string[];
  pieces: number;
  title: string;
  /** Said at the foot of every sheet. */
  foot: string;
  /** Where the PDF is written; scratch files beside it come and go. */
  target: string;
}

/** From millimetres of the sheet, y down, to points of the page, y up. */
const toPage = (sheet: Sheet): Transform =>
  chain(scaling(POINTS_PER_MM, -POINTS_PER_MM), translation(0, sheet.height * POINTS_PER_MM));

/** Everything that the transfers are drawn with. */
interface Press {
  order: PrintOrder;
  palette: Palette;
  embedded: ReadonlyMap<string, EmbeddedArt>;
}

/** Which side of the blank a transfer is for, and which piece it belongs to. */
const sideOf = ({ printed }: PrintOrder, placed: Placed): number => printed[placed.index % printed.length] ?? 0;
const pieceOf = ({ printed }: PrintOrder, placed: Placed): number => Math.floor(placed.index / printed.length);

function drawTransfer(page: PDFPage, { order, palette, embedded }: Press, sheet: Sheet, placed: Placed): void {
  const side = sideOf(order, placed);
  const template = order.templates[side];
  const [start, ...rest] = template?.bleedPolygon ?? [];
  if (!template || !start) return;
  const onSheet = templateToSheet(placed, template.bleedBox, order.mirroredBy);
  const values = valuesOf(order.run, pieceOf(order, placed));
  const drawn = drawnOn(order.design, side, order.templates, palette, values);
  page.pushOperators(
    pushGraphicsState(),
    operator(chain(onSheet, toPage(sheet))),
    moveTo(start.x, start.y),
    ...rest.map((p) => lineTo(p.x, p.y)),
    closePath(),
    clip(),
    endPath(),
    ...drawn.flatMap((one) => inkOf(one, page, embedded)),
    popGraphicsState(),
  );
}

function drawMarks(page: PDFPage, order: PrintOrder, sheet: Sheet): void {
  const strokes = sheet.placed.flatMap((placed) => cutMarks(placed.box, order.gap));
  page.pushOperators(
    pushGraphicsState(),
    operator(toPage(sheet)),
    setLineWidth(0.15),
    ...strokes.flatMap(({ x1, y1, x2, y2 }) => [moveTo(x1, y1), lineTo(x2, y2), stroke()]),
    popGraphicsState(),
  );
}

function drawText(page: PDFPage, { font, fit }: LabelFont, text: string, box: Rect, sheet: Sheet): void {
  const shown = fit(text, LABEL_POINTS, box.width * POINTS_PER_MM);
  if (shown === '') return;
  const baseline = box.y + box.height / 2 + (LABEL_POINTS * 0.35) / POINTS_PER_MM;
  page.drawText(shown, {
    x: box.x * POINTS_PER_MM,
    y: (sheet.height - baseline) * POINTS_PER_MM,
    size: LABEL_POINTS,
    font,
    color: INK,
  });
}

/** A ruler of 100 mm at the right of the foot, to be held against a real one. */
function drawRuler(page: PDFPage, font: LabelFont, sheet: Sheet): void {
  const { foot } = sheet;
  const left = foot.x + foot.width - RULER_MM;
  const top = foot.y + foot.height - 3;
  const ticks = Array.from({ length: 11 }, (_, i) => left + i * 10);
  page.pushOperators(
    pushGraphicsState(),
    operator(toPage(sheet)),
    setLineWidth(0.2),
    moveTo(left, top),
    lineTo(left + RULER_MM, top),
    stroke(),
    ...ticks.flatMap((x, i) => [moveTo(x, top), lineTo(x, top - (i % 5 === 0 ? 2 : 1)), stroke()]),
    popGraphicsState(),
  );
  drawText(page, font, '100 mm', { x: left + 2, y: foot.y, width: 20, height: 3.5 }, sheet);
}

const pageBox = (rect: Rect, sheet: Sheet): [number, number, number, number] => [
  rect.x * POINTS_PER_MM,
  (sheet.height - rect.y - rect.height) * POINTS_PER_MM,
  rect.width * POINTS_PER_MM,
  rect.height * POINTS_PER_MM,
];

/** BleedBox: what is printed with its bleed. TrimBox: the print areas alone. MediaBox ⊇ BleedBox ⊇ TrimBox (ISO 32000-1 §14.11.2). */
function setBoxes(page: PDFPage, sheet: Sheet, bleed: number): void {
  const boxes = sheet.placed.map((placed) => placed.box);
  const printed = unionOf(boxes);
  const trim = unionOf(
    boxes.map((b) => ({ x: b.x + bleed, y: b.y + bleed, width: b.width - 2 * bleed, height: b.height - 2 * bleed })),
  );
  page.setBleedBox(...pageBox(printed, sheet));
  page.setTrimBox(...pageBox(trim, sheet));
}

/** Writes the print-ready PDF: one page a sheet, at true size. Every picture is embedded once, however many pieces there are. */
export async function writePdf(order: PrintOrder): Promise<void> {
  const pdf = await PDFDocument.create();
  pdf.setTitle(order.title);
  pdf.setProducer('Kanga');
  pdf.setCreator('Kanga');
  const font = await embedLabelFont(pdf);
  const embedded = new Map<string, EmbeddedArt>();
  for (const { art, path } of order.pictures) embedded.set(art.id, await embedArt(pdf, art, path));
  const palette: Palette = {
    arts: order.pictures.map(({ art }) => art),
    faces: await facesFor(fontsOf(order.design)),
  };
  const press: Press = { order, palette, embedded };
  const { sheets } = order.layout;
  sheets.forEach((sheet, i) => {
    const page = pdf.addPage([sheet.width * POINTS_PER_MM, sheet.height * POINTS_PER_MM]);
    setBoxes(page, sheet, order.templates[0]?.bleed ?? 0);
    for (const placed of sheet.placed) {
      drawTransfer(page, press, sheet, placed);
      const side = order.sides.length > 1 ? ` ${order.sides[sideOf(order, placed)] ?? ''}` : '';
      const named = Object.values(valuesOf(order.run, pieceOf(order, placed)))
        .join(' ')
        .trim();
      const label = `${pieceOf(order, placed) + 1}/${order.pieces}${side}${named ? ` · ${named}` : ''} · ${order.title}`;
      drawText(page, font, label, placed.label, sheet);
    }
    drawMarks(page, order, sheet);
    const ruler = sheet.foot.width >= RULER_MM + 60;
    if (ruler) drawRuler(page, font, sheet);
    const textWidth = sheet.foot.width - (ruler ? RULER_MM + 6 : 0);
    drawText(
      page,
      font,
      `sheet ${i + 1} of ${sheets.length} · ${order.foot} · ${order.title}`,
      { ...sheet.foot, width: textWidth },
      sheet,
    );
  });
  await writeFile(order.target, await pdf.save({ useObjectStreams: true }));
}
