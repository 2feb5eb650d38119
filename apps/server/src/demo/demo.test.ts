import { allPressed, benchState, pressedPieces } from '@kanga/core/bench';
import { BUILT_IN_BLANKS, proposeBleed, templatesOf, type Blank, type Template } from '@kanga/core/blank';
import type { RunPlan } from '@kanga/core/job';
import { planStack } from '@kanga/core/stack';
import { check } from '@kanga/contract/finding';
import { shopSchema } from '@kanga/contract/shop';
import sharp from 'sharp';
import { DEMO_JOBS, pressedEvents } from './jobs-data.js';
import { PICTURES } from './pictures/index.js';
import { seeded } from './pictures/svg.js';
import { BLANK, DEMO_SHOP } from './shop-data.js';

describe('the demo shop', () => {
  it('is a shop as the contract knows one', () => expect(check(shopSchema, DEMO_SHOP)).toMatchObject({ ok: true }));
  it('prints every demo picture at 200 pixels per inch or more, over its whole bleed', async () => {
    for (const job of DEMO_JOBS) {
      if (!job.picture) continue;
      const blank = BUILT_IN_BLANKS[BLANK[job.blank]] as Blank;
      const { bleedBox } = templatesOf(blank, proposeBleed(blank).value)[0] as Template;
      const { width = 0, height = 0 } = await sharp(Buffer.from(PICTURES[job.picture].draw())).metadata();
      expect((width / bleedBox.width) * 25.4).toBeGreaterThan(199);
      expect((height / bleedBox.height) * 25.4).toBeGreaterThan(199);
    }
  });
  it('draws the same sky every time', () => {
    const [a, b] = [seeded(7), seeded(7)];
    const numbers = Array.from({ length: 1000 }, a);
    expect(numbers).toEqual(Array.from({ length: 1000 }, b));
    expect(Math.min(...numbers)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...numbers)).toBeLessThan(1);
    expect(numbers.reduce((sum, n) => sum + n, 0) / 1000).toBeCloseTo(0.5, 1);
  });
  it('has a finished run whose records fit its plan', () => {
    const blank = BUILT_IN_BLANKS[BLANK.mask] as Blank;
    const press = DEMO_SHOP.presses[0];
    if (!press) throw new Error('no press');
    const { settings, sides, steps } = planStack({ blank, templates: templatesOf(blank, 3), press, overrides: {} });
    const plan: RunPlan = {
      frozenAt: '2026-11-24T09:00:00.000Z',
      pieces: 6,
      atOnce: 2,
      blank,
      press,
      paper: null,
      house: null,
      settings,
      sides,
      steps,
    };
    let n = 0;
    const state = benchState(
      plan,
      pressedEvents(plan, 0, () => `id${n++}`, 3),
    );
    expect(allPressed(state)).toBe(true);
    expect(pressedPieces(state)).toEqual([0, 1, 2, 3, 4, 5]);
    expect(state.verdicts.filter((v) => v?.verdict === 'spoiled')).toHaveLength(1);
    expect(state.records.every((r) => r.seconds === null || r.seconds >= 0)).toBe(true);
  });
});
