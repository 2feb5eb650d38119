import {
  areaOf,
  clipped,
  fillsBox,
  rectPolygon,
  united,
  type Point,
  type Polygon,
  type Rect,
} from '../geometry/index.js';
import { clamped } from '../units/index.js';
import { coverInBands } from './bands.js';
import { coverFewer } from './cover.js';
import { sectionBound } from './section-bound.js';
import { nth } from '../numbers/index.js';

/** One pressing of a print that is larger than the plate: what of the print lies in the usable zone, in the print's coordinates, mm. */
interface Section {
  area: Rect;
  /** The plate stands across the print: its width along the print's height. */
  turned: boolean;
  /** Its column and row; left out where it lies anyhow. */
  cell?: { column: number; row: number };
}

export interface Sections {
  sections: Section[];
  /** Area that is pressed twice, mm². */
  twice: number;
  /** No way to press it takes fewer. */
  bound: number;
  /** Where its rows and columns begin; null: it lies anyhow. */
  grid: SectionGrid | null;
}

/** Where the windows of a print that is pressed in rows and columns begin, in the print's coordinates, mm. */
export interface SectionGrid {
  /** The plate stands across the print. */
  turned: boolean;
  across: number[];
  down: number[];
}

export interface SectionRequest {
  /** The print with its bleed, in its own coordinates. */
  outline: Polygon;
  box: Rect;
  /** Size of the usable zone of the plate. */
  zone: { width: number; height: number };
  /** How much neighbouring pressings overlap at least, mm. */
  overlap: number;
  /** What a seam costs at a place along x, and along y: the quietest are taken; null: nothing is known of the picture. */
  costAcross?: ((x: number) => number) | null;
  costDown?: ((y: number) => number) | null;
  /** Rows and columns as somebody moved them; they are kept as far as no gap is left, and forgotten where as many do not do. */
  moved?: SectionGrid | null;
}

/** The least overlap that leaves no gap, mm: how exactly a hot mat is laid down again. Common practice, no published source. */
export const LEAST_OVERLAP = 6;

/** Steps in which windows are moved to quiet places, mm. */
const STEP = 4;

/** Where window `i` of `count` may begin and still leave the others able to cover the rest of a line. */
const roomOf = (i: number, count: number, length: number, size: number, reach: number) => ({
  low: Math.max(i === count - 1 ? length - size : -size, length - size - (count - 1 - i) * reach),
  high: Math.min(i === 0 ? 0 : length, i * reach),
});

/**
 * Begins of `count` equal windows of length `size` over a line of length `length`, neighbours overlapping by at least `overlap`. Their
 * edges, which may leave a line, stand where that costs least, else evenly: dynamic programming over their places, O(count × places²).
 */
function windows(
  length: number,
  size: number,
  count: number,
  overlap: number,
  cost: ((at: number) => number) | null,
): number[] {
  if (count === 1) return [(length - size) / 2];
  const even = (length - size) / (count - 1);
  const plain = Array.from({ length: count }, (_, i) => i * even);
  if (!cost) return plain;
  const reach = size - overlap;
  /** Places that window i may begin at and still leave the others able to cover the rest. */
  const places = plain.map((middle, i) => {
    const { low, high } = roomOf(i, count, length, size, reach);
    const steps = Math.floor((high - low) / STEP + 1e-9);
    const grid = Array.from({ length: steps + 1 }, (_step, k) => low + k * STEP);
    return [...new Set([...grid, Math.min(high, Math.max(low, middle))])];
  });
  const edge = (at: number) => (at > 0 && at < length ? cost(at) : 0);
  const own = (at: number, i: number) => edge(at) + edge(at + size) + Math.abs(at - nth(plain, i)) * 1e-4;
  let best = (places[0] ?? []).map((at) => own(at, 0));
  const from: number[][] = [];
  for (let i = 1; i < count; i++) {
    const before = places[i - 1] ?? [];
    const back: number[] = [];
    const now = (places[i] ?? []).map((at, k) => {
      let least = Infinity;
      before.forEach((was, j) => {
        const sum = best[j] ?? Infinity;
        if (at > was + 1e-9 && at <= was + reach + 1e-9 && sum < least) {
          least = sum;
          back[k] = j;
        }
      });
      return least + own(at, i);
    });
    from.push(back);
    best = now;
  }
  let at = best.indexOf(Math.min(...best));
  const begins: number[] = [];
  for (let i = count - 1; i >= 0; i--) {
    begins.unshift(places[i]?.[at] ?? nth(plain, i));
    at = from[i - 1]?.[at] ?? 0;
  }
  return begins;
}

const countFor = (length: number, size: number, overlap: number): number =>
  length <= size + 1e-6 ? 1 : Math.ceil((length - overlap) / (size - overlap) - 1e-9);

