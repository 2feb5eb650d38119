import type { ComposedSide } from '../art/index.js';
import type { Blank, Template } from '../blank/index.js';
import { boundsOf, clipped, IDENTITY, rectPolygon, translation, type Rect } from '../geometry/index.js';
import type { Printer } from '../shop/index.js';
import { memoised } from '../memo/index.js';
import { GAP_LIMITS, mayReachEdges, SHEET_LIMITS, type Division, type SheetChoices, type Tiling } from './choices.js';
import { cellRooms, groundOf, type Paper } from './ground.js';
import { labelHeight, mirroredPart, partKind, type BarePart, type PartKind } from './part.js';
import { fewestTiles, quietMap, seamsOf, type QuietMap } from './seam.js';
import { joinFor, SHORT_TAIL, TAIL, tilesOf, type Seams } from './tiles.js';

/** A transfer to print. */
export interface Part {
  /** Which of the tray's kinds it is. */
  kind: number;
  /** Which piece it is for, from 0. */
  piece: number;
  /** Which of the jobs on the sheets it is for, from 0. */
  job: number;
}

/** All transfers that wait to be laid on paper. */
export interface Tray {
  kinds: PartKind[];
  /** Piece by piece; all kinds of a piece in their order. */
  parts: Part[];
}

export interface TrayRequest {
  blank: Blank;
  /** Every side of the blank, as it is drawn for any one piece. */
  sides: readonly ComposedSide[];
  /** The sides that get a transfer, in order. */
  printed: readonly number[];
  pieces: number;
  /** Every piece carries names of its own. */
  named: boolean;
  choices: SheetChoices;
  gap: number;
  mirroredBy: Printer['mirroredBy'];
  /** It is to read right on the paper, as an opaque film is: then it is mirrored by nobody, or, where the driver mirrors anyway, by both. */
  readable?: boolean;
  /** Where parts may lie on one sheet. */
  ground: Rect;
  /** Parts reach to the edges of the sheet. */
  tight?: boolean;
}

/** A side that is cut into parts, where its seams stand, and how much a seam shows where. */
export interface TiledSide {
  tiling: Tiling;
  seams: Seams;
  map: QuietMap;
}

export const tailOf = ({ join, tail = TAIL }: Tiling): number => (join === 'overlap' ? tail : 0);

const bareSide = ({ bleedPolygon }: Template, side: number, name: string): BarePart => ({
  name,
  faces: [{ side, clips: [bleedPolygon], toPart: IDENTITY }],
  outline: bleedPolygon,
  folds: [],
  crosses: [],
  letters: [],
});

/** A whole side with its label, mirrored or not. The same again for the same template: what is drawn on it changes nothing. */
const wholeSide = memoised(
  'template',
  (asked: {
    template: Template;
    side: number;
    name: string;
    mirrored: boolean;
    gap: number;
    strip: number;
    tight: boolean | undefined;
  }): PartKind => {
    const bare = bareSide(asked.template, asked.side, asked.name);
    return partKind(asked.mirrored ? mirroredPart(bare) : bare, asked.gap, asked.strip, asked.tight);
  },
);

/** Whether two sides can be printed on one sheet that folds between them: there are two, of like height. */
export function canFold(sides: readonly ComposedSide[], printed: readonly number[]): boolean {
  const [one, other] = printed.map((side) => sides[side]?.template);
  return printed.length === 2 && !!one && !!other && Math.abs(one.height - other.height) < 1;
}

/** Two sides on one sheet: the right edge of the first is the left edge of the second, and there it folds. */
function foldedPart(sides: readonly ComposedSide[], printed: readonly number[], names: readonly string[]): BarePart {
  const [a = 0, b = 0] = printed;
  const [one, other] = [sides[a]?.template, sides[b]?.template];
  if (!one || !other) throw new RangeError('a folded sheet needs two sides');
  const fold = one.width;
  const far = 1e5;
  const left = clipped([one.bleedPolygon], rectPolygon({ x: -far, y: -far, width: far + fold, height: 2 * far }));
  const right = clipped([other.bleedPolygon], rectPolygon({ x: 0, y: -far, width: far, height: 2 * far }));
  const beside = translation(fold, 0);
  const box = boundsOf([...left.flat(), ...right.flat().map((p) => ({ x: p.x + fold, y: p.y }))]);
  return {
    name: names.join(' and '),
    faces: [
      { side: a, clips: left, toPart: IDENTITY },
      { side: b, clips: right, toPart: beside },
    ],
    outline: rectPolygon(box),
    folds: [
      { x1: fold, y1: box.y - 3.5, x2: fold, y2: box.y - 1 },
      { x1: fold, y1: box.y + box.height + 1, x2: fold, y2: box.y + box.height + 3.5 },
    ],
    crosses: [],
    letters: [],
  };
}

/** The side that a tiling cuts, with its seams; null when the tiling is of one part, or of a side that is not there. */
export function tiledSide(request: Omit<TrayRequest, 'pieces' | 'mirroredBy'>, side: number): TiledSide | null {
  const { sides, choices, gap, ground, named, tight } = request;
  const tiling = choices.tilings.find((one) => one.side === side);
  const composed = sides[side];
  if (!tiling || !composed || tiling.columns * tiling.rows < 2) return null;
  const map = quietMap(composed);
  const seams = seamsOf(
    tiling,
    map,
    cellRooms(ground, gap, labelHeight(choices.codes, named), tiling.marked ?? true, tiling, tight),
    tailOf(tiling),
  );
  return { tiling, seams, map };
}

