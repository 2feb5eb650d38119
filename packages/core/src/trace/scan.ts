import { areaOf, boundsOf, simplified, type Point, type Polygon, resampled } from '../geometry/index.js';
import { MM_PER_INCH, lengthText } from '../units/index.js';
import { contrastAt, contrastOf, type Contrast } from './contrast.js';
import { sharpened } from './corners.js';
import { needleDoubt } from './needle.js';
import { groundOf } from './ground.js';
import { darkness, otsu } from './level.js';
import { LUMA, lumaOf, sampler, shrink, type Picture, type Plane, type Planes, type Progress } from './picture.js';
import { TraceProblem } from './problem.js';
import { type Edge, type EdgeAt, refined, smoothed, type Refined } from './refine.js';
import {
  borderOf,
  filled,
  joined,
  labelled,
  opened,
  squaredDistance,
  touchesRim,
  type Labels,
  type Mask,
  type Region,
} from './region.js';

// Taken out of the global object once: looking it up for every pixel costs more than the sum itself in some places where this runs.
const { max, min, round } = Math;

/** What lies on the glass: an outline drawn with a pen on white paper, whose inside edge is wanted; or the blank itself. */
export const SUBJECTS = ['pen line', 'blank'] as const;
export type Subject = (typeof SUBJECTS)[number];

/** An outline found in a picture. */
export interface Traced {
  /** True size, mm, about its own top-left corner. */
  outline: Polygon;
  /** The same in pixels of the picture, for drawing over it. */
  inPicture: Polygon;
  /** How far the outline may be off, mm, as judged from the edge itself: its noise, its gaps, the size of a pixel. */
  uncertainty: number;
  /** Share of the outline where an edge was seen; the rest is bridged. */
  found: number;
  /** What the user should know. */
  remarks: string[];
}

/** Limits of a scanner's resolution, pixels per inch. */
export const PPI_LIMITS = { least: 72, most: 2400 };

/** The rough look is taken at about this many cells per inch. */
const ROUGH_PPI = 110;
/** Outlines are followed in steps of this, mm, and simplified to within this. */
const PITCH = 0.3;
const SIMPLE = 0.04;
/** Nothing smaller than this is an outline, as a share of the picture. */
const LEAST_SHARE = 0.004;
/** A second region at least this large, as a share of the first, is another blank. */
export const RIVAL = 0.3;
/** How wide a gap in a pen line may be, mm: half of it is closed from either side, the least that closes it first. */
const CLOSINGS = [0, 0.35, 0.7, 1.2, 2, 3];

const byArea = (regions: readonly Region[]): Region[] => [...regions].sort((a, b) => b.area - a.area);

const noOutline = () =>
  new TraceProblem(
    'trace.nothing',
    'There is no outline to be seen',
    'Draw round the blank with a dark pen on white paper, or lay the blank on a ground of another colour, and scan it again.',
  );

/** Cells that a pen line encloses: not dark, and not to be reached from the rim even when gaps up to twice `closing` are closed. */
function enclosed(
  dark: Mask,
  near: Float32Array | null,
  closing: number,
): { labels: Labels; region: Region; rival: Region | null } | null {
  const { width, height } = dark;
  const open = new Uint8Array(width * height);
  for (let i = 0; i < open.length; i++)
    open[i] = dark.data[i] === 1 || (near !== null && (near[i] ?? 0) <= closing * closing) ? 0 : 1;
  const labels = labelled({ data: open, width, height });
  const inner = byArea(labels.regions.filter((region) => !touchesRim(region, dark)));
  const [region, rival = null] = inner;
  return region && region.area >= LEAST_SHARE * width * height ? { labels, region, rival } : null;
}

function roughPenLine(planes: Planes, perMm: number): { border: Polygon; rival: boolean; closed: number } {
  const dark = darkness(lumaOf(planes));
  const level = otsu(dark, 36);
  const data = new Uint8Array(dark.data.length);
  for (let i = 0; i < data.length; i++) data[i] = (dark.data[i] ?? 0) > level ? 1 : 0;
  const mask: Mask = { data, width: planes.width, height: planes.height };
  const inked = data.reduce((sum, one) => sum + one, 0);
  let near: Float32Array | null = null;
  for (const closing of CLOSINGS) {
    if (closing > 0) near ??= squaredDistance(mask);
    const result = enclosed(mask, near, closing * perMm);
    if (!result) continue;
    const { labels, region } = result;
    const rival = result.rival !== null && result.rival.area > RIVAL * result.region.area;
    return { border: borderOf(labels, region), rival, closed: closing };
  }
  if (inked < 40) throw noOutline();
  throw new TraceProblem(
    'trace.open',
    'The outline is not closed',
    `There is a gap of more than ${lengthText((CLOSINGS.at(-1) ?? 0) * 2)} in the line, or it runs off the glass. Close it with the pen and scan it again.`,
  );
}

