import { makeTemplate } from '../blank/index.js';
import { areaOf } from '../geometry/index.js';
import { sampleTiling } from '../testing/index.js';
import { SHEET_LIMITS, TAIL, tilesOf, type Tiling } from './index.js';

describe('an overlap that somebody chose', () => {
  const template = makeTemplate({ kind: 'rectangle', width: 300, height: 200, radius: 0 }, 0);
  const parts = (change: Partial<Tiling>) => {
    const tiling = sampleTiling({ upright: [130], ...change });
    const seam = [
      { x: 130, y: 0 },
      { x: 130, y: 200 },
    ];
    return tilesOf(template, tiling, { upright: [seam], level: [] }, '').flatMap(({ faces }) =>
      faces.flatMap(({ clips }) => clips.map(areaOf)),
    );
  };
  const sum = (areas: number[]) => areas.reduce((all, area) => all + area, 0);
  // One seam of 200 mm: what both parts have together is the print, and one tail along it.
  it.each([SHEET_LIMITS.tail.least, 6.35, TAIL, SHEET_LIMITS.tail.most])(
    'of %d mm is how far parts reach beneath each other, and no further',
    (tail) => expect(sum(parts({ tail }))).toBeCloseTo(300 * 200 + 200 * tail, 3),
  );
  it('is as usual where nobody did, and nothing edge to edge', () => {
    expect(sum(parts({}))).toBeCloseTo(300 * 200 + 200 * TAIL, 3);
    expect(sum(parts({ join: 'butt', tail: 20 }))).toBeCloseTo(300 * 200, 3);
  });
});
