import { BUILT_IN_BLANKS, type Side } from '@kanga/core/blank';
import { sizeOf } from '@kanga/core/geometry';
import { silhouetteOf } from './silhouette.js';

describe('silhouetteOf', () => {
  it.each(BUILT_IN_BLANKS.map((blank) => [blank.name, blank] as const))(
    'is drawn round the print area of %s, in finite numbers',
    (_, blank) => {
      const { path, folds, box } = silhouetteOf(blank);
      const [side] = blank.sides;
      const { width, height } = sizeOf((side as Side).outline);
      expect(`${path}${folds}`).toMatch(/^M/);
      expect(`${path}${folds}`).not.toMatch(/NaN|undefined|Infinity/);
      expect(box.x).toBeLessThanOrEqual(0);
      expect(box.x + box.width).toBeGreaterThanOrEqual(width);
      expect(box.y + box.height).toBeGreaterThanOrEqual(height);
    },
  );
});
