import { USUAL_SHIFT } from '@kanga/core/day';
import { wrongWith } from './hours-form.js';

const shift = { name: 'Wren', ...USUAL_SHIFT };

describe('hours that somebody writes', () => {
  it('are right as they usually are, and without a break', () => {
    expect(wrongWith(shift)).toBeNull();
    expect(wrongWith({ ...shift, rest: null })).toBeNull();
  });
  it.each([
    [{ from: '17:00' }, 'Wren: 17:00 to 16:30 is no stretch of a day. Write when work begins, then when it ends.'],
    [{ to: '' }, 'Wren: 08:00 to no time is no stretch of a day. Write when work begins, then when it ends.'],
    [
      { rest: { from: '16:00', to: '17:00' } },
      'Wren: the break from 16:00 to 17:00 does not lie within 08:00 to 16:30.',
    ],
    [{ days: [] }, 'Wren works on no day: choose one, or take them off the people of the shop.'],
  ])('say what is the matter: %j', (change, said) => expect(wrongWith({ ...shift, ...change })).toBe(said));
});
