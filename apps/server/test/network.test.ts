import { execFile } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { writeFileSync, readFileSync, mkdtempSync, existsSync } from 'node:fs';
import { connect } from 'node:http2';
import { createConnection } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buffer, text } from 'node:stream/consumers';
import { promisify } from 'node:util';
import type { Me, Network } from '@kanga/contract/people';
import sharp from 'sharp';
import { freePort } from './free-port';
import { GOOD, letIn, ownerCode, TestBrowser, withOwner } from './test-browser';
import { TestServer } from './test-server';

const run = promisify(execFile);
/** An address of this machine that is not the one on which Kanga itself listens. */
const HOST = '127.0.0.2';

let server: TestServer;
let port: number;
let url: string;
beforeAll(async () => {
  server = new TestServer();
  port = await freePort();
  server.env = { KANGA_HOST: HOST, KANGA_TLS_PORT: String(port), KANGA_NAMES: 'kanga.shop.test' };
  url = `https://${HOST}:${port}`;
  await server.create();
  await listening();
});
afterAll(() => server.destroy());

/** A server listens at home first, and a moment later on the network. */
async function listening(): Promise<void> {
  for (let tries = 0; tries < 200; tries++) {
    const there = await new Promise<boolean>((done) => {
      const line = createConnection({ host: HOST, port });
      line.once('connect', () => {
        done(true);
        line.destroy();
      });
      line.once('error', () => {
        done(false);
      });
    });
    if (there) return;
    await new Promise((done) => setTimeout(done, 50));
  }
  throw new Error('nothing listens on the network');
}

/** The certificate of the shop’s own authority, where its server keeps it. */
const root = (): string => readFileSync(join(server.data, 'tls/root.pem'), 'utf8');

/** What openssl’s client says of a connection. */
async function openssl(...words: string[]): Promise<string> {
  const file = join(mkdtempSync(join(tmpdir(), 'kanga-root-')), 'root.pem');
  writeFileSync(file, root());
  const asked = run(
    'openssl',
    ['s_client', '-connect', `${HOST}:${port}`, '-CAfile', file, '-verify_ip', HOST, ...words],
    { timeout: 10_000 },
  );
  asked.child.stdin?.end();
  return asked.then(
    ({ stdout, stderr }) => stdout + stderr,
    (error: { stdout: string; stderr: string }) => error.stdout + error.stderr,
  );
}

describe('before there is an owner', () => {
  it('nobody from the network can do anything but become it, by the code of the terminal', async () => {
    const phone = new TestBrowser(url, { ca: root() });
    expect((await phone.ask('GET', 'shop')).body.code).toBe('door.owner');
    expect((await phone.ask('GET', 'me')).status).toBe(200);
    expect(
      (await phone.ask('POST', 'people/owner', { code: 'AAAA-BBBB-CCCC-DDDD', name: 'Wren', password: GOOD })).status,
    ).toBe(401);
  });
});

