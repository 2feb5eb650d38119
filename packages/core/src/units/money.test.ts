import fc from 'fast-check';
import { digitsOf, formatMoney, minorOf, MOST_MONEY, parseMoney, plainMoney, wholeMinor } from './index.js';

const read = (text: string, currency = 'EUR') => {
  const found = parseMoney(text, currency);
  return found.ok ? found.value : found.problem;
};

describe('money', () => {
  it('has as many digits as ISO 4217 gives its currency', () => {
    expect(['EUR', 'USD', 'JPY', 'BHD'].map(digitsOf)).toEqual([2, 2, 0, 3]);
    expect(() => digitsOf('not a code')).toThrow(RangeError);
  });
  it('rounds halves away from nought, and what doubles keep a hair below a half as well', () => {
    expect([0.5, -0.5, 1.5, -1.5, 2.49, -2.49, 0, -0.2].map(wholeMinor)).toEqual([1, -1, 2, -2, 2, -2, 0, 0]);
    // 1.005 is 1.00499999999999989… as a double.
    expect(minorOf(1.005, 'EUR')).toBe(101);
    expect(minorOf(1200, 'JPY')).toBe(1200);
    expect(() => wholeMinor(NaN)).toThrow('money must be a number, got NaN');
  });
  it('is printed with its sign', () => {
    expect([1250, 5, -5, 123_456_789].map((minor) => formatMoney(minor, 'EUR'))).toEqual([
      '€12.50',
      '€0.05',
      '−€0.05',
      '€1,234,567.89',
    ]);
    expect(formatMoney(1200, 'JPY')).toBe('¥1,200');
    expect(plainMoney(1250, 'EUR')).toBe('12.50');
  });
  it.each([
    ['12.5', 1250],
    ['12,50', 1250],
    ['1,234', 123_400],
    ['1.234,56', 123_456],
    ["1'234.00", 123_400],
    ['1 234.5', 123_450],
    ['€ 7', 700],
    ['7 EUR', 700],
    ['eur 7', 700],
    ['0', 0],
    ['-3.20', -320],
    ['−3.20', -320],
  ])('reads %s', (text, minor) => expect(read(text)).toBe(minor));
  it.each([
    ['$12', 'is not in EUR'],
    ['12 GBP', 'is not in EUR'],
    ['¥1200', 'is not in EUR'],
    ['12.345.6x', 'is not in EUR'],
    ['twelve', 'is no amount of money'],
    ['', 'is no amount of money'],
    ['12.3456', 'EUR has 2 digits after the point'],
    ['12.', 'EUR has 2 digits after the point'],
    ['9999999999999', 'more than a shop can mean'],
  ])('says what is wrong with %s', (text, problem) => expect(read(text)).toContain(problem));
  it('knows that some currencies have no smaller coin', () => {
    expect(read('1,200', 'JPY')).toBe(1200);
    expect(read('12.5', 'JPY')).toContain('no smaller coin');
  });
  it('reads what it prints', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: -MOST_MONEY, max: MOST_MONEY }),
        fc.constantFrom('EUR', 'JPY', 'USD'),
        (minor, currency) => {
          expect(read(formatMoney(minor, currency), currency)).toBe(minor === 0 ? 0 : minor);
          expect(read(plainMoney(minor, currency), currency)).toBe(minor === 0 ? 0 : minor);
        },
      ),
    ));
});
