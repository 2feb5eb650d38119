import { shapeOutline } from '../blank/index.js';
import { offsetPolygon, polygonOf, type Outline, type Polygon } from '../geometry/index.js';

/** Goods that are nearly boxes, 200 pieces: what rectangle packers are good at. */
const BOXLIKE: [number, Outline][] = [
  [24, shapeOutline('sock leg', { width: 108, ankle: 96, height: 190 })],
  [10, shapeOutline('sock leg', { width: 80, ankle: 72, height: 140 })],
  [40, shapeOutline('mask', { width: 190, height: 140 })],
  [16, shapeOutline('trapezium', { width: 96, bottom: 150, height: 170 })],
  [24, { kind: 'rectangle', width: 120, height: 150, radius: 8 }],
  [40, shapeOutline('circle', { width: 95 })],
  [30, shapeOutline('heart', { width: 90, height: 85 })],
  [12, { kind: 'rectangle', width: 50, height: 80, radius: 4 }],
  [4, { kind: 'rectangle', width: 300, height: 360, radius: 0 }],
];

/** The cut lines of nearly boxlike goods, and which of them each of the 200 pieces has. */
export function boxlikeGoods(): { outlines: Polygon[]; things: number[] } {
  return {
    outlines: BOXLIKE.map(([, outline]) => offsetPolygon(polygonOf(outline), 3.2)),
    things: BOXLIKE.flatMap(([count], kind) => Array.from({ length: count }, () => kind)),
  };
}
