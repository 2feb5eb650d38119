import fc from 'fast-check';
import { formatLength, formatSize, MM_PER_INCH, parseLength } from './index.js';

const read = (text: string, bare: 'mm' | 'in' = 'mm') => {
  const parsed = parseLength(text, bare);
  if (!parsed.ok) throw new Error(parsed.problem);
  return parsed.value;
};

describe('parseLength', () => {
  // NIST SP 811, Appendix B: 1 in = 25.4 mm exactly.
  it.each([
    ['7 1/2 in', 190.5],
    ['7-1/2"', 190.5],
    ['7½ in', 190.5],
    ['7 ½"', 190.5],
    ['4.25"', 107.95],
    ['4,25 in', 107.95],
    ['190mm', 190],
    ['190 mm', 190],
    ['19,5 cm', 195],
    ['0.19 m', 190],
    ['⅜ in', 9.525],
    ['3/8"', 9.525],
    ['1\' 2"', 355.6],
    ['1 ft 2 in', 355.6],
    ['5 inches', 127],
    ['  12 MM ', 12],
    ['.5 in', 12.7],
    ['7 1⁄2 in', 190.5],
    ['7 1⁄2', 7.5],
    ['7 - 1/2 in', 190.5],
    ['7“', 177.8],
    ['7″', 177.8],
    ["2½'", 762],
    ['2 ½ ’', 762],
    ['−5 mm', -5],
    ['1,200.5 mm', 1200.5],
    ['1.200,5 mm', 1200.5],
    ['0,125 in', 3.175],
    ['0,250 mm', 0.25],
    ['1.250 in', 31.75],
    ['12,5000 mm', 12.5],
  ])('reads %s', (text, mm) => expect(read(text)).toBeCloseTo(mm, 9));

  it('takes a bare number in the given unit', () => {
    expect(read('2', 'in')).toBeCloseTo(50.8, 9);
    expect(read('2 1/4', 'in')).toBeCloseTo(57.15, 9);
    expect(read('2', 'mm')).toBe(2);
  });

  it.each(['', '   ', 'wide', '12 parsecs', '1/0 in', '4..5', '5 in wide', '1 2 3', '1e5', '--4', '4" 5'])(
    'refuses %p and says how to write it',
    (text) => {
      const parsed = parseLength(text, 'mm');
      expect(parsed.ok).toBe(false);
      if (!parsed.ok) expect(parsed.problem).toMatch(/mm/);
    },
  );

  it.each([
    ['1,200 mm', '1200', '1.2'],
    ['1,250 in', '1250', '1.25'],
    ['12,000 mm', '12000', '12.0'],
    ['1 ft 1,500 in', '1500', '1.5'],
  ])('asks what %s is, and guesses at neither', (text, whole, point) => {
    for (const bare of ['mm', 'in'] as const) {
      const parsed = parseLength(text, bare);
      expect(parsed.ok ? null : parsed.problem).toMatch(
        new RegExp(`can be read in two ways\\. Write ${whole} or ${point.replace('.', '\\.')}\\.$`),
      );
      // What it asks for is read, both ways.
      expect([read(`${whole} mm`), read(`${point} mm`)]).toEqual([Number(whole), Number(point)]);
    }
  });

  it('keeps the sign, for the caller to judge', () => expect(read('-5 mm')).toBe(-5));

  it('reads back what it prints, to the precision printed', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 3000, noNaN: true }),
        fc.constantFrom('mm' as const, 'in' as const),
        (mm, unit) => {
          const off = Math.abs(read(formatLength(mm, unit)) - mm);
          expect(off).toBeLessThanOrEqual((unit === 'in' ? 0.005 * MM_PER_INCH : 0.05) + 1e-9);
        },
      ),
    );
  });
});

describe('formatLength', () => {
  it('tidies zeros and names the unit once for a size', () => {
    expect(formatLength(107.95, 'in')).toBe('4.25 in');
    expect(formatLength(254, 'in')).toBe('10 in');
    expect(formatLength(9.525, 'in')).toBe('0.375 in');
    expect(formatLength(1.5875, 'in')).toBe('0.0625 in');
    expect(formatLength(443, 'in')).toBe('17.44 in');
    expect(formatLength(6.35, 'mm')).toBe('6.35 mm');
    expect(formatLength(392.7, 'mm')).toBe('392.7 mm');
    expect(formatLength(0, 'mm')).toBe('0 mm');
    // 1/16 and 1/8 in as a rule in millimetres shows them.
    expect(formatLength(1.5875, 'mm')).toBe('1.6 mm');
    expect(formatLength(3.175, 'mm')).toBe('3.2 mm');
    expect(formatLength(-3.175, 'mm')).toBe('-3.2 mm');
    // What somebody typed in hundredths stays what they typed.
    expect(formatLength(2.25, 'mm')).toBe('2.25 mm');
    expect(formatLength(107.95, 'mm')).toBe('108 mm');
    expect(formatLength(0.254, 'mm')).toBe('0.25 mm');
    // As near to a sixteenth as no rule tells: the sixteenth, not four decimals of neither.
    expect(formatLength(4.1872 * 25.4, 'in')).toBe('4.1875 in');
    expect(formatSize(107.95, 76.2, 'in')).toBe('4.25 × 3 in');
    expect(formatSize(210, 297, 'mm')).toBe('210 × 297 mm');
  });
});
