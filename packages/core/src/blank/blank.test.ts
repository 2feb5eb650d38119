import fc from 'fast-check';
import { areaOf, boundsOf, polygonOf, sizeOf, type Outline } from '../geometry/index.js';
import { MM_PER_INCH } from '../units/index.js';
import {
  baseKindOf,
  besideOf,
  BUILT_IN_BLANKS,
  dyeShareOf,
  edgeKeepOut,
  FAMILIES,
  fitnessOf,
  makeTemplate,
  proposeBleed,
  SHAPE_NAMES,
  shapeOutline,
  type Blank,
  type Fibre,
} from './index.js';

const base = BUILT_IN_BLANKS[0] as Blank;
const cloth = (polyester: number, baseColour = '#ffffff', rest: Partial<Fibre> = {}): Blank => ({
  ...base,
  baseColour,
  fibre: { polyester, cotton: 100 - polyester, elastane: 0, other: 0, ...rest },
});
const outlineOf = (blank: Blank): Outline => blank.sides[0]?.outline ?? { kind: 'ellipse', width: 1, height: 1 };
const inches = (n: number) => n * MM_PER_INCH;

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
    [65, '#ffffff', 'takes dye, with a loss'],
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
    expect(makeTemplate(outlineOf(sock), proposeBleed(sock).value).bleedBox.width).toBeCloseTo(inches(5), 1);
    const mask = BUILT_IN_BLANKS[3] as Blank;
    const { bleedBox } = makeTemplate(outlineOf(mask), proposeBleed(mask).value);
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
  it('refuses a bleed below nothing', () => expect(() => makeTemplate(outlineOf(base), -1)).toThrow(/got -1/));
});

describe('the built-in shelf', () => {
  it('has goods of every family, each with a name and an id of its own', () => {
    expect(BUILT_IN_BLANKS.length).toBeGreaterThanOrEqual(24);
    expect(new Set(BUILT_IN_BLANKS.map((b) => b.id)).size).toBe(BUILT_IN_BLANKS.length);
    expect(new Set(BUILT_IN_BLANKS.map((b) => b.name)).size).toBe(BUILT_IN_BLANKS.length);
    expect(new Set(BUILT_IN_BLANKS.map((b) => b.family))).toEqual(new Set(FAMILIES));
  });
  it('takes dye, all but the natural base without a loss', () => {
    const lossy = BUILT_IN_BLANKS.filter((b) => fitnessOf(b).verdict !== 'takes dye');
    expect(lossy.map((b) => [b.family, fitnessOf(b).verdict])).toEqual([['burlap', 'takes dye, with a loss']]);
  });
  it('has print areas that begin at their own corner', () => {
    for (const side of BUILT_IN_BLANKS.flatMap((b) => b.sides)) {
      const { x, y } = boundsOf(polygonOf(side.outline));
      expect([x, y].map((n) => Math.abs(n))).toEqual([expect.closeTo(0, 6), expect.closeTo(0, 6)]);
    }
  });
  it('has a mat that prints 12.5 × 24.5 in of its 40 mm larger outline: measure the printable part', () => {
    const mat = BUILT_IN_BLANKS.find((b) => b.family === 'mat') as Blank;
    expect(sizeOf(outlineOf(mat))).toEqual({ width: inches(24.5), height: inches(12.5) });
    expect(mat.sides[0]?.keepOuts.filter((k) => k.kind === 'rubber border')).toHaveLength(4);
  });
});

describe('keep-outs', () => {
  const outline: Outline = { kind: 'rectangle', width: 100, height: 60, radius: 0 };
  it.each(['top', 'right', 'bottom', 'left'] as const)(
    'beside the %s edge are found there, as far out as they were put',
    (edge) => {
      expect(besideOf(edgeKeepOut(outline, 'zip', edge, 12), outline)).toEqual({ edge, clearance: 12 });
    },
  );
  it('inside the print area have no distance to it', () =>
    expect(
      besideOf(
        {
          kind: 'strap slot',
          hangsOff: false,
          area: [
            { x: 5, y: 20 },
            { x: 12, y: 20 },
            { x: 12, y: 40 },
          ],
        },
        outline,
      ).clearance,
    ).toBe(0));
});

describe('measured shapes', () => {
  it.each(SHAPE_NAMES)('%s has exactly the size that was asked for', (name) => {
    const outline = shapeOutline(name, { width: 120, height: 90, bottom: 80, ankle: 100, radius: 5 });
    const { width, height } = sizeOf(outline);
    expect(width).toBeCloseTo(120, 6);
    expect(height).toBeCloseTo(name === 'circle' ? 120 : 90, 6);
    expect(areaOf(polygonOf(outline))).toBeGreaterThan(0);
  });
  it('matches the closed form of a trapezium: the mean of its sides times its height', () =>
    expect(areaOf(polygonOf(shapeOutline('trapezium', { width: 120, bottom: 80, height: 50 })))).toBeCloseTo(5000, 6));
  it('names the measure that cannot be', () =>
    expect(() => shapeOutline('heart', { width: -1, height: 5 })).toThrow(/Width of a heart .* got -1/));
});

describe('what will be seen', () => {
  it('shows nothing on a dark base, whose own dye migrates', () =>
    expect(fitnessOf(cloth(100, '#101012'))).toMatchObject({
      seen: ['nothing shows', 'the cloth’s own dye migrates'],
      route: { name: expect.stringContaining('dark cloth') as string },
    }));
  it('fades by the share that takes no dye, and more the less there is', () => {
    const differences = [100, 80, 65, 50].map(
      (share) => fitnessOf(cloth(share)).look.find((ink) => ink.name === 'black')?.difference ?? NaN,
    );
    expect(differences[0]).toBeCloseTo(0, 6);
    expect([...differences].sort((a, b) => a - b)).toEqual(differences);
    expect(fitnessOf(cloth(80)).seen).toEqual(['a little paler']);
  });
  it('is told with one voice: verdict, reason, finding and each ink say the same', () => {
    for (const [share, words] of [
      [100, 'full, lasting colour'],
      [85, 'a little paler'],
      [65, 'paler, as if worn'],
      [50, 'faded'],
    ] as const) {
      const { seen, why, look, findings } = fitnessOf(cloth(share));
      expect(seen).toEqual([words]);
      expect([why, ...findings.map(({ title }) => title)].filter((said) => !said.includes(words))).toEqual([]);
      expect(new Set(look.map(({ said }) => said))).toEqual(new Set([share === 100 ? 'as meant' : words]));
    }
    expect(fitnessOf(cloth(30)).look.every(({ said }) => said === 'nothing shows')).toBe(true);
  });
  it('tints every ink but black on a natural base: black text survives', () => {
    const look = fitnessOf(cloth(100, '#d8c6a0')).look;
    const of = (name: string) => look.find((ink) => ink.name === name)?.difference ?? NaN;
    expect(of('black')).toBeLessThan(7);
    expect(of('cyan')).toBeGreaterThan(10);
  });
});
