import {
  areaOf,
  homographyOf,
  project,
  simplified,
  type Four,
  type Homography,
  type Point,
  type Polygon,
} from '../geometry/index.js';
import { cardByHand, type CardSeen, cutOffAmong, findCard } from './card.js';
import { lengthText } from '../units/index.js';
import { aspectOf, CARD_ASPECT, CARD_CORNERS, pixelsPerMm } from './card-shape.js';
import { straightened, type Lens } from './lens.js';
import { grainOf, softened, softLeast } from './grain.js';
import { shrink, type Picture, type Progress } from './picture.js';
import { TraceProblem } from './problem.js';
import { borderOf, touchesRim } from './region.js';
import {
  contrastWeights,
  followEdge,
  inMillimetres,
  needleRemark,
  RIVAL,
  several,
  standingOut,
  sureness,
  type Traced,
} from './scan.js';

/** An outline found beside a card, with the card it was measured by. */
export interface TracedPhoto extends Traced {
  /** The card's corners in the picture, clockwise, the long side first: to be nudged where they are off. */
  corners: Four<Point>;
  /** How its lens bends straight lines. */
  lens: Lens;
}

/** The rough look at a photograph has about this many cells along its longer side. */
const ROUGH_ACROSS = 1100;
/** A picture of more grain than this is softened until it has no more than that, levels of 256, and by no wider a bell than this, pixels: edges are then lost in it no more. */
const GRAINY = 2.5;
const QUIET = 1;
const SOFTEST = 3.5;
/** Where there is more than this its grain is evened out over so many pixels along the edge, to either side. */
const STILL = 0.8;
const EVENED = 2;
/** A picture without a card is taken to be so many mm wide. */
const WITHOUT_CARD = 400;
/** In a grainy picture an edge whose sides are less than this many times its grain apart is lost in it. */
const OUT_OF_GRAIN = 2.5;
/** An outline that may be off by more than this is of no use, mm. */
const UNSURE = 3.5;
/** The joints of a floor and the lines of a cloth are no wider than twice this, mm. */
const THIN = 1.1;
/** Where less of the outline than this was seen, what lies between is a guess. */
const LEAST_FOUND = 0.55;
/** The map from pixels to millimetres on the table, from the corners of the card. */
function planeOf(corners: Four<Point>): Homography {
  const crossed = areaOf(corners) < 100;
  if (crossed) {
    throw new TraceProblem(
      'trace.corners',
      'The four corners of the card do not make a card',
      'Set each corner on a corner of the card, going round it in one direction.',
    );
  }
  return homographyOf(corners, CARD_CORNERS);
}

/** Of nineteen lenses in twenty the bend is known to within so many doubts: of a normal law 1.96, and a little more for what is not. */
const K1_DOUBTS = 2.5;

/** How far the outline moves when the card's corners are off by their own noise, or the lens bends by its doubt more or less, mm: the larger part of what is unsure far from the card. */
function swing({ corners, straight, lens, noise }: CardSeen, points: readonly Point[]): number {
  const some = points.filter((_, i) => i % Math.max(1, Math.floor(points.length / 60)) === 0);
  const placed = (bend: Lens, by: Four<Point>): Point[] => {
    const plane = planeOf(by);
    return some.map((p) => project(plane, straightened(bend, p)));
  };
  const at = placed(lens, straight);
  const moved = (other: readonly Point[]): number => {
    // What moves all alike moves nothing: only the change of shape counts.
    const moves = other.map((q, i) => ({ x: q.x - (at[i]?.x ?? 0), y: q.y - (at[i]?.y ?? 0) }));
    const mean = {
      x: moves.reduce((sum, m) => sum + m.x, 0) / moves.length,
      y: moves.reduce((sum, m) => sum + m.y, 0) / moves.length,
    };
    return Math.max(...moves.map((m) => (m.x - mean.x) ** 2 + (m.y - mean.y) ** 2));
  };
  let squares = 0;
  for (let corner = 0; corner < 4; corner++) {
    for (const by of [
      { x: noise, y: 0 },
      { x: 0, y: noise },
    ]) {
      const nudged = straight.map((p, i) => (i === corner ? { x: p.x + by.x, y: p.y + by.y } : p));
      squares += moved(placed(lens, nudged as unknown as Four<Point>));
    }
  }
  const bent = { ...lens, k1: lens.k1 + K1_DOUBTS * lens.doubt };
  squares += moved(placed(bent, corners.map((p) => straightened(bent, p)) as unknown as Four<Point>));
  return Math.sqrt(squares);
}

/**
 * Finds a blank in a photograph with an ID-1 card lying flat beside it: the card gives scale and perspective. `corners` are the
 * card's corners as the user has set them; without them the card is looked for. O(pixels) once, then O(length of the outline). Throws a
 * TraceProblem when no card is in sight, it is cut off, or there is no blank beside it.
 */
