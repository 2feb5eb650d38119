import { boundsOf } from '../geometry/index.js';
import {
  buildOfFamily,
  besideOf,
  EMPTY_BLANK,
  FAMILIES,
  KEEP_OUT_KINDS,
  proposeBleed,
  startingKeepOuts,
  withTwoLayers,
  type BlankDescription,
} from './index.js';

const outline = { kind: 'rectangle' as const, width: 400, height: 300, radius: 0 };
const goods = (change: Partial<BlankDescription>): BlankDescription => ({ ...EMPTY_BLANK, ...change });

describe('goods that somebody describes', () => {
  it('begin as their kind is built: what opens has two layers, what is hard is coated', () => {
    for (const family of FAMILIES) expect(buildOfFamily(family).layers.length).toBeGreaterThan(0);
    for (const family of ['cushion', 'mask', 'bag', 'tee', 'sock'] as const)
      expect([family, buildOfFamily(family).layers.length]).toEqual([family, 2]);
    expect(buildOfFamily('tile')).toMatchObject({ construction: { coated: true, make: 'hard' }, layers: [6.5] });
    expect(buildOfFamily('tee').style).toBe('spot');
  });
  it('have two layers or one, as they are said to', () => {
    expect(withTwoLayers([1.2], true)).toEqual([1.2, 1.2]);
    expect(withTwoLayers([7, 1], true)).toEqual([7, 1]);
    expect(withTwoLayers([7, 1], false)).toEqual([7]);
  });
  it('get each part where it mostly is; what heat or pressure spoils hangs off', () => {
    for (const kind of KEEP_OUT_KINDS) {
      const parts = startingKeepOuts(kind, outline);
      expect(parts.length).toBeGreaterThan(0);
      for (const part of parts) {
        const { width, height } = boundsOf(part.area);
        expect(width * height).toBeGreaterThan(0);
        expect([kind, part.hangsOff]).toEqual([
          kind,
          ['zip', 'elastic', 'buckle', 'drawcord', 'collar'].includes(kind),
        ]);
      }
    }
    expect(startingKeepOuts('rubber border', outline).map((one) => besideOf(one, outline).edge)).toEqual([
      'top',
      'right',
      'bottom',
      'left',
    ]);
  });
  it('get no bleed on a border that takes no dye, whatever kind they are', () => {
    const framed = [{ name: 'face', outline, keepOuts: startingKeepOuts('rubber border', outline) }];
    for (const family of ['mat', 'cushion', 'mouse pad', 'metal'] as const) {
      const bleed = proposeBleed(goods({ family, sides: framed }));
      expect([family, bleed.value]).toEqual([family, 0]);
      expect(bleed.why).toMatch(/takes no dye/);
    }
    expect(proposeBleed(goods({ family: 'mat' })).value).toBeGreaterThan(0);
  });
});
