import { deltaE00, labOf } from '../colour/index.js';
import { pressedPicture, type ClothPicture, type PressedTarget } from '../rendered/index.js';
import { pressedCloth } from '../testing/index.js';
import {
  CODE_LIMITS,
  cellsOf,
  findTargets,
  lightSteps,
  readCells,
  readCloth,
  spotLight,
  strengthOf,
  targetShapes,
  TARGET,
  yellowingOf,
} from './index.js';

const cloth = pressedCloth(3);
const usual = { temperature: 198, dwell: 55, pressure: 1 };
const target = (more: Partial<PressedTarget> = {}): PressedTarget => ({
  study: 7,
  swatch: 2,
  at: { x: 13, y: 13 },
  turn: 1.5,
  pressed: usual,
  ...more,
});
/** A picture as large as one target needs, at 200 pixels an inch. */
const one = (more: Partial<PressedTarget> = {}, set: ClothPicture = {}) =>
  pressedPicture(cloth, [target(more)], { size: { width: 97, height: 78 }, ppi: 200, ...set });

describe('the code', () => {
  it('is read back, every study and swatch', () => {
    for (let study = 0; study <= CODE_LIMITS.study; study += 101)
      for (let swatch = 0; swatch <= CODE_LIMITS.swatch; swatch += 17)
        expect(readCells(cellsOf({ study, swatch }))).toEqual({ study, swatch });
    expect(() => cellsOf({ study: 5000, swatch: 1 })).toThrow(/got 5000/);
  });
  it('finds every one, two or three wrong cells', () => {
    const cells = cellsOf({ study: 1234, swatch: 99 });
    const wrong = (...at: number[]) => cells.map((cell, i) => (at.includes(i) ? !cell : cell));
    for (let a = 0; a < cells.length; a++)
      for (let b = a; b < cells.length; b++)
        for (let c = b; c < cells.length; c++) {
          // The same place twice is no fault at all, or another one.
          const at = [...new Set([a, b, c])];
          expect(readCells(wrong(...at))).toBeNull();
        }
  });
});

describe('the target', () => {
  it('keeps everything inside its frame, and nothing over anything else', () => {
    const shapes = targetShapes({ study: 1, swatch: 1 });
    for (const { x, y, width, height } of shapes) {
      expect(Math.min(x, y)).toBeGreaterThanOrEqual(0);
      expect(x + width).toBeLessThanOrEqual(TARGET.width + 1e-9);
      expect(y + height).toBeLessThanOrEqual(TARGET.height + 1e-9);
    }
    shapes.forEach((a, i) => {
      for (const b of shapes.slice(i + 1)) {
        const over =
          Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x) > 1e-6 &&
          Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y) > 1e-6;
        expect(over).toBe(false);
      }
    });
  });
});

describe('steps as the eye counts them', () => {
  // Sharma, Wu and Dalal 2005: differences in chroma or lightness alone, added up in small steps by the formula itself, are what the closed forms say.
  it('agree with CIEDE2000 added up along a line', () => {
    const along = (f: (s: number) => { l: number; a: number; b: number }) =>
      Array.from({ length: 400 }, (_, i) => deltaE00(f(i / 400), f((i + 1) / 400))).reduce((sum, e) => sum + e, 0);
    expect(lightSteps(90, 20)).toBeCloseTo(
      along((s) => ({ l: 90 - 70 * s, a: 0, b: 0 })),
      1,
    );
    expect(yellowingOf({ l: 90, a: 0, b: 24 }, 2)).toBeCloseTo(
      along((s) => ({ l: 90, a: 0, b: 2 + 22 * s })),
      1,
    );
  });
  it('more dye is more strength', () => {
    const of = (black: string, cyan: string) =>
      strengthOf({ cyan: labOf(cyan), magenta: labOf('#c02060'), yellow: labOf('#f0d020'), black: labOf(black) });
    expect(of('#202020', '#0070a0')).toBeGreaterThan(of('#404040', '#0070a0'));
    expect(of('#202020', '#0070a0')).toBeGreaterThan(of('#202020', '#609ab0'));
  });
});

