import fc from 'fast-check';
import {
  formatDuration,
  formatTemperature,
  parseDuration,
  parseNumber,
  parsePressure,
  parseTemperature,
  unitPrinter,
  wholeDegrees,
} from './index.js';

describe('unitPrinter', () => {
  it('prints everything in one shop’s units', () => {
    const inches = unitPrinter({ length: 'in', temperature: 'F', pressure: 'psi' });
    expect([inches.length(266.7), inches.size(266.7, 228.6), inches.temperature(204.44), inches.pressure(276)]).toEqual(
      ['10.5 in', '10.5 × 9 in', '400 °F', '40 psi'],
    );
    const metric = unitPrinter({ length: 'mm', temperature: 'C', pressure: 'bar' });
    expect([metric.length(266.7), metric.size(266.7, 228.6), metric.temperature(204.44), metric.pressure(276)]).toEqual(
      ['266.7 mm', '266.7 × 228.6 mm', '204 °C', '2.8 bar'],
    );
  });
});

describe('reading back what is printed', () => {
  it('gives the same temperature to half a degree', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 100, max: 230, noNaN: true }),
        fc.constantFrom('C' as const, 'F' as const),
        fc.constantFrom('C' as const, 'F' as const),
        (celsius, unit, bare) => {
          const read = parseTemperature(formatTemperature(celsius, unit), bare);
          expect(read.ok && Math.abs(read.value - celsius) <= 0.5 + 1e-9).toBe(true);
        },
      ),
    );
  });
  it('gives the same time to a second', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 3600 }), (seconds) => {
        expect(parseDuration(formatDuration(seconds))).toEqual({ ok: true, value: seconds });
      }),
    );
  });
});

describe('quantities as people write them', () => {
  // NIST SP 811, Appendix B: °C = (°F − 32) / 1.8; 1 psi = 6.894757 kPa.
  it.each([
    ['390 deg F', 198.888889],
    ['390º F', 198.888889],
    ['390℉', 198.888889],
    ['390 degrees fahrenheit', 198.888889],
    ['199 celsius', 199],
    ['199 ℃', 199],
    ['199,5 °c', 199.5],
    ['199', 199],
  ])('“%s” is a temperature', (text, celsius) => {
    const parsed = parseTemperature(text, 'C');
    expect(parsed.ok && parsed.value).toBeCloseTo(celsius, 5);
  });
  it.each([
    ['45 secs', 45],
    ['3 minutes', 180],
    ['1 min 30', 90],
    ['1 min. 30 sec.', 90],
    ['2,5 min', 150],
    ['3m', 180],
    ['.5 min', 30],
  ])('“%s” is a time', (text, seconds) => expect(parseDuration(text)).toEqual({ ok: true, value: seconds }));
  it.each([
    ['.5 bar', 50],
    ['2,8 Bar', 280],
    ['40 PSI', 275.79028],
    ['276 kpa', 276],
    ['276', 276],
  ])('“%s” is a pressure', (text, kPa) => {
    const parsed = parsePressure(text, 'kPa');
    expect(parsed.ok && parsed.value).toBeCloseTo(kPa, 5);
  });
  it.each([
    parseTemperature('hot', 'C'),
    parseTemperature('390 K', 'F'),
    parseTemperature('', 'F'),
    parseDuration('soon'),
    parseDuration('30 45'),
    parseDuration(''),
    parsePressure('firm', 'psi'),
    parsePressure('-3 bar', 'psi'),
  ])('what is none is refused with how to write it (%#)', (parsed) =>
    expect(parsed.ok ? parsed.value : parsed.problem).toMatch(/does not read as a .*Write it like/),
  );
  it('a comma that can be read in two ways is asked about by each of them', () => {
    for (const parsed of [
      parseTemperature('1,200', 'C'),
      parseDuration('1,200 s'),
      parseDuration('1 min 1,200'),
      parsePressure('1,200 kPa', 'psi'),
      parseNumber('1,200'),
    ])
      expect(parsed.ok ? parsed.value : parsed.problem).toBe('“1,200” can be read in two ways. Write 1200 or 1.2.');
  });
  it('a whole degree of the shop’s own dial is that again: 380 and 400 °F are not 379 and 399', () => {
    for (const f of [375, 380, 385, 390, 395, 400, 420]) {
      const parsed = parseTemperature(`${f} °F`, 'C');
      const kept = parsed.ok ? parsed.value : NaN;
      expect(formatTemperature(kept, 'F')).toBe(`${f} °F`);
      expect(formatTemperature(wholeDegrees(kept + 0.2, 'F'), 'F')).toBe(`${f} °F`);
      expect(wholeDegrees(kept, 'C')).toBe(Math.round(kept));
    }
  });
});

describe('a bare number', () => {
  it.each([
    ['12', 12],
    [' 0,25 ', 0.25],
    ['-3.5', -3.5],
    ['007', 7],
    ['.5', 0.5],
    ['−3', -3],
    ['1,000.5', 1000.5],
  ])('“%s” is read', (text, value) => expect(parseNumber(text)).toEqual({ ok: true, value }));
  it.each(['', 'many', '1.2.3', '1,00,0', '12 mm', '1e3', '.', ',', '-'])('“%s” is none, and says so', (text) =>
    expect(parseNumber(text)).toEqual({ ok: false, problem: `“${text.trim()}” does not read as a number.` }),
  );
});
