import { rectContains, rectsOverlap, unionOf, type Rect } from '../geometry/index.js';
import type { Edge } from '../blank/index.js';
import { cornersOf, twoBlocks } from '../nest/index.js';

/** A part of a blank that must not lie on the plate, as a box in the print's own coordinates, mm: 0, 0 is the print's corner. */
export interface HangOff {
  kind: string;
  area: Rect;
}

export interface BedRequest {
  /** The print with its bleed. */
  print: { width: number; height: number };
  /** What of the blank lies round it, as a box in the print's coordinates; the same as the print when it is printed all over. */
  blank: Rect;
  hangOffs: readonly HangOff[];
  platen: { width: number; depth: number };
  /** Where the plate may be used, mm from its back left corner. */
  zone: Rect;
  /** Edges of the plate that a blank may hang over; a hinge or a frame stands in the way of the others. */
  open: Readonly<Record<Edge, boolean>>;
  /** Whether the print lies on a pad inside its edges, so that what is beside the print takes no pressure. */
  pad: boolean;
  /** How many pieces wait for the press. */
  pieces: number;
  /** As far as the transfer reaches beyond the print on every side, mm; left out: not at all. */
  reach?: number;
  /** Where the first piece was laid by hand; null: where it lies best. */
  place?: Place | null;
}

/** A print's corner on the plate, mm from its back left corner, and its turn, quarters clockwise. */
export interface Place {
  x: number;
  y: number;
  turn: BedPiece['turn'];
}

/** What a place chosen by hand breaks: all that a place which is worked out never does. */
type BedFault = 'beyond the even part' | 'off the plate' | 'against the frame';

/** A piece as it lies on the plate: its print's box there, and how it is turned, quarters clockwise. */
export interface BedPiece {
  print: Rect;
  turn: 0 | 90 | 180 | 270;
}

export interface Bed {
  pieces: BedPiece[];
  /** What lies on the plate though it should not, on a pad's side or not: by kind. */
  onPlate: string[];
  /** `off`: every hang-off is off the plate; `beside`: some lie on it, beside the pad; `pressed`: some are pressed. */
  hangs: 'off' | 'beside' | 'pressed';
  /** Distance of the print's middle from the zone's, mm. */
  offCentre: number;
  /** Laid by hand: what that breaks. */
  faults: BedFault[];
}

/** Clearance of a hang-off from the edge of the plate, mm, where there is so much room between it and the print. Common practice, no published source: it lies just outside the edge. */
export const HANG_CLEARANCE = 5;

/** How far a hang-off is to lie outside the plate, mm: one that runs along the print itself, as a zip does, lies just outside. */
function clearanceOf({ area }: HangOff, print: BedRequest['print']): number {
  const across = Math.max(area.x - print.width, -(area.x + area.width), 0);
  const along = Math.max(area.y - print.height, -(area.y + area.height), 0);
  return Math.min(HANG_CLEARANCE, Math.max(across, along));
}
/** Between pieces that lie side by side, mm: at hand, and where that lets one more lie there. */
const BETWEEN = 15;
const LEAST_BETWEEN = 8;

const TURNS = [0, 90, 180, 270] as const;

/** A box in the print's coordinates as it lies when the print is turned and set down at (x, y). */
export function boxTurned(
  box: Rect,
  print: { width: number; height: number },
  turn: BedPiece['turn'],
  x: number,
  y: number,
): Rect {
  const { x: bx, y: by, width: w, height: h } = box;
  switch (turn) {
    case 0:
      return { x: x + bx, y: y + by, width: w, height: h };
    case 90:
      return { x: x + print.height - by - h, y: y + bx, width: h, height: w };
    case 180:
      return { x: x + print.width - bx - w, y: y + print.height - by - h, width: w, height: h };
    case 270:
      return { x: x + by, y: y + print.width - bx - w, width: h, height: w };
  }
}

const onBed = ({ print }: BedRequest, turn: BedPiece['turn']) =>
  turn % 180 === 0 ? { width: print.width, height: print.height } : { width: print.height, height: print.width };

interface Judged {
  bed: Bed;
  /** Less is better, the first that differs decides. */
  rank: [number, number, number];
}

/** A blank hangs over open edges alone. */
function isBlocked({ platen, open, blank, print }: BedRequest, turn: BedPiece['turn'], x: number, y: number): boolean {
  const lies = boxTurned(blank, print, turn, x, y);
  return (
    (!open.left && lies.x < -1e-6) ||
    (!open.right && lies.x + lies.width > platen.width + 1e-6) ||
    (!open.top && lies.y < -1e-6) ||
    (!open.bottom && lies.y + lies.height > platen.depth + 1e-6)
  );
}