describe('readCloth', () => {
  it('finds several, whichever way they are turned, and reads their colours through uneven light', async () => {
    const targets = [
      target({ swatch: 1, at: { x: 14, y: 14 }, turn: 3 }),
      target({ swatch: 2, at: { x: 160, y: 15 }, turn: 94, pressed: { temperature: 186, dwell: 40, pressure: 1 } }),
      target({ swatch: 3, at: { x: 92, y: 140 }, turn: 183, pressed: { temperature: 210, dwell: 80, pressure: 1 } }),
    ];
    const set = { size: { width: 180, height: 160 }, ppi: 150, strip: { x: 110, y: 105, width: 40, height: 30 } };
    const { picture, truth, bare, strip } = await pressedPicture(cloth, targets, set);
    const { targets: found, unread } = readCloth(picture, {
      cloth: bare,
      spots: strip ? [{ at: strip, light: bare }] : [],
    });
    expect(unread).toEqual([]);
    expect(found.map(({ code }) => code.swatch).sort()).toEqual([1, 2, 3]);
    const off = found.flatMap(({ code, reading }) =>
      Object.entries(truth[code.swatch - 1]?.patches ?? {}).map(([name, lab]) =>
        deltaE00(lab, reading.patches[name as 'cyan']),
      ),
    );
    expect(off).toHaveLength(39);
    off.sort((a, b) => a - b);
    expect(off[Math.floor(off.length * 0.95)]).toBeLessThan(1.5);
    // The hottest is yellowest, the coolest palest.
    const by = (swatch: number) => found.find(({ code }) => code.swatch === swatch)?.reading;
    expect(by(3)?.yellowing.value).toBeGreaterThan((by(1)?.yellowing.value ?? 99) + 1);
    expect(by(2)?.strength.value).toBeLessThan((by(1)?.strength.value ?? 0) - 0.5);
  }, 120_000);

  it.each([
    // 18 % and 86 % of light as sRGB writes them: 0.461 and 0.936 of 255.
    ['grey card', '#767676'],
    ['white paper', '#efefef'],
  ] as const)(
    'tells the light by a %s as well as by bare cloth',
    async (kind, colour) => {
      const { picture, truth, bare, strip } = await pressedPicture(cloth, [target()], {
        size: { width: 110, height: 110 },
        strip: { x: 60, y: 82, width: 40, height: 20, colour },
        ppi: 150,
        cast: [1, 0.93, 0.82],
      });
      const spots = strip ? [{ at: strip, light: spotLight(kind, bare) }] : [];
      const patches = readCloth(picture, { cloth: bare, spots }).targets[0]?.reading.patches;
      const off = Object.entries(truth[0]?.patches ?? {}).map(([name, lab]) =>
        deltaE00(lab, patches?.[name as 'cyan'] ?? labOf('#000000')),
      );
      expect(Math.max(...off)).toBeLessThan(3);
      // Taken for bare cloth it would be far off: what it is has to be said.
      const wrong = readCloth(picture, { cloth: bare, spots: strip ? [{ at: strip, light: bare }] : [] });
      const ground = wrong.targets[0]?.reading.patches.ground ?? labOf('#000000');
      if (kind === 'grey card') expect(deltaE00(ground, truth[0]?.patches.ground ?? ground)).toBeGreaterThan(8);
    },
    120_000,
  );

  it('reads a photograph from 20° off, in warm light', async () => {
    const { picture, truth, bare, strip } = await pressedPicture(cloth, [target()], {
      size: { width: 110, height: 110 },
      strip: { x: 60, y: 82, width: 40, height: 20 },
      ppi: 190,
      tilt: 20,
      cast: [1, 0.93, 0.82],
      uneven: 0.4,
      noise: 6,
      lens: 0.1,
    });
    const { targets, remarks } = readCloth(picture, { cloth: bare, spots: strip ? [{ at: strip, light: bare }] : [] });
    expect(remarks).toEqual([]);
    expect(readCloth(picture, { cloth: bare, spots: [] }).remarks.join(' ')).toMatch(/No white is known/);
    const patches = targets[0]?.reading.patches;
    const off = Object.entries(truth[0]?.patches ?? {}).map(([name, lab]) =>
      deltaE00(lab, patches?.[name as 'cyan'] ?? labOf('#000000')),
    );
    expect(Math.max(...off)).toBeLessThan(3);
  }, 120_000);

  it('tells a ghost of 0.3 mm and an edge of 0.1 mm from sharp ones', async () => {
    const read = async (more: Partial<PressedTarget>) => {
      const { picture, bare } = await one(more, { ppi: 300 });
      const found = readCloth(picture, { cloth: bare, spots: [] }).targets[0]?.reading;
      if (!found) throw new Error('it is found');
      return found;
    };
    const sharp = await read({});
    expect(sharp.ghost).toBeNull();
    const soft = await read({ blur: 0.12 });
    expect(soft.ghost).toBeNull();
    expect(soft.blur.value - sharp.blur.value).toBeGreaterThan(soft.blur.spread);
    const doubled = await read({ ghost: { x: 0.3, y: 0, share: 0.3 } });
    expect(doubled.ghost?.shift).toBeGreaterThan(0.2);
    expect(doubled.ghost?.shift).toBeLessThan(0.4);
    expect(doubled.ghost?.right).toBeGreaterThan(0.2);
  }, 120_000);

  it('counts specks of lint', async () => {
    const more =
      '<g fill="#3050a0"><circle cx="8" cy="35" r=".5"/><circle cx="13" cy="40" r=".5"/><circle cx="30" cy="9" r=".5"/></g>';
    const { picture, bare } = await one({ more });
    const clean = await one();
    const specks = (from: typeof picture) =>
      readCloth(from, { cloth: bare, spots: [] }).targets[0]?.reading.specks ?? -1;
    expect(specks(clean.picture)).toBe(0);
    expect(specks(picture)).toBeGreaterThanOrEqual(2);
  }, 120_000);
});

