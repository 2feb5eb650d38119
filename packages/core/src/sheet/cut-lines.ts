import { boundsOf, grownPolygon, polygonOf, svgPath, transformed, type Outline } from '../geometry/index.js';
import { kindOf, partToSheet, type Sheet } from './layout.js';
import type { Tray } from './tray.js';

const svg = (width: number, height: number, body: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${round(width)}mm" height="${round(height)}mm" viewBox="0 0 ${round(width)} ${round(height)}">${body}</svg>\n`;
const round = (mm: number): number => Math.round(mm * 1000) / 1000;
const group = (id: string, paths: readonly string[]): string =>
  `<g id="${id}" fill="none" stroke="#000" stroke-width="0.1">${paths.map((d) => `<path d="${d}"/>`).join('')}</g>`;

/** The cut lines of a sheet as an SVG drawing at true size, 1 unit a millimetre: where parts are cut out, and where they fold. */
export function cutLinesSvg(tray: Tray, sheet: Sheet): string {
  const cuts = sheet.placed.map((placed) => svgPath(transformed(kindOf(tray, placed).outline, partToSheet(placed))));
  const folds = sheet.placed.flatMap((placed) => {
    const on = partToSheet(placed);
    return kindOf(tray, placed).folds.map(({ x1, y1, x2, y2 }) => {
      const [a, b] = transformed(
        [
          { x: x1, y: y1 },
          { x: x2, y: y2 },
        ],
        on,
      );
      return `M${round(a?.x ?? 0)} ${round(a?.y ?? 0)}L${round(b?.x ?? 0)} ${round(b?.y ?? 0)}`;
    });
  });
  return svg(sheet.width, sheet.height, group('cut', cuts) + (folds.length > 0 ? group('fold', folds) : ''));
}

/** How much smaller an insert is than the goods it goes into, mm each way. Common practice, no published source. */
const INSERT_PLAY = 3;

/** What is cut from card to go inside goods of two layers, each side's outline a little smaller, side by side, at true size. */
export function insertSvg(outlines: readonly Outline[]): string {
  let x = 0;
  let height = 0;
  const paths = outlines.flatMap((outline) => {
    const shrunk = grownPolygon(outline, -INSERT_PLAY);
    const points = shrunk.length >= 3 ? shrunk : polygonOf(outline);
    const box = boundsOf(points);
    const path = svgPath(points.map((p) => ({ x: p.x - box.x + x, y: p.y - box.y })));
    x += box.width + 10;
    height = Math.max(height, box.height);
    return [path];
  });
  return svg(Math.max(1, x - 10), Math.max(1, height), group('insert', paths));
}
