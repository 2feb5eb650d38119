import fc from 'fast-check';
import {
  formatDuration,
  formatTemperature,
  parseDuration,
  parseNumber,
  parseTemperature,
  unitPrinter,
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

describe('a bare number', () => {
  it.each([
    ['12', 12],
    [' 0,25 ', 0.25],
    ['-3.5', -3.5],
    ['007', 7],
  ])('“%s” is read', (text, value) => expect(parseNumber(text)).toEqual({ ok: true, value }));
  it.each(['', 'many', '1.2.3', '1,000.5', '12 mm', '1e3', '.5', '−3'])('“%s” is none, and says so', (text) =>
    expect(parseNumber(text)).toEqual({ ok: false, problem: `“${text.trim()}” does not read as a number.` }),
  );
});
