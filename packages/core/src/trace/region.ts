import type { Polygon } from '../geometry/index.js';

// Taken out of the global object once: looking it up for every pixel costs more than the sum itself in some places where this runs.
const { max } = Math;

/** Cells that are in (1) or out (0), rows from the top. */
export interface Mask {
  data: Uint8Array;
  width: number;
  height: number;
}

/** One connected part of a mask. */
export interface Region {
  /** Its number among the labels. */
  label: number;
  area: number;
  left: number;
  top: number;
  right: number;
  bottom: number;
}

export interface Labels {
  data: Int32Array;
  width: number;
  height: number;
  regions: Region[];
}

/** The connected parts of a mask, neighbours sharing an edge. Floods from cell to cell with a stack: O(n). */
export function labelled({ data, width, height }: Mask): Labels {
  const labels = new Int32Array(width * height);
  const regions: Region[] = [];
  const stack = new Int32Array(width * height);
  for (let seed = 0; seed < data.length; seed++) {
    if (data[seed] !== 1 || labels[seed] !== 0) continue;
    const label = regions.length + 1;
    let [area, left, top, right, bottom] = [0, width, height, -1, -1];
    let depth = 0;
    stack[depth++] = seed;
    labels[seed] = label;
    while (depth > 0) {
      const at = stack[--depth] ?? 0;
      const y = (at / width) | 0;
      const x = at - y * width;
      area++;
      if (x < left) left = x;
      if (x > right) right = x;
      if (y < top) top = y;
      if (y > bottom) bottom = y;
      if (x > 0 && data[at - 1] === 1 && labels[at - 1] === 0) {
        labels[at - 1] = label;
        stack[depth++] = at - 1;
      }
      if (x + 1 < width && data[at + 1] === 1 && labels[at + 1] === 0) {
        labels[at + 1] = label;
        stack[depth++] = at + 1;
      }
      if (y > 0 && data[at - width] === 1 && labels[at - width] === 0) {
        labels[at - width] = label;
        stack[depth++] = at - width;
      }
      if (y + 1 < height && data[at + width] === 1 && labels[at + width] === 0) {
        labels[at + width] = label;
        stack[depth++] = at + width;
      }
    }
    regions.push({ label, area, left, top, right, bottom });
  }
  return { data: labels, width, height, regions };
}

/** Whether a region reaches the rim of the picture. */
export const touchesRim = (
  { left, top, right, bottom }: Region,
  { width, height }: { width: number; height: number },
): boolean => left <= 0 || top <= 0 || right >= width - 1 || bottom >= height - 1;

/** The same mask with every hole filled: what cannot be reached from the rim through cells that are out. */
export function filled(mask: Mask): Mask {
  const { width, height } = mask;
  const out = new Uint8Array(width * height);
  for (let i = 0; i < out.length; i++) out[i] = mask.data[i] === 1 ? 0 : 1;
  const holes = labelled({ data: out, width, height });
  // Label 0 is what was in already.
  const stays = new Uint8Array(holes.regions.length + 1).fill(1);
  for (const region of holes.regions) if (touchesRim(region, mask)) stays[region.label] = 0;
  const data = new Uint8Array(width * height);
  for (let i = 0; i < data.length; i++) data[i] = stays[holes.data[i] ?? 0] ?? 1;
  return { data, width, height };
}

/** The mask grown by `reach` cells along lines of it, or shrunk by as many: what lies outside of the picture counts for neither. */
function spread(from: Uint8Array, { lines, along }: Record<'lines' | 'along', Stride>, reach: number, value: 0 | 1) {
  const to = Uint8Array.from(from);
  for (let line = 0; line < lines.count; line++) {
    const start = line * lines.step;
    let last = -Infinity;
    for (let i = 0; i < along.count; i++) {
      const at = start + i * along.step;
      if (from[at] === value) last = i;
      else if (i - last <= reach) to[at] = value;
    }
    last = Infinity;
    for (let i = along.count - 1; i >= 0; i--) {
      const at = start + i * along.step;
      if (from[at] === value) last = i;
      else if (last - i <= reach) to[at] = value;
    }
  }
  return to;
}

