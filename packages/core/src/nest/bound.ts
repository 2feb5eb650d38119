import { areaOf, boundsOf, fillsBox, rotation, transformed, type Polygon } from '../geometry/index.js';
import type { NestProblem } from './problem.js';
import { nth } from '../numbers/index.js';

/**
 * What no layout can be better than. Cut: sheets; roll: mm of length. The area of all rooms over the ground's (the continuous bound of
 * S. Martello and D. Vigo, “Exact solution of the two-dimensional finite bin packing problem”, 1998), for a roll also the least depth
 * of the deepest thing in the turns it may take; for rectangles that may not be turned their bound L2. O(things + shapes × turns), with
 * L2 O(things²).
 */
export function boundOf({ shapes, things, pinned, width, length, kind }: NestProblem): number {
  const areas = shapes.map(({ room }) => areaOf(room));
  const area = things.reduce((sum, shape) => sum + nth(areas, shape), 0);
  if (things.length === 0) return 0;
  if (kind === 'roll') {
    const depths = shapes.map(({ room, turns }) => Math.min(...turns.map((turn) => depthAt(room, turn))));
    const depthOf = (shape: number, thing: number) => {
      const pin = pinned?.[thing];
      return pin ? depthAt(shapes[shape]?.room ?? [], pin.turn) : nth(depths, shape);
    };
    return Math.max(area / width, ...things.map(depthOf));
  }
  const upright = shapes.map(({ room, turns }) => {
    const box = boundsOf(room);
    return fillsBox(room) && turns.length === 1 ? { width: box.width, height: box.height } : null;
  });
  const rectangles = things.map((shape) => upright[shape] ?? null);
  const continuous = Math.max(1, Math.ceil(area / (width * length) - 1e-9));
  return rectangles.every((one) => one !== null)
    ? Math.max(continuous, martelloVigoL2(rectangles, { width, height: length }))
    : continuous;
}

const depthAt = (room: Polygon, turn: number): number => boundsOf(transformed(room, rotation(turn))).height;

interface Size {
  width: number;
  height: number;
}

/** The bound L1 along one side: things higher than half a sheet lie side by side, two of more than half the width never do. */
function sideBySide(rectangles: readonly Size[], sheet: Size): number {
  const tall = rectangles.filter(({ height }) => height > sheet.height / 2 + 1e-9);
  const wide = tall.filter(({ width }) => width > sheet.width / 2 + 1e-9).map(({ width }) => width);
  const rest = tall.filter(({ width }) => width <= sheet.width / 2 + 1e-9).map(({ width }) => width);
  const withLeast = (p: number) => {
    const large = wide.filter((w) => w > sheet.width - p + 1e-9).length;
    const half = wide.filter((w) => w <= sheet.width - p + 1e-9);
    const small = rest.filter((w) => w >= p - 1e-9);
    const over =
      small.reduce((sum, w) => sum + w, 0) - (half.length * sheet.width - half.reduce((sum, w) => sum + w, 0));
    const inHalves = half.reduce((sum, w) => sum + Math.floor((sheet.width - w) / p + 1e-9), 0);
    const each = Math.floor(sheet.width / p + 1e-9);
    return (
      large +
      half.length +
      Math.max(0, Math.ceil(over / sheet.width - 1e-9), Math.ceil((small.length - inHalves) / each - 1e-9))
    );
  };
  const ps = [...new Set(rest)].filter((w) => w > 0);
  return Math.max(wide.length, ...ps.map(withLeast));
}

/**
 * The bound L2 of Martello and Vigo (1998) for rectangles that keep their way up: for each pair of sizes p, q the large ones take
 * their whole sheet, the middling ones what they leave beside and below themselves, the small ones their area. Never below L1.
 */
export function martelloVigoL2(rectangles: readonly Size[], sheet: Size): number {
  const flipped = rectangles.map(onItsSide);
  return Math.max(halfL2(rectangles, sheet), halfL2(flipped, onItsSide(sheet)));
}

const onItsSide = ({ width, height }: Size): Size => ({ width: height, height: width });

function halfL2(rectangles: readonly Size[], sheet: Size): number {
  // Things wider than half a sheet stand one above another, as high ones stand side by side.
  const l1 = sideBySide(rectangles.map(onItsSide), onItsSide(sheet));
  const halves = rectangles.map(({ width }) => width).filter((width) => width <= sheet.width / 2 + 1e-9);
  let best = l1;
  for (const p of new Set([...halves, 0])) {
    const large = rectangles.filter(({ width }) => width > sheet.width - p + 1e-9);
    const middle = rectangles.filter(({ width }) => width <= sheet.width - p + 1e-9 && width > sheet.width / 2 + 1e-9);
    const small = rectangles.filter(({ width }) => width <= sheet.width / 2 + 1e-9 && width >= p - 1e-9);
    const area = (list: readonly Size[]) => list.reduce((sum, { width, height }) => sum + width * height, 0);
    const strip = sheet.width * sheet.height;
    // Nothing of at least p stands beside the large ones: their height is lost over the whole width.
    const held = large.reduce((sum, { height }) => sum + height, 0);
    const free = strip * l1 - (area(middle) + held * sheet.width);
    best = Math.max(best, l1 + Math.max(0, Math.ceil((area(small) - free) / strip - 1e-9)));
  }
  return best;
}
