import { connect } from 'node:net';
import { useServer } from './test-server';

const server = useServer();

/** Sends bytes as they are, and gives the first line of what comes back. */
const raw = (text: string): Promise<string> =>
  new Promise((done, fail) => {
    const { hostname, port } = new URL(server.url);
    const socket = connect(Number(port), hostname);
    let heard = '';
    socket.on('data', (part) => (heard += part.toString()));
    socket.on('close', () => {
      done(heard.split('\r\n')[0] ?? '');
    });
    socket.on('error', fail);
    socket.setTimeout(10_000, () => socket.destroy());
    socket.write(text);
  });
const host = () => `Host: ${new URL(server.url).host}\r\nConnection: close\r\n`;

describe('requests that no screen sends', () => {
  it('TRACE is not answered', async () => {
    expect(await raw(`TRACE /api/health HTTP/1.1\r\n${host()}\r\n`)).toMatch(/^HTTP\/1\.1 4\d\d/);
  });
  it('one that says twice how long it is, in two ways, is refused (RFC 9112, 6.3)', async () => {
    const body = '{"name":"x"}';
    const lengths = `Content-Length: ${body.length}\r\nTransfer-Encoding: chunked\r\n`;
    expect(
      await raw(`POST /api/jobs HTTP/1.1\r\n${host()}Content-Type: application/json\r\n${lengths}\r\n0\r\n\r\n`),
    ).toMatch(/^HTTP\/1\.1 400/);
    expect(await raw(`POST /api/jobs HTTP/1.1\r\n${host()}Content-Length: 3\r\nContent-Length: 4\r\n\r\nabc`)).toMatch(
      /^HTTP\/1\.1 400/,
    );
  });
  it('a parameter that stands twice is refused, not joined', async () => {
    const { status, body } = await server.ask<{ code: string }>('GET', 'jobs?find=a&find=b');
    expect([status, body.code]).toEqual([400, 'input.invalid']);
  });
  it('what would change how things are made is a field that is not known', async () => {
    const answer = await fetch(`${server.url}/api/jobs`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: server.url },
      body: '{"name":"Tees","customer":"","due":null,"pieces":1,"__proto__":{"status":"closed"}}',
    });
    expect(answer.status).toBe(400);
    expect(await answer.text()).toContain('__proto__');
  });
  it('files that are not the application’s are not there', async () => {
    for (const path of [
      '.git/config',
      'package.json',
      '..%2f..%2fpackage.json',
      'assets/..%2f..%2f..%2fpackage.json',
    ]) {
      const answer = await fetch(`${server.url}/${path}`);
      expect(await answer.text()).not.toMatch(/"dependencies"|\[core\]/);
    }
  });
});
