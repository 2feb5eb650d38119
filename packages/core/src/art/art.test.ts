import fc from 'fast-check';
import { BUILT_IN_BLANKS, makeTemplate, type Blank } from '../blank/index.js';
import { applyTo } from '../geometry/index.js';
import { unitPrinter } from '../units/index.js';
import {
  checkArt,
  coverageOf,
  pixelsPerInch,
  pixelToTemplate,
  printedHeight,
  proposePlacement,
  tidyPlacement,
  type Art,
  type ArtFacts,
} from './index.js';

const facts = (width: number, height: number, more: Partial<ArtFacts> = {}): ArtFacts => ({
  width,
  height,
  hasAlpha: false,
  transparentShare: 0,
  faintShare: 0,
  rim: { opaqueShare: 1, nearWhiteShare: 0 },
  mask: null,
  ...more,
});
const artOf = (f: ArtFacts): Art => ({
  id: 'a',
  name: 'a.png',
  sha256: '',
  bytes: 1,
  mediaType: 'image/png',
  demo: false,
  facts: f,
});
const print = unitPrinter({ length: 'mm', temperature: 'C', pressure: 'kPa' });
const blank = (name: string) => BUILT_IN_BLANKS.find((b) => b.family === name) as Blank;
const template = makeTemplate({ kind: 'rectangle', width: 100, height: 80, radius: 0 }, 5);

describe('placement', () => {
  it('covers the bleed from edge to edge, losing as little as can be', () => {
    const placement = proposePlacement(template, facts(1000, 1000));
    expect(placement.width).toBeCloseTo(110, 9);
    expect(placement.x).toBeCloseTo(50, 9);
    expect(placement).toMatchObject({ y: 40, rotation: 0 });
    expect(coverageOf(template, placement, facts(1000, 1000)).missingShare).toBe(0);
  });
  it('puts a spot print wholly inside', () => {
    const spot = makeTemplate({ kind: 'rectangle', width: 100, height: 80, radius: 0 }, 0);
    const placement = proposePlacement(spot, facts(1000, 1000));
    expect(placement.width).toBe(80);
    expect(printedHeight(placement, { width: 1000, height: 1000 })).toBe(80);
  });
  it('maps the picture’s centre to the placement, however turned', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -180, max: 180 }),
        fc.double({ min: 5, max: 500, noNaN: true }),
        (rotation, width) => {
          const at = applyTo(pixelToTemplate({ x: 30, y: 20, width, rotation }, { width: 640, height: 480 }), {
            x: 320,
            y: 240,
          });
          expect(at.x).toBeCloseTo(30, 9);
          expect(at.y).toBeCloseTo(20, 9);
        },
      ),
    );
  });
  it('counts pixels per inch at printed size', () =>
    expect(pixelsPerInch({ x: 0, y: 0, width: 254, rotation: 0 }, { width: 3000, height: 10 })).toBeCloseTo(300, 9));
  it('keeps turns within half a circle', () => {
    expect(tidyPlacement({ x: 0, y: 0, width: 10, rotation: 270 }).rotation).toBe(-90);
    expect(tidyPlacement({ x: 0, y: 9999, width: 0, rotation: -540 })).toEqual({
      x: 0,
      y: 3000,
      width: 2,
      rotation: 180,
    });
  });
});

describe('coverageOf', () => {
  it('measures a bare strip', () => {
    // The art ends 11 mm short of the right edge of a 110 mm wide template: a tenth is bare.
    const { missingShare, missing } = coverageOf(
      template,
      { x: 44.5, y: 40, width: 99, rotation: 0 },
      facts(990, 1000),
    );
    expect(missingShare).toBeCloseTo(0.1, 2);
    expect(Math.min(...missing.map((strip) => strip.x))).toBeCloseTo(94, 0);
  });
  it('sees through transparent pixels', () => {
    const mask = Array.from({ length: 10 }, (_, row) => (row < 5 ? '##########' : '..........'));
    const { missingShare } = coverageOf(
      template,
      proposePlacement(template, facts(110, 90)),
      facts(110, 90, { hasAlpha: true, mask }),
    );
    expect(missingShare).toBeCloseTo(0.5, 2);
  });
  it('finds a sliver at the very edge', () => {
    const placement = { ...proposePlacement(template, facts(1100, 900)), x: 50.3 };
    expect(coverageOf(template, placement, facts(1100, 900)).missingShare).toBeGreaterThan(0);
  });
  it('never says covered when the picture is smaller than the template', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 10, max: 105, noNaN: true }),
        fc.integer({ min: -180, max: 180 }),
        (width, rotation) => {
          expect(coverageOf(template, { x: 50, y: 40, width, rotation }, facts(100, 80)).missingShare).toBeGreaterThan(
            0,
          );
        },
      ),
      { numRuns: 40 },
    );
  });
});

describe('checkArt', () => {
  const codes = (f: ArtFacts, b: Blank, change = {}) => {
    const t = makeTemplate(b.outline, b.style === 'spot' ? 0 : 6);
    return checkArt(artOf(f), { ...proposePlacement(t, f), ...change }, t, b, print).findings.map(
      (x) => `${x.code}:${x.severity}`,
    );
  };
  // 300 pixels per inch is the aim: common practice, no published source.
  it.each([
    [3150, []],
    [2600, ['art.resolution:note']],
    [1900, ['art.resolution:fix']],
    [900, ['art.resolution:stop']],
  ])('a tee picture of %d pixels', (width, expected) =>
    expect(
      codes(facts(width, Math.round(width * 0.8571), { hasAlpha: true, transparentShare: 0.3 }), blank('tee')),
    ).toEqual(expected),
  );
  it('forgives textured cloth a third', () => expect(codes(facts(3100, 3100), blank('cushion'))).toEqual([]));
  it('tells a white box from a clear ground, and haze from both', () => {
    const tee = blank('tee');
    expect(codes(facts(3150, 2700, { rim: { opaqueShare: 1, nearWhiteShare: 1 } }), tee)).toEqual([
      'art.background:note',
    ]);
    expect(codes(facts(3150, 2700, { hasAlpha: true, transparentShare: 0.4, faintShare: 0.1 }), tee)).toEqual([
      'art.haze:fix',
    ]);
  });
  it('stops a print that leaves cloth bare, or that is not there at all', () => {
    expect(codes(facts(3100, 3100), blank('cushion'), { width: 300 })).toContain('art.cover:stop');
    expect(codes(facts(3100, 3100), blank('cushion'), { x: 2000 })).toContain('art.outside:stop');
  });
  it('says when a spot print is cropped', () =>
    expect(codes(facts(3150, 2700, { hasAlpha: true, transparentShare: 0.3 }), blank('tee'), { x: 0 })).toContain(
      'art.crop:fix',
    ));
});
