import fc from 'fast-check';
import {
  celsiusOf,
  dayText,
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

describe('days in a text', () => {
  // Half past eleven at night in Lisbon in winter is the same day in UTC; in Chicago, six hours behind, it is still the day before at five in the morning.
  const text = `At its check on ${dayText('2026-11-03T05:00:00.000Z')} the plate was cool.`;
  it.each([
    ['UTC', 'iso', 'At its check on 2026-11-03 the plate was cool.'],
    ['Europe/Lisbon', 'words', 'At its check on Tue 3 Nov 2026 the plate was cool.'],
    ['America/Chicago', 'iso', 'At its check on 2026-11-02 the plate was cool.'],
    ['Asia/Auckland', 'iso', null],
    ['Pacific/Auckland', 'words', 'At its check on Tue 3 Nov 2026 the plate was cool.'],
  ] as const)('in %s, in %s, are those of the shop', (timeZone, dates, told) => {
    const shop = unitPrinter({ length: 'mm', temperature: 'C', pressure: 'kPa' }, { dates, timeZone });
    if (told === null) expect(() => shop.text(text)).toThrow(RangeError);
    else expect(shop.text(text)).toBe(told);
  });
  it('are days wherever they stand by themselves, and moments where a moment is meant', () => {
    const chicago = unitPrinter(
      { length: 'in', temperature: 'F', pressure: 'psi' },
      { dates: 'iso', timeZone: 'America/Chicago' },
    );
    expect(chicago.day('2026-11-03')).toBe('2026-11-03');
    expect(chicago.day('2026-11-03T05:00:00.000Z')).toBe('2026-11-02');
    // The clocks of that zone went back on 1 November 2026 at 07:00 UTC (IANA Time Zone Database).
    expect(chicago.day('2026-11-01T04:59:00.000Z')).toBe('2026-10-31');
    expect(chicago.day('2026-11-01T05:00:00.000Z')).toBe('2026-11-01');
  });
  it('that people typed stay as they are', () =>
    expect(inches.text('due 2026-11-03T05:00Z, they said')).toBe('due 2026-11-03T05:00Z, they said'));
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
