import type { Problem } from '@kanga/contract/finding';
import type { Me, Person, ShownCode } from '@kanga/contract/people';
import * as OTPAuth from 'otpauth';
import { GOOD, letIn, nobodyLetIn, ownerCode, tabletOf, TestBrowser, withOwner } from './test-browser';
import { useServer } from './test-server';

const server = useServer();
// That everybody signs in stays so: the first test is of before.
nobodyLetIn(server);

describe('a shop with one person', () => {
  it('asks nobody who they are, until there is an owner; then everybody', async () => {
    const browser = new TestBrowser(server.url);
    expect((await browser.ask<Me>('GET', 'me')).body).toEqual({
      mode: 'alone',
      person: null,
      tablet: null,
      provenUntil: null,
      lacksSecond: false,
      mails: false,
    });
    expect((await browser.ask('GET', 'shop')).status).toBe(200);
    const owner = await withOwner(server);
    expect((await browser.ask('GET', 'shop')).body.code).toBe('door.closed');
    expect((await owner.ask<Me>('GET', 'me')).body).toMatchObject({
      mode: 'people',
      person: { name: 'Wren', role: 'owner' },
    });
    expect((await owner.ask('GET', 'shop')).status).toBe(200);
  });

  it('has an owner by the code of the terminal alone, once', async () => {
    const browser = new TestBrowser(server.url);
    const make = (code: string, name = 'Wren') => browser.ask('POST', 'people/owner', { code, name, password: GOOD });
    expect((await make('AAAA-BBBB-CCCC-DDDD')).body.code).toBe('door.code-unknown');
    const code = await ownerCode(server);
    // However it is typed.
    expect((await make(code.toLowerCase().replaceAll('-', ' '))).status).toBe(201);
    expect((await make(code, 'Odo')).body.code).toBe('door.code-unknown');
    // A page cannot ask for one, not even an owner’s.
    expect((await browser.ask('POST', 'people/owner/code')).body.code).toBe('door.terminal');
  });

  it('gives an owner who forgot the password a new one, and ends what was signed in', async () => {
    const owner = await withOwner(server);
    const again = new TestBrowser(server.url);
    const password = 'another otter lantern 72';
    await again.ask('POST', 'people/owner', { code: await ownerCode(server), name: 'wren', password });
    expect((await owner.ask('GET', 'shop')).status).toBe(401);
    expect((await again.ask<Person[]>('GET', 'people')).body).toHaveLength(1);
    expect((await new TestBrowser(server.url).signIn('Wren', password)).status).toBe(200);
    expect((await new TestBrowser(server.url).signIn('Wren', GOOD)).status).toBe(401);
  });
});

describe('signing in', () => {
  it('says the same of a name that is not there and of a password that is wrong', async () => {
    await withOwner(server);
    const browser = new TestBrowser(server.url);
    const [name, password] = [await browser.signIn('Nobody'), await browser.signIn('Wren', 'wrong wrong wrong')];
    expect(name.body).toEqual(password.body);
    expect([name.status, password.status]).toEqual([401, 401]);
    expect(name.cookies).toEqual([]);
  });

  it('takes a new token each time, out of reach of pages and of other sites; one that was planted is worth nothing', async () => {
    await withOwner(server);
    const browser = new TestBrowser(server.url);
    const planted = 'x'.repeat(43);
    browser.jar.set('kanga', planted);
    const first = await browser.signIn('Wren');
    expect(browser.jar.get('kanga')).not.toBe(planted);
    const [line = ''] = first.cookies.filter((one) => one.startsWith('kanga='));
    expect(line).toMatch(/HttpOnly/i);
    expect(line).toMatch(/SameSite=Strict/i);
    const token = browser.jar.get('kanga') ?? '';
    await browser.signIn('Wren');
    const old = new TestBrowser(server.url);
    old.jar.set('kanga', token);
    expect((await old.ask('GET', 'shop')).status).toBe(401);
    // Whoever reads the database cannot use what stands there.
    const rows = await server.db('sign_in').select<{ token: string }[]>('token');
    for (const row of rows) {
      old.jar.set('kanga', row.token.slice(0, 43));
      expect((await old.ask('GET', 'shop')).status).toBe(401);
    }
  });

  it('ends when it was not used for long, when it is too old, and when it is ended elsewhere', async () => {
    const owner = await withOwner(server);
    const ages: [string, Record<string, unknown>][] = [
      ['unused', { seen_at: new Date(Date.now() - 13 * 3600_000) }],
      ['too old', { until: new Date(Date.now() - 1000) }],
    ];
    for (const [, change] of ages) {
      const browser = new TestBrowser(server.url);
      await browser.signIn('Wren');
      const before = await server.db('sign_in').orderBy('made_at', 'desc').first<{ id: string }>('id');
      await server.db('sign_in').where({ id: before.id }).update(change);
      expect((await browser.ask('GET', 'shop')).status).toBe(401);
    }
    const other = new TestBrowser(server.url);
    await other.signIn('Wren');
    const { body } = await owner.ask<{ signIns: { id: string; here: boolean }[] }>('GET', 'me/sign-ins');
    for (const one of body.signIns.filter(({ here }) => !here)) await owner.ask('DELETE', `me/sign-ins/${one.id}`);
    expect((await other.ask('GET', 'shop')).status).toBe(401);
    expect((await owner.ask('GET', 'shop')).status).toBe(200);
  });

  it('of somebody else cannot be ended by who only knows its number', async () => {
    const owner = await withOwner(server);
    const { browser: presser } = await letIn(owner, 'presser');
    const { body } = await owner.ask<{ signIns: { id: string }[] }>('GET', 'me/sign-ins');
    await presser.ask('DELETE', `me/sign-ins/${body.signIns[0]?.id ?? ''}`);
    expect((await owner.ask('GET', 'shop')).status).toBe(200);
  });

  it('hangs up a line that is open when somebody is signed out', async () => {
    await withOwner(server);
    const browser = new TestBrowser(server.url);
    await browser.signIn('Wren');
    const line = await fetch(`${server.url}/api/bench/live`, {
      headers: { cookie: `kanga=${browser.jar.get('kanga') ?? ''}` },
    });
    expect(line.status).toBe(200);
    const over = (async () => {
      const reader = line.body?.getReader();
      for (;;) {
        const part = await reader?.read().catch(() => ({ done: true }));
        if (!part || part.done) return 'over';
      }
    })();
    await browser.ask('POST', 'me/sign-out');
    expect(await over).toBe('over');
  });
});

