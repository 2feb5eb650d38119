import { FAULTS, faultOf, wilsonInterval } from './index.js';

describe('wilsonInterval', () => {
  // Newcombe 1998, Statistics in Medicine 17, table I, method 3 (Wilson score).
  it.each([
    [81, 263, 0.2553, 0.3662],
    [15, 148, 0.0624, 0.1605],
    [0, 20, 0, 0.1611],
    [1, 29, 0.0061, 0.1718],
  ])('%d of %d', (hits, total, low, high) => {
    const interval = wilsonInterval(hits, total);
    expect(interval.low).toBeCloseTo(low, 4);
    expect(interval.high).toBeCloseTo(high, 4);
  });
  it('refuses what cannot be', () => {
    expect(() => wilsonInterval(3, 2)).toThrow(/3 of 2/);
    expect(() => wilsonInterval(0, 0)).toThrow(RangeError);
  });
});

describe('faults', () => {
  it('have codes of their own, a cause and a remedy each', () => {
    expect(new Set(FAULTS.map((f) => f.code)).size).toBe(FAULTS.length);
    expect(FAULTS.every((f) => f.causes.length > 3 && f.helps.endsWith('.'))).toBe(true);
  });
  it('are found by code, and an unknown one is named', () => {
    expect(faultOf('ghost').seen).toMatch(/blurred/);
    expect(() => faultOf('gremlins')).toThrow(/gremlins/);
  });
});
