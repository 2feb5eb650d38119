import fc from 'fast-check';
import { deltaE00, hexOf, labOf, linearOf, lookOf, onCloth, onPaper, type Rgb } from './index.js';

describe('labOf', () => {
  // IEC 61966-2-1 and CIE 15: sRGB white is L* 100, a* b* 0 under D65.
  it('puts white at L* 100 without chroma', () => {
    const { l, a, b } = labOf('#ffffff');
    expect(l).toBeCloseTo(100, 3);
    expect(Math.hypot(a, b)).toBeLessThan(0.02);
  });
  // CIE L*a*b* of the primaries of sRGB under D65, as colour tables publish them; written down from memory.
  it.each([
    ['#ff0000', 53.24, 80.09, 67.2],
    ['#00ff00', 87.73, -86.18, 83.18],
    ['#0000ff', 32.3, 79.19, -107.86],
    ['#00ffff', 91.11, -48.09, -14.13],
    ['#ff00ff', 60.32, 98.23, -60.82],
    ['#ffff00', 97.14, -21.55, 94.48],
    ['#000000', 0, 0, 0],
    // L* of a grey is 116 (Y)^(1/3) - 16 with Y from the curve of sRGB: closed forms of both standards.
    ['#808080', 53.585, 0, 0],
    ['#777777', 50.034, 0, 0],
  ])('puts %s at L* %d, a* %d, b* %d', (hex, l, a, b) => {
    const lab = labOf(hex);
    expect(Math.abs(lab.l - l)).toBeLessThan(0.03);
    expect(Math.abs(lab.a - a)).toBeLessThan(0.05);
    expect(Math.abs(lab.b - b)).toBeLessThan(0.05);
  });
  it('refuses what is not a colour', () => expect(() => labOf('white')).toThrow(/#rrggbb/));
});

/** Sharma, Wu and Dalal 2005, table 1: the 34 pairs, written down from memory. */
const PAIRS: [number, number, number, number, number, number, number][] = [
  [50, 2.6772, -79.7751, 50, 0, -82.7485, 2.0425],
  [50, 3.1571, -77.2803, 50, 0, -82.7485, 2.8615],
  [50, 2.8361, -74.02, 50, 0, -82.7485, 3.4412],
  [50, -1.3802, -84.2814, 50, 0, -82.7485, 1],
  [50, -1.1848, -84.8006, 50, 0, -82.7485, 1],
  [50, -0.9009, -85.5211, 50, 0, -82.7485, 1],
  [50, 0, 0, 50, -1, 2, 2.3669],
  [50, -1, 2, 50, 0, 0, 2.3669],
  [50, 2.49, -0.001, 50, -2.49, 0.0009, 7.1792],
  [50, 2.49, -0.001, 50, -2.49, 0.001, 7.1792],
  [50, 2.49, -0.001, 50, -2.49, 0.0011, 7.2195],
  [50, 2.49, -0.001, 50, -2.49, 0.0012, 7.2195],
  [50, -0.001, 2.49, 50, 0.0009, -2.49, 4.8045],
  [50, -0.001, 2.49, 50, 0.001, -2.49, 4.8045],
  [50, -0.001, 2.49, 50, 0.0011, -2.49, 4.7461],
  [50, 2.5, 0, 50, 0, -2.5, 4.3065],
  [50, 2.5, 0, 73, 25, -18, 27.1492],
  [50, 2.5, 0, 61, -5, 29, 22.8977],
  [50, 2.5, 0, 56, -27, -3, 31.903],
  [50, 2.5, 0, 58, 24, 15, 19.4535],
  [50, 2.5, 0, 50, 3.1736, 0.5854, 1],
  [50, 2.5, 0, 50, 3.2972, 0, 1],
  [50, 2.5, 0, 50, 1.8634, 0.5757, 1],
  [50, 2.5, 0, 50, 3.2592, 0.335, 1],
  [60.2574, -34.0099, 36.2677, 60.4626, -34.1751, 39.4387, 1.2644],
  [63.0109, -31.0961, -5.8663, 62.8187, -29.7946, -4.0864, 1.263],
  [61.2901, 3.7196, -5.3901, 61.4292, 2.248, -4.962, 1.8731],
  [35.0831, -44.1164, 3.7933, 35.0232, -40.0716, 1.5901, 1.8645],
  [22.7233, 20.0904, -46.694, 23.0331, 14.973, -42.5619, 2.0373],
  [36.4612, 47.858, 18.3852, 36.2715, 50.5065, 21.2231, 1.4146],
  [90.8027, -2.0831, 1.441, 91.1528, -1.6435, 0.0447, 1.4441],
  [90.9257, -0.5406, -0.9208, 88.6381, -0.8985, -0.7239, 1.5381],
  [6.7747, -0.2908, -2.4247, 5.8714, -0.0985, -2.2286, 0.6377],
  [2.0776, 0.0795, -1.135, 0.9033, -0.0636, -0.5514, 0.9082],
];
const labs = ([l1, a1, b1, l2, a2, b2]: (typeof PAIRS)[number]) =>
  [
    { l: l1, a: a1, b: b1 },
    { l: l2, a: a2, b: b2 },
  ] as const;

describe('deltaE00', () => {
  it.each(PAIRS)('(%d, %d, %d) and (%d, %d, %d) differ by %d', (...pair) => {
    const [one, two] = labs(pair);
    expect(deltaE00(one, two)).toBeCloseTo(pair[6], 4);
    expect(deltaE00(two, one)).toBeCloseTo(pair[6], 4);
  });
  it('is a distance: nothing from itself, the same both ways', () => {
    const lab = fc.record({
      l: fc.double({ min: 0, max: 100, noNaN: true }),
      a: fc.double({ min: -100, max: 100, noNaN: true }),
      b: fc.double({ min: -100, max: 100, noNaN: true }),
    });
    fc.assert(
      fc.property(lab, lab, (one, two) => {
        expect(deltaE00(one, one)).toBeCloseTo(0, 9);
        expect(deltaE00(one, two)).toBeCloseTo(deltaE00(two, one), 6);
        expect(deltaE00(one, two)).toBeGreaterThanOrEqual(0);
      }),
    );
  });
});

const rgb = fc.tuple(
  fc.double({ min: 0, max: 1, noNaN: true }),
  fc.double({ min: 0, max: 1, noNaN: true }),
  fc.double({ min: 0, max: 1, noNaN: true }),
);
const WHITE: Rgb = [1, 1, 1];

describe('dye on cloth', () => {
  it('gives the art’s own colour on white, pure polyester', () => {
    fc.assert(
      fc.property(rgb, (art) => {
        onCloth(art, 1, WHITE, 1).forEach((c, i) => {
          expect(c).toBeCloseTo(art[i] ?? NaN, 12);
        });
      }),
    );
  });
  it('never makes cloth lighter than it is: dye is transparent and there is no white ink', () => {
    fc.assert(
      fc.property(rgb, rgb, fc.double({ min: 0, max: 1, noNaN: true }), (art, base, share) => {
        onCloth(art, 1, base, share).forEach((c, i) => {
          expect(c).toBeLessThanOrEqual((base[i] ?? 0) + 1e-12);
        });
      }),
    );
  });
  it('leaves the cloth as it is under white, and under nothing', () => {
    const base = linearOf('#d8c6a0');
    expect(onCloth(WHITE, 1, base, 1)).toEqual(base);
    expect(onCloth([0, 0, 0], 0, base, 1)).toEqual(base);
  });
  it('is duller on paper than pressed: less colour, less depth', () => {
    const art = linearOf('#c4126e');
    const chroma = (c: Rgb) => {
      const { a, b } = labOf(hexOf(c));
      return Math.hypot(a, b);
    };
    expect(chroma(onPaper(art, 1))).toBeLessThan(0.6 * chroma(onCloth(art, 1, WHITE, 1)));
  });
  it('looks the same pixel by pixel as colour by colour', () => {
    const colours = ['#c4126e', '#ffffff', '#17151f', '#f2b705', '#00739b'];
    const base = linearOf('#e6d9b8');
    for (const kind of ['pressed', 'paper'] as const) {
      const pixels = new Uint8ClampedArray(
        colours.flatMap((hex) => [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16)).concat(200)),
      );
      lookOf(pixels, kind === 'paper' ? { kind } : { kind, base, share: 0.8 });
      colours.forEach((hex, i) => {
        const art = linearOf(hex);
        const wanted = hexOf(kind === 'paper' ? onPaper(art, 200 / 255) : onCloth(art, 200 / 255, base, 0.8));
        [1, 3, 5].forEach((at, channel) => {
          expect(Math.abs((pixels[i * 4 + channel] ?? 0) - parseInt(wanted.slice(at, at + 2), 16))).toBeLessThanOrEqual(
            1,
          );
        });
        expect(pixels[i * 4 + 3]).toBe(255);
      });
    }
  });
});