/** Every printed side that is cut into parts; none while the sheet is folded. O(see quietMap) for each. */
export function tiledSides(request: Omit<TrayRequest, 'pieces' | 'mirroredBy'>): TiledSide[] {
  const { sides, printed, choices } = request;
  if (choices.folded && canFold(sides, printed)) return [];
  return printed.flatMap((side) => tiledSide(request, side) ?? []);
}

/** How parts are cut, the best first: with the usual tail and marks along their seams, away from the edges; a way further down is taken where it saves a sheet. */
const WAYS = [
  { tail: TAIL, marked: true },
  { tail: SHORT_TAIL, marked: true },
  { tail: TAIL, marked: false },
  { tail: SHORT_TAIL, marked: false },
  { tail: TAIL, marked: false, tight: true },
  { tail: SHORT_TAIL, marked: false, tight: true },
];

/** Every division, few parts before many. */
const DIVISIONS: readonly Division[] = Array.from({ length: SHEET_LIMITS.tiles ** 2 }, (_, i) => ({
  columns: (i % SHEET_LIMITS.tiles) + 1,
  rows: Math.floor(i / SHEET_LIMITS.tiles) + 1,
})).sort((a, b) => a.columns * a.rows - b.columns * b.rows);

/** How Kanga would cut a side into parts for this paper, or into one of the divisions that are given, few parts before many, and with which gap, mm: a narrower one where that saves a sheet. Null when not even the most parts would fit. O(ways × see fewestTiles). */
export function proposeTiling(
  request: Omit<TrayRequest, 'pieces' | 'mirroredBy' | 'ground' | 'tight'>,
  side: number,
  paper: Paper,
  divisions: readonly Division[] = DIVISIONS,
): { tiling: Tiling; gap: number } | null {
  const { blank, sides, printed, choices, named } = request;
  const composed = sides[side];
  if (!composed) return null;
  const join = joinFor(blank);
  const map = quietMap(composed);
  const strip = labelHeight(choices.codes, named);
  const gaps = [request.gap, ...(request.gap > GAP_LIMITS.least ? [GAP_LIMITS.least] : [])];
  const ways = gaps.flatMap((gap) => WAYS.map((way) => ({ ...way, gap })));
  let best: { tiling: Tiling; gap: number } | null = null;
  for (const { tail, marked, tight = false, gap } of ways) {
    if ((join === 'butt' && tail !== TAIL) || (tight && !mayReachEdges(paper, printed))) continue;
    const ground = groundOf(paper, gap, choices.edge, tight);
    const tiles = fewestTiles(
      map,
      (division) => cellRooms(ground, gap, strip, marked, division, tight),
      join === 'butt' ? 0 : tail,
      divisions,
      best ? best.tiling.columns * best.tiling.rows : Infinity,
    );
    if (!tiles) continue;
    const other = { ...(tail === TAIL ? {} : { tail }), ...(marked ? {} : { marked }), ...(tight ? { tight } : {}) };
    best = { tiling: { side, ...tiles, join, straight: true, upright: null, level: null, ...other }, gap };
  }
  return best;
}

/**
 * Every transfer of a job: sides apart, folded together, or cut into parts; mirrored when Kanga owns the mirror. `tiled`: the sides that
 * are cut, for who knows them already.
 */
export function makeTray(request: TrayRequest, tiled = tiledSides(request)): Tray {
  const { blank, sides, printed, pieces, choices, gap, mirroredBy, named, readable = false, tight } = request;
  const nameOf = (side: number) => (blank.sides.length > 1 ? (blank.sides[side]?.name ?? '') : '');
  const strip = labelHeight(choices.codes, named);
  const mirrored = (mirroredBy === 'kanga') !== readable;
  const kindFrom = (bare: BarePart) => partKind(mirrored ? mirroredPart(bare) : bare, gap, strip, tight);
  const kinds: PartKind[] =
    choices.folded && canFold(sides, printed)
      ? [kindFrom(foldedPart(sides, printed, printed.map(nameOf)))]
      : printed.flatMap((side) => {
          const composed = sides[side];
          if (!composed) return [];
          const { template } = composed;
          const name = nameOf(side);
          const cut = tiled.find(({ tiling }) => tiling.side === side);
          return cut
            ? tilesOf(template, cut.tiling, cut.seams, name).map(kindFrom)
            : [wholeSide({ template, side, name, mirrored, gap, strip, tight })];
        });
  return trayOf({ first: kinds[0], kinds, pieces });
}

const trayOf = memoised(
  'first',
  ({ kinds, pieces }: { first: PartKind | undefined; kinds: PartKind[]; pieces: number }): Tray => ({
    kinds,
    parts: Array.from({ length: pieces }, (_, piece) =>
      kinds.map((_kind, kind): Part => ({ kind, piece, job: 0 })),
    ).flat(),
  }),
);

/** The parts of several jobs in one tray, in the order of the jobs. */
export function gangTrays(trays: readonly Tray[]): Tray {
  const kinds: PartKind[] = [];
  const parts: Part[] = [];
  trays.forEach((tray, job) => {
    const offset = kinds.length;
    kinds.push(...tray.kinds);
    for (const part of tray.parts) parts.push({ ...part, kind: part.kind + offset, job });
  });
  return { kinds, parts };
}

/** The tray with the parts of some pieces alone. */
export const piecesOf = (tray: Tray, pieces: readonly number[]): Tray => ({
  kinds: tray.kinds,
  parts: tray.parts.filter(({ piece }) => pieces.includes(piece)),
});
