import { request as httpRequest, type ClientRequest, type IncomingMessage } from 'node:http';
import { request as httpsRequest } from 'node:https';
import { judge } from './guard.js';

/** How much of an answer is read at most, bytes, and how long it may take, ms. */
const MOST_BYTES = 1024 * 1024;
const MOST_MS = 10_000;

/** The other end could not be reached: nothing was sent. */
export class NotReached extends Error {}
/** The connection broke, or what came back was no answer: what was sent may have arrived. */
export class Broken extends Error {}

export interface Asked {
  schemes: readonly string[];
  method?: 'GET' | 'POST';
  headers?: Record<string, string | number>;
  /** Writes what is sent, and ends the request. */
  send?: (request: ClientRequest) => void;
  mostBytes?: number;
  /** From when all is sent until all is answered, ms. */
  mostMs?: number;
  /** How long the other end may take nothing in while it is sent to, ms. */
  silence?: number;
}

/** Reads an answer as far as it may go. */
function readAll(response: IncomingMessage, most: number): Promise<Buffer> {
  return new Promise((resolve, reject) => {
    const chunks: Buffer[] = [];
    let size = 0;
    response.on('data', (chunk: Buffer) => {
      size += chunk.length;
      chunks.push(chunk);
      if (size > most) response.destroy(new Broken('its answer is too long'));
    });
    response.on('error', reject);
    response.on('aborted', () => {
      reject(new Broken('its answer broke off'));
    });
    response.on('end', () => {
      resolve(Buffer.concat(chunks));
    });
  });
}

/**
 * Asks a device over HTTP, at an address that was judged: the connection goes to the very machine that was looked up, follows nobody elsewhere, and takes no more
 * than it should. Rejects with OutboundRefused, NotReached or Broken, none of which says what listens there.
 */
export async function ask(address: string, asked: Asked): Promise<Buffer> {
  const { url, host, port, family } = await judge(address, asked.schemes);
  const secure = url.protocol === 'https:' || url.protocol === 'ipps:';
  const { method = 'GET', headers = {}, send, mostBytes = MOST_BYTES, mostMs = MOST_MS, silence = MOST_MS } = asked;
  return new Promise((resolve, reject) => {
    let reached = false;
    let late: NodeJS.Timeout | null = null;
    const fail = (): void => {
      if (late) clearTimeout(late);
      reject(
        reached
          ? new Broken(`${url.host} broke off, or does not speak as it should`)
          : new NotReached(`${url.host} does not answer`),
      );
    };
    const request = (secure ? httpsRequest : httpRequest)(
      {
        host,
        port,
        family,
        method,
        path: `${url.pathname || '/'}${url.search}`,
        headers: { host: url.host, ...headers },
        agent: false,
        timeout: silence,
        ...(secure ? { servername: url.hostname } : {}),
      },
      (response) => {
        if (response.statusCode !== 200) {
          response.destroy();
          fail();
          return;
        }
        readAll(response, mostBytes).then((bytes) => {
          if (late) clearTimeout(late);
          resolve(bytes);
        }, fail);
      },
    );
    request.on('socket', (socket) => {
      socket.once('connect', () => (reached = true));
    });
    request.on('timeout', () => request.destroy(new Error('silent')));
    request.on('error', fail);
    request.on('finish', () => {
      late = setTimeout(() => request.destroy(new Error('late')), mostMs);
    });
    if (send) send(request);
    else request.end();
  });
}