/** Mean colours inside and outside an outline's region, as weights that make the inside high and the outside low. */
export function contrastWeights({ channels }: Planes, labels: Labels, region: Region): Contrast {
  const sums = channels.map(() => ({ inside: 0, outside: 0 }));
  let [inside, outside] = [0, 0];
  const margin = round(max(region.right - region.left, region.bottom - region.top) * 0.06) + 3;
  for (let y = max(0, region.top - margin); y <= min(labels.height - 1, region.bottom + margin); y++) {
    for (let x = max(0, region.left - margin); x <= min(labels.width - 1, region.right + margin); x++) {
      const i = y * labels.width + x;
      const label = labels.data[i] ?? 0;
      if (label !== region.label && label !== 0) continue;
      const isIn = label === region.label;
      if (isIn) inside++;
      else outside++;
      channels.forEach((channel, c) => {
        const sum = sums[c];
        if (sum) sum[isIn ? 'inside' : 'outside'] += channel.data[i] ?? 0;
      });
    }
  }
  return contrastOf(
    sums.map((sum) => sum.inside / max(1, inside)),
    sums.map((sum) => sum.outside / max(1, outside)),
  );
}

/** How unlike the ground the cells of a region mostly are: what four in five of them stay under. O(n). */
function typical(unlike: Plane, labels: Labels, { label, left, right, top, bottom }: Region): number {
  const counts = new Uint32Array(256);
  let all = 0;
  for (let y = top; y <= bottom; y++) {
    for (let x = left; x <= right; x++) {
      const i = y * labels.width + x;
      if (labels.data[i] !== label) continue;
      const bin = min(255, round(unlike.data[i] ?? 0));
      counts[bin] = (counts[bin] ?? 0) + 1;
      all++;
    }
  }
  let [passed, value] = [0, 0];
  while (value < 255 && passed + (counts[value] ?? 0) < all * 0.8) passed += counts[value++] ?? 0;
  return value;
}

/** What lies apart by no more than twice this, mm, is of one piece: stripes whose edge has the ground's own colour. */
const JOINED = 0.6;

/**
 * What stands out from the ground, its holes filled, as connected parts, largest first. Looked at twice: what stands out at all, and
 * then each part by itself: what is half as unlike the ground as it mostly is, or is unlike it without being its shadow, so that its shadow and uneven light fall away and
 * parts that only a shadow joins come apart. `perMm`: cells to the millimetre; what is no wider than twice `thinMm` belongs to the ground.
 */
export function standingOut(planes: Planes, perMm: number, thinMm = 0): { labels: Labels; regions: Region[] } {
  const { width, height } = planes;
  const { unlike, own, shadowed } = groundOf(planes);
  const level = otsu(unlike, 12) * 0.5;
  const least = LEAST_SHARE * width * height;
  const reach = max(1, round(JOINED * perMm));
  const odd = shadowed.map((shade, i) => (shade === 0 && (unlike.data[i] ?? 0) > own ? 1 : 0));
  // The lines of a pattern are thin where a blank is not.
  const thin = round(thinMm * perMm);
  const strange = opened({ data: odd, width, height }, max(reach, thin)).data;
  const loose = strange.map((one, i) => ((unlike.data[i] ?? 0) > level ? 1 : one));
  const first = labelled(filled(joined({ data: loose, width, height }, reach)));
  const limits = new Float32Array(first.regions.length + 1).fill(Infinity);
  for (const region of first.regions)
    if (region.area >= least) limits[region.label] = typical(unlike, first, region) * 0.5;
  const close = new Uint8Array(unlike.data.length);
  for (let i = 0; i < close.length; i++) {
    const limit = limits[first.data[i] ?? 0] ?? Infinity;
    if (limit === Infinity) continue;
    close[i] = (unlike.data[i] ?? 0) > limit ? 1 : (strange[i] ?? 0);
  }
  const labels = labelled(opened(filled(joined({ data: close, width, height }, reach)), thin));
  return { labels, regions: byArea(labels.regions.filter((region) => region.area >= least)) };
}

