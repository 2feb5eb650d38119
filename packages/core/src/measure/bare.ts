import { distance, type Point } from '../geometry/index.js';
import { nth } from '../numbers/index.js';
import type { Picture } from '../trace/index.js';
import type { FoundTarget } from './find.js';
import { lightReader } from './light.js';
import { TARGET } from './target.js';

/** How far from a target cloth is no longer heated with it, mm; looks across and down; how far its light may be from that of the cloth round targets, as shares. */
const AWAY = 14;
const LOOKS = 28;
const LIKE = { least: 0.82, most: 1.25 };
/** A spot is even to within this share of its light. */
const EVEN = 0.06;

/** So many spots are taken, spread over the picture, so that they tell how the light falls off, too. */
const MOST = 6;

/**
 * Spots of cloth that were most likely never pressed: even, about as light as the cloth round the targets, away from all of them, and spread over the picture. Somebody has to look at them: the
 * lid of a scanner is white, too. O(looks² · (targets + spots)).
 */
export function bareSpots(picture: Picture, targets: readonly FoundTarget[]): Point[] {
  const [first] = targets;
  if (!first) return [];
  const read = lightReader(picture);
  const one = new Float64Array(3);
  const light = (p: Point): number => {
    read(p.x, p.y, one);
    return 0.3 * nth(one, 0) + 0.6 * nth(one, 1) + 0.1 * nth(one, 2);
  };
  const around = targets.map(({ corners, perMm }) => {
    const centre = { x: (corners[0].x + corners[2].x) / 2, y: (corners[0].y + corners[2].y) / 2 };
    return {
      centre,
      reach: (Math.hypot(TARGET.width, TARGET.height) / 2 + AWAY) * perMm,
      cloth: ringLight(corners, centre, light),
    };
  });
  const cloth = Math.max(...around.map((one_) => one_.cloth));
  const step = 1.5 * first.perMm;
  const able: Point[] = [];
  for (let row = 0; row < LOOKS; row++)
    for (let column = 0; column < LOOKS; column++) {
      const at = { x: ((column + 0.5) / LOOKS) * picture.width, y: ((row + 0.5) / LOOKS) * picture.height };
      const edge = Math.min(at.x, at.y, picture.width - at.x, picture.height - at.y) - 3 * first.perMm;
      if (Math.min(edge, ...around.map(({ centre, reach }) => distance(at, centre) - reach)) <= 0) continue;
      const looks = [-2, -1, 0, 1, 2].flatMap((i) =>
        [-2, 0, 2].map((j) => light({ x: at.x + i * step, y: at.y + j * step })),
      );
      const mean = looks.reduce((sum, value) => sum + value, 0) / looks.length;
      const even = looks.every((value) => Math.abs(value - mean) < EVEN * mean);
      if (even && mean > LIKE.least * cloth && mean < LIKE.most * cloth) able.push(at);
    }
  // The nearest to the first target, then each as far from those taken as can be.
  const taken: Point[] = [];
  while (taken.length < MOST && taken.length < able.length) {
    const value = (p: Point) =>
      taken.length === 0
        ? -Math.min(...around.map(({ centre }) => distance(p, centre)))
        : Math.min(...taken.map((one_) => distance(p, one_)));
    taken.push(able.reduce((a, p) => (value(p) > value(a) ? p : a)));
  }
  return taken;
}

/** How light the cloth just outside the corners of a frame is. */
const ringLight = (corners: FoundTarget['corners'], centre: Point, light: (p: Point) => number): number =>
  Math.max(
    ...corners.map(({ x, y }) => light({ x: centre.x + (x - centre.x) * 1.07, y: centre.y + (y - centre.y) * 1.07 })),
  );
