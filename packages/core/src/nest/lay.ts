import {
  atOrigin,
  boundsOf,
  chain,
  rotation,
  transformed,
  translation,
  type Polygon,
  type Rect,
} from '../geometry/index.js';
import { TooLarge, type NestProblem, type NestResult, type Spot } from './problem.js';
import { rowsOf, type Rows } from './rows.js';
import { SheetRows } from './sheet-rows.js';
import { nth } from '../numbers/index.js';

/** A shape in one of its turns, cut into rows. */
export interface Turned {
  turn: number;
  /** Its outline from the corner of its box. */
  polygon: Polygon;
  rows: Rows;
  width: number;
  height: number;
  /** From the corner of its box to the shape's own origin, mm. */
  dx: number;
  dy: number;
  /** Its place among all turned shapes. */
  id: number;
}

/** A problem with all its shapes turned and cut into rows. */
export interface Prepared {
  problem: NestProblem;
  pitch: number;
  shapes: Turned[][];
  /** The box of each shape as it is, unturned. */
  boxes: Rect[];
  turnedCount: number;
  /** No gap narrower than this takes anything. */
  narrow: number;
}

const turnedRoom = (room: Polygon, turn: number): Polygon => transformed(room, rotation(turn));

/** Whether two shapes are the same within a tenth of a millimetre, so that the turn from one to the other changes nothing. */
const alike = (one: Rows, other: Rows): boolean =>
  one.count === other.count &&
  one.from.length === other.from.length &&
  one.from.every((from, i) => {
    const [to, otherFrom, otherTo] = [nth(one.to, i), nth(other.from, i), nth(other.to, i)];
    return from >= otherFrom - 0.1 && from <= otherFrom + 0.1 && to >= otherTo - 0.1 && to <= otherTo + 0.1;
  });

/** Turns and cuts every shape. Throws TooLarge for one that fits the ground in none of its turns. O(shapes × turns × rows). */
export function prepare(problem: NestProblem, pitch: number): Prepared {
  let turnedCount = 0;
  let narrow = Infinity;
  const shapes = problem.shapes.map(({ room, turns }, shape) => {
    const fitting = turns.flatMap((turn): Turned[] => {
      const turned = turnedRoom(room, turn);
      const box = boundsOf(turned);
      if (box.width > problem.width + 1e-6 || box.height > problem.length + 1e-6) return [];
      narrow = Math.min(narrow, box.width, box.height);
      const polygon = atOrigin(turned);
      const rows = rowsOf(polygon, pitch, 0);
      return [{ turn, polygon, rows, width: box.width, height: box.height, dx: -box.x, dy: -box.y, id: turnedCount++ }];
    });
    if (fitting.length === 0) throw new TooLarge(shape);
    return fitting.filter((one, i) => !fitting.slice(0, i).some((other) => alike(one.rows, other.rows)));
  });
  const boxes = problem.shapes.map(({ room }) => boundsOf(room));
  return { problem, pitch, shapes, boxes, turnedCount, narrow: Math.min(narrow * 0.2, 4) };
}

/** The room of a thing where it lies. */
export const roomAt = (
  { shapes, things }: Pick<NestProblem, 'shapes' | 'things'>,
  thing: number,
  spot: Spot,
): Polygon =>
  transformed(shapes[things[thing] as number]?.room ?? [], chain(rotation(spot.turn), translation(spot.x, spot.y)));

interface OpenSheet {
  rows: SheetRows;
  /** For each turned shape, where the last search for it ended: nothing was free before, and nothing gets free. */
  from: { row: number; x: number }[];
}

export interface Found {
  turned: Turned;
  row: number;
  x: number;
}

const openSheet = ({ problem, turnedCount }: Prepared): OpenSheet => ({
  rows: new SheetRows(problem.width),
  from: Array.from({ length: turnedCount }, () => ({ row: 0, x: 0 })),
});

/** The first free place of a turned shape on a sheet, row by row and from the left; null when there is none. */
export function find(open: OpenSheet, turned: Turned, { problem, pitch }: Prepared): Found | null {
  const from = open.from[turned.id] as { row: number; x: number };
  const lastRow = Math.floor((problem.length - turned.height) / pitch + 1e-6);
  const most = problem.width - turned.width + 1e-6;
  for (let row = from.row; row <= lastRow; row++) {
    const x = open.rows.freeAt(turned.rows, row, row === from.row ? from.x : 0, most);
    if (!Number.isNaN(x)) {
      open.from[turned.id] = { row, x };
      return { turned, row, x };
    }
  }
  open.from[turned.id] = { row: lastRow + 1, x: 0 };
  return null;
}

export const spotOf = ({ turned, row, x }: Found, sheet: number, pitch: number): Spot => ({
  sheet,
  x: x + turned.dx,
  y: row * pitch + turned.dy,
  turn: turned.turn,
});

