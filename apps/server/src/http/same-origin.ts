import { timingSafeEqual } from 'node:crypto';
import type { NextFunction, Request, Response } from 'express';

/** Names under which the loopback address is reached; any other is a page elsewhere that had its name point here. */
const LOOPBACK = /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/;
/** Asking for these changes nothing. */
const ONLY_LOOKS = ['GET', 'HEAD'];
/** The header that carries the token of this Kanga, for programs: they name no origin. */
const TOKEN_HEADER = 'x-kanga-token';

type Asked = Pick<Request, 'headers' | 'method' | 'path'>;

function isToken(given: unknown, token: string): boolean {
  const [one, other] = [Buffer.from(typeof given === 'string' ? given : ''), Buffer.from(token)];
  return one.length === other.length && timingSafeEqual(one, other);
}

/**
 * Whether a page of another place asks (Fetch Metadata, Sec-Fetch-Site). Another place may lead to Kanga's front page; a page on another port of this machine
 * may lead to any page of Kanga's. Neither may reach behind them.
 */
function fromElsewhere({ headers, method, path }: Asked): boolean {
  const site = headers['sec-fetch-site'];
  const isPage = ONLY_LOOKS.includes(method) && !path.startsWith('/api/');
  if (site === 'cross-site') return !(isPage && path === '/');
  return site === 'same-site' && !isPage;
}

/** Why a request is not answered; null: it is. */
function refused(asked: Asked, token: string): string | null {
  const { host = '', origin } = asked.headers;
  if (!LOOPBACK.test(host)) return 'This was asked for under another name';
  if (origin === undefined ? fromElsewhere(asked) : origin !== `http://${host}`)
    return 'This was asked for by another site';
  if (origin === undefined && !ONLY_LOOKS.includes(asked.method) && !isToken(asked.headers[TOKEN_HEADER], token))
    return 'This would change something, and comes neither from Kanga’s own pages nor with its token';
  return null;
}

/**
 * Answers to Kanga's own pages, and to programs of this machine: they look without more, and change something with the token that stands in the data folder
 * (`token`), which no page and no device can read.
 */
export const sameOrigin =
  (token: string) =>
  (request: Request, response: Response, next: NextFunction): void => {
    const why = refused(request, token);
    if (why === null) {
      next();
      return;
    }
    const remedy = 'Open Kanga at its own address, http://127.0.0.1 with its port.';
    response.status(403).json({ code: 'http.origin', title: why, remedy, faults: [] });
  };
