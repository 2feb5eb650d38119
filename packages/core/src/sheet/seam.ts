import { cellAt, coverFinder, pixelFinder, type ComposedSide, type Drawn, type DrawnPicture } from '../art/index.js';
import { channelsOf } from '../colour/index.js';
import { applyTo, rectPolygon, rowSpans, simplified, type Point, type Rect } from '../geometry/index.js';
import type { Division, Tiling } from './choices.js';
import type { Seam, Seams } from './tiles.js';
import { nth } from '../numbers/index.js';

/** How much a seam would show in each place of a side, 0 to about 4: a grid over its bleed box. */
export interface QuietMap {
  box: Rect;
  columns: number;
  rows: number;
  /** By rows. */
  cost: Float32Array;
}

/** Cells along the longer side of a map. */
const CELLS = 180;
/** What a seam costs through a line of text: it is what the eye goes to first. */
const TEXT_COST = 3;
/** No part is smaller than this share of what parts of like size would be. */
const LEAST_SHARE = 0.4;
/** How far a winding seam may stray from where it stands, mm, and what a step aside costs. */
const STRAY = 18;
const STEP_COST = 0.15;

interface Look {
  busy: number;
  /** Luma, 0 to 1; null: bare paper. */
  light: number | null;
}

/** What a picture shows at a place. */
function lookOf(picture: DrawnPicture): (p: Point) => Look | null {
  const find = pixelFinder(picture);
  const covers = coverFinder(picture);
  const { maps } = picture.art.facts;
  const lights = maps
    ? Array.from({ length: maps.colours.columns * maps.colours.rows }, (_, i) => {
        const [r, g, b] = channelsOf(`#${maps.colours.cells.slice(i * 6, i * 6 + 6)}`);
        return 0.2126 * r + 0.7152 * g + 0.0722 * b;
      })
    : [];
  return (place) => {
    const p = find(place);
    if (!p || !covers(place)) return null;
    if (!maps) return { busy: 0.5, light: 0.5 };
    const size = picture.art.facts;
    const { colours } = maps;
    return {
      busy: Number(maps.busy[cellAt(p, size, maps.columns, maps.rows)] ?? 0) / 9,
      light: lights[cellAt(p, size, colours.columns, colours.rows)] ?? 0.5,
    };
  };
}

const textBoxes = (drawn: readonly Drawn[]): { has: (p: Point) => boolean }[] =>
  drawn.flatMap((one) => {
    if (one.kind !== 'text' || !one.line.ink) return [];
    const corners = rectPolygon(one.line.ink).map((p) => applyTo(one.transform, p));
    return [{ has: (p: Point) => rowSpans(corners, p.y).some(({ from, to }) => p.x >= from && p.x <= to) }];
  });

/** A side is asked about for every paper it may go on. */
const known = new WeakMap<ComposedSide, QuietMap>();

/**
 * Where the picture is quiet: a seam shows where there is detail, where lightness changes, where ink is dark (a white gap shines) and
 * most of all through words; nowhere on bare paper. O(cells × pictures), once for a side.
 */
export function quietMap(side: ComposedSide): QuietMap {
  const map = known.get(side) ?? mapOf(side);
  known.set(side, map);
  return map;
}

