import { converter } from 'culori';
import fc from 'fast-check';
import { MM_PER_INCH } from '../units/index.js';
import {
  baseKindOf,
  BUILT_IN_BLANKS,
  dyeShareOf,
  fitnessOf,
  labOf,
  makeTemplate,
  proposeBleed,
  type Blank,
  type Fibre,
} from './index.js';

const base = BUILT_IN_BLANKS[0] as Blank;
const cloth = (polyester: number, baseColour = '#ffffff', rest: Partial<Fibre> = {}): Blank => ({
  ...base,
  baseColour,
  fibre: { polyester, cotton: 100 - polyester, elastane: 0, other: 0, ...rest },
});
const inches = (n: number) => n * MM_PER_INCH;

describe('labOf', () => {
  // IEC 61966-2-1 and CIE 15: sRGB white is L* 100, a* b* 0 under D65.
  it('puts white at L* 100 without chroma', () => {
    const { l, a, b } = labOf('#ffffff');
    expect(l).toBeCloseTo(100, 3);
    expect(Math.hypot(a, b)).toBeLessThan(0.02);
  });
  it('agrees with the culori library (D65)', () => {
    const peer = converter('lab65');
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 0xffffff }), (n) => {
        const hex = `#${n.toString(16).padStart(6, '0')}`;
        const [ours, theirs] = [labOf(hex), peer(hex)];
        expect(ours.l).toBeCloseTo(theirs?.l ?? NaN, 1);
        expect(ours.a).toBeCloseTo(theirs?.a ?? NaN, 1);
        expect(ours.b).toBeCloseTo(theirs?.b ?? NaN, 1);
      }),
    );
  });
  it('refuses what is not a colour', () => expect(() => labOf('white')).toThrow(/#rrggbb/));
});

describe('baseKindOf', () => {
  it.each([
    ['#ffffff', 'white'],
    ['#fafafa', 'white'],
    ['#e6e6e2', 'light'],
    ['#c9b38c', 'tinted'],
    ['#ffe14d', 'tinted'],
    ['#1b1b1f', 'dark'],
    ['#7a1020', 'dark'],
  ])('%s is %s', (hex, kind) => expect(baseKindOf(hex)).toBe(kind));
});

// Common practice, no published source: 100 % best, 65 % or more for any colour other than white, 50 % only on white, below that no.
describe('fitnessOf', () => {
  it('takes pure polyester on white without a word', () =>
    expect(fitnessOf(cloth(100))).toMatchObject({ verdict: 'takes dye', findings: [] }));
  it('does not count a few per cent of elastane: 93/6 is a common mask fabric', () => {
    expect(dyeShareOf({ polyester: 93, cotton: 0, elastane: 6, other: 1 })).toBeCloseTo(98.9, 1);
    expect(fitnessOf({ ...base, fibre: { polyester: 93, cotton: 0, elastane: 6, other: 1 } }).verdict).toBe(
      'takes dye',
    );
  });
  it.each([
    [80, '#ffffff', 'takes dye'],
    [65, '#c9b38c', 'takes dye, with a loss'],
    [50, '#ffffff', 'takes dye, with a loss'],
    [60, '#c9b38c', 'wrong process'],
    [49, '#ffffff', 'wrong process'],
    [0, '#ffffff', 'wrong process'],
    [100, '#101012', 'wrong process'],
    [100, '#c9b38c', 'takes dye, with a loss'],
  ] as const)('%d %% on %s: %s', (polyester, colour, verdict) =>
    expect(fitnessOf(cloth(polyester, colour)).verdict).toBe(verdict),
  );
  it('names the other process for cotton', () =>
    expect(fitnessOf(cloth(0)).findings[0]).toMatchObject({
      severity: 'stop',
      remedy: expect.stringContaining('film transfer paper') as string,
    }));
  it('never gets better with less polyester', () => {
    const rank = { 'takes dye': 2, 'takes dye, with a loss': 1, 'wrong process': 0 };
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 100 }),
        fc.constantFrom('#ffffff', '#c9b38c', '#101012'),
        (share, colour) => {
          expect(rank[fitnessOf(cloth(share - 1, colour)).verdict]).toBeLessThanOrEqual(
            rank[fitnessOf(cloth(share, colour)).verdict],
          );
        },
      ),
    );
  });
});

// Common practice, no published source.
describe('proposeBleed', () => {
  const of = (family: Blank['family'], style: Blank['style'] = 'edge to edge') =>
    proposeBleed({ ...base, family, style }).value;
  it('is 1/4 to 3/8 in on socks and cushions, 1/8 in on cases, none on spot prints', () => {
    expect(of('sock')).toBeCloseTo(inches(3 / 8), 6);
    expect(of('cushion')).toBeCloseTo(inches(1 / 4), 6);
    expect(of('neoprene')).toBeCloseTo(inches(1 / 8), 6);
    expect(of('tee', 'spot')).toBe(0);
  });
  it('gives a sock leg of 4.25 in a template 5 in wide, and a mask one of 7.5 × 5.5 in', () => {
    const sock = BUILT_IN_BLANKS[1] as Blank;
    expect(makeTemplate(sock.outline, proposeBleed(sock).value).bleedBox.width).toBeCloseTo(inches(5), 1);
    const mask = BUILT_IN_BLANKS[3] as Blank;
    const { bleedBox } = makeTemplate(mask.outline, proposeBleed(mask).value);
    expect(bleedBox.width).toBeCloseTo(inches(7.5), 0);
    expect(bleedBox.height).toBeCloseTo(inches(5.5), 0);
  });
  it('gives a tag of 4 × 2.75 in a template of 4.25 × 3 in', () => {
    const { bleedBox } = makeTemplate(
      { kind: 'rectangle', width: inches(4), height: inches(2.75), radius: 0 },
      inches(1 / 8),
    );
    expect(bleedBox.width).toBeCloseTo(inches(4.25), 3);
    expect(bleedBox.height).toBeCloseTo(inches(3), 3);
  });
  it('refuses a bleed below nothing', () => expect(() => makeTemplate(base.outline, -1)).toThrow(/got -1/));
});

describe('the built-in shelf', () => {
  it('has six blanks that all take dye, with names and ids of their own', () => {
    expect(BUILT_IN_BLANKS).toHaveLength(6);
    expect(new Set(BUILT_IN_BLANKS.map((b) => b.id)).size).toBe(6);
    expect(BUILT_IN_BLANKS.every((b) => fitnessOf(b).verdict === 'takes dye')).toBe(true);
  });
});
