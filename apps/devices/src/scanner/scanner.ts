import { createServer, type Server } from 'node:http';
import { listenHttp, say } from '../http.js';
import { ON_GLASS, scan } from './glass.js';

/** The resolutions that it can be set to. */
const PPI = [150, 200, 300, 600];

/** A simulated flatbed: GET /glass says what could be laid on it, GET /scan?item=ID&ppi=300 gives the picture. */
export class Scanner {
  private readonly server: Server = createServer((request, response) => {
    const url = new URL(request.url ?? '/', 'http://127.0.0.1');
    if (request.method === 'GET' && url.pathname === '/glass') {
      say(response, 200, { ppi: PPI, items: ON_GLASS.map(({ id, name, subject }) => ({ id, name, subject })) });
      return;
    }
    if (request.method !== 'GET' || url.pathname !== '/scan') {
      say(response, 404, { problem: 'The scanner knows GET /glass and GET /scan.' });
      return;
    }
    const item = ON_GLASS.find(({ id }) => id === url.searchParams.get('item'));
    const ppi = Number(url.searchParams.get('ppi') ?? 300);
    if (!item || !PPI.includes(ppi)) {
      say(response, 400, {
        problem: item ? `It scans at ${PPI.join(', ')} pixels per inch.` : 'There is no such thing on the glass.',
      });
      return;
    }
    scan(item, ppi).then(
      (png) => {
        response.writeHead(200, { 'content-type': 'image/png', 'content-length': png.length }).end(png);
      },
      (error: unknown) => {
        say(response, 500, { problem: error instanceof Error ? error.message : String(error) });
      },
    );
  });

  /** Answers on the loopback address; resolves with the way to end it. */
  listen(port: number): Promise<() => Promise<void>> {
    return listenHttp(this.server, port);
  }
}