function mapOf({ template, drawn }: ComposedSide): QuietMap {
  const { bleedBox: box } = template;
  const pitch = Math.max(box.width, box.height) / CELLS;
  const [columns, rows] = [Math.max(2, Math.ceil(box.width / pitch)), Math.max(2, Math.ceil(box.height / pitch))];
  const looks = drawn.flatMap((one) => (one.kind === 'picture' ? [lookOf(one)] : [])).reverse();
  const texts = textBoxes(drawn);
  const light = new Float32Array(columns * rows).fill(1);
  const cost = new Float32Array(columns * rows);
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const place = {
        x: box.x + ((column + 0.5) * box.width) / columns,
        y: box.y + ((row + 0.5) * box.height) / rows,
      };
      const at = row * columns + column;
      let look: Look | null = null;
      for (const see of looks) {
        look = see(place);
        if (look) break;
      }
      light[at] = look?.light ?? 1;
      cost[at] =
        (look ? look.busy + 0.35 * (1 - (look.light ?? 1)) : 0) + (texts.some(({ has }) => has(place)) ? TEXT_COST : 0);
    }
  }
  const steps = new Float32Array(columns * rows);
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const at = row * columns + column;
      const here = light[at] ?? 1;
      const aside = column + 1 < columns ? (light[at + 1] ?? here) : here;
      const below = row + 1 < rows ? (light[at + columns] ?? here) : here;
      steps[at] = Math.abs(aside - here) + Math.abs(below - here);
    }
  }
  steps.forEach((step, at) => {
    cost[at] = nth(cost, at) + 1.5 * step;
  });
  return { box, columns, rows, cost };
}

/** The map with x and y changed over, so that one routine serves upright and level seams. */
function lying({ box, columns, rows, cost }: QuietMap): QuietMap {
  const turned = new Float32Array(cost.length);
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) turned[column * rows + row] = nth(cost, row * columns + column);
  return {
    box: { x: box.y, y: box.x, width: box.height, height: box.width },
    columns: rows,
    rows: columns,
    cost: turned,
  };
}

/** Mean of `count` cells that lie `step` apart, from the one at `first` on. */
function meanCost(cost: Float32Array, first: number, step: number, count: number): number {
  let sum = 0;
  for (let i = 0; i < count; i++) sum += nth(cost, first + i * step);
  return sum / count;
}

/** Which of `count` cells from `from` on, `length` mm in all, holds a place; the nearest one for what lies outside. */
const cellFor = (place: number, from: number, length: number, count: number): number =>
  Math.min(count - 1, Math.max(0, Math.floor(((place - from) / length) * count)));

/** What an upright seam at `x` costs, per millimetre of its length. O(rows). */
export const seamCost = ({ box, columns, rows, cost }: QuietMap, x: number): number =>
  meanCost(cost, cellFor(x, box.x, box.width, columns), columns, rows);

/** The same for a level seam at `y`. O(columns). */
export const levelSeamCost = ({ box, columns, rows, cost }: QuietMap, y: number): number =>
  meanCost(cost, cellFor(y, box.y, box.height, rows) * columns, 1, columns);

/**
 *     columns     0   1   2   3   4   5   6   7
 *               ┌───┬───┬───┬───┬───┬───┬───┬───┐
 *               │   part A      │    part B     │      edges 0 to 8; a seam stands on an edge
 *               └───┴───┴───┴───┴───┴───┴───┴───┘
 *                               ▲╌╌╌╌┐
 *                             seam   tail of A beneath B, so that A is as wide as its part and its tail
 *
 * The quietest places for `count` upright seams so that no part is wider than `most` with its tail (the last one has none): dynamic
 * programming over the columns of the map, O(count × columns²). Null when that many parts cannot hold it.
 */