export function tracePhoto(
  taken: Picture,
  given: Four<Point> | null = null,
  progress: Progress = () => undefined,
): TracedPhoto {
  progress(0.02, 'Looking it over');
  const grain = grainOf(taken);
  // A bell of this width leaves 1 / (2 √π width) of the grain.
  const soft = grain > GRAINY ? Math.min(SOFTEST, grain / (2 * Math.sqrt(Math.PI) * QUIET)) : 0;
  const picture = soft > 0 ? softened(taken, soft) : taken;
  const factor = Math.max(1, Math.round(Math.max(picture.width, picture.height) / ROUGH_ACROSS));
  const planes = shrink(picture, factor);
  progress(0.35, 'Looking for the card');
  const card = given ? cardByHand(picture, given, soft) : findCard(picture, planes, soft);
  const perMm = card ? pixelsPerMm(card.corners) : picture.width / WITHOUT_CARD;
  const { labels, regions } = standingOut(planes, perMm / factor, THIN);
  if (!card) {
    throw cutOffAmong(planes, labels, regions)
      ? new TraceProblem(
          'trace.card-cut-off',
          'The card is cut off by the edge of the picture',
          'Take the picture again with the whole card in it, and some table on every side; or set its corners by hand.',
        )
      : new TraceProblem(
          'trace.no-card',
          'There is no card in sight',
          'Lay a bank card flat beside the blank, on a ground of another colour, with room between them; or set its corners by hand.',
        );
  }
  const plane = planeOf(card.straight);
  const inCard = (region: { left: number; right: number; top: number; bottom: number }) => {
    const [xs, ys] = [card.corners.map((p) => p.x / factor), card.corners.map((p) => p.y / factor)];
    const [cx, cy] = [(region.left + region.right) / 2, (region.top + region.bottom) / 2];
    return cx > Math.min(...xs) && cx < Math.max(...xs) && cy > Math.min(...ys) && cy < Math.max(...ys);
  };
  const others = regions.filter((region) => !inCard(region));
  const region = others.find((one) => !touchesRim(one, planes));
  const [largest] = others;
  if (
    !region ||
    (largest &&
      largest !== region &&
      largest.area > region.area * 2 &&
      largest.area < 0.5 * planes.width * planes.height)
  ) {
    throw largest
      ? new TraceProblem(
          'trace.cut-off',
          'The blank reaches over the edge of the picture',
          'Take the picture again with the whole blank in it, and some table on every side.',
        )
      : new TraceProblem(
          'trace.nothing',
          'There is no blank to be seen beside the card',
          'Lay the blank on a ground of another colour, flat, with room between it and the card.',
        );
  }
  const rival = others.find((one) => one !== region && !touchesRim(one, planes));
  if (rival && rival.area > RIVAL * region.area) throw several();
  progress(0.6, 'Following the edge');
  const contrast = contrastWeights(planes, labels, region);
  const edge = followEdge(picture, borderOf(labels, region), {
    factor,
    sought: {
      contrast,
      leastOf: (apart) => (soft > 0 ? softLeast(apart, soft, 0.35) : Math.max(1.5, apart * 0.04)),
      coloured: true,
      evened: grain > STILL ? EVENED : 0,
    },
    perMm,
    reachMm: 3,
  });
  if (edge.found < LEAST_FOUND || (soft > 0 && contrast.step < OUT_OF_GRAIN * grain))
    throw new TraceProblem(
      'trace.faint',
      'The edge of the blank hardly stands out',
      'Take the picture again in more light, on a ground that is much lighter or much darker than the blank.',
    );
  progress(0.95, 'Measuring it');
  const outline: Polygon = inMillimetres(edge.points, (p) => project(plane, straightened(card.lens, p)));
  // Softening rounds off tips by about its own width.
  const swings = swing({ ...card, noise: Math.max(0.12, card.noise) }, edge.points);
  const uncertainty = Math.hypot(sureness(edge, perMm) + soft / perMm, swings);
  if (!given && uncertainty > UNSURE)
    throw new TraceProblem(
      'trace.unsure',
      `By this picture the outline may be off by ${lengthText(uncertainty)}`,
      'Take it again with the card closer to the blank, both near the middle, in more light; or set the corners of the card by hand.',
    );
  const remarks: string[] = [];
  const tilt = tiltOf(card.corners);
  if (tilt > 24)
    remarks.push(`The picture was taken at some ${Math.round(tilt)}° from straight above; straighter is surer.`);
  if (soft > 0) remarks.push('The picture is grainy, and was softened: in more light it is surer.');
  const fine = needleRemark(edge.tip);
  if (fine) remarks.push(fine);
  if (edge.found < 0.9)
    remarks.push(`On ${Math.round((1 - edge.found) * 100)} % of its length no edge was seen: look at those parts.`);
  progress(1, 'Done');
  return {
    outline,
    inPicture: simplified(edge.points, 0.04 * perMm),
    uncertainty,
    found: edge.found,
    remarks,
    corners: card.corners,
    lens: card.lens,
  };
}

/** About how far from straight above the picture was taken, degrees: from how much the card's sides differ from its shape. */
function tiltOf(corners: Four<Point>): number {
  const aspect = aspectOf(corners) / CARD_ASPECT;
  const squeeze = Math.min(1, aspect > 1 ? 1 / aspect : aspect);
  return (Math.acos(squeeze) * 180) / Math.PI;
}
