import {
  createSecureServer,
  type Http2SecureServer,
  type Http2ServerRequest,
  type Http2ServerResponse,
} from 'node:http2';
import { Agent, request as ask, type IncomingHttpHeaders, type IncomingMessage } from 'node:http';
import { pipeline } from 'node:stream';
import { Logger } from '@nestjs/common';
import { FRONT } from '../http/index.js';
import type { Pair } from './certificates.js';

/** What is about a connection and not about what is sent on it (RFC 9113, 8.2.2; RFC 9110, 7.6.1). */
const OF_CONNECTION = new Set(['connection', 'keep-alive', 'proxy-connection', 'transfer-encoding', 'upgrade', 'te']);
/**
 * Who asked over TLS once asks so from then on (RFC 6797). It holds for every port of a name, so it is said only where the shop has a certificate for a name of its own: under a machine's
 * name other programs may be served in the clear.
 */
const STRICT = 'max-age=31536000';

/** Headers as they go on: nothing of the connection, nor what only the front may say. */
const onwards = (headers: IncomingHttpHeaders): IncomingHttpHeaders =>
  Object.fromEntries(
    Object.entries(headers).filter(
      ([name]) => !name.startsWith(':') && !OF_CONNECTION.has(name) && name !== FRONT.secret && name !== FRONT.from,
    ),
  );

interface Behind {
  /** The port of Kanga on the loopback address. */
  port: number;
  /** What the front says of itself, and nobody else can. */
  secret: string;
  /** Whether browsers are told to ask over TLS only. */
  strict: boolean;
}

/**
 * What stands between the network and Kanga: it speaks TLS 1.2 and 1.3, HTTP/2 or 1.1, and hands on to the loopback address on which alone Kanga listens. So nothing is ever said in the clear
 * but on this machine.
 */
export class Front {
  private readonly logger = new Logger('Kanga');
  private readonly agent = new Agent({ keepAlive: true, maxSockets: 1000 });
  private server: Http2SecureServer | null = null;

  constructor(private readonly behind: Behind) {}

  get isOpen(): boolean {
    return this.server !== null;
  }

  /** Begins to listen, at all addresses where none is named; throws when the port is taken. */
  async open(host: string | null, port: number, { certificate, key }: Pair): Promise<void> {
    const server = createSecureServer(
      { cert: certificate, key, allowHTTP1: true, minVersion: 'TLSv1.2' },
      (request, response) => {
        this.handOn(request, response);
      },
    );
    // A stranger who breaks off, or speaks something else, is no fault of Kanga's.
    server.on('sessionError', () => undefined);
    server.on('tlsClientError', () => undefined);
    await new Promise<void>((done, fail) => {
      server.once('error', fail);
      server.listen({ port, ...(host === null ? {} : { host }) }, () => {
        server.off('error', fail);
        done();
      });
    });
    server.on('error', (error) => {
      this.logger.error(`the network: ${String(error)}`);
    });
    this.server = server;
  }

  /** Another certificate for who comes from now on. */
  renew({ certificate, key }: Pair): void {
    this.server?.setSecureContext({ cert: certificate, key, minVersion: 'TLSv1.2' });
  }

  async close(): Promise<void> {
    const { server } = this;
    this.server = null;
    if (!server) return;
    const closed = new Promise<void>((done) =>
      server.close(() => {
        done();
      }),
    );
    for (const session of this.sessions) session.destroy();
    await closed;
    this.agent.destroy();
  }

  /** Connections that are open: a server that closes does not wait for a line that never ends. */
  private readonly sessions = new Set<{ destroy: () => void }>();

  private handOn(request: Http2ServerRequest, response: Http2ServerResponse): void {
    this.sessions.add(request.socket);
    request.socket.once('close', () => this.sessions.delete(request.socket));
    const headers = onwards(request.headers);
    const host = request.headers[':authority'] ?? request.headers.host ?? '';
    const on = ask(
      {
        host: '127.0.0.1',
        port: this.behind.port,
        agent: this.agent,
        method: request.method,
        path: request.url,
        headers: {
          ...headers,
          host,
          [FRONT.secret]: this.behind.secret,
          [FRONT.from]: request.socket.remoteAddress ?? '',
        },
      },
      (answer) => {
        this.handBack(answer, response);
      },
    );
    on.on('error', () => {
      if (response.headersSent) response.stream?.destroy();
      else response.writeHead(502).end();
    });
    // Who went away is not answered, and what was begun for them ends.
    response.on('close', () => {
      on.destroy();
    });
    request.pipe(on);
  }

  private handBack(answer: IncomingMessage, response: Http2ServerResponse): void {
    for (const [name, value] of Object.entries(answer.headers))
      if (value !== undefined && !OF_CONNECTION.has(name)) response.setHeader(name, value);
    if (this.behind.strict) response.setHeader('strict-transport-security', STRICT);
    response.writeHead(answer.statusCode ?? 502);
    pipeline(answer, response, () => undefined);
  }
}
