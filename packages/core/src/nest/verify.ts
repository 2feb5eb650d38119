import {
  boundsOf,
  polygonContains,
  rectsOverlap,
  rowSpans,
  toSegment,
  type Point,
  type Polygon,
  type Rect,
} from '../geometry/index.js';

const cross = (o: Point, a: Point, b: Point): number => (a.x - o.x) * (b.y - o.y) - (a.y - o.y) * (b.x - o.x);

/** Whether two segments cross by more than a touch: each has the ends of the other well on both of its sides. */
function crosses(a: Point, b: Point, c: Point, d: Point, slack: number): boolean {
  const [ab, cd] = [Math.hypot(b.x - a.x, b.y - a.y), Math.hypot(d.x - c.x, d.y - c.y)];
  const [c1, d1] = [cross(a, b, c) / (ab || 1), cross(a, b, d) / (ab || 1)];
  const [a1, b1] = [cross(c, d, a) / (cd || 1), cross(c, d, b) / (cd || 1)];
  return (
    ((c1 > slack && d1 < -slack) || (c1 < -slack && d1 > slack)) &&
    ((a1 > slack && b1 < -slack) || (a1 < -slack && b1 > slack))
  );
}

/** A point well inside: the middle of the widest span at half height. */
function insideOf(polygon: Polygon): Point {
  const box = boundsOf(polygon);
  for (const share of [0.5, 0.37, 0.63, 0.21, 0.79]) {
    const y = box.y + box.height * share;
    let best = { width: 0, x: 0 };
    for (const { from, to } of rowSpans(polygon, y))
      if (to - from > best.width) best = { width: to - from, x: (from + to) / 2 };
    if (best.width > 0) return { x: best.x, y };
  }
  return polygon[0] as Point;
}

/** Distance of a point to a polygon's outline, mm. */
function toOutline(polygon: Polygon, p: Point): number {
  let best = Infinity;
  let a = polygon[polygon.length - 1] as Point;
  for (const b of polygon) {
    best = Math.min(best, toSegment(p, a, b));
    a = b;
  }
  return best;
}

const commonBox = (a: Rect, b: Rect): Rect => {
  const [x, y] = [Math.max(a.x, b.x), Math.max(a.y, b.y)];
  return {
    x,
    y,
    width: Math.min(a.x + a.width, b.x + b.width) - x,
    height: Math.min(a.y + a.height, b.y + b.height) - y,
  };
};

/** The edges whose own boxes touch the box. */
const edgesIn = (polygon: Polygon, box: Rect): [Point, Point][] =>
  polygon.flatMap((b, i): [Point, Point][] => {
    const a = polygon[(i + polygon.length - 1) % polygon.length] ?? b;
    const beside =
      Math.max(a.x, b.x) < box.x ||
      Math.min(a.x, b.x) > box.x + box.width ||
      Math.max(a.y, b.y) < box.y ||
      Math.min(a.y, b.y) > box.y + box.height;
    return beside ? [] : [[a, b]];
  });

/** Whether two outlines share more than `slack` mm of depth. O(corners of one × corners of the other). */
export function polygonsOverlap(one: Polygon, other: Polygon, slack = 1e-3): boolean {
  if (!rectsOverlap(boundsOf(one), boundsOf(other), slack)) return false;
  // Only what lies in both boxes can meet.
  const shared = commonBox(boundsOf(one), boundsOf(other));
  const others = edgesIn(other, shared);
  for (const [a, b] of edgesIn(one, shared)) {
    for (const [c, d] of others) if (crosses(a, b, c, d, slack)) return true;
  }
  const within = (p: Point) =>
    p.x >= shared.x && p.x <= shared.x + shared.width && p.y >= shared.y && p.y <= shared.y + shared.height;
  const deep = (polygon: Polygon, p: Point) =>
    within(p) && polygonContains(polygon, p) && toOutline(polygon, p) > slack;
  return (
    one.some((p) => deep(other, p)) ||
    other.some((p) => deep(one, p)) ||
    deep(other, insideOf(one)) ||
    deep(one, insideOf(other))
  );
}

/** What is wrong with rooms laid on one sheet: pairs that overlap, and those that leave the ground. */
export interface Clashes {
  pairs: [number, number][];
  outside: number[];
}

/**
 * Looks at outlines as they lie, without anything that placed them: every pair apart, and all inside the ground (which begins at 0, 0).
 * Pairs are found along x. O(n log n + neighbours × corners²).
 */
export function clashesOf(rooms: readonly Polygon[], ground: { width: number; length: number }, slack = 1e-3): Clashes {
  const boxes: Rect[] = rooms.map((room) => boundsOf(room));
  const outside = boxes.flatMap((box, i) =>
    box.x < -slack ||
    box.y < -slack ||
    box.x + box.width > ground.width + slack ||
    box.y + box.height > ground.length + slack
      ? [i]
      : [],
  );
  const order = boxes.map((_, i) => i).sort((a, b) => (boxes[a] as Rect).x - (boxes[b] as Rect).x);
  const pairs: [number, number][] = [];
  order.forEach((i, at) => {
    const box = boxes[i] as Rect;
    for (let next = at + 1; next < order.length; next++) {
      const j = order[next] as number;
      if ((boxes[j] as Rect).x >= box.x + box.width - slack) break;
      if (polygonsOverlap(rooms[i] as Polygon, rooms[j] as Polygon, slack))
        pairs.push([Math.min(i, j), Math.max(i, j)]);
    }
  });
  return { pairs, outside };
}