/** What becomes of the hang-offs of one piece that lies there, and all that is wrong with the place. */
function judge(request: BedRequest, turn: BedPiece['turn'], x: number, y: number): Judged {
  const { platen, zone, hangOffs, pad, print } = request;
  const size = onBed(request, turn);
  const box: Rect = { x, y, ...size };
  const faults: BedFault[] = [];
  if (!rectContains({ x: 0, y: 0, width: platen.width, height: platen.depth }, box, 1e-6)) faults.push('off the plate');
  else if (!rectContains(zone, box, 1e-6)) faults.push('beyond the even part');
  if (isBlocked(request, turn, x, y)) faults.push('against the frame');
  const hot = hangOffs.filter((one) => {
    // A hair less, so that what lies just outside is outside.
    const free = clearanceOf(one, print) - 1e-6;
    const plate = { x: -free, y: -free, width: platen.width + 2 * free, height: platen.depth + 2 * free };
    return rectsOverlap(boxTurned(one.area, print, turn, x, y), plate);
  });
  const pressed = hot.filter(({ area }) => !pad || rectsOverlap(boxTurned(area, print, turn, x, y), box));
  const offCentre = Math.hypot(
    x + size.width / 2 - zone.x - zone.width / 2,
    y + size.height / 2 - zone.y - zone.height / 2,
  );
  return {
    bed: {
      pieces: [{ print: box, turn }],
      onPlate: [...new Set(hot.map(({ kind }) => kind))],
      hangs: pressed.length > 0 ? 'pressed' : hot.length > 0 ? 'beside' : 'off',
      offCentre,
      faults,
    },
    // Turned upside down only where it helps: the printed side is easier to lay straight as it is read.
    rank: [pressed.length, hot.length, offCentre + (turn === 0 ? 0 : turn === 180 ? 2 : 1)],
  };
}

const better = (a: Judged, b: Judged | null): boolean => {
  if (!b) return true;
  for (let i = 0; i < 3; i++) {
    const by = (a.rank[i] ?? 0) - (b.rank[i] ?? 0);
    if (Math.abs(by) > 1e-6) return by < 0;
  }
  return false;
};

/** Where an interval of length `size` may begin so that something `from` before it (or after it) just clears an edge of the plate. */
function placesAlong(
  zone: [number, number],
  size: number,
  plate: number,
  areas: readonly { span: [number, number]; free: number }[],
): number[] {
  const [low, high] = [zone[0], zone[1] - size];
  const places = [low, high, (low + high) / 2];
  for (const {
    span: [start, end],
    free,
  } of areas) {
    // The area ends short of the near edge, or begins beyond the far one.
    places.push(-free - end, plate + free - start);
  }
  return [...new Set(places.filter((at) => at >= low - 1e-6 && at <= high + 1e-6))];
}

/**
 * Where one piece lies on the plate: its print within the usable zone, hang-offs off the plate or else beside the pad, as near the
 * zone's middle as that lets it. Every best place has each of its two coordinates at an end of the zone, at its middle, or where a hang-off just clears
 * an edge of the plate, so that only those are looked at: O(turns × (3 + 2 hang-offs)²). Null when the print is larger than the zone.
 */
export function placeOne(request: BedRequest): Bed | null {
  const { zone, platen, print, hangOffs } = request;
  let best: Judged | null = null;
  for (const turn of TURNS) {
    const size = onBed(request, turn);
    const areas = hangOffs.map((one) => ({
      box: boxTurned(one.area, print, turn, 0, 0),
      free: clearanceOf(one, print),
    }));
    const xs = placesAlong(
      [zone.x, zone.x + zone.width],
      size.width,
      platen.width,
      areas.map(({ box, free }) => ({ span: [box.x, box.x + box.width], free })),
    );
    const ys = placesAlong(
      [zone.y, zone.y + zone.height],
      size.height,
      platen.depth,
      areas.map(({ box, free }) => ({ span: [box.y, box.y + box.height], free })),
    );
    for (const x of xs) {
      for (const y of ys) {
        const judged = judge(request, turn, x, y);
        if (judged.bed.faults.length === 0 && better(judged, best)) best = judged;
      }
    }
  }
  return best?.bed ?? null;
}

/**
 * How the pieces of one pressing lie: as many side by side as the zone takes and as wait, in rows the same way up or in two blocks of which one is turned where
 * that takes more, when nothing of them has to hang off; otherwise one. Null when not even one fits.
 */
export function layBed(request: BedRequest): Bed | null {
  return request.place ? laidByHand(request, request.place) : layBest(request);
}

