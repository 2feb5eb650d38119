import { PDFDocument, type PDFPage } from '@cantoo/pdf-lib';
import type { Source } from '@kanga/core/finding';
import type { SettingsRow } from '@kanga/core/stack';
import {
  formatDuration,
  formatTimes,
  POINTS_PER_MM,
  unitPrinter,
  type ShopUnits,
  type UnitPrinter,
} from '@kanga/core/units';
import { embedLabelFont, INK, SOFT, type LabelFont } from '../letters/index.js';

/** ISO 216 A4, lying, in points. */
const PAGE = { width: 297 * POINTS_PER_MM, height: 210 * POINTS_PER_MM };
const EDGE = 30;
const ROW = 21;
/** Columns with their widths in points; the last is left empty to write in. */
const COLUMNS = [
  ['Goods', 186],
  ['Press', 84],
  ['Temperature', 66],
  ['Dwell', 72],
  ['Pressure', 52],
  ['Pre-press', 58],
  ['Peel', 34],
  ['From', 122],
  ['Ours', 108],
] as const;

/** Where a setting came from, in a word or two. */
function from(source: Source): string {
  if (source.kind === 'proven on this press')
    return source.times > 0 ? `proven ${formatTimes(source.times)}` : 'recipe';
  if (source.kind === 'proven on like goods') return 'like goods';
  return source.kind === 'reference chart' ? 'chart, to be tried' : source.kind;
}

const cellsOf = ({ blank, press, settings }: SettingsRow, print: UnitPrinter): string[] => {
  const { temperature, dwell, pressure, prePress, peel } = settings;
  return [
    blank.name,
    press.name,
    print.temperature(temperature.value),
    formatDuration(dwell.value),
    pressure.value,
    prePress.value > 0 ? formatDuration(prePress.value) : '-',
    peel.value,
    from(temperature.source),
    '',
  ];
};

function drawRow(page: PDFPage, font: LabelFont, cells: readonly string[], y: number, size: number, color = INK): void {
  let x = EDGE;
  cells.forEach((cell, i) => {
    const width = COLUMNS[i]?.[1] ?? 0;
    font.write(page, font.fit(cell, size, width - 6), { x, y, size, color });
    x += width;
  });
}

export interface SettingsSheet {
  rows: readonly SettingsRow[];
  shop: string;
  /** As the shop writes days. */
  day: string;
  units: ShopUnits;
}

/** The sheet for the wall: all materials and presses in the shop's units, with a gap in each row to write in. */
export async function settingsSheetPdf({ rows, shop, day, units }: SettingsSheet): Promise<Uint8Array> {
  const print = unitPrinter(units);
  const pdf = await PDFDocument.create();
  pdf.setTitle(`Settings of ${shop}`);
  const font = await embedLabelFont(pdf);
  const perPage = Math.floor((PAGE.height - 2 * EDGE - 60) / ROW);
  const pages = Math.max(1, Math.ceil(rows.length / perPage));
  for (let n = 0; n < pages; n++) {
    const page = pdf.addPage([PAGE.width, PAGE.height]);
    let y = PAGE.height - EDGE - 14;
    font.write(page, font.fit(`Press settings, ${shop}`, 16, 520), { x: EDGE, y, size: 16 });
    const stamp = `${day}   ${n + 1} of ${pages}`;
    font.write(page, stamp, {
      x: PAGE.width - EDGE - font.width(stamp, 9),
      y,
      size: 9,
      color: SOFT,
    });
    y -= 26;
    drawRow(
      page,
      font,
      COLUMNS.map(([name]) => name),
      y,
      8.5,
      SOFT,
    );
    for (const row of rows.slice(n * perPage, (n + 1) * perPage)) {
      y -= ROW;
      page.drawLine({
        start: { x: EDGE, y: y + 15 },
        end: { x: PAGE.width - EDGE, y: y + 15 },
        thickness: 0.4,
        color: SOFT,
      });
      drawRow(page, font, cellsOf(row, print), y, 9.5);
    }
    font.write(
      page,
      font.fit(
        'Starting points: the maker’s sheet of the blank and of the press come first. Plates and fresh goods burn.',
        8,
        PAGE.width - 2 * EDGE,
      ),
      {
        x: EDGE,
        y: EDGE - 10,
        size: 8,
        color: SOFT,
      },
    );
  }
  return pdf.save();
}
