import { layBed, LEAST_OVERLAP, planSections, type Bed, type HangOff, type Sections } from '../bed/index.js';
import type { Blank, Template } from '../blank/index.js';
import { areaOf, boundsOf, polygonOf, unionOf, type Rect } from '../geometry/index.js';
import { heatAt, mapOf, usableZone, type HeatMap, type UsableZone } from '../heat/index.js';
import type { Press } from '../shop/index.js';
import type { Layer } from './layers.js';

/** Where the pieces lie on the plate, which part of it can be used, and how what is larger is pressed. */
export interface PressBed {
  /** The plate's temperature from its last check; null: never checked. */
  map: HeatMap | null;
  /** Where the plate is even enough; all of it while nobody checked. */
  zone: Rect;
  /** What the check says of that zone; null: never checked. */
  usable: UsableZone | null;
  /** The print on the plate: its box without bleed for prints that run off the blank. */
  print: { width: number; height: number };
  /** Null when the print is larger than the plate. */
  bed: Bed | null;
  /** Hottest and coolest under the print, °C, when it reaches beyond the even part of the plate. */
  uneven: { hottest: number; coolest: number } | null;
  /** Null when it fits at once, or no sections would do. */
  sections: Sections | null;
}

/** What has to hang off, in the coordinates of the print that is pressed. */
const hangOffsOf = (blank: Blank, side: number, shift: number): HangOff[] =>
  (blank.sides[side]?.keepOuts ?? [])
    .filter((keepOut) => keepOut.hangsOff)
    .map(({ kind, area }) => {
      const box = boundsOf(area);
      return { kind, area: { ...box, x: box.x + shift, y: box.y + shift } };
    });

/** Hottest and coolest under what lies on the plate, at the dial that suits the even part. */
function spanUnder(map: HeatMap, usable: UsableZone, { pieces }: Bed): { hottest: number; coolest: number } {
  const shift = usable.dial - map.dial;
  const values = pieces.flatMap(({ print: { x, y, width, height } }) =>
    [0, 0.5, 1].flatMap((u) => [0, 0.5, 1].map((v) => heatAt(map, x + u * width, y + v * height).celsius + shift)),
  );
  return { hottest: Math.max(...values), coolest: Math.min(...values) };
}

/** Lays the first side of a blank on the plate, or cuts its print into sections. `pieces`: how many wait. */
export function bedOf(
  blank: Blank,
  template: Template,
  press: Press,
  layers: readonly Layer[],
  wanted: number,
  pieces: number,
): PressBed {
  const map = mapOf(press);
  const usable = map ? usableZone(map, wanted) : null;
  const whole = { x: 0, y: 0, width: press.platen.width, height: press.platen.depth };
  const zone = usable?.zone ?? whole;
  const over = blank.style === 'edge to edge' ? 0 : template.bleed;
  const print = { width: template.width + 2 * over, height: template.height + 2 * over };
  const hangOffs = hangOffsOf(blank, 0, over);
  const lies = unionOf([{ x: 0, y: 0, ...print }, ...hangOffs.map(({ area }) => area)]);
  const request = {
    print,
    blank: lies,
    hangOffs,
    platen: press.platen,
    zone,
    open: press.open,
    pad: layers.some(({ role }) => role === 'pad'),
    pieces: blank.jig ? Math.min(pieces, 2) : pieces,
  };
  const within = layBed(request);
  if (within) return { map, zone, usable, print, bed: within, uneven: null, sections: null };
  // A little beyond the even part is pressed at once all the same: two pressings would leave more of a mark.
  const beyond = map && usable ? layBed({ ...request, zone: whole, pieces: 1 }) : null;
  if (map && usable && beyond)
    return { map, zone, usable, print, bed: beyond, uneven: spanUnder(map, usable, beyond), sections: null };
  const outline = over > 0 ? template.bleedPolygon : polygonOf(template.outline);
  const sections = planSections(
    { outline, box: boundsOf(outline), zone: { width: zone.width, height: zone.height }, overlap: LEAST_OVERLAP },
    areaOf(outline),
  );
  return { map, zone, usable, print, bed: null, uneven: null, sections };
}