interface Stride {
  count: number;
  step: number;
}

/** Squares of `reach` cells to every side: what touches one that has the value takes it, too. */
function squares({ data, width, height }: Mask, reach: number, value: 0 | 1): Mask {
  const [rows, columns] = [
    { count: height, step: width },
    { count: width, step: 1 },
  ];
  const across = spread(data, { lines: rows, along: columns }, reach, value);
  return { data: spread(across, { lines: columns, along: rows }, reach, value), width, height };
}

/** The same mask with what lies apart by no more than twice `reach` cells joined: grown, and shrunk again. O(n). */
export const joined = (mask: Mask, reach: number): Mask => squares(squares(mask, reach, 1), reach, 0);

/** The same mask without what is no wider than twice `reach` cells: shrunk, and grown again. O(n). */
export const opened = (mask: Mask, reach: number): Mask => squares(squares(mask, reach, 0), reach, 1);

/** Squared distance, in cells, of every cell to the nearest one that is in. Felzenszwalb and Huttenlocher 2012: O(n). */
export function squaredDistance({ data, width, height }: Mask): Float32Array {
  const FAR = 1e12;
  const out = new Float32Array(width * height);
  for (let i = 0; i < out.length; i++) out[i] = data[i] === 1 ? 0 : FAR;
  const most = max(width, height);
  const [line, hull, bound] = [new Float64Array(most), new Int32Array(most), new Float64Array(most + 1)];
  const pass = (length: number, start: number, step: number) => {
    for (let i = 0; i < length; i++) line[i] = out[start + i * step] ?? FAR;
    let last = 0;
    hull[0] = 0;
    bound[0] = -FAR;
    bound[1] = FAR;
    for (let q = 1; q < length; q++) {
      const meet = () => {
        const v = hull[last] ?? 0;
        return ((line[q] ?? 0) + q * q - (line[v] ?? 0) - v * v) / (2 * (q - v));
      };
      let at = meet();
      while (last > 0 && at <= (bound[last] ?? 0)) {
        last--;
        at = meet();
      }
      last++;
      hull[last] = q;
      bound[last] = at;
      bound[last + 1] = FAR;
    }
    let k = 0;
    for (let q = 0; q < length; q++) {
      while ((bound[k + 1] ?? FAR) < q) k++;
      const v = hull[k] ?? 0;
      out[start + q * step] = (q - v) * (q - v) + (line[v] ?? 0);
    }
  };
  for (let x = 0; x < width; x++) pass(height, x, width);
  for (let y = 0; y < height; y++) pass(width, y * width, 1);
  return out;
}

/** Right, down, left, up: a step, and the cells to the right and to the left ahead of it. */
const STEPS = [
  { x: 1, y: 0, right: [0, 0], left: [0, -1] },
  { x: 0, y: 1, right: [-1, 0], left: [0, 0] },
  { x: -1, y: 0, right: [-1, -1], left: [-1, 0] },
  { x: 0, y: -1, right: [0, -1], left: [-1, -1] },
] as const;

/** The outer border of one region along the edges of its cells, clockwise as seen, in cells from the top-left corner. O(border). */
export function borderOf({ data, width, height }: Labels, { label, top, left, right }: Region): Polygon {
  const inside = (x: number, y: number) => x >= 0 && y >= 0 && x < width && y < height && data[y * width + x] === label;
  let startX = left;
  while (startX <= right && !inside(startX, top)) startX++;
  let [x, y, turn] = [startX, top, 0];
  const points: { x: number; y: number }[] = [];
  do {
    points.push({ x, y });
    const step = STEPS[turn] ?? STEPS[0];
    x += step.x;
    y += step.y;
    const ahead = STEPS[turn] ?? STEPS[0];
    if (!inside(x + ahead.right[0], y + ahead.right[1])) turn = (turn + 1) % 4;
    else if (inside(x + ahead.left[0], y + ahead.left[1])) turn = (turn + 3) % 4;
  } while (!(x === startX && y === top && turn === 0) && points.length < 4 * width * height);
  return points;
}
