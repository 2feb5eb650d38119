import { BUILT_IN_BLANKS, type Blank } from '../blank/index.js';
import { SCHOOL_KEYS, SCHOOLS, USUAL_HOUSE, type HouseRules } from '../shop/index.js';
import { samplePlan } from '../testing/index.js';

describe('each school', () => {
  const by = (house: Partial<HouseRules>, blank: Blank) =>
    samplePlan(blank, { house: { ...USUAL_HOUSE, ...house }, pieces: 2 });
  /** What of a plan each question may change. */
  const CHANGES: Record<keyof HouseRules, readonly ('settings' | 'layers' | 'steps')[]> = {
    hold: ['layers', 'steps'],
    sprayed: ['steps'],
    reuse: ['layers'],
    paper: ['layers'],
    nonStick: ['layers', 'steps'],
    sleeves: ['layers', 'steps'],
    pad: ['layers', 'steps'],
    lines: ['layers'],
    socks: ['layers', 'steps'],
    tees: ['settings', 'steps'],
    masks: ['settings', 'steps'],
    mats: ['settings', 'steps'],
  };
  const CONCERNS: Partial<Record<keyof HouseRules, readonly Blank['family'][]>> = {
    sleeves: ['neoprene'],
    socks: ['sock'],
    tees: ['tee'],
    masks: ['mask'],
    mats: ['mat'],
    hold: BUILT_IN_BLANKS.map(({ family }) => family),
  };
  it('may be chosen for one job alone, which then is planned as in a house that does so', () => {
    for (const key of SCHOOL_KEYS)
      for (const { value } of SCHOOLS[key].schools)
        for (const blank of BUILT_IN_BLANKS) {
          const alone = samplePlan(blank, { overrides: { house: { [key]: value } }, house: USUAL_HOUSE, pieces: 2 });
          expect(alone).toEqual(by({ [key]: value }, blank));
        }
  });
  it.each(SCHOOL_KEYS.map((key) => [key]))('of %s changes what it is about, and nothing else', (key) => {
    let changed = 0;
    for (const blank of BUILT_IN_BLANKS) {
      const usual = by({}, blank);
      for (const { value, why, drawback } of SCHOOLS[key].schools) {
        expect([why, drawback].every((text) => text.length > 10)).toBe(true);
        const now = by({ [key]: value }, blank);
        const concerned = CONCERNS[key]?.includes(blank.family) ?? true;
        const same = (what: 'settings' | 'layers' | 'steps') => {
          const of = (plan: typeof now) =>
            JSON.stringify(what === 'layers' ? plan.sides.map(({ layers }) => layers) : plan[what]);
          return of(now) === of(usual);
        };
        for (const what of ['settings', 'layers', 'steps'] as const) {
          if (!concerned || !CHANGES[key].includes(what)) {
            // The other school stands among what was not taken: that changes, the values do not.
            if (what === 'settings' && key in CONCERNS) continue;
            expect([blank.name, key, value, what, same(what)]).toEqual([blank.name, key, value, what, true]);
          }
        }
        if (value !== USUAL_HOUSE[key] && !(same('settings') && same('layers') && same('steps'))) changed++;
      }
    }
    expect(changed).toBeGreaterThan(0);
  });
});
