import { fillsBox, polygonContains, type Point, type Polygon, type Rect } from '../geometry/index.js';
import { nth, seeded } from '../numbers/index.js';

interface Asked {
  outline: Polygon;
  box: Rect;
  zone: { width: number; height: number };
}

/** Places across and down among which those are sought of which no pressing holds two, beside the corners of the outline; and how often they are gone through. */
const PLACES = 14;
const ROUNDS = 50;
/** Places lie so far inside the outline, mm, and count as apart from so much beyond a pressing on. */
const INSIDE = 0.05;
const APART = 1e-3;

/** A hair from a place towards another. */
const towards = (from: Point, to: Point): Point => {
  const far = Math.hypot(to.x - from.x, to.y - from.y) || 1;
  return { x: from.x + ((to.x - from.x) / far) * INSIDE, y: from.y + ((to.y - from.y) / far) * INSIDE };
};

/** The most places found, in some orders, of which no two lie in one pressing. O(rounds × places × found). */
function placesApart({ outline, box, zone }: Asked): number {
  const middle = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  const grid = Array.from({ length: PLACES * PLACES }, (_, i) => ({
    x: box.x + (box.width * ((i % PLACES) + 0.5)) / PLACES,
    y: box.y + (box.height * (Math.floor(i / PLACES) + 0.5)) / PLACES,
  }));
  const places = [...outline.map((corner) => towards(corner, middle)), ...grid].filter((place) =>
    polygonContains(outline, place),
  );
  const [long, short] = [Math.max(zone.width, zone.height) + APART, Math.min(zone.width, zone.height) + APART];
  const shared = (a: Point, b: Point) => {
    const [dx, dy] = [Math.abs(a.x - b.x), Math.abs(a.y - b.y)];
    return Math.max(dx, dy) <= long && Math.min(dx, dy) <= short;
  };
  const random = seeded(places.length + 1);
  let most = 0;
  for (let round = 0; round < ROUNDS; round++) {
    // From one side to the other, more and more by chance.
    const [u, v] = [random() - 0.5, random() - 0.5];
    const loose = (round / ROUNDS) * Math.min(box.width, box.height);
    const order = places
      .map((place) => ({ place, at: place.x * u + place.y * v + loose * random() }))
      .sort((a, b) => a.at - b.at);
    const found: Point[] = [];
    for (const { place } of order) if (!found.some((one) => shared(one, place))) found.push(place);
    most = Math.max(most, found.length);
  }
  return most;
}

/**
 * How many pressings any way to press a print takes at least: as many as there are places of which no pressing holds two, and no fewer than its area says. For a full rectangle the
 * places lie on grids whose steps are just larger than the zone is long; in other outlines they are sought.
 */
export function sectionBound(asked: Asked, area: number): number {
  const { box, zone, outline } = asked;
  const byArea = Math.ceil(area / (zone.width * zone.height) - 1e-9);
  const long = Math.max(zone.width, zone.height);
  const each = [box.width, box.height].map((length) => Math.floor(length / (long + APART)) + 1);
  const places = fillsBox(outline) ? nth(each, 0) * nth(each, 1) : placesApart(asked);
  return Math.max(1, byArea, places);
}
