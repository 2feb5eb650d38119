import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { request as ask } from 'node:http';
import { createServer } from 'node:https';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { SignIn } from '@kanga/contract/people';
import { freePort } from './free-port';
import { GOOD, ownerCode, TestBrowser } from './test-browser';
import { TestServer } from './test-server';

/** The certificate of a proxy, as openssl makes one. */
function madeByOpenssl(): { key: string; cert: string } {
  const folder = mkdtempSync(join(tmpdir(), 'kanga-proxy-'));
  const [key, cert] = [join(folder, 'key.pem'), join(folder, 'certificate.pem')];
  const words =
    'req -x509 -newkey ec -pkeyopt ec_paramgen_curve:prime256v1 -nodes -days 2 -subj /CN=proxy -addext subjectAltName=DNS:localhost';
  execFileSync('openssl', [...words.split(' '), '-keyout', key, '-out', cert], { stdio: 'ignore' });
  return { key: readFileSync(key, 'utf8'), cert: readFileSync(cert, 'utf8') };
}

const pair = madeByOpenssl();

/** A proxy as people put one in front: it speaks TLS, and says who asked. `strips`: it takes its path away before it hands on. */
async function proxyTo(server: TestServer, port: number, path: string, strips: boolean): Promise<() => void> {
  const proxy = createServer(pair, (request, response) => {
    const url = strips ? (request.url ?? '').slice(path.length) || '/' : request.url;
    const headers = { ...request.headers, 'x-forwarded-for': '203.0.113.7', 'x-forwarded-proto': 'https' };
    const on = ask({ host: '127.0.0.1', port: server.port, method: request.method, path: url, headers }, (answer) => {
      response.writeHead(answer.statusCode ?? 502, answer.headers);
      answer.pipe(response);
    });
    on.on('error', () => response.writeHead(502).end());
    request.pipe(on);
  });
  await new Promise<void>((done) => proxy.listen(port, '127.0.0.1', done));
  return () => proxy.close();
}

describe.each([
  ['beneath a path that it takes away', '/kanga', true],
  ['beneath a path that it hands on', '/kanga', false],
  ['at the root', '', true],
] as const)('behind a proxy, %s', (_, path, strips) => {
  const server = new TestServer();
  let close: () => void;
  let browser: TestBrowser;
  beforeAll(async () => {
    const port = await freePort();
    server.env = { KANGA_ADDRESS: `https://localhost:${port}${path}` };
    await server.create();
    close = await proxyTo(server, port, path, strips);
    browser = new TestBrowser(`https://localhost:${port}`, { ca: pair.cert, beneath: path });
  });
  afterAll(async () => {
    close();
    await server.destroy();
  });

  it('the page says where it is served, and what it names is there', async () => {
    const page = await browser.get(`${path}/jobs/x/stack`);
    expect(page.text).toContain(`<base href="${path}/" />`);
    const [, script = ''] = /src="\.\/(assets\/[^"]+)"/.exec(page.text) ?? [];
    expect((await browser.get(`${path}/${script}`)).status).toBe(200);
    expect((await browser.get(`${path}/index.html`)).text).toContain(`<base href="${path}/" />`);
    const links = String((await browser.get(`${path}/bench`)).headers['link'] ?? '');
    for (const [, file = ''] of links.matchAll(/<([^>]+)>/g)) expect((await browser.get(file)).status).toBe(200);
    expect(links).not.toBe('');
  });

  it('people sign in through it, by its address and not by the proxy’s', async () => {
    expect((await browser.ask('GET', 'shop')).body.code).toBe('door.owner');
    await browser.ask('POST', 'people/owner', { code: await ownerCode(server), name: 'Wren', password: GOOD });
    const { body } = await browser.ask<{ signIns: SignIn[] }>('GET', 'me/sign-ins');
    expect(body.signIns.map(({ address }) => address)).toEqual(['203.0.113.7']);
    expect([...browser.jar.keys()].every((name) => name.startsWith('__Host-'))).toBe(true);
    expect((await browser.ask('GET', 'shop')).status).toBe(200);
    expect((await browser.ask('GET', 'shop', undefined, { origin: 'https://elsewhere.invalid' })).status).toBe(403);
  });
});

describe('a proxy that nobody named', () => {
  it('is not believed, nor is what it says of who asks', async () => {
    const server = await new TestServer().create();
    try {
      const answer = await fetch(`${server.url}/api/shop`, { headers: { 'x-forwarded-for': '203.0.113.7' } });
      expect(answer.status).toBe(403);
      expect(await answer.text()).toContain('KANGA_ADDRESS');
    } finally {
      await server.destroy();
    }
  });
});