export function quietestSeams(map: QuietMap, count: number, most: number, tail: number): number[] | null {
  const { box, columns, rows, cost: cells } = map;
  if (count === 0) return box.width <= most + 1e-6 ? [] : null;
  const costs = Array.from({ length: columns }, (_, column) => meanCost(cells, column, columns, rows));
  const pitch = box.width / columns;
  const place = (edge: number) => box.x + edge * pitch;
  // A seam stands between columns; it costs what both beside it cost.
  const edgeCost = Array.from({ length: columns + 1 }, (_, e) => ((costs[e - 1] ?? 0) + (costs[e] ?? 0)) / 2);
  const reach = (most - tail) / pitch;
  // No sliver: every part is at least a good part of an even share.
  const least = (LEAST_SHARE * columns) / (count + 1);
  if (reach < 1 || (columns - most / pitch) / reach > count + 1e-9) return null;
  let best = Array.from({ length: columns + 1 }, (_, e) => (e === 0 ? 0 : Infinity));
  const from: Int32Array[] = [];
  for (let seam = 0; seam < count; seam++) {
    const back = new Int32Array(columns + 1).fill(-1);
    const next = best.map(() => Infinity);
    for (let e = 1; e < columns; e++) {
      for (let p = Math.max(0, Math.ceil(e - reach - 1e-9)); p <= e - least; p++) {
        // Of places that are as quiet, parts of like size.
        const even = ((e - p) / columns - 1 / (count + 1)) ** 2 * 0.2;
        const cost = (best[p] ?? Infinity) + nth(edgeCost, e) + even;
        if (cost < (next[e] ?? Infinity)) {
          next[e] = cost;
          back[e] = p;
        }
      }
    }
    from.push(back);
    best = next;
  }
  let end = -1;
  for (let e = Math.max(1, Math.ceil(columns - most / pitch - 1e-9)); e <= columns - least; e++) {
    const even = ((columns - e) / columns - 1 / (count + 1)) ** 2 * 0.2;
    if ((best[e] ?? Infinity) + even < (end < 0 ? Infinity : (best[end] ?? Infinity) + even)) end = e;
  }
  if (end < 0) return null;
  const seams: number[] = [];
  for (let seam = count - 1; seam >= 0; seam--) {
    seams.unshift(place(end));
    end = from[seam]?.[end] ?? -1;
  }
  return seams;
}

/** A seam that winds through quiet places near x: the cheapest way down, a step aside at most each row. O(rows × stray). */
function windingSeam(map: QuietMap, x: number, stray: number): Point[] {
  const { box, columns, rows, cost } = map;
  const pitch = { x: box.width / columns, y: box.height / rows };
  const middle = Math.round((x - box.x) / pitch.x);
  const [low, high] = [
    Math.max(1, Math.ceil(middle - stray / pitch.x)),
    Math.min(columns - 1, Math.floor(middle + stray / pitch.x)),
  ];
  const width = high - low + 1;
  if (width < 2) return straightSeam(box, x);
  const at = (row: number, i: number) =>
    (nth(cost, row * columns + low + i) + nth(cost, row * columns + low + i - 1)) / 2;
  let best = Array.from({ length: width }, (_, i) => at(0, i));
  const from: Int32Array[] = [];
  for (let row = 1; row < rows; row++) {
    const back = new Int32Array(width);
    best = best.map((_, i) => {
      let [least, source] = [Infinity, i];
      for (const step of [0, -1, 1]) {
        const was = (best[i + step] ?? Infinity) + (step === 0 ? 0 : STEP_COST);
        if (was < least) [least, source] = [was, i + step];
      }
      back[i] = source;
      return least + at(row, i);
    });
    from.push(back);
  }
  let i = best.indexOf(Math.min(...best));
  const points: Point[] = [];
  for (let row = rows - 1; row >= 0; row--) {
    points.unshift({ x: box.x + (low + i) * pitch.x, y: box.y + (row + 0.5) * pitch.y });
    i = from[row - 1]?.[i] ?? i;
  }
  const [first, last] = [points[0], points.at(-1)];
  const all = [
    ...(first ? [{ x: first.x, y: box.y }] : []),
    ...points,
    ...(last ? [{ x: last.x, y: box.y + box.height }] : []),
  ];
  // The seam is open: two far corners close it, and go again.
  const closed = simplified(
    [...all, { x: box.x - 1e4, y: box.y + box.height + 1 }, { x: box.x - 1e4, y: box.y - 1 }],
    0.4,
  );
  return closed.filter((p) => p.x > box.x - 1e3);
}

const straightSeam = (box: Rect, x: number): Point[] => [
  { x, y: box.y },
  { x, y: box.y + box.height },
];

const swapped = (seam: readonly Point[]): Seam => seam.map(({ x, y }) => ({ x: y, y: x }));

