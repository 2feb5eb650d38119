import fc from 'fast-check';
import {
  celsiusOf,
  degreesText,
  formatLength,
  lengthText,
  MM_PER_INCH,
  temperatureText,
  unitPrinter,
} from './index.js';

const inches = unitPrinter({ length: 'in', temperature: 'F', pressure: 'psi' });
const metric = unitPrinter({ length: 'mm', temperature: 'C', pressure: 'kPa' });

describe('quantities in a text', () => {
  const text = `Hold it ${lengthText(50.8)} away at ${temperatureText(celsiusOf(385))}, ${degreesText(5)} hotter than the last.`;
  it('are in the units of whoever reads it', () => {
    expect(inches.text(text)).toBe('Hold it 2 in away at 385 °F, 9 °F hotter than the last.');
    expect(metric.text(text)).toBe('Hold it 50.8 mm away at 196 °C, 5 °C hotter than the last.');
  });
  it('keep any whole figure in °F', () =>
    fc.assert(
      fc.property(fc.integer({ min: 32, max: 450 }), (f) => {
        expect(inches.text(temperatureText(celsiusOf(f)))).toBe(`${f} °F`);
      }),
    ));
  it('leave alone what people typed', () => {
    for (const typed of ['610 mm roll', 'tile of 152 mm at 200 °C', '5 K run']) expect(inches.text(typed)).toBe(typed);
  });
});

describe('what is small', () => {
  it.each([
    [0.1, 'in', '0.00394 in'],
    [0.2, 'in', '0.00787 in'],
    [0.01, 'mm', '0.01 mm'],
    [0.0123456, 'mm', '0.0123 mm'],
    [0, 'in', '0 in'],
    [1e-9, 'mm', '0 mm'],
    [MM_PER_INCH / 16, 'in', '0.0625 in'],
    [-0.2, 'in', '-0.00787 in'],
  ] as const)('%d mm is told as %s: %s', (mm, unit, said) => expect(formatLength(mm, unit)).toBe(said));
  it('is never told as nothing', () =>
    fc.assert(
      fc.property(fc.double({ min: 1e-4, max: 1, noNaN: true }), fc.constantFrom('mm', 'in'), (mm, unit) => {
        expect(Number(formatLength(mm, unit as 'mm' | 'in').split(' ')[0])).toBeGreaterThan(0);
      }),
    ));
});

describe('a weight', () => {
  it('goes with the unit of length', () => {
    // NIST SP 811, Appendix B: 1 lb is 0.453 592 37 kg.
    expect(inches.weight(1400)).toBe('3.1 lb');
    expect(metric.weight(1400)).toBe('1.4 kg');
    expect(metric.weight(450)).toBe('450 g');
  });
});
