import { createServer, type Server } from 'node:http';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { check } from '@kanga/contract/finding';
import { laidClothSchema, type LaidCloth } from '@kanga/contract/study';
import { listenHttp, say } from '../http.js';
import { ON_GLASS, scan, scanCloth } from './glass.js';

/** The resolutions that it can be set to. */
const PPI = [150, 200, 300, 600];

/** The item by which pressed cloth is asked for. */
const CLOTH = 'cloth';
/** A cloth that is told of is never longer, bytes. */
const MOST = 1_000_000;

async function bodyOf(request: IncomingMessage): Promise<unknown> {
  const parts: Buffer[] = [];
  let length = 0;
  for await (const part of request as AsyncIterable<Buffer>) {
    length += part.length;
    if (length > MOST) throw new RangeError(`more than ${MOST} bytes`);
    parts.push(part);
  }
  return JSON.parse(Buffer.concat(parts).toString('utf8')) as unknown;
}

/** A simulated flatbed: GET /glass says what could be laid on it, POST /cloth lays pressed cloth there, GET /scan?item=ID&ppi=300 gives the picture. */
export class Scanner {
  private cloth: LaidCloth | null = null;
  private readonly server: Server = createServer((request, response) => {
    this.answer(request, response).catch((error: unknown) => {
      say(response, 500, { problem: error instanceof Error ? error.message : String(error) });
    });
  });

  private async answer(request: IncomingMessage, response: ServerResponse): Promise<void> {
    const url = new URL(request.url ?? '/', 'http://127.0.0.1');
    const asked = `${request.method ?? ''} ${url.pathname}`;
    if (asked === 'GET /glass') {
      say(response, 200, {
        ppi: PPI,
        items: [...this.laid(), ...ON_GLASS.map(({ id, name, subject }) => ({ id, name, subject }))],
      });
    } else if (asked === 'POST /cloth') {
      const checked = check(laidClothSchema, await bodyOf(request).catch(() => null));
      if (!checked.ok) say(response, 400, { problem: 'This is no cloth that could lie here.' });
      else {
        this.cloth = checked.value;
        say(response, 200, { laid: checked.value.swatches.length });
      }
    } else if (asked === 'GET /scan') {
      await this.scan(url.searchParams.get('item'), Number(url.searchParams.get('ppi') ?? 300), response);
    } else say(response, 404, { problem: 'The scanner knows GET /glass, POST /cloth and GET /scan.' });
  }

  private laid(): { id: string; name: string; subject: 'cloth' }[] {
    return this.cloth ? [{ id: CLOTH, name: `Pressed cloth: ${this.cloth.name}`, subject: 'cloth' }] : [];
  }

  private async scan(id: string | null, ppi: number, response: ServerResponse): Promise<void> {
    const item = ON_GLASS.find((one) => one.id === id);
    const cloth = id === CLOTH ? this.cloth : null;
    if ((!item && !cloth) || !PPI.includes(ppi)) {
      say(response, 400, {
        problem:
          item || cloth ? `It scans at ${PPI.join(', ')} pixels per inch.` : 'There is no such thing on the glass.',
      });
      return;
    }
    const png = cloth ? await scanCloth(cloth, ppi) : item ? await scan(item, ppi) : Buffer.alloc(0);
    response.writeHead(200, { 'content-type': 'image/png', 'content-length': png.length }).end(png);
  }

  /** Answers on the loopback address; resolves with the way to end it. */
  listen(port: number): Promise<() => Promise<void>> {
    return listenHttp(this.server, port);
  }
}
