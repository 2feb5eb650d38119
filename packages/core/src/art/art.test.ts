import fc from 'fast-check';
import { BUILT_IN_BLANKS, makeTemplate, templatesOf, type Blank, type Template } from '../blank/index.js';
import { applyTo, determinant } from '../geometry/index.js';
import { sampleArt, sampleFacts as facts, samplePicture } from '../testing/index.js';
import { unitPrinter } from '../units/index.js';
import {
  checkDesign,
  chestPlacement,
  coverageOf as coverageOfPictures,
  drawnOn,
  fitted,
  pixelsPerInch,
  pixelToTemplate,
  printedHeight,
  proposePlacement,
  repeatsOf,
  seamBetween,
  tidyPlacement,
  type ArtFacts,
  type ArtMaps,
  type DrawnPicture,
  type PictureItem,
  type Placement,
  type SideDesign,
} from './index.js';

const print = unitPrinter({ length: 'mm', temperature: 'C', pressure: 'kPa' });
const blank = (name: string) => BUILT_IN_BLANKS.find((b) => b.family === name) as Blank;
const NO_FACES = new Map();
const drawn = (f: ArtFacts, placement: Placement | null, t: Template, more: Partial<PictureItem> = {}): DrawnPicture =>
  drawnOn([{ fill: 'own', items: [samplePicture('a', placement, more)] }], 0, [t], {
    arts: [sampleArt(f)],
    faces: NO_FACES,
  })[0] as DrawnPicture;
const coverageOf = (t: Template, placement: Placement, f: ArtFacts) => coverageOfPictures(t, [drawn(f, placement, t)]);
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

describe('checkDesign', () => {
  const check = (f: ArtFacts, b: Blank, change: Partial<Placement> = {}, more: Partial<PictureItem> = {}) => {
    const [t] = templatesOf(b, b.style === 'spot' ? 0 : 6);
    const placement = { ...proposePlacement(t as Template, f), ...change };
    const design: SideDesign[] = [{ fill: 'own', items: [samplePicture('a', placement, more)] }];
    const sides = [{ template: t as Template, drawn: [drawn(f, placement, t as Template, more)] }];
    return checkDesign(sides, design, { ...b, sides: b.sides.slice(0, 1), wrap: null }, print)[0]?.findings ?? [];
  };
  const codes = (...args: Parameters<typeof check>) => check(...args).map((x) => `${x.code}:${x.severity}`);
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
    const { width } = templatesOf(blank('cushion'), 0)[0] ?? { width: NaN };
    expect(codes(facts(3100, 3100), blank('cushion'), { width: width - 6 })).toContain('art.cover:stop');
    expect(codes(facts(3100, 3100), blank('cushion'), { x: 2000 })).toContain('art.outside:stop');
  });
  it('takes a picture that ends well inside the face for one that is meant to, and says so', () =>
    expect(codes(facts(3100, 3100), blank('cushion'), { width: 300 })).toContain('art.part:note'));
  it('says when a spot print is cropped', () =>
    expect(codes(facts(3150, 2700, { hasAlpha: true, transparentShare: 0.3 }), blank('tee'), { x: 0 })).toContain(
      'art.crop:fix',
    ));

  const digits = (columns: number, rows: number, at: (column: number, row: number) => number) =>
    Array.from({ length: rows * columns }, (_, i) => at(i % columns, Math.floor(i / columns)).toString(16)).join('');
  const mapsOf = (change: Partial<ArtMaps>): ArtMaps => ({
    columns: 20,
    rows: 20,
    haze: '0'.repeat(400),
    pale: '0'.repeat(400),
    busy: '0'.repeat(400),
    fine: '0'.repeat(400),
    colours: { columns: 1, rows: 1, cells: '336699' },
    ...change,
  });
  const sharp = (maps: Partial<ArtMaps>, more: Partial<ArtFacts> = {}) =>
    facts(6000, 6000, { maps: mapsOf(maps), ...more });

  it('marks haze where it is', () => {
    const maps = { haze: digits(20, 20, (column) => (column < 4 ? 9 : 0)) };
    const found = check(sharp(maps, { hasAlpha: true, transparentShare: 0.4, faintShare: 0.1 }), blank('tee')).find(
      (x) => x.code === 'art.haze',
    );
    const [mark] = found?.where.marks ?? [];
    // The tee's print area is 266.7 × 228.6 mm; a square picture fits its height, centred: it begins at 19 mm.
    expect(mark?.x).toBeCloseTo(19.05, 1);
    expect(mark?.width).toBeCloseTo((228.6 * 4) / 20, 1);
  });
  it('forgives pale parts nowhere, and hairlines where the cloth shows them', () => {
    expect(codes(sharp({ pale: digits(20, 20, (c, r) => (c < 5 && r < 5 ? 6 : 0)) }), blank('tee'))).toContain(
      'art.pale:note',
    );
    const lines = { fine: digits(20, 20, (c, r) => (r === 3 && c < 8 ? 4 : 0)) };
    // 4 pixels of 6000 over 228.6 mm: 0.15 mm, under half of what smooth cloth shows; over 11 times that, fine.
    expect(codes(sharp(lines), blank('tee'))).toContain('art.hairline:fix');
    expect(codes(sharp(lines), blank('tee'), { width: 2600 })).not.toContain('art.hairline:fix');
  });
  it('finds the subject where the strap slot takes it, and not where all is equally busy', () => {
    const tag = blank('faux leather');
    const near = { busy: digits(20, 20, (c, r) => (c >= 1 && c <= 4 && r > 7 && r < 13 ? 8 : 0)) };
    expect(codes(sharp(near), tag)).toContain('art.keep-out.strap-slot:fix');
    expect(codes(sharp({ busy: '6'.repeat(400) }), tag)).not.toContain('art.keep-out.strap-slot:fix');
  });
  it('says when the subject runs into the edge', () => {
    const rim = { busy: digits(20, 20, (c, r) => (r > 5 && r < 14 && (c === 0 || c > 15) ? 8 : 0)) };
    expect(codes(sharp(rim), blank('mouse pad'))).toContain('art.safe:note');
  });
  it('stops a picture that would be mirrored twice', () =>
    expect(codes(sharp({}), blank('tee'), {}, { mirroredInFile: true })).toContain('art.mirror:stop'));
  it('asks no resolution of a drawing', () =>
    expect(codes(facts(300, 300, { vector: true }), blank('cushion'))).toEqual([]));
  it('measures how wide the bare edge is', () => {
    const found = check(facts(3100, 3100), blank('cushion'), { x: 190 + 20 }).find((x) => x.code === 'art.cover');
    expect(found?.title).toMatch(/up to (19|20|21)(\.\d)? mm wide/);
  });
});