function layBest(request: BedRequest): Bed | null {
  const one = placeOne(request);
  if (!one || request.hangOffs.length > 0 || request.pieces < 2) return one;
  const { zone, blank, print } = request;
  let best: BedPiece[] = one.pieces;
  // Transfers side by side must not lie on each other.
  const closest = Math.max(LEAST_BETWEEN, 2 * (request.reach ?? 0) + 1);
  const ways = [Math.max(BETWEEN, closest), closest].flatMap((between) =>
    ([0, 90] as const).map((turn) => ({ between, turn })),
  );
  for (const { between, turn } of ways) {
    const size = onBed(request, turn);
    const lies = boxTurned(blank, print, turn, 0, 0);
    const step = { x: Math.max(size.width, lies.width) + between, y: Math.max(size.height, lies.height) + between };
    const across = Math.floor((zone.width - size.width + 1e-6) / step.x) + 1;
    const down = Math.floor((zone.height - size.height + 1e-6) / step.y) + 1;
    if (size.width > zone.width + 1e-6 || size.height > zone.height + 1e-6) continue;
    const count = Math.min(request.pieces, across * down);
    if (count <= best.length) continue;
    const columns = Math.min(count, across);
    const rows = Math.ceil(count / columns);
    const [wide, deep] = [size.width + (columns - 1) * step.x, size.height + (rows - 1) * step.y];
    const [left, top] = [zone.x + (zone.width - wide) / 2, zone.y + (zone.height - deep) / 2];
    const pieces = Array.from({ length: count }, (_, i): BedPiece => ({
      print: { x: left + (i % columns) * step.x, y: top + Math.floor(i / columns) * step.y, ...size },
      turn,
    }));
    if (hangFree(request, pieces)) best = pieces;
  }
  for (const between of new Set(ways.map((way) => way.between))) {
    const pieces = twoWays(request, between);
    if (pieces.length > best.length) best = pieces;
  }
  return { ...one, pieces: best, offCentre: best === one.pieces ? one.offCentre : 0 };
}

/** The pieces in two blocks, one turned against the other, in the middle of the zone; none where they would hang over an edge that is not open. */
function twoWays(request: BedRequest, between: number): BedPiece[] {
  const { zone, blank, print, pieces } = request;
  const cellAt = (turn: 0 | 90) => {
    const size = onBed(request, turn);
    const all = unionOf([{ x: 0, y: 0, ...size }, boxTurned(blank, print, turn, 0, 0)]);
    return { size, all, width: all.width + between, height: all.height + between };
  };
  const [up, side] = [cellAt(0), cellAt(90)];
  const cells = { up, side };
  // The last of a row needs nothing beside it.
  const found = twoBlocks(cells, { width: zone.width + between, height: zone.height + between });
  const corners = cornersOf(found, cells).slice(0, pieces);
  const boxes = corners.map(({ x, y, turned }) => {
    const { size, all } = turned ? side : up;
    return { print: { x: x - all.x, y: y - all.y, ...size }, turn: turned ? (90 as const) : (0 as const) };
  });
  if (boxes.length === 0) return [];
  const taken = unionOf(boxes.map((one) => one.print));
  const [dx, dy] = [
    zone.x + (zone.width - taken.width) / 2 - taken.x,
    zone.y + (zone.height - taken.height) / 2 - taken.y,
  ];
  const laid = boxes.map((one): BedPiece => ({
    turn: one.turn,
    print: { ...one.print, x: one.print.x + dx, y: one.print.y + dy },
  }));
  return hangFree(request, laid) ? laid : [];
}

/**
 * The bed as it was laid by hand: the pieces that would lie side by side keep together, the first of them where it was put. Whatever that
 * breaks is told, none of it mended.
 */
function laidByHand(request: BedRequest, place: Place): Bed {
  const { turn, x, y } = place;
  const proposed = layBest(request);
  const size = onBed(request, turn);
  const together = proposed?.pieces[0]?.turn === turn ? proposed.pieces : [];
  const [first] = together;
  const pieces = first
    ? together.map(({ print, turn: own }) => ({
        print: { ...print, x: print.x - first.print.x + x, y: print.y - first.print.y + y },
        turn: own,
      }))
    : [{ print: { x, y, ...size }, turn }];
  const judged = pieces.map(({ print, turn: own }) => judge(request, own, print.x, print.y).bed);
  const worst = (['pressed', 'beside', 'off'] as const).find((how) => judged.some(({ hangs }) => hangs === how));
  return {
    pieces,
    onPlate: [...new Set(judged.flatMap(({ onPlate }) => onPlate))],
    hangs: worst ?? 'off',
    offCentre: judged[0]?.offCentre ?? 0,
    faults: [...new Set(judged.flatMap(({ faults }) => faults))],
  };
}

/** Whether the blanks of pieces lie on the plate, or may hang over every edge of it. */
function hangFree({ blank, print, platen, open }: BedRequest, pieces: readonly BedPiece[]): boolean {
  if (open.left && open.right && open.top && open.bottom) return true;
  const plate = { x: 0, y: 0, width: platen.width, height: platen.depth };
  return pieces.every(({ print: { x, y }, turn }) => rectContains(plate, boxTurned(blank, print, turn, x, y)));
}
