import {
  concatTransformationMatrix,
  fill,
  PDFDocument,
  popGraphicsState,
  pushGraphicsState,
  rgb,
  setFillingColor,
  type PDFPage,
  type RGB,
} from '@cantoo/pdf-lib';
import type { Blank, Template } from '@kanga/core/blank';
import type { Finding } from '@kanga/core/finding';
import { boundsOf, polygonOf, rectPolygon, svgPath, type Polygon } from '@kanga/core/geometry';
import { codeOf, type Code } from '@kanga/core/sheet';
import { MEDIUM_KPA, bedPicture, stackPicture, type LayerRole, type Step } from '@kanga/core/stack';
import type { RunPlan } from '@kanga/core/job';
import {
  formatDuration,
  formatTemperature,
  POINTS_PER_MM,
  unitPrinter,
  type Calendar,
  type ShopUnits,
  type UnitPrinter,
} from '@kanga/core/units';
import { embedLabelFont, INK, SOFT, type LabelFont } from '../letters/index.js';
import { codeBars } from '../sheet/index.js';

/** All that stands on a press card. */
export interface PressCard {
  shop: string;
  /** Number and name of the job. */
  title: string;
  pieces: number;
  plan: RunPlan;
  /** Of the first side that is pressed. */
  side: Blank['sides'][number];
  template: Template;
  /** What has to be known at the press: stops that were waived, and what is to be mended. */
  findings: readonly Finding[];
  /** Opens the job at the press. */
  code: Code;
  print: UnitPrinter;
}

/** The same in plain values. */
export interface PressCardFacts extends Omit<PressCard, 'code' | 'print'> {
  /** What its code opens. */
  address: string;
  units: ShopUnits;
  calendar: Calendar;
}

const HOT = rgb(0.77, 0.07, 0.43);
const PAPER = rgb(0.94, 0.9, 0.81);
const WHITE = rgb(1, 1, 1);
const GREY = rgb(0.55, 0.56, 0.6);
const YELLOW = rgb(0.95, 0.72, 0.02);
/** ISO 216 A5, in points. */
const PAGE = { width: 148 * POINTS_PER_MM, height: 210 * POINTS_PER_MM };
const EDGE = 24;
const WIDTH = PAGE.width - 2 * EDGE;

const FILL: Record<LayerRole, RGB> = {
  'upper plate': HOT,
  'non-stick sheet': rgb(0.73, 0.54, 0.37),
  'cover sheet': PAPER,
  transfer: WHITE,
  blank: rgb(0.97, 0.97, 0.98),
  jig: GREY,
  insert: PAPER,
  'blank, far layer': rgb(0.89, 0.9, 0.92),
  pad: rgb(0.73, 0.73, 0.78),
  'base sheet': PAPER,
  'lower plate': GREY,
};

/** More steps than this are told with every run of like pressings in one line. */
const MOST_STEPS = 20;

/** Steps as they stand on the card: sections beyond the first are drawn together where there are too many to stand alone. */
function cardSteps(steps: readonly Step[]): Step[] {
  if (steps.length <= MOST_STEPS) return [...steps];
  const out: Step[] = [];
  for (const step of steps) {
    const last = out.at(-1);
    const again = step.kind === 'move' || (step.kind === 'press' && last?.kind === 'move');
    if (step.kind === 'move' && last?.kind === 'move') continue;
    if (again && step.kind === 'press') continue;
    out.push(step.kind === 'move' ? { ...step, title: 'Move on and press, section by section' } : step);
  }
  return out;
}

class Card {
  constructor(
    readonly page: PDFPage,
    readonly font: LabelFont,
  ) {}

  text(text: string, x: number, y: number, size: number, width: number, color = INK): void {
    this.font.write(this.page, this.font.fit(text, size, width), { x, y, size, color });
  }

  /** A text over as many lines as it takes, at most `lines`; gives how many. */
  block(text: string, x: number, y: number, size: number, width: number, lines: number, color = INK): number {
    const rows: string[] = [];
    for (const word of text.split(' ')) {
      const longer = rows.length === 0 ? word : `${rows.at(-1) ?? ''} ${word}`;
      if (rows.length > 0 && this.font.width(this.font.fit(longer, size, Infinity), size) <= width)
        rows[rows.length - 1] = longer;
      else rows.push(word);
    }
    const shown = rows.length > lines ? [...rows.slice(0, lines - 1), rows.slice(lines - 1).join(' ')] : rows;
    shown.forEach((row, i) => {
      this.text(row, x, y - i * size * 1.3, size, width, color);
    });
    return shown.length;
  }

  /** A polygon in a drawing whose upper left corner lies at (x, y) of the page. */
  polygon(shape: Polygon, x: number, y: number, scale: number, colour: RGB | null, line = 0.8, dash?: number[]): void {
    this.page.drawSvgPath(svgPath(shape), {
      x,
      y,
      scale,
      borderColor: INK,
      borderWidth: line / scale,
      ...(colour ? { color: colour } : {}),
      ...(dash ? { borderDashArray: dash.map((one) => one / scale) } : {}),
    });
  }
}

