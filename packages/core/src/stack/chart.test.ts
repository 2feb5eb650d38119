import { fahrenheitOf } from '../units/index.js';
import { CHART, chartRowFor, MEDIUM_KPA, type ChartRow } from './index.js';

const inFahrenheit = ({ temperature }: ChartRow) =>
  [temperature.low, temperature.high].map((c) => Math.round(fahrenheitOf(c)));
const dwell = ({ dwell: { low, high } }: ChartRow) => [low, high];

// Common practice, no published source: the rows of the reference chart as the trade states them.
describe('the reference chart', () => {
  it.each([
    ['tee', [380, 400], [45, 60], [5, 10], 'hot'],
    ['mask', [375, 400], [45, 60], [5, 10], 'cold'],
    ['sock', [390, 400], [45, 60], null, 'hot'],
    ['cushionSmooth', [385, 400], [45, 60], [5, 10], 'hot'],
    ['cushionTextured', [383, 383], [90, 90], [30, 30], 'hot'],
    ['cushionPile', [383, 383], [210, 210], [30, 30], 'hot'],
    ['neoprene', [385, 400], [55, 60], [10, 10], 'hot'],
  ] as const)('%s', (key, heat, seconds, prePress, peel) => {
    const row: ChartRow = CHART[key];
    expect(inFahrenheit(row)).toEqual(heat);
    expect(dwell(row)).toEqual(seconds);
    expect(row.prePress && [row.prePress.low, row.prePress.high]).toEqual(prePress);
    expect(row.peel).toBe(peel);
    expect(row.pressure).toBe('medium');
  });
  it('has a row for every kind of goods on every surface', () => {
    for (const surface of ['smooth', 'textured', 'long pile'] as const) {
      for (const family of ['tee', 'sock', 'cushion', 'mask', 'bag', 'neoprene'] as const) {
        const row = chartRowFor(family, surface);
        expect(row.temperature.low).toBeLessThanOrEqual(row.temperature.high);
        expect(row.dwell.low).toBeLessThanOrEqual(row.dwell.high);
      }
    }
    expect(chartRowFor('bag', 'smooth')).toBe(CHART.tee);
    expect(chartRowFor('cushion', 'long pile')).toBe(CHART.cushionPile);
  });
  it('means about 40 psi by medium', () => expect(MEDIUM_KPA / 6.894757).toBeCloseTo(40, 0));
});
