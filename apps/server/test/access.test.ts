import { ACCESS, ROLES, ROLE_RIGHTS, TABLET_RIGHTS, type Role } from '@kanga/contract/people';
import { ROUTES, type RouteName } from '@kanga/contract/route';
import type { Problem } from '@kanga/contract/finding';
import { GOOD, letIn, tabletOf, TestBrowser, withOwner } from './test-browser';
import { useServer } from './test-server';

const server = useServer();
const NOWHERE = '5b1a0c1e-0001-4000-8000-0000000000ff';
/** Refusals of the door itself. Anything else was let through to what answers there. */
const REFUSED = ['door.closed', 'door.right', 'door.tablet', 'door.terminal', 'door.proof', 'door.owner'];

const addressOf = (name: RouteName): string =>
  ROUTES[name].path
    .replace('/api/', '')
    .replaceAll(/\{(id|line|job)\}/g, NOWHERE)
    .replaceAll('{item}', `blank:${NOWHERE}`)
    .replaceAll(/\{\w+\}/g, '1');

/** What came of asking at a door: null when it was let through. */
async function refusalAt(browser: TestBrowser, name: RouteName): Promise<string | null> {
  const { method } = ROUTES[name];
  const { body } = await browser.ask<Problem | null>(
    method.toUpperCase(),
    addressOf(name),
    method === 'get' ? undefined : {},
  );
  const code = body?.code ?? '';
  return REFUSED.includes(code) ? code : null;
}

/** The same said once more, without the server's code: what a table of rights means. */
function expected(name: RouteName, who: Role | 'nobody', atTablet: boolean): boolean {
  const access = ACCESS[name];
  if (access.who === 'anyone') return true;
  if (access.who === 'terminal' || who === 'nobody') return false;
  if (atTablet && !access.tablet) return false;
  if (access.who === 'somebody') return true;
  return ROLE_RIGHTS[who].includes(access.who) && (!atTablet || TABLET_RIGHTS.includes(access.who));
}

/** Doors that change who is asking, or take long: each has a test of its own. */
const APART: readonly RouteName[] = [
  'signOut',
  'addBackup',
  'makeOwner',
  'takeInvitation',
  'signIn',
  'usePin',
  'useBadge',
  'takeTablet',
  'usePasskey',
];
const NAMES = (Object.keys(ROUTES) as RouteName[]).filter((name) => !APART.includes(name));

describe('every door, for everybody', () => {
  let owner: TestBrowser;
  const browsers = new Map<Role | 'nobody', TestBrowser>();
  let tablet: TestBrowser;

  beforeAll(async () => {
    owner = await withOwner(server);
    browsers.set('nobody', new TestBrowser(server.url));
    for (const role of ROLES) browsers.set(role, (await letIn(owner, role)).browser);
    tablet = await tabletOf(owner);
    await tablet.signIn('Wren', GOOD);
  });

  it('is named in the table of who may go through it', () =>
    expect(Object.keys(ACCESS).sort()).toEqual(Object.keys(ROUTES).sort()));

  it.each(['nobody', ...ROLES] as const)('%s: is let through or refused as the table says', async (who) => {
    const wrong: string[] = [];
    for (const name of NAMES) {
      const browser = browsers.get(who);
      if (!browser) throw new Error(`no browser for ${who}`);
      const refusal = await refusalAt(browser, name);
      if ((refusal === null) !== expected(name, who, false)) wrong.push(`${name}: ${refusal ?? 'let through'}`);
    }
    expect(wrong).toEqual([]);
  });

  it('an owner at a tablet of the bench: can do no more there than a tablet can', async () => {
    const wrong: string[] = [];
    for (const name of NAMES) {
      const refusal = await refusalAt(tablet, name);
      // What needs a proof is never at a tablet.
      if ((refusal === null) !== expected(name, 'owner', true)) wrong.push(`${name}: ${refusal ?? 'let through'}`);
    }
    expect(wrong).toEqual([]);
  });

  // By hand, so that a wrong table is seen as well.
  it.each([
    ['presser', 'addEvents', null],
    ['presser', 'changeJob', 'door.right'],
    ['presser', 'changeSettings', 'door.right'],
    ['presser', 'audit', 'door.right'],
    ['viewer', 'jobs', null],
    ['viewer', 'addEvents', 'door.right'],
    ['planner', 'changeJob', null],
    ['planner', 'loadDemo', 'door.right'],
    ['planner', 'people', 'door.right'],
    ['nobody', 'shop', 'door.closed'],
    ['nobody', 'live', 'door.closed'],
    ['nobody', 'exportLog', 'door.closed'],
    ['nobody', 'me', null],
    ['owner', 'people', null],
    ['owner', 'ownerCode', 'door.terminal'],
  ] as const)('%s at %s: %s', async (who, name, refusal) => {
    const browser = browsers.get(who);
    expect(browser && (await refusalAt(browser, name))).toBe(refusal);
  });

  it('asks for a proof where it is long ago that somebody gave one', async () => {
    await server.db('sign_in').update({ proven_at: new Date(Date.now() - 11 * 60_000) });
    const browser = browsers.get('owner');
    if (!browser) throw new Error('no owner');
    expect(await refusalAt(browser, 'addPerson')).toBe('door.proof');
    expect(await refusalAt(browser, 'people')).toBeNull();
    const { status } = await browser.ask('POST', 'me/proof', { password: GOOD });
    expect(status).toBe(200);
    expect(await refusalAt(browser, 'addPerson')).toBeNull();
  });
});