export const several = () =>
  new TraceProblem(
    'trace.several',
    'There is more than one blank to be seen',
    'Take one at a time, or cut the picture to the one that is wanted.',
  );

/** Where the mean contrast of a blank shows less than this share of what is to be seen at a place of its edge, that place has colours of its own. */
const OWN_COLOURS = 0.6;
/** Less than this is no contrast, levels. */
const NO_CONTRAST = 4;

/** What an edge is looked for in: all along the same contrast, with `leastOf` its least fall by how far both sides are apart; or each place in its own, where it has colours of its own. */
export interface Sought {
  contrast: Contrast;
  leastOf: (apart: number) => number;
  /** Whether places may have colours of their own: stripes, prints. */
  coloured: boolean;
  /** Over so many pixels along the edge, to either side of each place, its grain is evened out. */
  evened: number;
}

const edgeIn = (
  picture: Picture,
  { contrast, leastOf, coloured, evened }: Sought,
  near: number,
  far: number,
): EdgeAt => {
  const mean = sampler(picture, contrast.weights);
  return (at, normal) => {
    const own = coloured ? contrastAt(picture, at, normal, near, far) : null;
    const shown = own?.apart.reduce((sum, d, c) => sum + d * (contrast.weights[c] ?? 0), 0) ?? 0;
    const like = !own || shown >= OWN_COLOURS * own.step || own.step < NO_CONTRAST;
    const sample = like ? mean : sampler(picture, own.weights);
    const apart = like ? contrast.step : own.step;
    return { sample: evened > 0 ? evenedAlong(sample, normal, evened) : sample, least: leastOf(apart), apart };
  };
};

/** The same values, each the mean of what lies along an edge with that normal, `reach` pixels to either side. */
function evenedAlong(sample: Edge['sample'], { x: nx, y: ny }: Point, reach: number): Edge['sample'] {
  return (x, y) => {
    let sum = 0;
    for (let d = -reach; d <= reach; d++) sum += sample(x - ny * d, y + nx * d);
    return sum / (2 * reach + 1);
  };
}

/** An edge that was followed, with its corners, and how far a tip as fine as a needle may be off, mm: nought where there is none. */
export interface Followed extends Refined {
  tip: number;
}

/** Follows the edge near a rough border on the full picture: twice, the second time close by. */
export function followEdge(
  picture: Picture,
  border: Polygon,
  {
    factor,
    sought,
    perMm,
    reachMm,
    closed = 0,
  }: { factor: number; sought: Sought; perMm: number; reachMm: number; closed?: number },
): Followed {
  const pitch = PITCH * perMm;
  const rough = smoothed(
    resampled(
      border.map((p) => ({ x: p.x * factor, y: p.y * factor })),
      pitch,
    ),
    max(1, round((1.5 * factor) / pitch)),
  );
  const step = max(0.35, 0.05 * perMm);
  const first = refined(
    rough,
    { edgeAt: edgeIn(picture, sought, 1.2 * perMm, 2.4 * perMm), window: reachMm * perMm, step },
    3,
    (0.6 + closed) * perMm,
  );
  const again = resampled(first.points, pitch);
  const second = refined(
    smoothed(again, 1),
    { edgeAt: edgeIn(picture, sought, 0.5 * perMm, 1.4 * perMm), window: max(3, 0.45 * perMm), step },
    3,
    0.25 * perMm,
  );
  const sharp = sharpened(second.points, pitch, perMm, closed);
  return { ...second, found: first.found, points: sharp, tip: needleDoubt(sharp, perMm) };
}

/** A tip that may be off by less than this is not worth a word, mm. */
const TOLD = 0.5;
/** What is said of a tip that may be off by so much, mm; null: nothing. */
export const needleRemark = (mm: number): string | null =>
  mm < TOLD ? null : `A tip as fine as a needle may be off by about ${lengthText(mm)}. Look at it, and set it by hand.`;

/** How far an outline may be off that was bridged all along, mm. */
const BRIDGED = 1.6;