function drawCode({ page }: Card, code: Code, x: number, top: number, size: number): void {
  page.pushOperators(
    pushGraphicsState(),
    concatTransformationMatrix(1, 0, 0, -1, x, top),
    setFillingColor(INK),
    ...codeBars(code, { x: 0, y: 0, width: size, height: size }),
    fill(),
    popGraphicsState(),
  );
}

/** The settings in large figures: what is set at the press before anything else. */
function drawSettings(card: Card, { plan, print }: PressCard, top: number): number {
  const { settings, dial } = plan;
  const set = dial ?? settings.temperature.value;
  const { value: level } = settings.pressure;
  const cells: [string, string, string][] = [
    [
      'Dial',
      formatTemperature(set, 'C'),
      `${formatTemperature(set, 'F')}, to have ${print.temperature(settings.temperature.value)} at the blank`,
    ],
    [
      'Dwell',
      formatDuration(settings.dwell.value),
      settings.prePress.value > 0 ? `pre-press ${formatDuration(settings.prePress.value)}` : 'no pre-press',
    ],
    ['Pressure', level, level === 'medium' ? print.pressure(MEDIUM_KPA) : 'by turns from medium'],
    ['Peel', settings.peel.value, settings.peel.value === 'hot' ? 'at once' : 'after cooling'],
  ];
  const width = WIDTH / cells.length;
  cells.forEach(([name, value, note], i) => {
    const x = EDGE + i * width;
    card.text(name, x, top - 8, 7, width - 4, SOFT);
    card.text(value, x, top - 25, 16, width - 4);
    card.block(note, x, top - 34, 5.8, width - 6, 2, SOFT);
  });
  return top - 46;
}

function drawStack(card: Card, { plan, print }: PressCard, top: number, width: number, height: number): void {
  const picture = stackPicture(plan.sides[0]?.layers ?? []);
  const scale = Math.min((width * 0.42) / picture.width, height / picture.height);
  for (const { layer, x, top: from, width: wide, height: tall } of picture.rows) {
    card.page.drawRectangle({
      x: EDGE + x * scale,
      y: top - (from + tall) * scale,
      width: wide * scale,
      height: tall * scale,
      color: FILL[layer.role],
      borderColor: INK,
      borderWidth: 0.6,
    });
    const middle = top - (from + tall / 2) * scale;
    const left = EDGE + picture.width * scale + 6;
    const room = width - picture.width * scale - 10;
    card.text(layer.name, left, middle + 0.4, 6.6, room);
    if (layer.size) {
      const after = card.font.width(card.font.fit(layer.name, 6.6, room), 6.6) + 4;
      card.text(print.size(layer.size.width, layer.size.height), left + after, middle + 0.4, 5, room - after, SOFT);
    }
    card.text(layer.detail, left, middle - 6, 5, room, SOFT);
  }
}

function drawBed(
  card: Card,
  { plan, side, template, print }: PressCard,
  x: number,
  top: number,
  width: number,
  height: number,
): void {
  const bed = plan.sides[0]?.bed;
  if (!bed) {
    card.text('Nobody kept how it lay.', x, top - 10, 7, width, SOFT);
    return;
  }
  if (bed.sections && !bed.bed) {
    const outline = polygonOf(template.outline);
    const box = boundsOf(outline);
    const scale = Math.min(width / box.width, (height - 10) / box.height);
    const [left, up] = [x - box.x * scale, top + box.y * scale];
    card.polygon(outline, left, up, scale, WHITE);
    bed.sections.sections.forEach(({ area }, i) => {
      const from = Math.max(area.x, box.x);
      const down = Math.max(area.y, box.y);
      const wide = Math.min(area.x + area.width, box.x + box.width) - from;
      const tall = Math.min(area.y + area.height, box.y + box.height) - down;
      card.polygon(
        rectPolygon({ x: from, y: down, width: wide, height: tall }),
        left,
        up,
        scale,
        null,
        0.7,
        i % 2 === 0 ? undefined : [3, 2],
      );
      card.text(String(i + 1), left + (from + wide / 2) * scale - 4, up - (down + tall / 2) * scale - 4, 13, 40);
    });
    card.text(`${bed.sections.sections.length} sections, in this order`, x, top - height + 2, 6, width, SOFT);
    return;
  }
  const { width: w, depth } = plan.press.platen;
  const scale = Math.min(width / w, (height - 20) / depth) * 0.86;
  const left = x + (width - w * scale) / 2;
  const up = top - 8;
  card.polygon(rectPolygon({ x: 0, y: 0, width: w, height: depth }), left, up, scale, rgb(0.93, 0.93, 0.95), 1.2);
  if (bed.usable) card.polygon(rectPolygon(bed.zone), left, up, scale, null, 0.6, [3, 2]);
  for (const { outline, pad, hangs } of bedPicture(bed, plan.sides[0]?.layers ?? [], side, template)) {
    card.polygon(outline, left, up, scale, WHITE);
    if (pad) card.polygon(pad, left, up, scale, null, 0.5, [1, 2]);
    for (const { kind, area } of hangs) {
      card.polygon(area, left, up, scale, YELLOW, 0.6);
      const box = boundsOf(area);
      card.text(kind, left + (box.x + box.width / 2) * scale - 5, up - (box.y + box.height / 2) * scale - 2, 6, 40);
    }
  }
  const foot = up - depth * scale - 8;
  card.text('front, where you stand', x, foot, 6, width, SOFT);
  const [first] = bed.bed?.pieces ?? [];
  if (first)
    card.block(
      `corner ${print.length(Math.round(first.print.x))} from the left, ${print.length(Math.round(first.print.y))} from the back`,
      x,
      foot - 7,
      5.6,
      width,
      2,
      SOFT,
    );
}

