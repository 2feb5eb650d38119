import { cellAt, pixelFinder, type ComposedSide, type DrawnPicture } from '../art/index.js';
import { channelsOf } from '../colour/index.js';
import { polygonContains } from '../geometry/index.js';
import { inksOf } from '../sheet/index.js';
import { INK_NAMES, type Ink } from '../shop/index.js';

/** Places asked across a side: the colours of a picture are known on a grid no finer than that. */
const ACROSS = 48;

/** What a picture lays on a place: its mean colour there as inks, 0 to 1 each; null where it lays nothing. */
function laidBy(picture: DrawnPicture): (x: number, y: number) => readonly [number, number, number, number] | null {
  const { facts } = picture.art;
  const find = pixelFinder(picture);
  const { mask, maps } = facts;
  const inks =
    maps === null
      ? null
      : Array.from({ length: maps.colours.columns * maps.colours.rows }, (_, i) =>
          inksOf(...channelsOf(`#${maps.colours.cells.slice(i * 6, i * 6 + 6)}`)),
        );
  return (x, y) => {
    const p = find({ x, y });
    if (!p) return null;
    if (mask) {
      const columns = mask[0]?.length ?? 1;
      const cell = cellAt(p, facts, columns, mask.length);
      if (mask[Math.floor(cell / columns)]?.[cell % columns] === '.') return null;
    }
    // A picture whose colours are not at hand is taken for a middling one.
    if (!maps || !inks) return [0.25, 0.25, 0.25, 0.1];
    return inks[cellAt(p, facts, maps.colours.columns, maps.colours.rows)] ?? null;
  };
}

/**
 * Ink that one transfer of a side takes: mm² that each ink would cover, were it laid on fully. From the pictures' mean colours, the one in front counting; words are so little that they are left out.
 * O(48² · pictures).
 */
export function inkOn({ template, drawn }: ComposedSide): Record<Ink['name'], number> {
  const { bleedBox: box, bleedPolygon } = template;
  const pictures = drawn.flatMap((one) => (one.kind === 'picture' ? [laidBy(one)] : [])).reverse();
  const step = Math.max(box.width, box.height) / ACROSS;
  const [columns, rows] = [Math.ceil(box.width / step), Math.ceil(box.height / step)];
  const [dx, dy] = [box.width / columns, box.height / rows];
  const sums = [0, 0, 0, 0];
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const [x, y] = [box.x + (column + 0.5) * dx, box.y + (row + 0.5) * dy];
      if (!polygonContains(bleedPolygon, { x, y })) continue;
      for (const laid of pictures) {
        const inks = laid(x, y);
        if (!inks) continue;
        inks.forEach((ink, i) => (sums[i] = (sums[i] ?? 0) + ink * dx * dy));
        break;
      }
    }
  return Object.fromEntries(INK_NAMES.map((name, i) => [name, sums[i] ?? 0])) as Record<Ink['name'], number>;
}
