import {
  SCHOOL_KEYS,
  schoolOf,
  SCHOOLS,
  USUAL_HOUSE,
  isCurved,
  openEdges,
  PRESS_KINDS,
  USUAL_CARD,
  USUAL_INKS,
  USUAL_PRESS,
  INK_NAMES,
  CONVERSIONS,
} from './index.js';

describe('the questions on which good shops differ', () => {
  it('are all that a house answers', () => expect([...SCHOOL_KEYS].sort()).toEqual(Object.keys(USUAL_HOUSE).sort()));
  describe.each(SCHOOL_KEYS)('%s', (key) => {
    const { question, schools } = SCHOOLS[key];
    it('is a question with at least two answers, each said once', () => {
      expect(question).toMatch(/\?$/);
      expect(schools.length).toBeGreaterThanOrEqual(2);
      expect(new Set(schools.map(({ value }) => value)).size).toBe(schools.length);
      expect(new Set(schools.map(({ label }) => label)).size).toBe(schools.length);
    });
    it('gives the reason and the drawback of each answer, in sentences', () => {
      for (const { why, drawback } of schools) {
        expect(why).toMatch(/^[A-ZÀ-Ý“].*\.$/s);
        expect(drawback).toMatch(/^[A-ZÀ-Ý“].*\.$/s);
        expect(why).not.toBe(drawback);
      }
    });
    it('says quantities so that a shop reads them in its own units', () => {
      for (const { why, drawback, label } of schools)
        expect(`${why} ${drawback} ${label}`).not.toMatch(/\d (mm|°C|°F|in)\b/);
    });
    it('is answered by a house that nobody changed', () => {
      const usual = schoolOf(USUAL_HOUSE, key);
      expect(schools.map(({ value }) => value)).toContain(USUAL_HOUSE[key]);
      expect(usual.value).toBe(USUAL_HOUSE[key]);
    });
  });
});

describe('a press', () => {
  it.each(PRESS_KINDS)('%s lets goods hang out where nothing is in their way', (kind) => {
    const open = openEdges(kind);
    // A hinge stands at the back, and a mug press closes round what is in it; the front is where hands are.
    expect(open.bottom).toBe(true);
    expect(open.left).toBe(open.right);
    if (['clamshell', 'auto-open', 'cap press'].includes(kind)) expect(open.top).toBe(false);
    if (kind === 'mug press') expect(open.left).toBe(false);
    if (kind === 'hand iron' || kind === 'swing-away') expect(Object.values(open)).toEqual([true, true, true, true]);
  });
  it('is bent or flat by its kind', () =>
    expect(PRESS_KINDS.filter(isCurved).sort()).toEqual(['cap press', 'mug press']));
  it('that nobody described is taken for one without pads, table and controller, that warms for a while', () => {
    expect(USUAL_PRESS).toMatchObject({ opening: null, controller: null, table: 0, pads: [] });
    expect(USUAL_PRESS.warmUp).toBeGreaterThan(USUAL_PRESS.recovery);
  });
});

describe('what is taken of a printer and a paper that nobody described', () => {
  it('is the four inks, each at a plausible use, their price not known', () => {
    expect(USUAL_INKS.map(({ name }) => name)).toEqual([...INK_NAMES]);
    for (const { perSquareMetre, price } of USUAL_INKS) {
      expect(perSquareMetre).toBeGreaterThan(1);
      expect(perSquareMetre).toBeLessThan(40);
      expect(price).toBeNull();
    }
  });
  it('is a print card that can be ticked off: a conversion that there is, and words', () => {
    expect(CONVERSIONS).toContain(USUAL_CARD.conversion);
    expect(Object.values(USUAL_CARD).every((line) => typeof line === 'string')).toBe(true);
  });
});
