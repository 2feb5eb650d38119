import {
  fill,
  lineTo,
  moveTo,
  popGraphicsState,
  pushGraphicsState,
  rectangle,
  setFillingColor,
  setLineWidth,
  stroke,
  type PDFOperator,
  type PDFPage,
} from '@cantoo/pdf-lib';
import { chain, rotation, scaling, translation, type Point, type Rect, type Transform } from '@kanga/core/geometry';
import {
  CROSS_ARM,
  NOTE_SIZE,
  cutMarks,
  labelToPart,
  partToSheet,
  planLabel,
  type Code,
  labelWords,
  type LabelWords,
  type PartKind,
  type Placed,
  type Sheet,
  type Stroke,
} from '@kanga/core/sheet';
import { POINTS_PER_MM } from '@kanga/core/units';
import type { Printer } from '@kanga/core/shop';
import { type LabelFont, operator, polygonOperators, INK } from '../letters/index.js';
import { toPage } from './page.js';

const LABEL_POINTS = 7;
/** Names are set smaller before they are cut short. */
const LEAST_POINTS = 4.5;
const RULER_MM = 100;

/** One line of words in a box, in whatever coordinates `on` takes to the page (mm, y down). */
function words(
  page: PDFPage,
  font: LabelFont,
  text: string,
  box: Rect,
  on: Transform,
  least = LABEL_POINTS,
): PDFOperator[] {
  const room = box.width * POINTS_PER_MM;
  let size = LABEL_POINTS;
  let shown = font.fit(text, size, room);
  for (; shown.endsWith('…') && size > least; shown = font.fit(text, size, room)) size = Math.max(least, size - 0.5);
  if (shown === '') return [];
  const baseline = box.y + box.height / 2 + (size * 0.35) / POINTS_PER_MM;
  const at = chain(scaling(1 / POINTS_PER_MM, -1 / POINTS_PER_MM), translation(box.x, baseline), on);
  return font.operators(page, shown, size, at);
}

const lines = (strokes: readonly Stroke[]): PDFOperator[] =>
  strokes.flatMap(({ x1, y1, x2, y2 }) => [moveTo(x1, y1), lineTo(x2, y2), stroke()]);

/** Dark modules of a code, runs of a row drawn as one bar; y runs down. */
export function codeBars(code: Code, box: Rect): PDFOperator[] {
  const size = box.width / code.length;
  return code.flatMap((row, y) => {
    const drawn: PDFOperator[] = [];
    for (let x = 0; x < row.length; x++) {
      if (!row[x]) continue;
      const from = x;
      while (row[x + 1]) x++;
      drawn.push(rectangle(box.x + from * size, box.y + y * size, (x - from + 1) * size, size));
    }
    return drawn;
  });
}

export interface LabelOrder {
  kind: PartKind;
  placed: Placed;
  words: LabelWords;
  code: Code | null;
  mirroredBy: Printer['mirroredBy'];
}

/** The label of a part: it turns with its part, and reads right on the paper whoever mirrors. */
export function drawLabel(page: PDFPage, font: LabelFont, order: LabelOrder, sheet: Sheet): void {
  const { kind, placed, code, mirroredBy } = order;
  const plan = planLabel(kind);
  const on = chain(labelToPart(kind, mirroredBy), partToSheet(placed), toPage(sheet));
  page.pushOperators(
    pushGraphicsState(),
    operator(on),
    setFillingColor(INK),
    ...polygonOperators(plan.arrow),
    fill(),
    ...(code && plan.code ? [...codeBars(code, plan.code), fill()] : []),
    popGraphicsState(),
    ...labelWords(order.words, plan.lines.length).flatMap((text, i) => {
      const box = plan.lines[i];
      return box ? words(page, font, text, box, on, i === 0 ? LABEL_POINTS : LEAST_POINTS) : [];
    }),
  );
  // What the driver mirrors is written mirrored, so that it reads right on the paper.
  const reading = mirroredBy === 'driver' ? scaling(-1, 1) : scaling(1);
  const along = (text: string, at: Point, turn: number, box: Rect) =>
    words(
      page,
      font,
      text,
      box,
      chain(reading, rotation(turn), translation(at.x, at.y), partToSheet(placed), toPage(sheet)),
    );
  for (const { text, at } of kind.letters)
    page.pushOperators(...along(text, at, 0, { x: -0.8, y: -2, width: 4, height: 4 }));
  const { length, height } = NOTE_SIZE;
  for (const { text, at, turn } of kind.notes ?? []) {
    const long = Math.min(length, font.width(text, LABEL_POINTS) / POINTS_PER_MM);
    page.pushOperators(...along(text, at, turn, { x: -long / 2, y: -height / 2, width: length, height }));
  }
}

/** Cut marks, fold ticks and crosses of a part. */
export function drawMarks(page: PDFPage, kind: PartKind, placed: Placed, gap: number, sheet: Sheet): void {
  const crosses = kind.crosses.flatMap(({ x, y }): Stroke[] => [
    { x1: x - CROSS_ARM, y1: y, x2: x + CROSS_ARM, y2: y },
    { x1: x, y1: y - CROSS_ARM, x2: x, y2: y + CROSS_ARM },
  ]);
  page.pushOperators(
    pushGraphicsState(),
    operator(chain(partToSheet(placed), toPage(sheet))),
    setLineWidth(0.15),
    ...lines([...cutMarks(kind, gap), ...kind.folds, ...crosses]),
    popGraphicsState(),
  );
}

/** The foot of a sheet: what it is, and a ruler of 100 mm at its end, to be held against a real one. */
export function drawFoot(
  page: PDFPage,
  font: LabelFont,
  text: string,
  mirroredBy: Printer['mirroredBy'],
  sheet: Sheet,
): void {
  const { foot } = sheet;
  // What the driver mirrors is written mirrored, so that it reads right on the paper.
  const over = mirroredBy === 'driver' ? chain(scaling(-1, 1), translation(2 * foot.x + foot.width, 0)) : scaling(1);
  // Down the right edge its words run down.
  const [long, high] = [Math.max(foot.width, foot.height), Math.min(foot.width, foot.height)];
  const down = foot.height > foot.width;
  const home = down ? chain(rotation(90), translation(foot.x + foot.width, foot.y)) : translation(foot.x, foot.y);
  const on = chain(home, over, toPage(sheet));
  const ruler = long >= RULER_MM + 60;
  const [left, top] = [long - RULER_MM, high - 3];
  const ticks = Array.from({ length: 11 }, (_, i): Stroke => {
    const x = left + i * 10;
    return { x1: x, y1: top, x2: x, y2: top - (i % 5 === 0 ? 2 : 1) };
  });
  if (ruler) {
    page.pushOperators(
      pushGraphicsState(),
      operator(on),
      setLineWidth(0.2),
      ...lines([{ x1: left, y1: top, x2: left + RULER_MM, y2: top }, ...ticks]),
      popGraphicsState(),
      ...words(page, font, '100 mm', { x: left + 2, y: 0, width: 20, height: 3.5 }, on),
    );
  }
  const width = long - (ruler ? RULER_MM + 6 : 0);
  page.pushOperators(...words(page, font, text, { x: 0, y: 0, width, height: high }, on));
}