/** The grid with the row and the column of one section moved by so much, whole mm; null: that one lies anyhow, and is not moved. */
export function movedSection({ sections, grid }: Sections, which: number, by: Point): SectionGrid | null {
  const cell = sections[which]?.cell;
  if (!grid || !cell) return null;
  const moved = (begins: readonly number[], at: number, step: number) =>
    begins.map((begin, i) => Math.round(i === at ? begin + step : begin));
  return { turned: grid.turned, across: moved(grid.across, cell.column, by.x), down: moved(grid.down, cell.row, by.y) };
}

/** Begins that somebody moved, kept within what leaves no gap; null where another number of them is needed. */
function keptWindows(moved: readonly number[], length: number, size: number, count: number, overlap: number) {
  if (moved.length !== count) return null;
  const reach = size - overlap;
  const kept: number[] = [];
  for (const [i, at] of moved.entries()) {
    const before = kept[i - 1];
    const { low, high } = roomOf(i, count, length, size, reach);
    kept.push(
      clamped(at, {
        least: Math.max(low, (before ?? -Infinity) + 1),
        most: Math.min(high, (before ?? Infinity) + reach),
      }),
    );
  }
  return kept;
}

/** Sections of one way to stand the plate; those that hold nothing of the outline are left out. */
function gridOf(request: SectionRequest, turned: boolean): { sections: Section[]; grid: SectionGrid } | null {
  const { box, zone, overlap, outline } = request;
  const moved = request.moved?.turned === turned ? request.moved : null;
  const size = turned ? { width: zone.height, height: zone.width } : zone;
  if (size.width <= overlap || size.height <= overlap) return null;
  const line = (length: number, wide: number, begins: number[] | undefined, cost: ((at: number) => number) | null) => {
    const count = countFor(length, wide, overlap);
    return (begins && keptWindows(begins, length, wide, count, overlap)) ?? windows(length, wide, count, overlap, cost);
  };
  const columns = line(box.width, size.width, moved?.across, request.costAcross ?? null);
  const rows = line(box.height, size.height, moved?.down, request.costDown ?? null);
  // There and back, so that each move is to the place beside it.
  const sections = rows.flatMap((y, row) =>
    columns.flatMap((_, i): Section[] => {
      const column = row % 2 === 0 ? i : columns.length - 1 - i;
      const area = { x: box.x + nth(columns, column), y: box.y + y, ...size };
      return clipped([outline], rectPolygon(area)).length > 0 ? [{ area, turned, cell: { column, row } }] : [];
    }),
  );
  return { sections: withoutSpare(sections, request), grid: { turned, across: columns, down: rows } };
}

/** The sections without those whose part of the outline others press, too; the ones that hold least go first. */
function withoutSpare(sections: readonly Section[], { outline, box, overlap }: SectionRequest): Section[] {
  // A full rectangle needs each of its rows and columns.
  if (fillsBox(outline)) return [...sections];
  // Half the overlap belongs to each neighbour, so that two that only just touch do not count as covering.
  const own = ({ x, y, width, height }: Rect): Rect => {
    const half = overlap / 2 - 1e-3;
    const [left, top] = [x > box.x + 1e-6 ? half : 0, y > box.y + 1e-6 ? half : 0];
    const right = x + width < box.x + box.width - 1e-6 ? half : 0;
    const bottom = y + height < box.y + box.height - 1e-6 ? half : 0;
    return { x: x + left, y: y + top, width: width - left - right, height: height - top - bottom };
  };
  const parts = sections.map(({ area }) => clipped([outline], rectPolygon(own(area))));
  const size = (polygons: readonly Polygon[]) => united(polygons).reduce((sum, polygon) => sum + shoelace(polygon), 0);
  const all = Math.abs(size(parts.flat()));
  const order = sections
    .map((_, i) => i)
    .sort((a, b) => Math.abs(size(parts[a] ?? [])) - Math.abs(size(parts[b] ?? [])));
  const kept = new Set(order);
  for (const i of order) {
    const others = [...kept].filter((one) => one !== i).flatMap((one) => parts[one] ?? []);
    if (others.length > 0 && Math.abs(size(others)) >= all - 0.5) kept.delete(i);
  }
  return sections.filter((_, i) => kept.has(i));
}

