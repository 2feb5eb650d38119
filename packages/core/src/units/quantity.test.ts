import {
  celsiusOf,
  fahrenheitOf,
  formatClock,
  formatDuration,
  formatTimes,
  formatPressure,
  formatTemperature,
  KPA_PER_PSI,
  otherTemperature,
  parseDuration,
  parsePressure,
  parseTemperature,
} from './index.js';

describe('temperature', () => {
  // NIST SP 811, Appendix B: °C = (°F − 32)/1.8.
  it.each([
    [32, 0],
    [212, 100],
    [400, 204.444444],
    [380, 193.333333],
  ])('%d °F is %d °C', (f, c) => {
    expect(celsiusOf(f)).toBeCloseTo(c, 5);
    expect(fahrenheitOf(c)).toBeCloseTo(f, 4);
  });
  it('prints both units', () => {
    expect(formatTemperature(193.33, 'F')).toBe('380 °F');
    expect(otherTemperature(193.33, 'F')).toBe('193 °C');
  });
  it.each([
    ['199', 'C', 199],
    ['390 °F', 'C', 198.8889],
    ['390f', 'C', 198.8889],
    ['390', 'F', 198.8889],
  ] as const)('reads %s in %s', (text, unit, c) => {
    expect(parseTemperature(text, unit)).toEqual({ ok: true, value: expect.closeTo(c, 3) as number });
  });
  it('refuses what is not one', () =>
    expect(parseTemperature('hot', 'C')).toMatchObject({
      ok: false,
      problem: expect.stringContaining('hot') as string,
    }));
});

describe('pressure', () => {
  // NIST SP 811, Appendix B: 1 psi = 6.894757 kPa. Common practice: medium is about 40 psi, 276 kPa.
  it('prints 276 kPa as 40 psi and 2.8 bar', () => {
    expect(KPA_PER_PSI).toBe(6.894757);
    expect(formatPressure(276, 'psi')).toBe('40 psi');
    expect(formatPressure(276, 'bar')).toBe('2.8 bar');
    expect(formatPressure(276, 'kPa')).toBe('276 kPa');
  });
  it('reads every unit', () => {
    expect(parsePressure('40 psi', 'kPa')).toEqual({ ok: true, value: expect.closeTo(275.79, 2) as number });
    expect(parsePressure('2,8 bar', 'kPa')).toEqual({ ok: true, value: expect.closeTo(280, 6) as number });
    expect(parsePressure('276', 'kPa')).toEqual({ ok: true, value: 276 });
    expect(parsePressure('firm', 'kPa').ok).toBe(false);
  });
});

describe('time', () => {
  it.each([
    ['45', 45],
    ['45 s', 45],
    ['1:30', 90],
    ['3 min', 180],
    ['3 min 30 s', 210],
    ['2m', 120],
  ])('reads %s', (text, seconds) => expect(parseDuration(text)).toEqual({ ok: true, value: seconds }));
  it('refuses what is not one', () => {
    expect(parseDuration('a while').ok).toBe(false);
    expect(parseDuration('').ok).toBe(false);
    expect(parseDuration('1:75').ok).toBe(false);
  });
  it('shows a clock that never says zero early', () => {
    expect(formatClock(84)).toBe('1:24');
    expect(formatClock(0.2)).toBe('0:01');
    expect(formatClock(0)).toBe('0:00');
    expect(formatClock(-5.5)).toBe('−0:05');
  });
  it('says durations as a person does', () => {
    expect(formatDuration(45)).toBe('45 s');
    expect(formatDuration(210)).toBe('3 min 30 s');
    expect(formatDuration(180)).toBe('3 min');
    expect([0, 1, 2, 12].map(formatTimes)).toEqual(['0 times', 'once', 'twice', '12 times']);
  });
});