describe('on the network', () => {
  let owner: TestBrowser;
  beforeAll(async () => {
    owner = await withOwner(server);
  });

  it('listens over TLS alone: openssl trusts it by the shop’s own authority, and finds nothing old', async () => {
    const good = await openssl();
    expect(good).toMatch(/Verification: OK/);
    expect(good).toMatch(/TLSv1\.3/);
    expect(await openssl('-tls1_2')).toMatch(/Verification: OK/);
    for (const old of ['-tls1', '-tls1_1'])
      expect(await openssl(old)).not.toMatch(/Verification: OK\n[\s\S]*Cipher\s*: (?!0000)/);
    expect(await openssl('-alpn', 'h2')).toMatch(/ALPN protocol: h2/);
    const shown = join(server.data, 'tls/server.pem');
    const { stdout } = await run('openssl', [
      'x509',
      '-in',
      shown,
      '-noout',
      '-ext',
      'subjectAltName,extendedKeyUsage,basicConstraints',
    ]);
    expect(stdout).toMatch(/DNS:kanga\.shop\.test/);
    expect(stdout).toMatch(/IP Address:127\.0\.0\.2/);
    expect(stdout).toMatch(/CA:FALSE/);
    expect(stdout).toMatch(/TLS Web Server Authentication/);
  });

  it('says nothing in the clear', async () => {
    const heard = await new Promise<string>((done) => {
      let text = '';
      const line = createConnection({ host: HOST, port }, () =>
        line.write(`GET /api/health HTTP/1.1\r\nHost: ${HOST}:${port}\r\n\r\n`),
      );
      line.on('data', (part: Buffer) => (text += part.toString('latin1')));
      line.on('close', () => {
        done(text);
      });
      line.on('error', () => undefined);
    });
    expect(heard).not.toMatch(/HTTP\/1\.1 200|database/);
    // Nor does anything listen beside it.
    await expect(fetch(`http://${HOST}:${server.port}/api/health`)).rejects.toThrow();
  });

  it('speaks HTTP/2, with many requests on one connection', async () => {
    const line = connect(url, { ca: root() });
    const ask = (path: string) =>
      new Promise<number>((done, fail) => {
        const asked = line.request({ ':path': path });
        asked.on('response', (headers) => {
          done(Number(headers[':status']));
        });
        asked.on('error', fail);
        asked.resume();
      });
    expect(await Promise.all(Array.from({ length: 40 }, () => ask('/api/clock')))).toEqual(
      Array.from({ length: 40 }, () => 200),
    );
    expect(await ask('/api/shop')).toBe(401);
    await new Promise<void>((done) => line.close(done));
  });

  it('signs in there with cookies that only go over TLS, and counts who asks by their own address', async () => {
    const phone = new TestBrowser(url, { ca: root() });
    const { status, cookies } = await phone.signIn('Wren');
    expect(status).toBe(200);
    expect(cookies.find((line) => line.startsWith('__Host-kanga='))).toMatch(
      /Path=\/; .*HttpOnly; Secure; SameSite=Strict/,
    );
    expect((await phone.ask<Me>('GET', 'me')).body.person?.name).toBe('Wren');
    const { body } = await phone.ask<{ signIns: { here: boolean; address: string }[] }>('GET', 'me/sign-ins');
    expect(body.signIns.find(({ here }) => here)?.address).toMatch(/^127\.0\.0\./);
  });

  it('answers nobody who asks under another name, from another site, or with headers that only its front may send', async () => {
    const phone = new TestBrowser(url, { ca: root() });
    await phone.signIn('Wren');
    expect((await phone.ask('GET', 'shop', undefined, { host: 'shop.invalid' })).status).toBe(403);
    expect((await phone.ask('PUT', 'shop/settings', {}, { origin: 'https://elsewhere.invalid' })).status).toBe(403);
    expect(
      (await phone.ask('GET', 'shop', undefined, { 'x-kanga-from': '127.0.0.1', 'x-forwarded-for': '127.0.0.1' }))
        .status,
    ).toBe(403);
    const token = readFileSync(join(server.data, 'token'), 'utf8').trim();
    expect(
      (await new TestBrowser(url, { ca: root() }).ask('GET', 'people', undefined, { 'x-kanga-token': token })).status,
    ).toBe(401);
  });

  it('tells how it is reached, and hands out what devices are to trust', async () => {
    const { body } = await owner.ask<Network>('GET', 'network');
    expect(body).toMatchObject({
      open: true,
      fixed: true,
      addresses: [`https://kanga.shop.test:${port}`, url],
      trouble: null,
    });
    const { text: said, headers } = await owner.ask('GET', 'network/root');
    expect(said).toBe(root());
    expect(headers['content-type']).toBe('application/x-x509-ca-cert');
    expect((await owner.ask('PUT', 'network', { open: false })).body.code).toBe('network.fixed');
  });

  it('keeps its authority over a restart, and makes a certificate anew that is good for too little', async () => {
    const before = root();
    await server.stop();
    writeFileSync(join(server.data, 'tls/server.pem'), before);
    await server.start();
    expect(root()).toBe(before);
    await listening();
    const said = await openssl();
    expect(said).toMatch(/Verification: OK/);
  });

  it('a picture goes through whole, a file comes back whole, and a line that stays open begins', async () => {
    // Its port at home is another one since it was started again.
    const home = new TestBrowser(server.url);
    await home.signIn('Wren');
    await letIn(home, 'planner', 'Juniper');
    const phone = new TestBrowser(url, { ca: root() });
    expect((await phone.signIn('Juniper')).status).toBe(200);
    expect((await phone.ask('GET', 'bench/live')).status).toBe(200);
    const noise = randomBytes(900 * 900 * 3);
    const png = await sharp(noise, { raw: { width: 900, height: 900, channels: 3 } })
      .png()
      .toBuffer();
    const cookie = [...phone.jar].map(([name, value]) => `${name}=${value}`).join('; ');
    const line = connect(url, { ca: root() });
    const sent = line.request({
      ':method': 'POST',
      ':path': '/api/art?name=noise.png',
      origin: url,
      cookie,
      'content-type': 'application/octet-stream',
    });
    sent.end(png);
    const answer = await text(sent);
    const art = JSON.parse(answer) as { id: string };
    const got = line.request({ ':path': `/api/art/${art.id}/original`, cookie });
    expect((await buffer(got)).equals(png)).toBe(true);
    await new Promise<void>((done) => line.close(done));
  });
});

describe('the switch', () => {
  it('opens and closes the network, for a shop with an owner; and it stays as it was left', async () => {
    const own = new TestServer();
    const tlsPort = await freePort();
    own.env = { KANGA_TLS_PORT: String(tlsPort) };
    await own.create();
    try {
      const alone = new TestBrowser(own.url);
      expect((await alone.ask('PUT', 'network', { open: true })).body.code).toBe('network.alone');
      await alone.ask('POST', 'people/owner', { code: await ownerCode(own), name: 'Wren', password: GOOD });
      expect(existsSync(join(own.data, 'tls'))).toBe(false);
      const { body } = await alone.ask<Network>('PUT', 'network', { open: true });
      expect(body.open).toBe(true);
      const ca = readFileSync(join(own.data, 'tls/root.pem'), 'utf8');
      const there = () =>
        new TestBrowser(`https://localhost:${tlsPort}`, { ca }).ask('GET', 'me').then(
          ({ status }) => status,
          () => 0,
        );
      expect(await there()).toBe(200);
      await own.stop();
      await own.start();
      expect(await there()).toBe(200);
      const again = new TestBrowser(own.url);
      await again.signIn('Wren');
      expect((await again.ask<Network>('PUT', 'network', { open: false })).body.open).toBe(false);
      expect(await there()).toBe(0);
    } finally {
      await own.destroy();
    }
  });
});
