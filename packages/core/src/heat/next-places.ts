import type { Point } from '../geometry/index.js';
import { nth } from '../numbers/index.js';
import { believed, isOnePlace } from './believed.js';
import { believe } from './plate-belief.js';
import { readingGrid, type PressCheck } from './reading.js';

/** Places among which the next are chosen, each way. */
const ASKED = 11;

/**
 * The places that lower the doubt about the whole plate most when they are read next, the best first: each by how much of all places' variance a reading there would
 * take away, given those before it (active learning after Cohn, Neural Networks 9, 1996). Places that were read are left out. O(places³) for each.
 */
export function placesToRead(
  check: Pick<PressCheck, 'readings' | 'curved'>,
  platen: { width: number; depth: number },
  count: number,
): Point[] {
  const { places, strays } = believed(check, platen);
  const points = readingGrid(platen, ASKED, ASKED);
  if (places.length === 0) return [points[Math.floor(points.length / 2)] ?? { x: 0, y: 0 }];
  const { together, noise } = believe(platen, places, strays);
  const n = points.length;
  const covariance = together(points);
  const open = points.map((point) => !places.some((place) => isOnePlace(place, point, platen)));
  const chosen: Point[] = [];
  while (chosen.length < count && open.includes(true)) {
    let [best, most] = [-1, -Infinity];
    for (let c = 0; c < n; c++) {
      if (!open[c]) continue;
      let gain = 0;
      for (let j = 0; j < n; j++) gain += nth(covariance, c * n + j) ** 2;
      gain /= nth(covariance, c * n + c) + noise * noise;
      if (gain > most) [best, most] = [c, gain];
    }
    const row = covariance.slice(best * n, (best + 1) * n);
    const whole = nth(row, best) + noise * noise;
    for (let i = 0; i < n; i++)
      for (let j = 0; j < n; j++)
        covariance[i * n + j] = nth(covariance, i * n + j) - (nth(row, i) * nth(row, j)) / whole;
    open[best] = false;
    const point = points[best];
    if (point) chosen.push(point);
  }
  return chosen;
}
