import type { StripSide } from '../heat/index.js';
import type { Press } from '../shop/index.js';
import type { PressBed } from '../stack/index.js';

/** Where on a piece something is seen: a share of the side’s width and height from its upper left. `side`: of those that are pressed. */
export interface PieceSpot {
  side: number;
  across: number;
  down: number;
}

/** A piece as it lay in its press. */
export interface Laid {
  press: Press;
  sides: readonly { bed: PressBed | null }[];
  /** Which of the pieces that lay on its bed it is, from 0. */
  at: number;
  /** Where on it the fault is seen; null: nobody pointed at it. */
  spot: PieceSpot | null;
}

/** Nearer to a line than this a fault lies along it, mm: as well as somebody points with a finger. */
const ALONG = 15;

/** Of the side on which it shows: its bed. Null: nobody pointed, or there is no bed. */
function bedUnder({ spot, sides }: Laid): PressBed | null {
  return spot ? (sides[spot.side]?.bed ?? null) : null;
}

/** In the print that is pressed, mm from its upper left; the bleed around it is left out of account. */
const inPrint = ({ across, down }: PieceSpot, { print }: PressBed) => ({
  x: across * print.width,
  y: down * print.height,
});

/**
 * Where on the plate a fault lay, mm from the back left; null when nobody pointed at it, or it was not pressed at once. The print lies turned as its bed
 * says: a quarter turn brings its upper left to the back right.
 */
export function spotOnPlate(piece: Laid): { x: number; y: number } | null {
  const laid = bedUnder(piece)?.bed?.pieces[piece.at];
  if (!piece.spot || !laid) return null;
  const { across, down } = piece.spot;
  const [u, v] = {
    0: [across, down],
    90: [1 - down, across],
    180: [1 - across, 1 - down],
    270: [down, 1 - across],
  }[laid.turn] as [number, number];
  const { x, y, width, height } = laid.print;
  return { x: x + u * width, y: y + v * height };
}

/** The sides of the plate in whose third a fault lay; null: nobody knows where it lay. */
export function plateSidesAt(piece: Laid): StripSide[] | null {
  const at = spotOnPlate(piece);
  if (!at) return null;
  const { width, depth } = piece.press.platen;
  return [
    ...(at.y < depth / 3 ? ['back' as const] : []),
    ...(at.y > (depth * 2) / 3 ? ['front' as const] : []),
    ...(at.x < width / 3 ? ['left' as const] : []),
    ...(at.x > (width * 2) / 3 ? ['right' as const] : []),
  ];
}

/** Whether it shows along an edge of the print; null: nobody pointed. */
export function alongEdge(piece: Laid): boolean | null {
  const bed = bedUnder(piece);
  if (!piece.spot || !bed) return null;
  const { x, y } = inPrint(piece.spot, bed);
  return Math.min(x, y, bed.print.width - x, bed.print.height - y) < ALONG;
}

/** Whether it shows along an edge of a section of the print; null: nobody pointed, or it was pressed at once. */
export function alongSeam(piece: Laid): boolean | null {
  const bed = bedUnder(piece);
  if (!piece.spot || !bed?.sections) return null;
  const { x, y } = inPrint(piece.spot, bed);
  const { width, height } = bed.print;
  return bed.sections.sections.some(({ area }) => {
    const beside = (at: number, from: number, length: number) => at > from - ALONG && at < from + length + ALONG;
    // An edge of a section that is an edge of the print, too, is no seam.
    const across = [area.x, area.x + area.width].some(
      (edge) => edge > 1 && edge < width - 1 && Math.abs(edge - x) < ALONG,
    );
    const down = [area.y, area.y + area.height].some(
      (edge) => edge > 1 && edge < height - 1 && Math.abs(edge - y) < ALONG,
    );
    return (across && beside(y, area.y, area.height)) || (down && beside(x, area.x, area.width));
  });
}
