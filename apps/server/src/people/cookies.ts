import Bowser from 'bowser';
import type { CookieOptions, Request, Response } from 'express';
import { askingOf } from './asking.js';

/** What a browser keeps: who is signed in, that this is a tablet of the bench, and that somebody signed in here before. */
export type CookieName = 'kanga' | 'kanga-tablet' | 'kanga-device';

/** Where nothing can be read on the way, the browser itself sees to it that a cookie came from nowhere else (RFC 6265bis, 4.1.3.2). */
const nameOf = (name: CookieName, secure: boolean): string => (secure ? `__Host-${name}` : name);
const YEAR = 365 * 24 * 3600_000;
const options = (secure: boolean): CookieOptions => ({ httpOnly: true, sameSite: 'strict', secure, path: '/' });

export function cookieOf(request: Request, name: CookieName, secure: boolean): string | null {
  const value = (request.cookies as Record<string, unknown> | undefined)?.[nameOf(name, secure)];
  return typeof value === 'string' && /^[\w-]{43}$/.test(value) ? value : null;
}

/** A sign-in ends by what the server knows of it, at the latest with its cookie; that a device is known stays. */
export function setCookie(request: Request, response: Response, name: CookieName, token: string): void {
  const { secure } = askingOf(request);
  response.cookie(nameOf(name, secure), token, {
    ...options(secure),
    ...(name === 'kanga' ? { maxAge: 14 * 24 * 3600_000 } : { maxAge: YEAR }),
  });
}

export function clearCookie(request: Request, response: Response, name: CookieName): void {
  const { secure } = askingOf(request);
  response.clearCookie(nameOf(name, secure), options(secure));
}

/** A device in few words, from what its browser says of itself: to be told apart in a list, and for nothing else. */
export function deviceOf(userAgent: string): string {
  const { browser, os } = Bowser.parse(userAgent === '' ? '-' : userAgent);
  return [browser.name ?? 'Some browser', os.name]
    .filter((name) => name !== undefined)
    .join(', ')
    .slice(0, 80);
}