describe('guessing', () => {
  it('is slowed down by name, without keeping out who is known', async () => {
    const owner = await withOwner(server);
    const stranger = new TestBrowser(server.url);
    const heard: number[] = [];
    for (let i = 0; i < 7; i++) heard.push((await stranger.signIn('Wren', `wrong ${i} wrong wrong`)).status);
    expect(heard).toEqual([401, 401, 401, 401, 401, 429, 429]);
    // The right one does not tell a guesser either that it is right.
    expect((await stranger.signIn('Wren')).body).toMatchObject({ code: 'door.wait' });
    // Where Wren has signed in before only their own tries count.
    await owner.ask('POST', 'me/sign-out');
    expect((await owner.signIn('Wren')).status).toBe(200);
  });

  it('keeps nobody out of a device at which several have signed in, nor who has just chosen a new password there', async () => {
    const owner = await withOwner(server);
    const { browser: laptop } = await letIn(owner, 'planner', 'Juniper');
    await laptop.signIn('Wren');
    const fresh = 'candle marsh robin 3';
    await owner.ask('PUT', 'me/password', { was: GOOD, password: fresh });
    await laptop.signIn('Wren', fresh);
    for (const name of ['Wren', 'Juniper'])
      for (let i = 0; i < 6; i++) await new TestBrowser(server.url).signIn(name, `wrong ${i} wrong wrong`);
    expect((await laptop.signIn('Juniper')).status).toBe(200);
    expect((await laptop.signIn('Wren', fresh)).status).toBe(200);
    expect((await owner.signIn('Wren', fresh)).status).toBe(200);
    expect((await new TestBrowser(server.url).signIn('Wren', fresh)).status).toBe(429);
  });

  it('many at once is counted as many', async () => {
    await withOwner(server);
    const all = await Promise.all(
      Array.from({ length: 30 }, (_, i) => new TestBrowser(server.url).signIn('Wren', `wrong ${i} wrong wrong`)),
    );
    expect(all.filter(({ status }) => status === 401)).toHaveLength(5);
    expect(all.filter(({ status }) => status === 429)).toHaveLength(25);
  });

  it('a PIN is slowed down at its tablet, for that person alone', async () => {
    const owner = await withOwner(server);
    const { person: odo } = await letIn(owner, 'presser', 'Odo');
    const { person: juniper } = await letIn(owner, 'presser', 'Juniper');
    await owner.ask('PUT', `people/${odo.id}/pin`, { pin: '4071' });
    await owner.ask('PUT', `people/${juniper.id}/pin`, { pin: '5927' });
    const tablet = await tabletOf(owner);
    const heard: number[] = [];
    for (let i = 0; i < 7; i++)
      heard.push((await tablet.ask('POST', 'me/tablet/pin', { person: odo.id, pin: `100${i}` })).status);
    expect(heard).toEqual([401, 401, 401, 401, 401, 429, 429]);
    expect((await tablet.ask('POST', 'me/tablet/pin', { person: juniper.id, pin: '5927' })).status).toBe(200);
  });
});

