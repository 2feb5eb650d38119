import {
  areaOf,
  distance,
  homographyOf,
  hullOf,
  project,
  type Four,
  type Homography,
  type Point,
  resampled,
} from '../geometry/index.js';
import {
  borderOf,
  fourCorners,
  labelled,
  lumaOf,
  type Picture,
  quadThrough,
  sampler,
  sharpCorners,
  shrink,
} from '../trace/index.js';
import { CODE_CELLS, readCells, type TargetCode } from './code.js';
import { PLACES, TARGET } from './target.js';

// Taken out of the global object once: looking it up for every pixel costs more than the sum itself in some places where this runs.
const { floor, max, min, round } = Math;

/** A target in a picture. */
export interface FoundTarget {
  code: TargetCode;
  /** From mm on the target to pixels of the picture. */
  map: Homography;
  /** Its corners in the picture, from the top left one of the target on, clockwise as it is to be read. */
  corners: Four<Point>;
  /** Pixels a millimetre, about. */
  perMm: number;
}

/** A frame that was found, and nothing could be read in it. */
export interface Unread {
  corners: Four<Point>;
  why: 'its code cannot be read' | 'it is seen in mirror image';
}

/** The rough look has about this many cells along the longer side of the picture. */
const ROUGH_ACROSS = 1400;
/** A frame is darker than this share of what lies round it. */
const DARKER = 0.9;
/** A frame's longer side is at least this share of the picture's, and four sides stray no more than this from straight, in parts of it. */
const LEAST_SIDE = 0.06;
const MOST_STRAY = 0.03;
/** Of the area in its four sides a frame covers so much: thin, and not broken off. */
const COVER = { least: 0.08, most: 0.6 };

/** Cells that are darker than the mean of a window round them. By sums over rectangles (Crow 1984): O(n). */
function darkCells(luma: { data: Float32Array; width: number; height: number }): Uint8Array {
  const { data, width, height } = luma;
  const sums = new Float64Array((width + 1) * (height + 1));
  for (let y = 0; y < height; y++) {
    let row = 0;
    for (let x = 0; x < width; x++) {
      row += data[y * width + x] ?? 0;
      sums[(y + 1) * (width + 1) + x + 1] = (sums[y * (width + 1) + x + 1] ?? 0) + row;
    }
  }
  const half = round(max(width, height) / 26);
  const out = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) {
    const top = max(0, y - half);
    const bottom = min(height, y + half + 1);
    for (let x = 0; x < width; x++) {
      const left = max(0, x - half);
      const right = min(width, x + half + 1);
      const sum =
        (sums[bottom * (width + 1) + right] ?? 0) -
        (sums[top * (width + 1) + right] ?? 0) -
        (sums[bottom * (width + 1) + left] ?? 0) +
        (sums[top * (width + 1) + left] ?? 0);
      const mean = sum / ((bottom - top) * (right - left));
      out[y * width + x] = (data[y * width + x] ?? 0) < DARKER * mean ? 1 : 0;
    }
  }
  return out;
}

/** Corners of the target on paper, mm, clockwise from the top left. */
const CORNERS: Four<Point> = [
  { x: 0, y: 0 },
  { x: TARGET.width, y: 0 },
  { x: TARGET.width, y: TARGET.height },
  { x: 0, y: TARGET.height },
];
const MIRRORED: Four<Point> = [CORNERS[1], CORNERS[0], CORNERS[3], CORNERS[2]];
const turned = ([a, b, c, d]: Four<Point>): Four<Point> => [c, d, a, b];