/** How sure an edge is, mm: the size of a pixel, its noise, what had to be bridged, and a tip as fine as a needle. */
export const sureness = ({ noise, found, tip }: Followed, perMm: number): number =>
  0.3 / perMm + (2 * noise) / perMm + (1 - found) * BRIDGED + tip;

/**
 * Finds the closed outline on a scan at true size. A pen line: its inside edge, gaps of up to 6 mm bridged; the blank itself: its edge.
 * Looks roughly on a small picture first, then follows the edge on the full one along its normals: O(pixels) once, then
 * O(length of the outline). Throws a TraceProblem when there is none, it is open, cut off by the glass, or there are several.
 */
export function traceScan(
  picture: Picture,
  ppi: number,
  subject: Subject,
  progress: Progress = () => undefined,
): Traced {
  if (!(ppi >= PPI_LIMITS.least && ppi <= PPI_LIMITS.most))
    throw new TraceProblem(
      'trace.resolution',
      `${ppi} pixels per inch is not a scanner's resolution`,
      `Say what the scanner was set to, from ${PPI_LIMITS.least} to ${PPI_LIMITS.most}; 300 is usual.`,
    );
  progress(0.02, 'Looking it over');
  const perMm = ppi / MM_PER_INCH;
  const factor = max(1, round(ppi / ROUGH_PPI));
  const planes = shrink(picture, factor);
  progress(0.4, 'Looking for the outline');
  let border: Polygon;
  // A dark line on white paper: its inside is the lighter side.
  let sought: Sought = {
    contrast: { ...contrastOf([1, 1, 1], [0, 0, 0]), weights: LUMA },
    leastOf: () => 8,
    coloured: false,
    evened: 0,
  };
  let closed = 0;
  let reachMm = subject === 'pen line' ? 1.6 : 1.1;
  const remarks: string[] = [];
  if (subject === 'pen line') {
    const rough = roughPenLine(planes, perMm / factor);
    if (rough.rival) throw several();
    if (rough.closed > 0) remarks.push('The pen line has gaps; they are bridged along its curve.');
    border = rough.border;
    // Closing keeps off the line, and further off in a sharp tip.
    closed = rough.closed;
    reachMm += 2.4 * closed;
  } else {
    const { labels, regions } = standingOut(planes, perMm / factor);
    const [region, rival] = regions;
    if (!region) throw noOutline();
    if (rival && rival.area > RIVAL * region.area) throw several();
    if (touchesRim(region, planes)) {
      throw new TraceProblem(
        'trace.cut-off',
        'The blank reaches over the edge of the glass',
        'Lay it wholly on the glass, with some ground to be seen on every side.',
      );
    }
    border = borderOf(labels, region);
    sought = {
      contrast: contrastWeights(planes, labels, region),
      leastOf: (apart) => max(1.5, apart * 0.04),
      coloured: true,
      evened: 0,
    };
  }
  progress(0.6, 'Following its edge');
  const edge = followEdge(picture, border, {
    factor,
    sought,
    perMm,
    reachMm,
    closed,
  });
  progress(0.95, 'Measuring it');
  const inPicture = edge.points;
  const outline = inMillimetres(inPicture, (p) => ({ x: p.x / perMm, y: p.y / perMm }));
  const fine = needleRemark(edge.tip);
  if (fine) remarks.push(fine);
  if (edge.found < 0.9)
    remarks.push(`On ${round((1 - edge.found) * 100)} % of its length no edge was seen: look at those parts.`);
  progress(1, 'Done');
  return {
    outline,
    inPicture: simplified(inPicture, SIMPLE * perMm),
    uncertainty: sureness(edge, perMm),
    found: edge.found,
    remarks,
  };
}

/** The outline at true size about its own top-left corner, with no more points than it needs. */
export function inMillimetres(points: readonly Point[], toMm: (p: Point) => Point): Polygon {
  const true_ = simplified(points.map(toMm), SIMPLE);
  const box = boundsOf(true_);
  const outline = true_.map((p) => ({ x: p.x - box.x, y: p.y - box.y }));
  if (min(box.width, box.height) < 5 || areaOf(outline) < 25)
    throw new TraceProblem(
      'trace.too-small',
      `What was found measures ${lengthText(box.width)} × ${lengthText(box.height)}`,
      'That is too small for a print. Check the resolution, and that nothing but the outline is on the paper.',
    );
  return outline;
}
