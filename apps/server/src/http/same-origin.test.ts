import type { Request, Response } from 'express';
import { sameOrigin } from './same-origin.js';

const TOKEN = 'a'.repeat(64);
const FRONT_SECRET = 'f'.repeat(64);
const asked = (
  headers: Record<string, string>,
  method = 'GET',
  path = '/api/jobs',
  behind: URL | null = null,
): number => {
  let status = 200;
  const response = {
    status(code: number) {
      status = code;
      return this;
    },
    json: () => undefined,
  };
  const ways = { front: FRONT_SECRET, address: behind, trusted: new Set(['127.0.0.1']) };
  const doors = { token: TOKEN, ways, origins: () => new Set(['https://192.168.1.20:4643']), reach: () => null };
  const request = { headers, method, path, socket: { remoteAddress: '127.0.0.1' } };
  sameOrigin(doors)(request as unknown as Request, response as unknown as Response, () => undefined);
  return status;
};
const host = '127.0.0.1:4600';

describe('sameOrigin', () => {
  it.each([
    { host },
    { host: 'localhost:4600' },
    { host: '[::1]:4600' },
    { host, origin: 'http://127.0.0.1:4600' },
    { host: 'localhost', origin: 'http://localhost' },
    { host, 'sec-fetch-site': 'same-origin' },
    { host, 'sec-fetch-site': 'none' },
  ] as Record<string, string>[])('lets its own pages in: %j', (headers) => expect(asked(headers)).toBe(200));
  it.each([
    { host: 'shop.invalid' },
    { host: '127.0.0.1.shop.invalid' },
    { host: 'shop.invalid', origin: 'http://shop.invalid' },
    { host, origin: 'http://127.0.0.1:9999' },
    { host, origin: 'https://127.0.0.1:4600' },
    { host, origin: 'null' },
    { host, 'sec-fetch-site': 'cross-site' },
    { host, 'sec-fetch-site': 'same-site' },
    {},
  ] as Record<string, string>[])('keeps others out: %j', (headers) => expect(asked(headers)).toBe(403));
  it('lets nobody change anything who names no origin, unless with the token', () => {
    for (const method of ['POST', 'PUT', 'DELETE', 'PATCH', 'OPTIONS']) {
      expect(asked({ host }, method)).toBe(403);
      expect(asked({ host, 'x-kanga-token': 'b'.repeat(64) }, method)).toBe(403);
      expect(asked({ host, 'x-kanga-token': TOKEN }, method)).toBe(200);
      expect(asked({ host, origin: `http://${host}` }, method)).toBe(200);
      // The token opens nothing to a page of another site.
      expect(asked({ host, origin: 'http://shop.invalid', 'x-kanga-token': TOKEN }, method)).toBe(403);
    }
  });
  it('lets another site lead to the front page, and a page of this machine to any page, and no further', () => {
    expect(asked({ host, 'sec-fetch-site': 'cross-site' }, 'GET', '/')).toBe(200);
    expect(asked({ host, 'sec-fetch-site': 'cross-site' }, 'GET', '/shop')).toBe(403);
    expect(asked({ host, 'sec-fetch-site': 'same-site' }, 'GET', '/jobs/1')).toBe(200);
    expect(asked({ host, 'sec-fetch-site': 'same-site' }, 'POST', '/')).toBe(403);
  });

  describe('through the front that speaks TLS', () => {
    const far = { 'x-kanga-front': FRONT_SECRET, 'x-kanga-from': '192.168.1.77', host: '192.168.1.20:4643' };
    it('lets pages of its own addresses in, over TLS alone', () => {
      expect(asked({ ...far, origin: 'https://192.168.1.20:4643' }, 'POST')).toBe(200);
      expect(asked({ ...far, origin: 'http://192.168.1.20:4643' }, 'POST')).toBe(403);
      expect(asked({ ...far, host: 'shop.invalid:4643' })).toBe(403);
      // The loopback name is the machine’s own: nobody from elsewhere asks under it.
      expect(asked({ ...far, host: '127.0.0.1:4600', origin: 'https://127.0.0.1:4600' }, 'POST')).toBe(403);
    });
    it('takes no word of it from who does not know its secret', () =>
      expect(asked({ ...far, 'x-kanga-front': 'g'.repeat(64), origin: 'https://192.168.1.20:4643' }, 'POST')).toBe(
        403,
      ));
    it('knows the token from this machine alone', () =>
      expect(asked({ ...far, 'x-kanga-token': TOKEN }, 'POST')).toBe(403));
  });

  describe('behind a proxy', () => {
    const proxied = { host: 'kanga.shop.example', 'x-forwarded-for': '10.0.0.9' };
    const address = new URL('https://kanga.shop.example');
    it('answers under its address when that is named', () => {
      expect(asked(proxied, 'GET', '/api/jobs', address)).toBe(200);
      expect(asked({ ...proxied, origin: address.origin }, 'POST', '/api/jobs', address)).toBe(200);
      expect(asked({ ...proxied, origin: 'https://elsewhere.example' }, 'POST', '/api/jobs', address)).toBe(403);
    });
    it('believes nothing of it when it is not', () => {
      expect(asked({ host, 'x-forwarded-for': '10.0.0.9' })).toBe(403);
      expect(asked({ host, forwarded: 'for=10.0.0.9' })).toBe(403);
    });
  });
});
