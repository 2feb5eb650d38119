import type { Request, Response } from 'express';
import { sameOrigin } from './same-origin.js';

const asked = (headers: Record<string, string>): number => {
  let status = 200;
  const response = {
    status(code: number) {
      status = code;
      return this;
    },
    json: () => undefined,
  };
  sameOrigin({ headers } as unknown as Request, response as unknown as Response, () => undefined);
  return status;
};

describe('sameOrigin', () => {
  it.each([
    { host: '127.0.0.1:4600' },
    { host: 'localhost:4600' },
    { host: '[::1]:4600' },
    { host: '127.0.0.1:4600', origin: 'http://127.0.0.1:4600' },
    { host: 'localhost', origin: 'http://localhost' },
  ] as Record<string, string>[])('lets its own pages in: %j', (headers) => expect(asked(headers)).toBe(200));
  it.each([
    { host: 'shop.invalid' },
    { host: '127.0.0.1.shop.invalid' },
    { host: 'shop.invalid', origin: 'http://shop.invalid' },
    { host: '127.0.0.1:4600', origin: 'http://127.0.0.1:9999' },
    { host: '127.0.0.1:4600', origin: 'https://127.0.0.1:4600' },
    { host: '127.0.0.1:4600', origin: 'null' },
    {},
  ] as Record<string, string>[])('keeps others out: %j', (headers) => expect(asked(headers)).toBe(403));
});
