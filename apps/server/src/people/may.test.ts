import { ACCESS, RIGHTS, ROLE_RIGHTS, type Role } from '@kanga/contract/people';
import type { RouteName } from '@kanga/contract/route';
import type { Asking } from './asking.js';
import { mayNot, PROOF_LASTS } from './may.js';

const NOW = Date.parse('2026-12-01T08:00:00Z');
const asking = (more: Partial<Asking> = {}): Asking => ({
  ...{ address: '192.168.1.20', local: false, secure: true, origin: 'https://192.168.1.20:4643' },
  ...{ by: 'person', tablet: null, signIn: 'x', provenAt: NOW, second: false, lacksSecond: false, ...more },
  person:
    more.person === undefined ? { id: 'x', name: 'Odo', role: 'presser', rights: ROLE_RIGHTS.presser } : more.person,
});
const as = (role: Role, more: Partial<Asking> = {}) =>
  asking({ person: { id: 'x', name: 'Odo', role, rights: ROLE_RIGHTS[role] }, ...more });
const at = (name: RouteName, who: Asking) => mayNot(ACCESS[name], who, NOW)?.problem.code ?? null;

describe('who may go through a door', () => {
  it('nobody but whoever signed in, where people do', () => {
    expect(at('shop', asking({ by: 'nobody', person: null }))).toBe('door.closed');
    expect(at('signIn', asking({ by: 'nobody', person: null }))).toBeNull();
  });
  it('the one owner at the machine itself, and nobody from elsewhere', () => {
    expect(at('changeSettings', asking({ by: 'alone', person: null, local: true }))).toBeNull();
    expect(at('shop', asking({ by: 'alone', person: null, local: false }))).toBe('door.owner');
  });
  it('who has the right for it', () => {
    expect([at('addEvents', as('presser')), at('changeJob', as('presser'))]).toEqual([null, 'door.right']);
    expect([at('changeJob', as('planner')), at('audit', as('planner'))]).toEqual([null, 'door.right']);
  });
  it('who has shown that it is them within ten minutes, for what lets others in', () => {
    expect(at('addPerson', as('owner'))).toBeNull();
    expect(at('addPerson', as('owner', { provenAt: NOW - PROOF_LASTS }))).toBe('door.proof');
    expect(at('addPerson', as('owner', { provenAt: null }))).toBe('door.proof');
    expect(at('people', as('owner', { provenAt: null }))).toBeNull();
  });
  it('at a tablet of the bench only to what a press needs, be it the owner', () => {
    const tablet = { id: 't', name: 'Left bench' };
    expect([at('addEvents', as('owner', { tablet })), at('jobs', as('owner', { tablet }))]).toEqual([null, null]);
    expect([at('changeSettings', as('owner', { tablet })), at('log', as('owner', { tablet }))]).toEqual([
      'door.tablet',
      'door.tablet',
    ]);
  });
  it('with the token of the data folder to everything, the terminal’s own door among it', () => {
    const token = asking({ by: 'token', person: null, local: true });
    for (const name of Object.keys(ACCESS) as RouteName[]) expect(at(name, token)).toBeNull();
    expect(at('ownerCode', as('owner'))).toBe('door.terminal');
  });
  it('by two steps where that is asked for, except to set them up', () => {
    const lacks = as('owner', { lacksSecond: true });
    expect([at('jobs', lacks), at('people', lacks)]).toEqual(['door.second', 'door.second']);
    expect([at('me', lacks), at('beginCode', lacks), at('addPasskey', lacks), at('signOut', lacks)]).toEqual([
      null,
      null,
      null,
      null,
    ]);
  });
  it('is told which right it takes, in words', () =>
    expect(mayNot(ACCESS.changeJob, as('presser'), NOW)?.problem.title).toContain('Plan jobs, orders'));
});

describe('the roles', () => {
  it('give an owner everything, and each other role less than the one before', () => {
    expect(ROLE_RIGHTS.owner).toEqual(RIGHTS);
    for (const [more, less] of [
      ['owner', 'planner'],
      ['planner', 'presser'],
      ['presser', 'viewer'],
    ] as const) {
      expect(ROLE_RIGHTS[less].every((right) => ROLE_RIGHTS[more].includes(right))).toBe(true);
      expect(ROLE_RIGHTS[less].length).toBeLessThan(ROLE_RIGHTS[more].length);
    }
  });
  it('have nothing that changes something a viewer may do', () => {
    const reads = (Object.keys(ACCESS) as RouteName[]).filter((name) => ACCESS[name].who === 'look');
    expect(reads).not.toContain('addEvents');
    expect(reads).toContain('jobs');
  });
});
