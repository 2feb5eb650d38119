import { BUILT_IN_BLANKS } from '../blank/index.js';
import { mugPress, samplePress } from '../testing/index.js';
import { proposeSettings, settingsRows, type Proven } from './index.js';

const [bag, mug] = [
  BUILT_IN_BLANKS.find(({ family }) => family === 'bag'),
  BUILT_IN_BLANKS.find(({ family }) => family === 'mug'),
];
if (!bag || !mug) throw new Error('the shelf has bags and mugs');
const proven: Proven = {
  blankId: bag.id,
  family: bag.family,
  surface: bag.surface,
  pressId: samplePress.id,
  mediaId: null,
  temperature: 191,
  dwell: 52,
  pressure: 'medium',
  prePress: 8,
  peel: 'hot',
  good: 9,
  spoiled: 0,
  last: '2026-11-01T08:00:00.000Z',
  accepted: true,
};

describe('the settings sheet', () => {
  it('has a row for all goods on every press that takes them, and none for what is off the shelf', () => {
    const rows = settingsRows([bag, mug, { ...bag, id: 'old', archived: true }], [samplePress, mugPress], {
      proven: [],
    });
    expect(rows.map(({ blank, press }) => `${blank.family} ${press.name}`)).toEqual([
      'bag Back press',
      'mug Mug press',
    ]);
  });
  it('says what a plan would start from: what is proven there, and the chart elsewhere', () => {
    const other = { ...samplePress, id: 'q', name: 'Front press' };
    const [here, there] = settingsRows([bag], [samplePress, other], { proven: [proven] });
    expect(here?.settings.temperature).toMatchObject({ value: 191, source: { kind: 'proven on this press' } });
    expect(there?.settings.temperature.source.kind).toBe('reference chart');
    expect(there?.settings.temperature.value).toBe(proposeSettings(bag, {}).temperature.value);
  });
});
