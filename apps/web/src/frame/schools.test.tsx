/** @jest-environment jsdom */
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { SCHOOL_KEYS, SCHOOLS, USUAL_HOUSE, type HouseRules } from '@kanga/core/shop';
import { unitPrinter } from '@kanga/core/units';
import { Schools } from './schools.js';

const mockPrint = { now: unitPrinter({ length: 'in', temperature: 'F', pressure: 'psi' }) };
jest.mock('../data/index.js', () => ({ usePrint: () => mockPrint.now }));

afterEach(cleanup);

describe('the house rules', () => {
  it('show every question with the answer of the house, and hand over the one that changed', () => {
    const changed = jest.fn<undefined, [HouseRules]>();
    render(<Schools house={USUAL_HOUSE} onChange={changed} />);
    for (const key of SCHOOL_KEYS)
      expect(screen.getByLabelText<HTMLSelectElement>(SCHOOLS[key].question).value).toBe(USUAL_HOUSE[key]);
    const other = SCHOOLS.hold.schools.find(({ value }) => value !== USUAL_HOUSE.hold)?.value;
    fireEvent.change(screen.getByLabelText(SCHOOLS.hold.question), { target: { value: other } });
    expect(changed).toHaveBeenCalledWith({ ...USUAL_HOUSE, hold: other });
  });
  it('say why and what speaks against it in the units of the shop', () => {
    for (const key of SCHOOL_KEYS)
      for (const { value, why } of SCHOOLS[key].schools) {
        render(<Schools house={{ ...USUAL_HOUSE, [key]: value }} onChange={jest.fn()} />);
        expect(document.body.textContent).toContain(mockPrint.now.text(why));
        expect(document.body.textContent).not.toMatch(/\d\s?(mm|°C)\b/);
        cleanup();
      }
  });
});