describe('a design', () => {
  const sleeve = blank('neoprene');
  const templates = templatesOf(sleeve, 3);
  const art = sampleArt(facts(1000, 1000));
  const palette = { arts: [art], faces: NO_FACES };
  const onSecond = (fill: SideDesign['fill']) =>
    drawnOn(
      [
        { fill: 'own', items: [samplePicture('a', { x: 20, y: 30, width: 40, rotation: 10 })] },
        { fill, items: [] },
      ],
      1,
      templates,
      palette,
    );
  const middle = { x: 500, y: 500 };

  it('shows the same on the other side, mirrored, or running on across the edge', () => {
    const at = (fill: SideDesign['fill']) => {
      const [one] = onSecond(fill) as DrawnPicture[];
      if (!one) throw new Error('nothing is drawn');
      return { centre: applyTo(one.base, middle), mirrored: determinant(one.base) < 0 };
    };
    expect(onSecond('own')).toEqual([]);
    expect(at('same')).toMatchObject({ centre: { x: 20, y: 30 }, mirrored: false });
    expect(at('mirrored')).toMatchObject({ centre: { x: 80, y: 30 }, mirrored: true });
    expect(at('across')).toMatchObject({ centre: { x: -80, y: 30 }, mirrored: false });
  });
  it('proposes one picture across both sides as wide as they are together', () => {
    const design: SideDesign[] = [
      { fill: 'own', items: [samplePicture()] },
      { fill: 'across', items: [] },
    ];
    const [front] = drawnOn(design, 0, templates, palette) as DrawnPicture[];
    const [back] = drawnOn(design, 1, templates, palette) as DrawnPicture[];
    expect(front?.placement.width).toBeCloseTo(206, 9);
    // What lies at the front's right edge lies at the back's left edge.
    const pixel = { x: (1000 * (100 + 3)) / 206, y: 100 };
    expect(applyTo(front?.base as never, pixel).x).toBeCloseTo(100, 9);
    expect(applyTo(back?.base as never, pixel).x).toBeCloseTo(0, 9);
  });
  it('repeats a picture over the whole bleed, without a gap', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('straight' as const, 'half drop' as const),
        fc.double({ min: 12, max: 90, noNaN: true }),
        fc.integer({ min: -180, max: 180 }),
        (repeat, width, rotation) => {
          const placement = { x: 31, y: 44, width, rotation };
          const one = drawn(facts(300, 200), placement, template, { repeat });
          expect(coverageOfPictures(template, [one]).missingShare).toBe(0);
          const places = repeatsOf(placement, facts(300, 200), repeat, template) ?? [];
          const area = (width * width * 200) / 300;
          expect(places.length * area).toBeGreaterThanOrEqual(
            template.bleedBox.width * template.bleedBox.height - 1e-6,
          );
        },
      ),
      { numRuns: 40 },
    );
  });
  it('stops a pattern too fine to be printed copy by copy', () => {
    const placement = { x: 10, y: 10, width: 2, rotation: 0 };
    expect(repeatsOf(placement, facts(30, 30), 'straight', template)).toBeNull();
    const fine = drawn(facts(30, 30, { vector: true }), placement, template, { repeat: 'straight' });
    const [check] = checkDesign([{ template, drawn: [fine] }], [], { ...sleeve, wrap: null }, print);
    expect(check?.findings.map((x) => `${x.code}:${x.severity}:${x.waivable}`)).toContain('art.repeat:stop:false');
  });
  it('puts chest art 3 1/2 in below the collar, 10 1/2 in wide on a size L', () => {
    // Common practice, no published source: 10 to 11 in wide, its top 3 to 4 in below the collar.
    const tee = blank('tee');
    const [t] = templatesOf(tee, 0);
    const placed = chestPlacement(t as Template, { width: 2000, height: 1000 });
    expect(placed.width).toBeCloseTo(266.7, 6);
    expect(placed.x).toBeCloseTo(133.35, 6);
    const top = placed.y - placed.width / 4;
    expect(top + 89).toBeGreaterThanOrEqual(76);
    expect(top + 89).toBeLessThanOrEqual(102);
  });
  it('fits a picture inside, or over all', () => {
    expect(fitted(template, facts(1000, 500), 'contain').width).toBeCloseTo(110, 9);
    expect(fitted(template, facts(1000, 500), 'cover').width).toBeCloseTo(180, 9);
  });
});

