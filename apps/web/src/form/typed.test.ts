import fc from 'fast-check';
import { unitPrinter, type ShopUnits } from '@kanga/core/units';
import { quantityAt, readTyped, typedOf, type Quantities } from './typed.js';

const print = unitPrinter({ length: 'mm', temperature: 'C', pressure: 'kPa' });
const quantities: Quantities = {
  width: 'length',
  heat: 'temperature',
  warm: 'duration',
  price: 'number',
  address: 'words',
  'pads.*.thick': 'length',
};
const thing = {
  name: 'Side press',
  width: 381,
  heat: 200,
  warm: 600,
  price: null,
  address: null,
  pads: [
    { kind: 'foam', thick: 10 },
    { kind: 'felt', thick: 3 },
  ],
};

describe('a thing while it is typed', () => {
  it('stands in the shop’s units, with nothing where nothing is known', () =>
    expect(typedOf(thing, quantities, print)).toEqual({
      name: 'Side press',
      width: '381 mm',
      heat: '200 °C',
      warm: '10 min',
      price: '',
      address: '',
      pads: [
        { kind: 'foam', thick: '10 mm' },
        { kind: 'felt', thick: '3 mm' },
      ],
    }));
  it('is read again, in any unit, without the blanks at the ends of its texts', () => {
    const typed = { ...typedOf(thing, quantities, print), name: ' Side  press ', width: '15 in', heat: '400 F' };
    const { value, unread } = readTyped(typed, quantities, print);
    expect(unread).toEqual([]);
    // 1 in is 25.4 mm and 400 °F is (400 − 32) / 1.8 °C, both by definition.
    expect(value).toEqual({ ...thing, name: 'Side  press', width: 381, heat: expect.closeTo(204.444, 3) as number });
  });
  it('names every text that does not read', () => {
    const typed = { ...typedOf(thing, quantities, print), width: 'wide', warm: 'soon', price: '1.2.3' };
    expect(readTyped({ ...typed, pads: [{ kind: 'foam', thick: 'thin' }] }, quantities, print).unread).toEqual([
      'width',
      'warm',
      'price',
      'pads.0.thick',
    ]);
  });
  it('keeps what was not touched to its last digit, whatever its text rounds', () =>
    fc.assert(
      fc.property(
        fc.record({
          width: fc.double({ min: 0.01, max: 5000, noNaN: true }),
          heat: fc.double({ min: 100, max: 300, noNaN: true }),
          warm: fc.integer({ min: 0, max: 7200 }),
        }),
        fc.constantFrom<ShopUnits>(
          { length: 'mm', temperature: 'C', pressure: 'kPa' },
          { length: 'in', temperature: 'F', pressure: 'psi' },
        ),
        (start, units) => {
          const shop = unitPrinter(units);
          const typed = typedOf(start, quantities, shop);
          expect(readTyped(typed, quantities, shop, { thing: start, typed })).toEqual({ value: start, unread: [] });
        },
      ),
    ));
  it('leaves alone what is chosen', () => {
    const chosen = { open: { left: true }, kind: 'clamshell', check: null };
    expect(typedOf(chosen, quantities, print)).toEqual(chosen);
    expect(readTyped(chosen, quantities, print).value).toEqual(chosen);
  });
  it('knows what stands at a path, whatever its place in a list', () => {
    expect(quantityAt(quantities, 'pads.12.thick')).toBe('length');
    expect(quantityAt(quantities, 'name')).toBe('words');
  });
});
