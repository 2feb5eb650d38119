import { makeTemplate } from '@kanga/core/blank';
import { snapped } from './snap.js';

const template = makeTemplate({ kind: 'rectangle', width: 200, height: 100, radius: 0 }, 5);
const half = { width: 30, height: 20 };

describe('snapped', () => {
  it('takes a near middle to the middle, and shows the line', () =>
    expect(snapped({ x: 101.5, y: 49, width: 60, rotation: 0 }, half, template)).toEqual({
      spot: { x: 100, y: 50, width: 60, rotation: 0 },
      guides: { x: 100, y: 50 },
    }));
  it('takes edges to the print area and to the bleed', () => {
    expect(snapped({ x: 31, y: 70, width: 60, rotation: 0 }, half, template).spot.x).toBe(30);
    expect(snapped({ x: 26.2, y: 70, width: 60, rotation: 0 }, half, template).spot.x).toBe(25);
  });
  it('knows that a quarter turn swaps width and height', () =>
    expect(snapped({ x: 21, y: 70, width: 60, rotation: 90 }, half, template).spot.x).toBe(20));
  it('leaves alone what is near nothing, and edges of what lies askew', () => {
    const free = { x: 62, y: 33, width: 60, rotation: 0 };
    expect(snapped(free, half, template)).toEqual({ spot: free, guides: { x: null, y: null } });
    expect(snapped({ x: 31, y: 33, width: 60, rotation: 12 }, half, template).spot.x).toBe(31);
  });
});
