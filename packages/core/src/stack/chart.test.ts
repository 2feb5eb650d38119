import { BUILT_IN_BLANKS, FAMILIES, isHardGoods, SURFACES, type Blank } from '../blank/index.js';
import { fahrenheitOf } from '../units/index.js';
import { CHART, chartRowFor, MEDIUM_KPA, proposeSettings, schoolRowFor, TONER_FROM, type ChartRow } from './index.js';

const inFahrenheit = ({ temperature }: ChartRow) =>
  [temperature.low, temperature.high].map((c) => Math.round(fahrenheitOf(c)));
const dwell = ({ dwell: { low, high } }: ChartRow) => [low, high];

// Common practice, no published source: the rows of the reference chart as the trade states them.
const ROWS = [
  ['tee', [380, 400], [45, 60], [5, 10], 'medium', 'hot'],
  ['teeLong', [392, 392], [60, 90], [5, 10], 'medium', 'hot'],
  ['performance', [385, 400], [45, 60], [5, 10], 'light', 'hot'],
  ['mask', [375, 400], [45, 60], [5, 10], 'medium', 'cold'],
  ['maskFast', [420, 420], [25, 25], [5, 10], 'firm', 'cold'],
  ['sock', [390, 400], [45, 60], null, 'medium', 'hot'],
  ['cushionSmooth', [385, 400], [45, 60], [5, 10], 'medium', 'hot'],
  ['cushionTextured', [383, 383], [90, 90], [30, 30], 'medium', 'hot'],
  ['cushionPile', [383, 383], [210, 210], [30, 30], 'medium', 'hot'],
  ['sequin', [380, 400], [45, 55], null, 'medium', 'hot'],
  ['neoprene', [385, 400], [55, 60], [10, 10], 'medium', 'hot'],
  ['mat', [390, 390], [60, 60], null, 'medium', 'cold'],
  ['matFirm', [405, 405], [70, 70], null, 'firm', 'cold'],
  ['fauxLeather', [400, 400], [60, 60], null, 'medium', 'hot'],
  ['burlap', [360, 360], [45, 60], null, 'medium', 'hot'],
  ['mousePad', [380, 400], [45, 45], null, 'medium', 'hot'],
  ['ceramicCoaster', [400, 400], [60, 60], null, 'medium', 'cold'],
  ['mug', [370, 400], [150, 210], null, 'medium', 'cold'],
  ['tumbler', [365, 365], [60, 90], null, 'firm', 'cold'],
  ['metal', [375, 400], [60, 80], null, 'medium', 'cold'],
  ['tile', [380, 400], [180, 420], null, 'light', 'cold'],
] as const;

describe('the reference chart', () => {
  it.each(ROWS)('%s', (key, heat, seconds, prePress, pressure, peel) => {
    const row: ChartRow = CHART[key];
    expect(inFahrenheit(row)).toEqual(heat);
    expect(dwell(row)).toEqual(seconds);
    expect(row.prePress && [row.prePress.low, row.prePress.high]).toEqual(prePress);
    expect([row.pressure, row.peel]).toEqual([pressure, peel]);
  });
  it('is checked row by row: none is left out', () =>
    expect(ROWS.map(([key]) => key).sort()).toEqual(Object.keys(CHART).sort()));
  it('knows what practice has settled on for mugs and tumblers', () => {
    const mug: ChartRow = CHART.mug;
    expect(Math.round(fahrenheitOf(mug.typical?.temperature ?? 0))).toBe(385);
    expect(mug.typical?.dwell).toBeGreaterThanOrEqual(190);
    expect(mug.typical?.dwell).toBeLessThanOrEqual(200);
    expect(CHART.tumbler.typical.dwell).toBe(70);
  });
  it('has a row for every kind of goods on every surface', () => {
    for (const surface of SURFACES)
      for (const family of FAMILIES) {
        const row = chartRowFor(family, surface);
        expect(row.temperature.low).toBeLessThanOrEqual(row.temperature.high);
        expect(row.dwell.low).toBeLessThanOrEqual(row.dwell.high);
      }
    expect(chartRowFor('bag', 'smooth')).toBe(CHART.tee);
    expect(chartRowFor('cushion', 'long pile')).toBe(CHART.cushionPile);
  });
  it('means about 40 psi by medium, and 380 °F for toner', () => {
    expect(MEDIUM_KPA / 6.894757).toBeCloseTo(40, 0);
    expect(fahrenheitOf(TONER_FROM)).toBeCloseTo(380, 6);
  });
});

describe('every row of the chart', () => {
  const goods = FAMILIES.flatMap((family) =>
    SURFACES.flatMap((surface) => ['#ffffff', '#e8ddc4'].map((baseColour) => ({ family, surface, baseColour }))),
  );
  const plain = BUILT_IN_BLANKS[0] as Blank;
  it.each(goods)(
    'gives settings inside itself, with the chart as their source: $family, $surface, $baseColour',
    (one) => {
      const blank: Blank = { ...plain, ...one, makersSheet: null, jig: null };
      const row = chartRowFor(one.family, one.surface);
      const settings = proposeSettings(blank, {});
      const source = { kind: 'reference chart', row: row.name };
      for (const key of ['temperature', 'dwell', 'pressure', 'prePress', 'peel'] as const) {
        expect(settings[key].source).toEqual(source);
        expect(settings[key].why).not.toBe('');
      }
      const { temperature, dwell: time, prePress } = settings;
      expect(temperature.value).toBeGreaterThanOrEqual(row.temperature.low - 0.5);
      expect(temperature.value).toBeLessThanOrEqual(row.temperature.high + 0.5);
      expect(time.value).toBeGreaterThanOrEqual(row.dwell.low);
      expect(time.value).toBeLessThanOrEqual(row.dwell.high);
      expect(prePress.value).toBe(row.prePress ? Math.round(row.prePress.high / 5) * 5 : 0);
      expect([settings.pressure.value, settings.peel.value]).toEqual([row.pressure, row.peel]);
    },
  );
  it.each([
    ['tee', { tees: 'long' }, CHART.teeLong],
    ['mask', { masks: 'fast' }, CHART.maskFast],
    ['mat', { mats: 'firm' }, CHART.matFirm],
  ] as const)('of the other school for a %s is taken when the house follows it', (family, rule, row) => {
    const house = { tees: 'short', masks: 'usual', mats: 'usual', ...rule } as const;
    expect(schoolRowFor(family, house)?.row).toBe(row);
    expect(schoolRowFor(family, { tees: 'short', masks: 'usual', mats: 'usual' })).toBeNull();
    expect(isHardGoods(family)).toBe(false);
  });
});