describe('passwords', () => {
  it.each([
    ['passwordpassword', /tried first/],
    ['aaaaaaaaaaaaaa', /same signs/],
    ['abcdefghijklmnop', /same signs/],
    ['Larkfield Transfer Works', /everybody here knows/],
    ['short', /at least 12/],
  ])('that are guessed first are not taken: %s', async (password, why) => {
    const browser = new TestBrowser(server.url);
    const { status, body } = await browser.ask<Problem>('POST', 'people/owner', {
      code: await ownerCode(server),
      name: 'Wren',
      password,
    });
    expect([400, 422]).toContain(status);
    expect(body.title).toMatch(why);
  });

  it('are kept by argon2id, and in no answer and no line of what the server says', async () => {
    const owner = await withOwner(server);
    const row = await server.db('person').first<{ password: string }>('password');
    expect(row.password).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/);
    const { text } = await owner.ask('GET', 'people');
    expect(text).not.toContain('argon2');
    expect(server.said).not.toContain(GOOD);
  });

  it('are changed by who knows the one of before; everywhere else they are signed out', async () => {
    const owner = await withOwner(server);
    const elsewhere = new TestBrowser(server.url);
    await elsewhere.signIn('Wren');
    expect(
      (await owner.ask('PUT', 'me/password', { was: 'not this one', password: 'candle marsh robin 3' })).status,
    ).toBe(401);
    expect((await owner.ask('PUT', 'me/password', { was: GOOD, password: 'candle marsh robin 3' })).status).toBe(200);
    expect((await elsewhere.ask('GET', 'shop')).status).toBe(401);
    expect((await owner.ask('GET', 'shop')).status).toBe(200);
  });
});

describe('one-time codes', () => {
  it('are asked for from then on, each good once; and lie sealed in the database', async () => {
    const owner = await withOwner(server);
    const { body: offer } = await owner.ask<{ address: string; secret: string }>('POST', 'me/code');
    // Another reader of the same address: what an app on a phone does.
    const app = OTPAuth.URI.parse(offer.address) as OTPAuth.TOTP;
    expect((await owner.ask('PUT', 'me/code', { code: '000000' })).status).toBe(422);
    expect((await owner.ask('PUT', 'me/code', { code: app.generate() })).status).toBe(200);
    const browser = new TestBrowser(server.url);
    expect((await browser.signIn('Wren')).body).toMatchObject({ code: 'door.code' });
    const next = app.generate({ timestamp: Date.now() + 30_000 });
    const sign = (code: string) => browser.ask('POST', 'me/sign-in', { name: 'Wren', password: GOOD, code });
    expect((await sign(next)).status).toBe(200);
    await browser.ask('POST', 'me/sign-out');
    expect((await sign(next)).body.code).toBe('door.code-wrong');
    const row = await server.db('person').first<{ code: string }>('code');
    expect(row.code).not.toContain(offer.secret);
    expect(Buffer.from(row.code, 'base64').toString('latin1')).not.toContain(offer.secret);
  });
});

describe('people', () => {
  it('cannot do without an owner who can sign in, nor bear the same name', async () => {
    const owner = await withOwner(server);
    const [wren] = (await owner.ask<Person[]>('GET', 'people')).body;
    if (!wren) throw new Error('nobody there');
    expect((await owner.ask('DELETE', `people/${wren.id}`)).body.code).toBe('person.last-owner');
    expect(
      (await owner.ask('PUT', `people/${wren.id}`, { name: 'Wren', role: 'viewer', rights: ['look'] })).body.code,
    ).toBe('person.last-owner');
    expect((await owner.ask('POST', 'people', { name: 'WREN', role: 'viewer' })).body.code).toBe('person.name');
  });

  it('that are let in no more are signed out at once, and their invitation is worth nothing', async () => {
    const owner = await withOwner(server);
    const { browser, person } = await letIn(owner, 'planner', 'Juniper');
    const { body: shown } = await owner.ask<ShownCode>('POST', `people/${person.id}/invitation`);
    await owner.ask('DELETE', `people/${person.id}`);
    expect((await browser.ask('GET', 'shop')).status).toBe(401);
    expect((await browser.ask('POST', 'me/invitation', { code: shown.code, password: GOOD })).status).toBe(401);
    expect((await browser.signIn('Juniper')).status).toBe(401);
  });

  it('have single rights beneath their role', async () => {
    const owner = await withOwner(server);
    const { browser, person } = await letIn(owner, 'presser', 'Odo');
    const report = () => browser.ask('PUT', `stock/blank:${person.id}/buying`, {});
    expect((await report()).body.code).toBe('door.right');
    await owner.ask('PUT', `people/${person.id}`, { name: 'Odo', role: 'presser', rights: ['look', 'press', 'stock'] });
    expect((await report()).body.code).not.toBe('door.right');
    // Nobody gives themselves any: what is not asked for is a fault.
    expect(
      (await browser.ask('PUT', `people/${person.id}`, { name: 'Odo', role: 'owner', rights: [] })).body.code,
    ).toBe('door.right');
    expect(
      (await browser.ask('PUT', 'me/password', { was: GOOD, password: 'candle marsh robin 3', role: 'owner' })).status,
    ).toBe(400);
  });
});
