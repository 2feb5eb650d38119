import { provenHere, type Proven } from '../stack/index.js';
import { blankOf } from '../testing/index.js';
import { degreesText } from '../units/index.js';
import { bookOf, IN_A_ROW, type Recipe } from './index.js';

const tee = blankOf('tee');
const pressed = (change: Partial<Proven> = {}): Proven => ({
  blankId: tee.id,
  family: tee.family,
  surface: tee.surface,
  pressId: 'back',
  mediaId: 'a3',
  temperature: 196,
  dwell: 50,
  pressure: 'medium',
  prePress: 5,
  peel: 'hot',
  good: 12,
  spoiled: 0,
  last: '2026-11-20T10:00:00.000Z',
  accepted: false,
  ...change,
});
const recipe = (change: Partial<Proven> = {}): Recipe => ({
  id: 'r',
  at: '2026-11-01T10:00:00.000Z',
  by: 'Wren',
  why: 'twelve good',
  settings: pressed(change),
});

describe('the recipe book', () => {
  it('proposes the best that is proven where nothing was accepted, and takes nothing by itself', () => {
    const [entry, ...more] = bookOf([pressed(), pressed({ dwell: 60, good: 4 })], []);
    expect(more).toEqual([]);
    expect(entry).toMatchObject({ recipe: null, counted: { dwell: 50 }, proposal: { settings: { dwell: 50 } } });
    expect(entry?.proposal?.why).toBe('12 of 12 came out good: make it the recipe?');
  });
  it('has what came out good once, so that it is found again, and proposes nothing of it', () => {
    const [once] = bookOf([pressed({ good: 1 })], []);
    expect(once).toMatchObject({ recipe: null, counted: { good: 1 }, proven: false, proposal: null });
    expect(bookOf([pressed({ good: 0, spoiled: 2 })], [])).toEqual([]);
    // What is proven stands before it, however seldom it was pressed.
    const [entry] = bookOf([pressed({ good: 40, spoiled: 20 }), pressed({ dwell: 60, good: 3 })], []);
    expect(entry).toMatchObject({ counted: { dwell: 60 }, proven: true });
  });
  it('keeps to the recipe whatever is pressed more often, and proposes what took less time, three good in a row', () => {
    const quicker = pressed({ dwell: 40, good: IN_A_ROW });
    const often = pressed({ dwell: 60, good: 90 });
    const [entry] = bookOf([pressed(), quicker, often], [recipe()]);
    expect(entry?.recipe?.settings.dwell).toBe(50);
    expect(entry?.proposal).toEqual({ settings: quicker, why: '3 good in a row at 10 s less: accept it?' });
  });
  it.each([
    ['two good ones are no row', { dwell: 40, good: 2 }],
    ['a spoiled one breaks it', { dwell: 40, good: 9, spoiled: 1 }],
    ['hotter for less time is another recipe, not a better one', { dwell: 40, good: 5, temperature: 204 }],
    ['longer is no gain', { dwell: 60, good: 40 }],
  ])('proposes nothing: %s', (_, change) => {
    expect(bookOf([pressed(), pressed(change)], [recipe()])[0]?.proposal).toBeNull();
  });
  it('proposes cooler work that came out as well, and what surely spoils less', () => {
    const cooler = pressed({ temperature: 190, good: 3 });
    expect(bookOf([pressed(), cooler], [recipe()])[0]?.proposal?.why).toBe(
      `3 good in a row at ${degreesText(6)} less: accept it?`,
    );
    const bad = pressed({ good: 20, spoiled: 20 });
    const longer = pressed({ dwell: 60, good: 40, spoiled: 1 });
    expect(bookOf([bad, longer], [recipe()])[0]?.proposal?.why).toMatch(/1 of 41 spoiled, against 20 of 40/);
    // Too few pieces say nothing sure.
    expect(
      bookOf([pressed({ good: 2, spoiled: 1 }), pressed({ dwell: 60, good: 5 })], [recipe()])[0]?.proposal,
    ).toBeNull();
  });
  it('keeps entries of blanks, presses and papers apart, and shows a recipe that came from elsewhere', () => {
    const book = bookOf(
      [pressed(), pressed({ pressId: 'front' }), pressed({ mediaId: 'a4' })],
      [recipe({ pressId: 'side' })],
    );
    expect(book).toHaveLength(4);
    expect(book.find(({ key }) => key.pressId === 'side')).toMatchObject({ counted: { good: 0 }, proposal: null });
  });
});

describe('a recipe in a plan', () => {
  it('comes before what was pressed more often, and is taken though it was pressed seldom', () => {
    const { proven } = provenHere(
      [pressed({ dwell: 60, good: 90 }), pressed({ good: 1, accepted: true })],
      tee,
      'back',
      'a3',
    );
    expect(proven.map(({ proven: one }) => one.dwell)).toEqual([50, 60]);
  });
});
