import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { FONTS, fontPath, type FontId, type PathCommand } from '../text/index.js';
import { faceOf } from './index.js';

const files = (id: FontId) => FONTS[id].subsets.map((subset) => readFileSync(require.resolve(fontPath(id, subset))));
const round = faceOf(files('round'));
const plain = faceOf(files('plain'));

/** Where the signs of a text stand, from the left: each is found by the outline it has when it stands alone. */
function seen(text: string): string {
  const whole = round.shape(text).commands;
  const left = (commands: readonly PathCommand[]) =>
    commands
      .flatMap(({ points }) => points.filter((_, i) => i % 2 === 0))
      .reduce((least, x) => Math.min(least, x), Infinity);
  const outlines = [...new Set(text.replaceAll(' ', ''))].map((sign) => {
    const { commands } = round.shape(sign);
    return { sign, commands, left: left(commands) };
  });
  const order: { sign: string; x: number }[] = [];
  for (const { sign, commands, left: own } of outlines)
    for (let i = 0; i + commands.length <= whole.length; i++) {
      const part = whole.slice(i, i + commands.length);
      const by = left(part) - own;
      const same = part.every(
        ({ op, points }, k) =>
          op === commands[k]?.op &&
          points.every(
            (value, at) => Math.abs(value - (commands[k]?.points[at] ?? NaN) - (at % 2 === 0 ? by : 0)) < 1e-6,
          ),
      );
      if (same) order.push({ sign, x: by });
    }
  return order
    .sort((a, b) => a.x - b.x)
    .map(({ sign }) => sign)
    .join('');
}

describe('the order in which signs are seen', () => {
  // Unicode Standard Annex 9: strong signs of each direction keep their own, and figures run from left to right everywhere (rules W1 to W7, L2).
  it.each([
    ['abc', 'abc'],
    ['אבג', 'גבא'],
    ['a אב b', 'aבאb'],
    ['אב 12', '12בא'],
    ['אב a גד', 'דגaבא'],
    ['12 אב', 'בא12'],
    ['ab 34 גד', 'ab34דג'],
  ])('%s is seen as %s', (text, order) => expect(seen(text)).toBe(order));
});

describe('a shaped text', () => {
  it('is as wide as it is measured', () =>
    fc.assert(
      fc.property(fc.string({ unit: fc.constantFrom(...'abcXYZ 019éßאבגم'), maxLength: 24 }), (text) => {
        expect(round.shape(text).advance).toBeCloseTo(round.measure(text).advance, 9);
        expect(round.shape(text).missing).toEqual(round.measure(text).missing);
      }),
    ));
  it('is the same however its accents are written (Unicode normalization form C, UAX 15)', () => {
    const [whole, apart] = [plain.shape('Zo\u00eb'), plain.shape('Zoe\u0308')];
    expect(apart.advance).toBeCloseTo(whole.advance, 9);
    expect(apart.commands).toEqual(whole.commands);
  });
  it('draws nothing for signs that only direct or join, and misses none of them', () => {
    const bare = plain.shape('ab');
    for (const silent of ['\u200b', '\u200d', '\u200e', '\u202a', '\u2060', '\ufeff']) {
      const shaped = plain.shape(`a${silent}b`);
      expect(shaped.missing).toEqual([]);
      expect(shaped.advance).toBeCloseTo(bare.advance, 6);
    }
  });
  it('keeps a space as wide after a sign of another file as after its own', () => {
    const space = plain.measure('a a').advance - 2 * plain.measure('a').advance;
    expect(space).toBeGreaterThan(0.1);
    expect(space).toBeLessThan(0.5);
  });
  it('is drawn once however often it is asked for', () => expect(plain.shape('once')).toBe(plain.shape('once')));
  it('is nothing for nothing', () => expect(plain.shape('')).toEqual({ commands: [], advance: 0, missing: [] }));
  it('has capitals as high as the font says, above its line', () => {
    const ys = plain.shape('H').commands.flatMap(({ points }) => points.filter((_, i) => i % 2 === 1));
    expect(-Math.min(...ys)).toBeCloseTo(plain.capHeight, 2);
    expect(Math.max(...ys)).toBeCloseTo(0, 2);
  });
});

describe('files that are no font', () => {
  it('are refused', () => {
    expect(() => faceOf([])).toThrow(/at least one font file/);
    expect(() => faceOf([new Uint8Array([1, 2, 3, 4])])).toThrow();
  });
});