describe('what cannot be read is named, and nothing else is lost', () => {
  it('a code that something lies over, one in mirror image, one that is cut off', async () => {
    const over = '<rect x="47" y="34" width="10" height="13" fill="#f5f5f5"/>';
    const torn = await one({ more: over });
    expect(findTargets(torn.picture)).toMatchObject({ found: [], unread: [{ why: 'its code cannot be read' }] });
    const flopped = await one({}, { mirrored: true });
    expect(findTargets(flopped.picture)).toMatchObject({ found: [], unread: [{ why: 'it is seen in mirror image' }] });
    const cut = await one({ at: { x: -20, y: 13 } });
    expect(findTargets(cut.picture).found).toEqual([]);
  }, 120_000);
  it('a picture of nothing has no targets', () => {
    const blank = { data: new Uint8ClampedArray(400 * 300 * 4).fill(240), width: 400, height: 300 };
    expect(readCloth(blank, { cloth: [0.86, 0.86, 0.86], spots: [] })).toMatchObject({ targets: [], unread: [] });
  });
  it('one of two on one glass is pale beyond reading, the other is read', async () => {
    const { picture, bare } = await pressedPicture(
      cloth,
      [
        target({ swatch: 1 }),
        target({ swatch: 2, at: { x: 13, y: 80 }, pressed: { temperature: 120, dwell: 5, pressure: 0 } }),
      ],
      { size: { width: 97, height: 145 }, ppi: 150 },
    );
    const { targets } = readCloth(picture, { cloth: bare, spots: [] });
    expect(targets.map(({ code }) => code.swatch)).toContain(1);
  }, 120_000);
});
