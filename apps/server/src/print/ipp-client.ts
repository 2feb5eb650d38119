import { createReadStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import ipp, { type IppMessage } from '@sealsystems/ipp';
import type { PrinterReport } from '@kanga/contract/sheet';
import { ask, Broken } from '../outbound/index.js';

type Attributes = Record<string, unknown>;

/** The printer understood and said no. */
export class PrinterRefused extends Error {}

/** How long a printer may stay silent, ms. */
const SILENCE = 15_000;
const SCHEMES = ['ipp', 'ipps', 'http', 'https'];

let counter = 0;
const messageFor = (operation: string, address: string, more: Attributes, user: string): IppMessage => ({
  version: '1.1',
  operation,
  id: (counter = (counter % 2_000_000) + 1),
  'operation-attributes-tag': {
    'attributes-charset': 'utf-8',
    'attributes-natural-language': 'en',
    'printer-uri': address,
    'requesting-user-name': user,
    ...more,
  },
});

/** One request and its answer; `file` is the document, streamed. */
async function askPrinter(address: string, message: IppMessage, file: string | null = null): Promise<IppMessage> {
  const head = ipp.serialize(message);
  const length = head.length + (file === null ? 0 : (await stat(file)).size);
  const bytes = await ask(address, {
    schemes: SCHEMES,
    method: 'POST',
    headers: { 'content-type': 'application/ipp', 'content-length': length },
    silence: SILENCE,
    send: (request) => {
      request.write(head);
      if (file === null) request.end();
      else
        createReadStream(file)
          .on('error', (error) => {
            request.destroy(error);
          })
          .pipe(request);
    },
  });
  const strange = () => new Broken('it answered something that is not of the printing protocol');
  let answer: IppMessage;
  try {
    answer = ipp.parse(bytes);
  } catch {
    throw strange();
  }
  const { statusCode } = answer;
  if (statusCode === undefined || answer.id !== message.id) throw strange();
  if (!statusCode.startsWith('successful')) throw new PrinterRefused(`it refused: ${statusCode}`);
  return answer;
}

const list = (value: unknown): string[] =>
  value === undefined ? [] : ([] as unknown[]).concat(value).map((one) => String(one));
const groups = (answer: IppMessage, tag: string): Attributes[] =>
  ([] as Attributes[]).concat((answer[tag] ?? []) as Attributes | Attributes[]);

export interface QueuedJob {
  id: number;
  name: string;
  /** RFC 8011 §5.3.7. */
  state: string;
  reasons: string[];
  /** Sheets that came out; null where the printer does not count. */
  sheets: number | null;
}

const JOB = [
  'job-id',
  'job-name',
  'job-state',
  'job-state-reasons',
  'job-impressions-completed',
  'job-media-sheets-completed',
];

function queuedJob(attributes: Attributes): QueuedJob {
  const sheets = attributes['job-impressions-completed'] ?? attributes['job-media-sheets-completed'];
  return {
    id: Number(attributes['job-id']),
    name: list(attributes['job-name'])[0] ?? '',
    state: list(attributes['job-state'])[0] ?? 'unknown',
    reasons: list(attributes['job-state-reasons']).filter((reason) => reason !== 'none'),
    sheets: typeof sheets === 'number' ? sheets : null,
  };
}

const USER = 'Kanga';

/** A printer on the network, spoken to in the Internet Printing Protocol (RFC 8010, RFC 8011). */
export class IppClient {
  constructor(private readonly address: string) {}

  private ask(operation: string, more: Attributes = {}, file: string | null = null): Promise<IppMessage> {
    return askPrinter(this.address, messageFor(operation, this.address, more, USER), file);
  }

  async report(): Promise<PrinterReport> {
    const answer = await this.ask('Get-Printer-Attributes');
    const [about = {}] = groups(answer, 'printer-attributes-tag');
    const levels = list(about['marker-levels']).map(Number);
    const formats = list(about['document-format-supported']);
    return {
      name: list(about['printer-info'])[0] ?? list(about['printer-name'])[0] ?? '',
      state: list(about['printer-state'])[0] ?? 'unknown',
      reasons: list(about['printer-state-reasons']).filter((reason) => reason !== 'none'),
      media: list(about['media-ready'] ?? about['media-supported']).slice(0, 40),
      inks: list(about['marker-names']).map((name, i) => ({ name, level: levels[i] ?? -1 })),
      takesPdf: formats.includes('application/pdf'),
      page: list(about['printer-more-info']).find((url) => /^https?:\/\//.test(url)) ?? null,
    };
  }

  /** Sends a PDF under a name it is found again by; gives its number in the printer's queue. */
  async print(name: string, file: string): Promise<number> {
    const answer = await this.ask('Print-Job', { 'job-name': name, 'document-format': 'application/pdf' }, file);
    const [job] = groups(answer, 'job-attributes-tag');
    const id = Number(job?.['job-id']);
    if (!Number.isInteger(id)) throw new Broken('the printer gave the job no number');
    return id;
  }

  async job(id: number): Promise<QueuedJob> {
    const answer = await this.ask('Get-Job-Attributes', { 'job-id': id, 'requested-attributes': JOB });
    const [job] = groups(answer, 'job-attributes-tag');
    if (!job) throw new Broken(`the printer said nothing of job ${id}`);
    return queuedJob(job);
  }

  /** The job of this name, whether it waits, prints or is done; null when the printer has none. */
  async find(name: string): Promise<QueuedJob | null> {
    for (const which of ['not-completed', 'completed']) {
      const answer = await this.ask('Get-Jobs', { 'which-jobs': which, 'requested-attributes': JOB });
      const found = groups(answer, 'job-attributes-tag')
        .map(queuedJob)
        .find((job) => job.name === name);
      if (found) return found;
    }
    return null;
  }

  async cancel(id: number): Promise<void> {
    await this.ask('Cancel-Job', { 'job-id': id });
  }
}
