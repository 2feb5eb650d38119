import { once } from 'node:events';
import { createWriteStream } from 'node:fs';
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import { join } from 'node:path';
import ipp, { type IppMessage } from '@sealsystems/ipp';
import { listenHttp, say } from '../http.js';
import { FAULTS, type Fault } from './faults.js';
import { answer, carryOut, jobAttributes, jobOf, nameOf, wrongIn } from './operations.js';
import { trayPage } from './page.js';
import { Queue, type PrintedJob } from './queue.js';

/** Attributes of a request are over well before this many bytes. */
const HEAD = 64 * 1024;

/** Reads a request of the protocol: its attributes, and its document into a file, however large. */
async function receive(
  request: IncomingMessage,
  file: string,
  drop: () => boolean,
): Promise<{ message: IppMessage; document: boolean }> {
  let head = Buffer.alloc(0);
  let message: IppMessage | null = null;
  let written = 0;
  const out = createWriteStream(file);
  const write = async (bytes: Buffer) => {
    written += bytes.length;
    if (bytes.length > 0 && !out.write(bytes)) await once(out, 'drain');
  };
  const readHead = async (): Promise<void> => {
    const parsed = ipp.parse(head);
    message = parsed;
    await write(parsed.data ?? Buffer.alloc(0));
  };
  for await (const chunk of request as AsyncIterable<Buffer>) {
    if (message) await write(chunk);
    else {
      head = Buffer.concat([head, chunk]);
      if (head.length >= HEAD) await readHead();
    }
    if (written > 0 && drop()) break;
  }
  if (!message) await readHead();
  if (written > 0 && drop()) {
    out.destroy();
    request.socket.destroy();
    throw new Error('the connection was dropped');
  }
  out.end();
  await once(out, 'finish');
  if (!message) throw new Error('no message');
  return { message, document: written > 0 };
}

/**
 * A simulated printer on the Internet Printing Protocol (RFC 8010, RFC 8011): POST /ipp/print. Beside it GET / shows its tray, PUT
 * /faults makes something go wrong or sets its driver's mirror, GET /paper/JOB/PAGE gives a printed page.
 */
export class Printer {
  readonly queue: Queue;
  private received = 0;
  private readonly server: Server;

  constructor({ pageMs = 700 }: { pageMs?: number } = {}) {
    this.queue = new Queue(pageMs);
    this.server = createServer((request, response) => {
      this.serve(request, response).catch((error: unknown) => {
        if (response.headersSent || response.destroyed) response.destroy();
        else say(response, 500, { problem: error instanceof Error ? error.message : String(error) });
      });
    });
  }

  private async serve(request: IncomingMessage, response: ServerResponse): Promise<void> {
    const url = new URL(request.url ?? '/', 'http://127.0.0.1');
    if (request.method === 'POST' && url.pathname.startsWith('/ipp/')) {
      await this.print(request, response);
      return;
    }
    const paper = /^\/paper\/(\d+)\/(\d+)$/.exec(url.pathname);
    if (request.method === 'GET' && paper) {
      const job = this.queue.jobs.find((one) => one.id === Number(paper[1]));
      const ppi = Math.min(300, Math.max(20, Number(url.searchParams.get('ppi') ?? 60)));
      const png = job ? await this.queue.paper(job, Number(paper[2]), ppi) : null;
      if (png) response.writeHead(200, { 'content-type': 'image/png' }).end(png);
      else say(response, 404, { problem: 'That page has not come out of the printer.' });
      return;
    }
    if (request.method === 'PUT' && url.pathname === '/faults') {
      await this.setFault(request, response);
      return;
    }
    if (request.method === 'GET' && url.pathname === '/') {
      response.writeHead(200, { 'content-type': 'text/html; charset=utf-8' }).end(trayPage(this.queue));
      return;
    }
    say(response, 404, { problem: 'The printer knows POST /ipp/print, GET /, GET /paper/JOB/PAGE and PUT /faults.' });
  }

  private async setFault(request: IncomingMessage, response: ServerResponse): Promise<void> {
    const chunks: Buffer[] = [];
    for await (const chunk of request as AsyncIterable<Buffer>) chunks.push(chunk);
    const body = JSON.parse(Buffer.concat(chunks).toString('utf8')) as { fault?: Fault; driverMirrors?: boolean };
    if (body.fault !== undefined && !FAULTS.includes(body.fault)) {
      say(response, 400, { problem: `There is no fault “${body.fault}”: choose from ${FAULTS.join(', ')}.` });
      return;
    }
    this.queue.fault = body.fault ?? this.queue.fault;
    this.queue.driverMirrors = body.driverMirrors ?? this.queue.driverMirrors;
    say(response, 200, { fault: this.queue.fault, driverMirrors: this.queue.driverMirrors });
  }

  private async print(request: IncomingMessage, response: ServerResponse): Promise<void> {
    const { queue } = this;
    const uri = `ipp://${request.headers.host ?? '127.0.0.1'}/ipp/print`;
    const file = join(queue.folder, `document-${++this.received}.pdf`);
    const { message, document } = await receive(request, file, () => queue.fault === 'drops while receiving');
    if (queue.fault === 'nonsense') {
      response.writeHead(200, { 'content-type': 'text/html' }).end('<p>It is a lovely day.</p>');
      return;
    }
    const reply = (bytes: IppMessage) => {
      if (document && queue.fault === 'drops before answering') {
        request.socket.destroy();
        return;
      }
      const answered = ipp.serialize(bytes);
      // The number of the request comes back as it was, also when it is 0.
      answered.writeInt32BE(message.id ?? 0, 4);
      response.writeHead(200, { 'content-type': 'application/ipp' }).end(answered);
    };
    const accept = (job: PrintedJob) => {
      void queue.take(job, file);
      reply(answer(message, 'successful-ok', { 'job-attributes-tag': jobAttributes(job, queue, uri) }));
    };
    const wrong = wrongIn(message);
    if (wrong) reply(answer(message, wrong));
    else if (message.operation === 'Print-Job') {
      const { name, user } = nameOf(message);
      if (document) accept(queue.open(name, user));
      else reply(answer(message, 'client-error-bad-request'));
    } else if (message.operation === 'Send-Document') {
      const job = jobOf(message, queue);
      const last = (message['operation-attributes-tag'] as Record<string, unknown>)['last-document'];
      if (last === undefined) reply(answer(message, 'client-error-bad-request'));
      else if (job) accept(job);
      else reply(answer(message, 'client-error-not-found'));
    } else reply(carryOut(message, queue, uri));
  }

  /** Answers on the loopback address; resolves with the way to end it. */
  async listen(port: number): Promise<() => Promise<void>> {
    const stop = await listenHttp(this.server, port);
    return async () => {
      await stop();
      this.queue.close();
    };
  }
}
