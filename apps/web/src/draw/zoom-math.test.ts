import fc from 'fast-check';
import { PIXELS_PER_MM, ZOOM_LIMITS, zoomAbout, type Zoom } from './zoom-math.js';

const middle = { x: 400, y: 250 };
const place = fc.record({
  x: fc.double({ min: 0, max: 800, noNaN: true }),
  y: fc.double({ min: 0, max: 500, noNaN: true }),
});

describe('a drawing that is zoomed', () => {
  it('keeps what is pointed at under the pointer, unless its edge would come into the frame', () => {
    const whole: Zoom = { scale: 1, x: 0, y: 0 };
    fc.assert(
      fc.property(place, fc.double({ min: 1, max: 20, noNaN: true }), (at, scale) => {
        const now = zoomAbout(whole, scale, at, middle);
        // The share of the drawing under the pointer, before and after.
        expect((at.x - now.x) / (now.scale * 800)).toBeCloseTo(at.x / 800, 6);
        expect((at.y - now.y) / (now.scale * 500)).toBeCloseTo(at.y / 500, 6);
      }),
    );
  });
  it('covers its frame when it is larger, stands in the middle when smaller, and stays within its limits', () => {
    const any = fc.record({
      scale: fc.double({ min: 0.2, max: 20, noNaN: true }),
      x: fc.double({ min: -20000, max: 20000, noNaN: true }),
      y: fc.double({ min: -20000, max: 20000, noNaN: true }),
    });
    fc.assert(
      fc.property(any, place, fc.double({ min: 0.001, max: 1000, noNaN: true }), (before, at, wanted) => {
        const { scale, x, y } = zoomAbout(before, wanted, at, middle);
        expect(scale).toBeGreaterThanOrEqual(ZOOM_LIMITS.least);
        expect(scale).toBeLessThanOrEqual(ZOOM_LIMITS.most);
        if (scale > 1) {
          expect(Math.max(x, y)).toBeLessThanOrEqual(0);
          expect(x + 800 * scale).toBeGreaterThanOrEqual(800 - 1e-6);
          expect(y + 500 * scale).toBeGreaterThanOrEqual(500 - 1e-6);
        } else expect([x, y]).toEqual([expect.closeTo(400 - 400 * scale, 6), expect.closeTo(250 - 250 * scale, 6)]);
      }),
    );
  });
  it('comes back whole', () =>
    expect(zoomAbout(zoomAbout({ scale: 1, x: 0, y: 0 }, 7, { x: 10, y: 480 }, middle), 1, middle, middle)).toEqual({
      scale: 1,
      x: 0,
      y: 0,
    }));
  it('has 96 pixels to the inch', () => expect(PIXELS_PER_MM * 25.4).toBeCloseTo(96, 9));
});
