import { hashOf } from '../finding/index.js';
import { transformed, type Polygon } from '../geometry/index.js';
import { clashesOf, type Clashes, type NestProblem, type Spot } from '../nest/index.js';
import { ALLOWED_TURNS, type Arrangement, type SheetChoices } from './choices.js';
import { groundOf } from './ground.js';
import { kindOf, partToSheet, sheetsOf, type Layout, type LayoutRequest, type Placed } from './layout.js';

/** A room to a twentieth of a millimetre. */
const roomKey = (room: Polygon): string =>
  room.map(({ x, y }) => `${Math.round(x * 20)},${Math.round(y * 20)}`).join(' ');

/** Everything an arrangement depends on, as one short text: the parts with their rooms, and the paper. */
export function layoutFingerprint({ tray, paper, gap, edge, tight }: LayoutRequest): string {
  const { kind, width, length, margins } = paper;
  return hashOf(
    JSON.stringify([
      tray.kinds.map(({ room }) => roomKey(room)),
      tray.parts.map((part) => part.kind),
      [
        kind,
        width,
        length,
        margins.top,
        margins.right,
        margins.bottom,
        margins.left,
        gap,
        edge,
        ...(tight ? ['tight'] : []),
      ],
    ]),
  );
}

/** The nesting of a tray on paper, with what is pinned. Spots of the problem count from the ground's corner. */
export function nestProblem(
  request: LayoutRequest,
  { together }: Pick<SheetChoices, 'together'>,
  arranged: Pick<Arrangement, 'spots' | 'pinned'> | null,
): NestProblem {
  const { tray, paper, gap, edge, tight } = request;
  const ground = groundOf(paper, gap, edge, tight);
  const turns = ALLOWED_TURNS[request.turns];
  const pinned = new Set(arranged?.pinned ?? []);
  // Kinds whose rooms are alike, as front and back mostly are, are one shape to the nesting.
  const shapes: NestProblem['shapes'][number][] = [];
  const known = new Map<string, number>();
  const shapeOfKind = tray.kinds.map(({ room }) => {
    const key = roomKey(room);
    const shape = known.get(key) ?? shapes.push({ room, turns }) - 1;
    known.set(key, shape);
    return shape;
  });
  return {
    shapes,
    things: tray.parts.map(({ kind }) => shapeOfKind[kind] ?? 0),
    ...(together ? { groups: tray.parts.map(({ job, piece }) => job * 1e6 + piece) } : {}),
    pinned: tray.parts.map((_, part) => {
      const spot = pinned.has(part) ? arranged?.spots[part] : undefined;
      return spot ? { ...spot, x: spot.x - ground.x, y: spot.y - ground.y } : null;
    }),
    width: ground.width,
    length: ground.height,
    kind: paper.kind,
  };
}

/** Where parts lie, from the ground's own corner, as nesting counts. */
export function spotsOnGround(spots: readonly Spot[], { paper, gap, edge, tight }: LayoutRequest): Spot[] {
  const ground = groundOf(paper, gap, edge, tight);
  return spots.map((spot) => ({ ...spot, x: spot.x - ground.x, y: spot.y - ground.y }));
}

/** A hundredth of a millimetre is far below what scissors see, and keeps what is stored short. */
const tidy = (mm: number): number => Math.round(mm * 100) / 100;

/** What nesting found, from the sheet's own corner. */
export function spotsOnSheet(spots: readonly Spot[], { paper, gap, edge, tight }: LayoutRequest): Spot[] {
  const ground = groundOf(paper, gap, edge, tight);
  return spots.map(({ sheet, x, y, turn }) => ({ sheet, x: tidy(x + ground.x), y: tidy(y + ground.y), turn }));
}

/** The sheets of an arrangement; sheets that nothing lies on are left out. */
export function arrangedLayout(request: LayoutRequest, spots: readonly Spot[]): Layout {
  const on: Placed[][] = [];
  spots.forEach(({ sheet, x, y, turn }, part) => {
    (on[sheet] ??= []).push({ part, x, y, turn });
  });
  return sheetsOf(
    request,
    on.filter((list) => list.length > 0),
  );
}

/** The spots of every part in a layout, in the order of the tray. */
export function spotsOf(layout: Layout): Spot[] {
  const spots: Spot[] = [];
  layout.sheets.forEach(({ placed }, sheet) => {
    for (const { part, x, y, turn } of placed) spots[part] = { sheet, x: tidy(x), y: tidy(y), turn };
  });
  return spots;
}

/** How much of two rooms may overlap before it counts, mm: what rounding of their spots adds up to. */
const SLACK = 0.05;

/** What is wrong on a sheet: parts whose rooms overlap or leave the ground, found by a polygon test that knows no nesting. */
export function clashesOn(
  { tray, paper, gap, edge, tight }: Pick<LayoutRequest, 'tray' | 'paper' | 'gap' | 'edge' | 'tight'>,
  placed: readonly Placed[],
): Clashes {
  const ground = groundOf(paper, gap, edge, tight);
  const rooms = placed.map((one) =>
    transformed(kindOf(tray, one).room, partToSheet({ ...one, x: one.x - ground.x, y: one.y - ground.y })),
  );
  const { pairs, outside } = clashesOf(rooms, { width: ground.width, length: ground.height }, SLACK);
  const partAt = (i: number) => placed[i]?.part ?? -1;
  return { pairs: pairs.map(([a, b]) => [partAt(a), partAt(b)]), outside: outside.map(partAt) };
}
