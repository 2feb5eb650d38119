import { ACCESS, ROLE_RIGHTS, type Me, type Role } from '@kanga/contract/people';
import type { RouteName } from '@kanga/contract/route';
import { mayPass, rightOf } from './may.js';

const me = (role: Role | null, more: Partial<Me> = {}): Me => ({
  ...{ mode: 'people', tablet: null, provenUntil: null, lacksSecond: false, mails: false },
  person: role && { id: 'p', name: 'Odo', role, rights: [...ROLE_RIGHTS[role]] },
  ...more,
});
const TABLET = { tablet: { id: 't', name: 'Left bench' } };

describe('what a screen offers', () => {
  it('is everything where nobody signs in, and while it is not known who is there', () => {
    for (const door of Object.keys(ACCESS) as RouteName[]) {
      if (ACCESS[door].who === 'terminal') continue;
      expect(mayPass(undefined, door)).toBe(true);
      expect(mayPass(me(null, { mode: 'alone' }), door)).toBe(true);
    }
  });
  it('is what each role may do', () => {
    const of = (role: Role) =>
      (['jobs', 'addEvents', 'changeJob', 'quoteOrder', 'changeBlank', 'changeSettings', 'tidy', 'addPerson'] as const)
        .map((door) => (mayPass(me(role), door) ? '×' : '.'))
        .join('');
    expect([of('viewer'), of('presser'), of('planner'), of('owner')]).toEqual([
      '×.......',
      '××......',
      '×××××...',
      '××××××××',
    ]);
  });
  it('at a tablet of the bench is its work, whoever stands there', () => {
    expect(mayPass(me('owner', TABLET), 'addEvents')).toBe(true);
    expect(mayPass(me('owner', TABLET), 'changeJob')).toBe(false);
    expect(mayPass(me('viewer', TABLET), 'addEvents')).toBe(false);
  });
  it('is nothing to nobody but the ways in', () => {
    expect(mayPass(me(null), 'signIn')).toBe(true);
    expect(mayPass(me(null), 'prove')).toBe(false);
    expect(mayPass(me(null), 'jobs')).toBe(false);
  });
});

it('says which right a door takes', () => {
  expect(rightOf('addEvents')).toBe('Press, inspect and pack');
  expect(rightOf('prove')).toBe('Sign in');
});
