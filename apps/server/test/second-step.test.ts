import type { Me, Person, SignInRule } from '@kanga/contract/people';
import * as OTPAuth from 'otpauth';
import { GOOD, letIn, nobodyLetIn, ownerCode, tabletOf, TestBrowser, withOwner } from './test-browser';
import { useServer } from './test-server';

const server = useServer();
nobodyLetIn(server);
beforeEach(async () => {
  await server.db('sign_in_rule').update({ second_step: 'nobody' });
});

/** Sets one-time codes up, read by a library as a phone reads them. */
async function withCodes(browser: TestBrowser): Promise<OTPAuth.TOTP> {
  const { body: offer } = await browser.ask<{ address: string }>('POST', 'me/code');
  const phone = OTPAuth.URI.parse(offer.address) as OTPAuth.TOTP;
  const { status, text } = await browser.ask('PUT', 'me/code', { code: phone.generate() });
  if (status !== 200) throw new Error(`the codes were not taken: ${text}`);
  return phone;
}
const lacks = async (browser: TestBrowser) => (await browser.ask<Me>('GET', 'me')).body.lacksSecond;

describe('who has to come in by two steps', () => {
  it('nobody, until an owner says so; then by what they had they can only set it up', async () => {
    const owner = await withOwner(server);
    const { browser: planner } = await letIn(owner, 'planner', 'Ida');
    expect((await owner.ask<SignInRule>('GET', 'sign-in-rule')).body).toEqual({ secondStep: 'nobody' });
    expect((await owner.ask('PUT', 'sign-in-rule', { secondStep: 'owners' })).status).toBe(200);
    expect([await lacks(owner), await lacks(planner)]).toEqual([true, false]);
    expect((await owner.ask('GET', 'shop')).body.code).toBe('door.second');
    expect((await owner.ask('PUT', 'sign-in-rule', { secondStep: 'nobody' })).body.code).toBe('door.second');
    expect((await planner.ask('GET', 'shop')).status).toBe(200);
    await withCodes(owner);
    expect(await lacks(owner)).toBe(false);
    expect((await owner.ask('GET', 'shop')).status).toBe(200);
  });

  it('everybody, and a password with a code is enough from then on, at any device', async () => {
    const owner = await withOwner(server);
    const phone = await withCodes(owner);
    await owner.ask('PUT', 'sign-in-rule', { secondStep: 'everybody' });
    const { browser: viewer } = await letIn(owner, 'viewer', 'Odo');
    expect((await viewer.ask('GET', 'jobs')).body.code).toBe('door.second');
    const other = new TestBrowser(server.url);
    // The one of now was used to set them up.
    const code = phone.generate({ timestamp: Date.now() + 30_000 });
    expect((await other.ask('POST', 'me/sign-in', { name: 'Wren', password: GOOD, code })).status).toBe(200);
    expect(await lacks(other)).toBe(false);
    expect((await other.ask('GET', 'jobs')).status).toBe(200);
  });

  it('not at a tablet of the bench: it is a step itself', async () => {
    const owner = await withOwner(server);
    await withCodes(owner);
    await owner.ask('PUT', 'sign-in-rule', { secondStep: 'everybody' });
    const { person } = await letIn(owner, 'presser', 'Odo');
    await owner.ask('PUT', `people/${person.id}/pin`, { pin: '4071' });
    const tablet = await tabletOf(owner);
    expect((await tablet.ask<Me>('POST', 'me/tablet/pin', { person: person.id, pin: '4071' })).status).toBe(200);
    expect((await tablet.ask('GET', 'jobs')).status).toBe(200);
  });

  it('is for owners to say, not for whoever lets people in', async () => {
    const owner = await withOwner(server);
    const { browser, person } = await letIn(owner, 'viewer', 'Odo');
    await owner.ask('PUT', `people/${person.id}`, { name: 'Odo', role: 'viewer', rights: ['look', 'people'] });
    expect((await browser.ask('PUT', 'sign-in-rule', { secondStep: 'nobody' })).body.code).toBe('person.above');
    expect((await browser.ask('PUT', 'sign-in-rule', { secondStep: 'sometimes' })).status).toBe(400);
  });

  it('lets an owner whose phone is lost in again by the terminal, to set it up anew', async () => {
    const owner = await withOwner(server);
    await withCodes(owner);
    await owner.ask('PUT', 'sign-in-rule', { secondStep: 'owners' });
    const again = new TestBrowser(server.url);
    await again.ask('POST', 'people/owner', { code: await ownerCode(server), name: 'Wren', password: GOOD });
    expect(await lacks(again)).toBe(true);
    await withCodes(again);
    expect((await again.ask('GET', 'people')).status).toBe(200);
  });

  it('stands in the book of changes', async () => {
    const owner = await withOwner(server);
    await owner.ask('PUT', 'sign-in-rule', { secondStep: 'everybody' });
    const entry = await server.db('audit').where({ what: 'sign-in rule' }).orderBy('seq', 'desc').first();
    expect(entry).toMatchObject({ before: { second_step: 'nobody' }, after: { second_step: 'everybody' } });
  });
});

describe('one-time codes that are offered', () => {
  it('are kept sealed until they are shown to be right, so that another server can take them', async () => {
    const owner = await withOwner(server);
    const { body: offer } = await owner.ask<{ address: string; secret: string }>('POST', 'me/code');
    const row = await server.db('person').where({ name: 'Wren' }).first();
    expect(row.code).toBeNull();
    expect(row.code_offered).toMatch(/\S{20}/);
    expect(JSON.stringify(row)).not.toContain(offer.secret);
    const phone = OTPAuth.URI.parse(offer.address) as OTPAuth.TOTP;
    expect((await owner.ask('PUT', 'me/code', { code: '000000' })).body.code).toBe('door.code-wrong');
    await owner.ask('PUT', 'me/code', { code: phone.generate() });
    expect(await server.db('person').where({ name: 'Wren' }).first()).toMatchObject({
      code: row.code_offered,
      code_offered: null,
    });
  });
});

describe('somebody who is signed out by an owner', () => {
  it('is out everywhere, and can come in again', async () => {
    const owner = await withOwner(server);
    const { browser, person } = await letIn(owner, 'planner', 'Ida');
    const { body: people } = await owner.ask<Person[]>('DELETE', `people/${person.id}/sign-ins`);
    expect(people.map(({ name }) => name)).toEqual(['Ida', 'Wren']);
    expect((await browser.ask('GET', 'jobs')).status).toBe(401);
    expect((await browser.signIn('Ida')).status).toBe(200);
    expect((await browser.ask('DELETE', `people/${person.id}/sign-ins`)).body.code).toBe('door.right');
  });
  it('goes on where they are when it is themselves', async () => {
    const owner = await withOwner(server);
    const other = new TestBrowser(server.url);
    await other.signIn('Wren');
    const { body: people } = await owner.ask<Person[]>('GET', 'people');
    await owner.ask('DELETE', `people/${people[0]?.id ?? ''}/sign-ins`);
    expect((await owner.ask('GET', 'jobs')).status).toBe(200);
    expect((await other.ask('GET', 'jobs')).status).toBe(401);
  });
});
