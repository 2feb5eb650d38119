import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { text } from 'node:stream/consumers';
import { SMTPServer } from 'smtp-server';
import type { Me, Person } from '@kanga/contract/people';
import { freePort } from './free-port';
import { GOOD, TestBrowser, withOwner } from './test-browser';
import { TestServer } from './test-server';

const letters: { to: string[]; text: string }[] = [];
const post = new SMTPServer({
  authOptional: true,
  disabledCommands: ['STARTTLS'],
  allowInsecureAuth: true,
  onAuth: ({ username, password }, _session, done) => {
    if (username === 'kanga@shop.example' && password === 'letters') done(null, { user: username });
    else done(new Error('no'));
  },
  onRcptTo: ({ address }, _session, done) => {
    done(address.startsWith('nobody') ? new Error('no such box') : null);
  },
  onData: (stream, session, done) => {
    void text(stream).then((letter) => {
      letters.push({ to: session.envelope.rcptTo.map(({ address }) => address), text: letter });
      done();
    });
  },
});

const server = new TestServer();
let owner: TestBrowser;
let person: Person;
beforeAll(async () => {
  const port = await freePort();
  await new Promise<void>((done) => post.listen(port, '127.0.0.1', done));
  const password = join(server.data, 'smtp-password');
  writeFileSync(password, 'letters\n');
  server.env = { KANGA_SMTP: `smtp://kanga%40shop.example@127.0.0.1:${port}`, KANGA_SMTP_PASSWORD: password };
  await server.create();
  owner = await withOwner(server);
  const people = (await owner.ask<Person[]>('POST', 'people', { name: 'Odo', role: 'presser' })).body;
  const odo = people.find(({ name }) => name === 'Odo');
  if (!odo) throw new Error('nobody was let in');
  person = odo;
});
afterAll(async () => {
  await server.destroy();
  await new Promise<void>((done) => post.close(done));
});

it('an invitation goes in a letter, with a code that is good; to whom is kept nowhere', async () => {
  expect((await owner.ask<Me>('GET', 'me')).body.mails).toBe(true);
  const sent = await owner.ask('POST', `people/${person.id}/invitation/mail`, { to: 'odo@home.example' });
  expect([sent.status, Object.keys(sent.body)]).toEqual([200, ['until']]);
  const [letter] = letters;
  expect(letter?.to).toEqual(['odo@home.example']);
  const plain = (letter?.text ?? '').replaceAll(/=\r\n/g, '');
  expect(plain).toMatch(/Subject: Your way into Kanga at Larkfield Transfer Works/);
  const [code = ''] = /(?:[A-Z2-9]{4}-){3}[A-Z2-9]{4}/.exec(plain) ?? [];
  const odo = new TestBrowser(server.url);
  expect((await odo.ask('POST', 'me/invitation', { code, password: GOOD })).status).toBe(200);
  const { rows } = await server.db.raw<{ rows: unknown[] }>(
    `SELECT 1 FROM person t WHERE t::text LIKE '%home.example%' UNION ALL SELECT 1 FROM audit t WHERE t::text LIKE '%home.example%'`,
  );
  expect(rows).toEqual([]);
});

it('a letter that is not taken is told, with what to do instead', async () => {
  const { status, body } = await owner.ask('POST', `people/${person.id}/invitation/mail`, {
    to: 'nobody@home.example',
  });
  expect(status).toBe(502);
  expect(body.code).toBe('mail.failed');
  for (const to of ['odo', 'odo@home.example\r\nBcc: all@home.example', ''])
    expect((await owner.ask('POST', `people/${person.id}/invitation/mail`, { to })).status).toBe(400);
});