/** Where seams stand when nobody has said and nothing is known of the picture: parts of like size. */
const evenSeams = (from: number, length: number, count: number): number[] =>
  Array.from({ length: count }, (_, i) => from + (length * (i + 1)) / (count + 1));

/** The largest part that the paper holds one way, mm, with its tail. */
export interface CellRoom {
  width: number;
  height: number;
}

/** Where the seams of a tiling stand, and what they cost in all, mm of seam times how much each shows. */
interface Stand {
  upright: number[];
  level: number[];
  cost: number;
}

function standIn(tiling: Division, map: QuietMap, room: CellRoom, tail: number): Stand | null {
  const side = lying(map);
  const upright = quietestSeams(map, tiling.columns - 1, room.width, tail);
  const level = quietestSeams(side, tiling.rows - 1, room.height, tail);
  if (!upright || !level) return null;
  const sum = (on: QuietMap, seams: readonly number[]) =>
    seams.reduce((all, x) => all + (seamCost(on, x) + 0.05) * on.box.height, 0);
  return { upright, level, cost: sum(map, upright) + sum(side, level) };
}

/** Where seams are quietest in whichever way the parts may lie on the paper. */
function quietStand(tiling: Division, map: QuietMap, rooms: readonly CellRoom[], tail: number): Stand | null {
  let best: Stand | null = null;
  for (const room of rooms) {
    const stand = standIn(tiling, map, room, tail);
    if (stand && (!best || stand.cost < best.cost)) best = stand;
  }
  return best;
}

/** The fewest parts that the paper holds, with what `roomsOf` leaves them in each of the `divisions`, few parts before many, and fewer than `below`; of as few the ones whose seams show least. Null when none does. */
export function fewestTiles(
  map: QuietMap,
  roomsOf: (division: Division) => readonly CellRoom[],
  tail: number,
  divisions: readonly Division[],
  below: number,
): Division | null {
  let best: (Division & { cost: number }) | null = null;
  for (const division of divisions) {
    const parts = division.columns * division.rows;
    if (parts >= below || (best && parts > best.columns * best.rows)) break;
    const stand = quietStand(division, map, roomsOf(division), tail);
    if (stand && (!best || stand.cost < best.cost)) best = { ...division, cost: stand.cost };
  }
  return best && { columns: best.columns, rows: best.rows };
}

/** How far winding seams may stray and still leave every part small enough for the paper, and where they then stand best. */
function windingStand(
  tiling: Tiling,
  map: QuietMap,
  rooms: readonly CellRoom[],
  tail: number,
): { stand: Stand | null; stray: number } {
  for (const stray of [STRAY, STRAY / 2, STRAY / 4]) {
    const within = rooms.map(({ width, height }) => ({
      width: tiling.columns > 1 ? width - 2 * stray : width,
      height: tiling.rows > 1 ? height - 2 * stray : height,
    }));
    const stand = quietStand(tiling, map, within, tail);
    if (stand) return { stand, stray };
  }
  return { stand: quietStand(tiling, map, rooms, tail), stray: 0 };
}

/** The seams of a tiling: where somebody put them, or where the picture is quietest within what the paper holds; else parts of like size. */
export function seamsOf(tiling: Tiling, map: QuietMap, rooms: readonly CellRoom[], tail: number): Seams {
  const { box } = map;
  const side = lying(map);
  const { stand, stray } = tiling.straight
    ? { stand: quietStand(tiling, map, rooms, tail), stray: 0 }
    : windingStand(tiling, map, rooms, tail);
  const upright = tiling.upright ?? stand?.upright ?? evenSeams(box.x, box.width, tiling.columns - 1);
  const level = tiling.level ?? stand?.level ?? evenSeams(box.y, box.height, tiling.rows - 1);
  return {
    upright: upright.map((x) => (tiling.straight ? straightSeam(box, x) : windingSeam(map, x, stray))),
    level: level.map((y) => swapped(tiling.straight ? straightSeam(side.box, y) : windingSeam(side, y, stray))),
  };
}
