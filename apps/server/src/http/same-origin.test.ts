import type { Request, Response } from 'express';
import { sameOrigin } from './same-origin.js';

const TOKEN = 'a'.repeat(64);
const asked = (headers: Record<string, string>, method = 'GET', path = '/api/jobs'): number => {
  let status = 200;
  const response = {
    status(code: number) {
      status = code;
      return this;
    },
    json: () => undefined,
  };
  sameOrigin(TOKEN)({ headers, method, path } as unknown as Request, response as unknown as Response, () => undefined);
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
});
