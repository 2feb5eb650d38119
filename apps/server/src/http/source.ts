import { timingSafeEqual } from 'node:crypto';
import type { Request } from 'express';

/** Where a request comes from. */
export interface Source {
  address: string;
  /** Whether it comes from this very machine, through nothing in between. */
  local: boolean;
  /** Whether what is said cannot be read on the way. */
  secure: boolean;
  /** The origin under which it was asked for, `https://192.168.1.20:4643`. */
  origin: string;
}

/** The ways on which requests come. Kanga itself listens on the loopback address alone. */
export interface Ways {
  /** What the front that speaks TLS says of itself, and nobody else can. */
  front: string;
  /** Where a proxy in front of Kanga is found, KANGA_ADDRESS; null: there is none. */
  address: URL | null;
  /** Machines of proxies that are believed about where a request comes from. */
  trusted: ReadonlySet<string>;
}

/** Headers of the front, which it sets and takes from everybody else. */
export const FRONT = { secret: 'x-kanga-front', from: 'x-kanga-from' } as const;

export function isSame(given: unknown, secret: string): boolean {
  const [one, other] = [Buffer.from(typeof given === 'string' ? given : ''), Buffer.from(secret)];
  return one.length === other.length && timingSafeEqual(one, other);
}

/** An IPv4 address that came as one of IPv6 is what it was. */
const plain = (address: string): string => address.replace(/^::ffff:/, '');
const LOOPBACK = /^(127\.\d+\.\d+\.\d+|::1)$/;

/** The last hop that a proxy tells of: what stands before it anybody may have written. */
const lastHop = (header: string | string[] | undefined): string | null => {
  const hops = [header ?? []].flat().join(',').split(',');
  const last = hops.at(-1)?.trim() ?? '';
  return last === '' ? null : plain(last);
};

/** Where a request comes from; null: something stands between that nobody named, and what it says is not believed. */
export function sourceOf({ headers, socket }: Pick<Request, 'headers' | 'socket'>, ways: Ways): Source | null {
  const host = headers.host ?? '';
  const forwarded = lastHop(headers['x-forwarded-for']);
  const throughFront = isSame(headers[FRONT.secret], ways.front);
  const direct = plain(throughFront ? String(headers[FRONT.from]) : (socket.remoteAddress ?? ''));
  if (forwarded !== null || headers.forwarded !== undefined) {
    const known = ways.address !== null && ways.trusted.has(direct);
    if (!known || forwarded === null) return null;
    return {
      address: forwarded,
      local: false,
      secure: ways.address?.protocol === 'https:',
      origin: ways.address?.origin ?? '',
    };
  }
  const secure = throughFront;
  return {
    address: direct,
    local: !throughFront && LOOPBACK.test(direct),
    secure,
    origin: `${secure ? 'https' : 'http'}://${host}`,
  };
}
