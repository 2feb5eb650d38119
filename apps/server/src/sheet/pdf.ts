import {
  clip,
  endPath,
  PDFDocument,
  popGraphicsState,
  pushGraphicsState,
  type PDFOperator,
  type PDFPage,
} from '@cantoo/pdf-lib';
import { calledOf, drawnOn, fontsOf, ofPair, valuesOf, type Palette } from '@kanga/core/art';
import { boundsOf, chain, clipped, polygonOf, transformed, unionOf, type Rect } from '@kanga/core/geometry';
import {
  codeOf,
  kindOf,
  type LabelWords,
  partToSheet,
  pieceAddress,
  type Face,
  type PartKind,
  type Placed,
  type Sheet,
} from '@kanga/core/sheet';
import { POINTS_PER_MM } from '@kanga/core/units';
import { facesFor } from '../text/index.js';
import { embedLabelFont, type LabelFont, operator, polygonOperators } from '../letters/index.js';
import { embedArt, inkOf, type EmbeddedArt } from './ink.js';
import { drawFoot, drawLabel, drawMarks } from './marks.js';
import type { OrderedJob, PrintOrder } from './order.js';
import { pageBox, toPage } from './page.js';
import { writeDocument, type Payloads } from './pdf-file.js';

/** Everything that the transfers are drawn with. */
interface Press {
  order: PrintOrder;
  /** One for each job. */
  palettes: Palette[];
  embedded: ReadonlyMap<string, EmbeddedArt>;
  font: LabelFont;
}

/** A part with whose it is and what is on it. */
interface Transfer {
  kind: PartKind;
  piece: number;
  job: OrderedJob;
  palette: Palette;
}

function transferOf({ order, palettes }: Press, placed: Placed): Transfer {
  const kind = kindOf(order.tray, placed);
  const { piece, job: owner } = order.tray.parts[placed.part] ?? { piece: 0, job: 0 };
  const [job, palette] = [order.jobs[owner], palettes[owner]];
  if (!job || !palette)
    throw new RangeError(`the part ${placed.part} is of the job ${owner}, which is not on the sheets`);
  return { kind, piece, job, palette };
}

function inkOfFace({ job, palette, piece }: Transfer, face: Face, page: PDFPage, press: Press): PDFOperator[] {
  const drawn = drawnOn(job.design, face.side, job.templates, palette, valuesOf(job.run, piece));
  return drawn.flatMap((one) => inkOf(one, page, press.embedded));
}

function drawTransfer(page: PDFPage, press: Press, sheet: Sheet, placed: Placed): void {
  const transfer = transferOf(press, placed);
  const onSheet = partToSheet(placed);
  for (const face of transfer.kind.faces) {
    page.pushOperators(
      pushGraphicsState(),
      operator(chain(face.toPart, onSheet, toPage(sheet))),
      ...face.clips.flatMap(polygonOperators),
      clip(),
      endPath(),
      ...inkOfFace(transfer, face, page, press),
      popGraphicsState(),
    );
  }
  const { job, piece, kind } = transfer;
  const words: LabelWords = {
    jobNumber: job.number,
    piece: piece + 1,
    pieces: job.pieces,
    name: [kind.name, job.family ? ofPair({ family: job.family }, job.run, piece) : null].filter(Boolean).join(' '),
    joins: kind.joins ?? '',
    names: calledOf(job.run, piece),
    job: job.name,
  };
  const { origin, mirroredBy } = press.order;
  const code = origin === null ? null : codeOf(pieceAddress(origin, job.number, piece + 1));
  drawLabel(page, press.font, { kind, placed, words, code, mirroredBy }, sheet);
}

/** Where a part's print area lies without its bleed, on the sheet. */
function trimOf({ kind, job }: Transfer, placed: Placed): Rect[] {
  return kind.faces.flatMap((face) => {
    const template = job.templates[face.side];
    if (!template) return [];
    const on = chain(face.toPart, partToSheet(placed));
    return clipped(face.clips, polygonOf(template.outline)).map((part) => boundsOf(transformed(part, on)));
  });
}

/** BleedBox: what is printed with its bleed. TrimBox: the print areas alone. MediaBox ⊇ BleedBox ⊇ TrimBox (ISO 32000-1 §14.11.2). */
function setBoxes(page: PDFPage, press: Press, sheet: Sheet): void {
  if (sheet.placed.length === 0) return;
  const transfers = sheet.placed.map((placed) => ({ placed, transfer: transferOf(press, placed) }));
  const printed = unionOf(
    transfers.map(({ placed, transfer }) => boundsOf(transformed(transfer.kind.outline, partToSheet(placed)))),
  );
  const trims = transfers.flatMap(({ placed, transfer }) => trimOf(transfer, placed));
  page.setBleedBox(...pageBox(printed, sheet));
  page.setTrimBox(...pageBox(trims.length > 0 ? unionOf(trims) : printed, sheet));
}

/** Writes the print-ready PDF: one page a sheet, at true size. Every picture is embedded once, however many pieces there are. */
export async function writePdf(order: PrintOrder): Promise<void> {
  const pdf = await PDFDocument.create();
  pdf.setTitle(order.title);
  pdf.setProducer('Kanga');
  pdf.setCreator('Kanga');
  const payloads: Payloads = new Map();
  const font = await embedLabelFont(pdf);
  const embedded = new Map<string, EmbeddedArt>();
  for (const wish of order.pictures) embedded.set(wish.art.id, await embedArt(pdf, payloads, wish));
  const palettes = await Promise.all(
    order.jobs.map(async ({ arts, design }): Promise<Palette> => ({ arts, faces: await facesFor(fontsOf(design)) })),
  );
  const press: Press = { order, palettes, embedded, font };
  const { sheets } = order.layout;
  sheets.forEach((sheet, i) => {
    const page = pdf.addPage([sheet.width * POINTS_PER_MM, sheet.height * POINTS_PER_MM]);
    setBoxes(page, press, sheet);
    for (const placed of sheet.placed) {
      drawTransfer(page, press, sheet, placed);
      drawMarks(page, kindOf(order.tray, placed), placed, order.gap, sheet);
    }
    drawFoot(
      page,
      font,
      `sheet ${i + 1} of ${sheets.length} · ${order.foot} · ${order.title}`,
      order.mirroredBy,
      sheet,
    );
  });
  await writeDocument(pdf, payloads, order.target);
}