describe('a seam', () => {
  // Red at the left, blue at the right.
  const cells = Array.from({ length: 10 }, (_, i) => (i < 5 ? 'd02020' : '2020d0')).join('');
  const split = facts(1000, 1000, {
    maps: { columns: 1, rows: 1, haze: '0', pale: '0', busy: '0', fine: '0', colours: { columns: 10, rows: 1, cells } },
  });
  const side = (f: ArtFacts) => {
    const t = makeTemplate({ kind: 'rectangle', width: 200, height: 90, radius: 0 }, 2);
    return { template: t, drawn: [drawn(f, null, t)] };
  };
  it('shows where two edges differ, and is nothing where they are alike', () => {
    expect(seamBetween(side(split), side(split))?.p90).toBeGreaterThan(40);
    const even = { ...split, maps: split.maps && { ...split.maps, colours: { columns: 1, rows: 1, cells: '336699' } } };
    expect(seamBetween(side(even), side(even))?.p90).toBeCloseTo(0, 9);
  });
  it('is told of a mug, and of nothing that does not wrap', () => {
    const mug = blank('mug');
    const design: SideDesign[] = [{ fill: 'own', items: [samplePicture()] }];
    const found = (wrap: Blank['wrap']) =>
      checkDesign([side(split)], design, { ...mug, wrap }, print)[0]?.findings.map((x) => `${x.code}:${x.severity}`);
    expect(found('round')).toContain('art.seam:fix');
    expect(found(null)).not.toContain('art.seam:fix');
  });
});
