import type { NextFunction, Request, Response } from 'express';
import { isSame, sourceOf, type Source, type Ways } from './source.js';

/** Names under which the loopback address is reached; any other is a page elsewhere that had its name point here. */
const LOOPBACK = /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/;
/** Asking for these changes nothing. */
const ONLY_LOOKS = ['GET', 'HEAD'];
/** The header that carries the token of this Kanga, for programs: they name no origin. */
const TOKEN_HEADER = 'x-kanga-token';

type Asked = Pick<Request, 'headers' | 'method' | 'path' | 'socket'>;

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

/** What a request is held against. */
export interface Doors {
  /** The token of this Kanga. */
  token: string;
  ways: Ways;
  /** Origins under which it is reached from the network; those of the loopback address are known. */
  origins: () => ReadonlySet<string>;
  /** The one of them that a phone can open; null: none. */
  reach: () => string | null;
}

const ours = ({ origin, local }: Source, { origins, ways }: Doors): boolean => {
  const url = URL.canParse(origin) ? new URL(origin) : null;
  if (local) return url !== null && LOOPBACK.test(origin.slice('http://'.length));
  return url !== null && (origins().has(url.origin) || url.origin === ways.address?.origin);
};

/** Why a request is not answered; null: it is. */
function refused(asked: Asked, source: Source | null, doors: Doors): string | null {
  const { origin } = asked.headers;
  if (!source) return 'This came through something that is not named in KANGA_ADDRESS and KANGA_TRUST';
  if (!ours(source, doors)) return 'This was asked for under another name';
  if (origin === undefined ? fromElsewhere(asked) : origin !== source.origin)
    return 'This was asked for by another site';
  if (origin === undefined && !ONLY_LOOKS.includes(asked.method) && !hasToken(asked, source, doors))
    return 'This would change something, and comes neither from Kanga’s own pages nor with its token';
  return null;
}

/** Whether a program of this machine asks that can read the data folder. */
export const hasToken = ({ headers }: Pick<Request, 'headers'>, source: Source, { token }: Doors): boolean =>
  source.local && isSame(headers[TOKEN_HEADER], token);

/** A source with the address under which other devices find Kanga, or where it was asked for. */
interface Known extends Source {
  reach: string;
}
const sources = new WeakMap<object, Known>();
/** Where a request comes from that was let in. */
export function knownSource(request: object): Known {
  const source = sources.get(request);
  if (!source) throw new Error('nobody looked where this comes from');
  return source;
}
/** The address that is put in codes on paper. */
export const originOf = (request: object): string => knownSource(request).reach;

/**
 * Answers to Kanga's own pages, and to programs of this machine: they look without more, and change something with the token that stands in the data folder
 * (`token`), which no page and no device can read.
 */
export const sameOrigin =
  (doors: Doors) =>
  (request: Request, response: Response, next: NextFunction): void => {
    const source = sourceOf(request, doors.ways);
    const why = refused(request, source, doors);
    if (why === null && source) {
      const reach = doors.ways.address?.href.replace(/\/$/, '') ?? doors.reach() ?? source.origin;
      sources.set(request, { ...source, reach });
      next();
      return;
    }
    const remedy =
      'Open Kanga at its own address: http://127.0.0.1 with its port at its machine, and elsewhere as it is shown under People. docs/running.md says what a proxy needs.';
    response.status(403).json({ code: 'http.origin', title: why, remedy, faults: [] });
  };