function drawSteps(card: Card, steps: readonly Step[], top: number, bottom: number): void {
  const rows = cardSteps(steps);
  const pitch = Math.min(32, (top - bottom) / rows.length);
  const size = Math.min(9.5, pitch * 0.42);
  const small = Math.min(6.1, pitch * 0.3);
  const lines = pitch - size - 2 * small * 1.3 > 1 ? 2 : 1;
  rows.forEach((step, i) => {
    const y = top - i * pitch - size;
    card.text(`${i + 1}`, EDGE, y, size, 16, SOFT);
    card.text(step.title, EDGE + 17, y, size, WIDTH - 70);
    if (step.seconds !== null) card.text(formatDuration(step.seconds), EDGE + WIDTH - 44, y, size, 44);
    if (small < 3.4) return;
    // What burns is said once, at the foot of the card; here stands what is peculiar to the goods.
    const own = step.kind === 'stack' ? step.caution : null;
    card.block(own ?? step.how, EDGE + 17, y - small * 1.4, small, WIDTH - 17, lines, own ? HOT : SOFT);
  });
}

/** Cautions at the foot, from below; gives where they begin. */
function drawCautions(card: Card, findings: readonly Finding[]): number {
  let y = EDGE + 12;
  for (const { title, remedy } of [...findings].reverse().slice(-4)) {
    const words = `! ${title}. ${remedy}`;
    const lines = card.font.width(card.font.fit(words, 6.8, Infinity), 6.8) > WIDTH ? 2 : 1;
    y += lines * 9;
    card.block(words, EDGE, y - 6.8, 6.8, WIDTH, lines, HOT);
    y += 2;
  }
  return y;
}

/** The press card: one page A5 with the settings, the stack from the side, the bed from above, the steps, and a code that opens the job. */
async function pressCardPdf(sheet: PressCard): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  pdf.setTitle(`${sheet.title}: press card`);
  pdf.setProducer('Kanga');
  pdf.setCreator('Kanga');
  const card = new Card(pdf.addPage([PAGE.width, PAGE.height]), await embedLabelFont(pdf));
  const top = PAGE.height - EDGE;
  const code = 50;
  drawCode(card, sheet.code, PAGE.width - EDGE - code, top, code);
  const { press, blank, frozenAt, paper } = sheet.plan;
  const room = WIDTH - code - 10;
  card.text(sheet.title, EDGE, top - 13, 13, room);
  card.text(`${sheet.pieces} × ${blank.name}`, EDGE, top - 25, 8, room);
  card.text(`${press.name}${paper ? `, ${paper.name}` : ''}`, EDGE, top - 35, 8, room);
  card.text(`${sheet.shop}, ${sheet.print.day(frozenAt)}`, EDGE, top - 45, 7, room, SOFT);
  const under = drawSettings(card, sheet, top - 58) - 6;
  const tall = 166;
  const half = WIDTH * 0.65;
  drawStack(card, sheet, under, half, tall);
  drawBed(card, sheet, EDGE + half + 8, under, WIDTH - half - 8, tall);
  const foot = drawCautions(card, sheet.findings);
  drawSteps(card, sheet.plan.steps, under - tall - 10, foot + 6);
  card.block(
    'Heat gloves; keep fingers out of the press, and never leave a hot one alone. The makers’ sheets come first; circuit and wiring are for a licensed electrician and local code.',
    EDGE,
    EDGE + 2,
    6.2,
    WIDTH,
    2,
    HOT,
  );
  return pdf.save();
}

/** The press card of a job by its facts; see pressCardPdf. */
export const makePressCard = ({ address, units, calendar, ...card }: PressCardFacts): Promise<Uint8Array> =>
  pressCardPdf({ ...card, code: codeOf(address), print: unitPrinter(units, calendar) });
