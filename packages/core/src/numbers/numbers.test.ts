import { nth } from './index.js';

describe('the number at a place', () => {
  it.each([[[3, 5, 8]], [new Uint8Array([3, 5, 8])], [new Float64Array([3, 5, 8])]])(
    'is what stands there: %p',
    (values) => {
      expect([0, 1, 2].map((place) => nth(values, place))).toEqual([3, 5, 8]);
    },
  );
  it.each([-1, 3, 0.5, NaN])('is nothing at %d, and says so', (place) =>
    expect(() => nth(new Float32Array(3), place)).toThrow(`there is no place ${place} among 3 numbers`),
  );
  it('may be a nought', () => expect(nth([0], 0)).toBe(0));
});