/** Sections that lie anyhow, fewer than `than`; and whether no fewer do. Their places follow from the print's edges, not from the picture. */
function anyhow(request: SectionRequest, than: number): { sections: Section[] | null; proven: boolean } {
  const { box, zone, overlap, outline } = request;
  const tile = { width: zone.width - overlap, height: zone.height - overlap };
  if (tile.width <= 0 || tile.height <= 0) return { sections: null, proven: false };
  // Windows that overlap by so much cover the print as tiles that are so much smaller cover a print that is.
  const full = fillsBox(outline);
  const needed = (cell: Rect): boolean =>
    full ||
    clipped(
      [outline],
      rectPolygon({ x: box.x + cell.x, y: box.y + cell.y, width: cell.width + overlap, height: cell.height + overlap }),
    ).length > 0;
  const { tiles, proven } = coverFewer(box.width - overlap, box.height - overlap, tile, than, needed);
  const middle = (at: number, size: number, all: number) => (size > all ? (all - size) / 2 : at);
  const sections = tiles?.map(({ x, y, turned }): Section => {
    const size = turned ? { width: zone.height, height: zone.width } : zone;
    const [left, top] = [middle(x, size.width, box.width), middle(y, size.height, box.height)];
    return { area: { x: box.x + left, y: box.y + top, width: size.width, height: size.height }, turned };
  });
  return { sections: sections ? inOrder(sections) : null, proven: proven && full };
}

/** Sections in bands across the print, and in bands down it. */
function inBands({ outline, zone, overlap }: SectionRequest): Section[][] {
  const swapped = outline.map(({ x, y }) => ({ x: y, y: x }));
  const across = coverInBands(outline, zone, overlap) ?? [];
  const down = coverInBands(swapped, zone, overlap) ?? [];
  return [
    across.map(({ turned, ...area }) => ({ area, turned })),
    // What lies along in bands down the print stands across, and the other way round.
    down.map(({ turned, x, y, width, height }) => ({
      area: { x: y, y: x, width: height, height: width },
      turned: !turned,
    })),
  ].filter((sections) => sections.length > 0);
}

/** From the one furthest up and left always on to the nearest that is left. O(n²). */
function inOrder(sections: readonly Section[]): Section[] {
  const left = [...sections].sort((a, b) => a.area.y - b.area.y || a.area.x - b.area.x);
  const out: Section[] = [];
  for (let now = left.shift(); now;) {
    out.push(now);
    const { area } = now;
    const far = ({ area: other }: Section) =>
      Math.hypot(
        other.x + other.width / 2 - area.x - area.width / 2,
        other.y + other.height / 2 - area.y - area.height / 2,
      );
    left.sort((a, b) => far(a) - far(b));
    now = left.shift();
  }
  return out;
}

const pressedTwice = (sections: readonly Section[], { outline }: SectionRequest, area: number): number =>
  Math.max(
    0,
    sections.reduce((sum, section) => {
      const parts = clipped([outline], rectPolygon(section.area));
      return sum + parts.reduce((all, part) => all + areaOf(part), 0);
    }, 0) - area,
  );

/**
 * Presses a print in the fewest sections: in rows and columns, the plate either way round, with their seams where the picture is quiet; lying anyhow
 * where that takes fewer (branch and bound, `coverFewer`). Of as few, with the least area pressed twice. The bound is the number itself where all
 * ways were tried. Null when the zone is hardly larger than the overlap. O(sections × corners) beside the search.
 */
export function planSections(request: SectionRequest, area: number): Sections | null {
  const bound = sectionBound(request, area);
  const { moved } = request;
  const kept = moved && gridOf(request, moved.turned);
  if (kept && kept.grid.across.length === moved.across.length && kept.grid.down.length === moved.down.length)
    return { ...kept, twice: pressedTwice(kept.sections, request, area), bound };
  let best: Sections | null = null;
  for (const turned of [false, true]) {
    const laid = gridOf(request, turned);
    if (!laid || laid.sections.length === 0) continue;
    const { sections, grid } = laid;
    const twice = pressedTwice(sections, request, area);
    const fewer = best ? sections.length - best.sections.length : -1;
    if (fewer < 0 || (fewer === 0 && best && twice < best.twice - 1e-6)) best = { sections, twice, bound, grid };
  }
  if (!best || best.sections.length <= bound) return best;
  // Bands that follow the outline; a full rectangle has nothing to follow.
  for (const banded of fillsBox(request.outline) ? [] : inBands(request)) {
    const sections = withoutSpare(banded, request);
    if (sections.length >= best.sections.length) continue;
    best = { sections: inOrder(sections), twice: pressedTwice(sections, request, area), bound, grid: null };
  }
  if (best.sections.length <= bound) return best;
  const { sections, proven } = anyhow(request, best.sections.length);
  if (sections) best = { sections, twice: pressedTwice(sections, request, area), bound, grid: null };
  return proven ? { ...best, bound: best.sections.length } : best;
}

/** Area with its sign: holes that union leaves count against what surrounds them. */
const shoelace = (polygon: Polygon): number =>
  polygon.reduce((sum, p, i) => {
    const q = polygon[(i + 1) % polygon.length] ?? p;
    return sum + (p.x * q.y - q.x * p.y) / 2;
  }, 0);