/** Reads the code of a target that is mapped so; null where it is none. */
function codeAt(sample: (x: number, y: number) => number, map: Homography): TargetCode | null {
  const { x, y, width, height } = PLACES.code;
  const cell = { width: width / CODE_CELLS.columns, height: height / CODE_CELLS.rows };
  const at = (u: number, v: number) => {
    const p = project(map, { x: u, y: v });
    return sample(p.x, p.y);
  };
  const values = Array.from({ length: CODE_CELLS.columns * CODE_CELLS.rows }, (_, i) => {
    const [column, row] = [i % CODE_CELLS.columns, floor(i / CODE_CELLS.columns)];
    let sum = 0;
    for (const u of [0.3, 0.5, 0.7])
      for (const v of [0.3, 0.5, 0.7]) sum += at(x + (column + u) * cell.width, y + (row + v) * cell.height);
    return sum / 9;
  });
  const [low, high] = [min(...values), max(...values)];
  if (high - low < 6) return null;
  return readCells(values.map((value) => value < (low + high) / 2));
}

/**
 * Finds every target in a picture, whichever way it is turned, and reads its code. Frames are looked for on a small picture, then their sides are followed on the full one in parts of a
 * pixel. `unread`: frames of which no code could be read. O(pixels) once.
 */
export function findTargets(picture: Picture): { found: FoundTarget[]; unread: Unread[] } {
  const factor = max(1, round(max(picture.width, picture.height) / ROUGH_ACROSS));
  const planes = shrink(picture, factor);
  const luma = lumaOf(planes);
  const labels = labelled({ data: darkCells(luma), width: planes.width, height: planes.height });
  const least = LEAST_SIDE * max(planes.width, planes.height);
  const sample = sampler(picture, [0.299, 0.587, 0.114]);
  const found: FoundTarget[] = [];
  const unread: Unread[] = [];
  for (const region of labels.regions) {
    const [wide, high] = [region.right - region.left + 1, region.bottom - region.top + 1];
    if (max(wide, high) < least || min(wide, high) < least / 3) continue;
    const points = resampled(borderOf(labels, region), 1);
    if (points.length < 40) continue;
    const quad = quadThrough(points, fourCorners(hullOf(points)));
    if (!quad) continue;
    const area = areaOf(quad.corners);
    const longest = max(...quad.corners.map((p, i) => distance(p, quad.corners[(i + 1) % 4] ?? p)));
    if (area < 100 || quad.stray > MOST_STRAY * longest + 1) continue;
    const cover = region.area / area;
    if (cover < COVER.least || cover > COVER.most) continue;
    const rough = quad.corners.map((p) => ({ x: p.x * factor, y: p.y * factor })) as unknown as Four<Point>;
    const perMm = (longest * factor) / TARGET.width;
    // The frame is dark: what falls outward from it is the negative of its light.
    const { corners } = sharpCorners(picture, rough, [-0.299, -0.587, -0.114], max(2, 0.8 * TARGET.frame * perMm));
    const read = [corners, turned(corners)]
      .map((order) => ({ order, map: homographyOf(CORNERS, order) }))
      .map(({ order, map }) => ({ order, map, code: codeAt(sample, map) }))
      .find(({ code }) => code !== null);
    if (read?.code) {
      found.push({ code: read.code, map: read.map, corners: read.order, perMm });
      continue;
    }
    const mirrored = [corners, turned(corners)].some((order) => codeAt(sample, homographyOf(MIRRORED, order)) !== null);
    // What is no frame of ours is left alone: a frame is told by the block that stands in it.
    const isFrame =
      mirrored ||
      framed(sample, homographyOf(CORNERS, corners)) ||
      framed(sample, homographyOf(CORNERS, turned(corners)));
    if (isFrame) unread.push({ corners, why: mirrored ? 'it is seen in mirror image' : 'its code cannot be read' });
  }
  return { found, unread };
}

/** Whether a dark block stands on light ground where a target has one. */
function framed(sample: (x: number, y: number) => number, map: Homography): boolean {
  const at = (x: number, y: number) => {
    const p = project(map, { x, y });
    return sample(p.x, p.y);
  };
  const { block, ground } = PLACES;
  const dark = at(block.x + block.width / 2, block.y + block.height / 2);
  const light = at(ground.x + ground.width / 2, ground.y + ground.height / 2);
  return dark < 0.8 * light;
}