/** A layout as it begins: only what is pinned lies there, on whichever sheets it lies; more sheets open as they are asked for. */
export function begin(prepared: Prepared): { spots: Spot[]; open: OpenSheet[]; sheet: (at: number) => OpenSheet } {
  const { problem, pitch, narrow } = prepared;
  const spots = problem.things.map((): Spot => ({ sheet: -1, x: 0, y: 0, turn: 0 }));
  const open: OpenSheet[] = [];
  const sheet = (at: number): OpenSheet => {
    while (open.length <= at) open.push(openSheet(prepared));
    return open[at] as OpenSheet;
  };
  problem.pinned?.forEach((pin, thing) => {
    if (!pin) return;
    spots[thing] = pin;
    const room = roomAt(problem, thing, pin);
    const row = Math.max(0, Math.floor(boundsOf(room).y / pitch));
    sheet(pin.sheet).rows.take(rowsOf(room, pitch, row * pitch), row, 0, narrow);
  });
  return { spots, open, sheet };
}

/** What a search may vary: in which order things are laid down, and each thing's turn (null: whichever lies best). */
export interface Genes {
  order: readonly number[];
  turns: readonly (number | null)[];
}

/**
 * Lays things down one after another, each at the first free place from the top and the left, in the turn that keeps its far edge
 * nearest the top. Groups stay on one sheet. Pinned things lie first. O(things × rows × intervals); far less where things are alike.
 */
export function layDown(prepared: Prepared, { order, turns }: Genes): NestResult {
  const { problem, pitch, shapes, narrow } = prepared;
  const { spots, open, sheet } = begin(prepared);

  const tryOn = (at: number, thing: number): boolean => {
    const on = sheet(at);
    const choices = shapes[problem.things[thing] as number] as Turned[];
    const wanted = choices.some(({ turn }) => turn === turns[thing]) ? turns[thing] : null;
    let best: Found | null = null;
    for (const turned of choices) {
      if (wanted !== null && turned.turn !== wanted) continue;
      const found = find(on, turned, prepared);
      if (!found) continue;
      const [far, bestFar] = [
        found.row * pitch + turned.height,
        best ? best.row * pitch + best.turned.height : Infinity,
      ];
      if (far < bestFar - 1e-9 || (far < bestFar + 1e-9 && best && found.x < best.x)) best = found;
    }
    if (!best) return false;
    on.rows.take(best.turned.rows, best.row, best.x, narrow);
    spots[thing] = spotOf(best, at, pitch);
    return true;
  };

  const onSomeSheet = (thing: number): void => {
    for (let at = 0; ; at++) if (tryOn(at, thing)) return;
  };
  const done = new Set<number>();
  for (const thing of order) {
    if (done.has(thing) || problem.pinned?.[thing]) continue;
    const group = problem.groups?.[thing] ?? null;
    const together =
      group === null ? [thing] : order.filter((one) => problem.groups?.[one] === group && !problem.pinned?.[one]);
    for (const one of together) done.add(one);
    if (together.length === 1 && group === null) {
      onSomeSheet(thing);
      continue;
    }
    const held = (problem.groups ?? []).findIndex((g, one) => g === group && problem.pinned?.[one]);
    const sheets =
      held >= 0 ? [problem.pinned?.[held]?.sheet ?? 0] : Array.from({ length: open.length + 1 }, (_, i) => i);
    const placed = sheets.some((at) => {
      const before = open.length;
      const on = sheet(at);
      const was = { rows: on.rows.copy(), from: [...on.from] };
      if (together.every((one) => tryOn(at, one))) return true;
      if (at >= before) open.length = before;
      else open[at] = was;
      return false;
    });
    // No sheet takes the whole group, not even an empty one: its members go where they find room.
    if (!placed) together.forEach(onSomeSheet);
  }
  return { spots, lengths: lengthsOf(problem, spots) };
}

/** How much of each sheet's length is taken up, from where the rooms truly end. */
export function lengthsOf(problem: NestProblem, spots: readonly Spot[]): number[] {
  const lengths: number[] = [];
  const far = new Map<string, number>();
  spots.forEach((spot, thing) => {
    const shape = problem.things[thing] as number;
    const key = `${shape} ${spot.turn}`;
    let reach = far.get(key);
    if (reach === undefined) {
      const box = boundsOf(turnedRoom(problem.shapes[shape]?.room ?? [], spot.turn));
      reach = box.y + box.height;
      far.set(key, reach);
    }
    while (lengths.length <= spot.sheet) lengths.push(0);
    lengths[spot.sheet] = Math.max(lengths[spot.sheet] as number, spot.y + reach);
  });
  return lengths;
}
