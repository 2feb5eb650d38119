import { randomUUID } from 'node:crypto';
import type { Readable } from 'node:stream';
import { isDeepStrictEqual } from 'node:util';
import { Injectable } from '@nestjs/common';
import { ART_LIMITS, type Art } from '@kanga/core/art';
import type { BenchEvent } from '@kanga/core/bench';
import type { Blank } from '@kanga/core/blank';
import type { JobFile } from '@kanga/core/job';
import { check } from '@kanga/contract/finding';
import { ticketSchema, type Ticket } from '@kanga/contract/job';
import type { Knex } from 'knex';
import yauzl from 'yauzl';
import yazl from 'yazl';
import { ArtService, spoolTo, withSpoolFile } from '../art/index.js';
import { BlankRepository } from '../blank/index.js';
import { Refusal, refuse } from '../http/index.js';
import { ShopService } from '../shop/index.js';
import { EventRepository } from './event.repository.js';
import { JobRepository } from './job.repository.js';
import { JobService } from './job.service.js';

const TICKET_LIMIT = ART_LIMITS.bytes + 20 * 1024 * 1024;
const JSON_LIMIT = 16 * 1024 * 1024;

const notATicket = (why: string) =>
  refuse(
    422,
    'ticket.broken',
    `This is not a job ticket: ${why}`,
    'Choose a zip that Kanga exported, whole and unchanged.',
  );

/** New ids for events of a job that is put in beside its original; undo keeps pointing at what it took back. */
function renewed(events: readonly BenchEvent[]): BenchEvent[] {
  const ids = new Map(events.map((event) => [event.id, randomUUID()]));
  const idOf = (id: string) => ids.get(id) ?? id;
  return events.map((event) =>
    event.kind === 'undo'
      ? { ...event, id: idOf(event.id), undoes: idOf(event.undoes) }
      : { ...event, id: idOf(event.id) },
  );
}

async function readAll(stream: Readable, limit: number): Promise<Buffer> {
  const chunks: Buffer[] = [];
  let size = 0;
  for await (const chunk of stream as AsyncIterable<Buffer>) {
    size += chunk.length;
    if (size > limit) throw notATicket('its ticket.json is too large');
    chunks.push(chunk);
  }
  return Buffer.concat(chunks);
}

/** Exports and imports a job with its art as one zip; the format is in docs/formats/ticket.md. */
@Injectable()
export class TicketService {
  constructor(
    private readonly jobService: JobService,
    private readonly jobs: JobRepository,
    private readonly events: EventRepository,
    private readonly blanks: BlankRepository,
    private readonly art: ArtService,
    private readonly shop: ShopService,
  ) {}

  async export(id: string): Promise<{ name: string; stream: Readable }> {
    const file = await this.jobService.file(id);
    const ticket: Ticket = { format: 'kanga-ticket', formatVersion: 1, file };
    const zip = new yazl.ZipFile();
    zip.addBuffer(Buffer.from(JSON.stringify(ticket, null, 2)), 'ticket.json');
    if (file.art) {
      const { art, stream } = await this.art.original(file.art.id);
      // Pictures are compressed already.
      zip.addReadStream(stream, `art/${art.sha256}`, { compress: false });
    }
    zip.end();
    return { name: `kanga-job-${file.job.number}.zip`, stream: zip.outputStream as Readable };
  }

  import(source: Readable): Promise<JobFile> {
    return withSpoolFile(async (zipPath) => {
      await spoolTo(zipPath, source, TICKET_LIMIT);
      return withSpoolFile(async (artPath) => {
        const { ticket, artSpooled } = await this.open(zipPath, artPath);
        return this.restore(ticket.file, artSpooled);
      });
    });
  }

  private async open(
    zipPath: string,
    artPath: string,
  ): Promise<{ ticket: Ticket; artSpooled: Parameters<ArtService['keep']>[1] | null }> {
    const zip = await yauzl.openPromise(zipPath, { autoClose: false }).catch((error: unknown) => {
      throw notATicket(error instanceof Error ? error.message : String(error));
    });
    try {
      const entries = new Map<string, yauzl.Entry>();
      for await (const entry of zip.eachEntry()) entries.set(entry.fileName, entry);
      const head = entries.get('ticket.json');
      if (!head) throw notATicket('it holds no ticket.json');
      const checked = check(
        ticketSchema,
        JSON.parse((await readAll(await zip.openReadStreamPromise(head), JSON_LIMIT)).toString('utf8')),
      );
      if (!checked.ok) throw new Refusal(422, { ...checked.problem, code: 'ticket.invalid' });
      const { art } = checked.value.file;
      if (!art) return { ticket: checked.value, artSpooled: null };
      const entry = entries.get(`art/${art.sha256}`);
      if (!entry) throw notATicket('its picture is missing');
      const artSpooled = await spoolTo(artPath, await zip.openReadStreamPromise(entry), ART_LIMITS.bytes);
      if (artSpooled.sha256 !== art.sha256) throw notATicket('its picture is not the one the ticket names');
      return { ticket: checked.value, artSpooled };
    } catch (error) {
      if (error instanceof Refusal) throw error;
      throw notATicket(error instanceof Error ? error.message : String(error));
    } finally {
      zip.close();
    }
  }

  private async restore(file: JobFile, artSpooled: Parameters<ArtService['keep']>[1] | null): Promise<JobFile> {
    const [floor, art] = await Promise.all([
      this.shop.read(),
      file.art && artSpooled ? this.art.keep(file.art.name, artSpooled, file.art.demo) : null,
    ]);
    const blank = file.blank ? await this.blankFor(file.blank) : null;
    const id = await this.jobs.transaction((trx) => this.insert(file, { art, blank, floor }, trx));
    return this.jobService.file(id);
  }

  private async insert(
    file: JobFile,
    with_: { art: Art | null; blank: Blank | null; floor: Awaited<ReturnType<ShopService['read']>> },
    trx: Knex.Transaction,
  ): Promise<string> {
    const { job, plan } = file;
    const isCopy = (await this.jobs.find(job.id, trx)) !== null;
    const id = isCopy ? randomUUID() : job.id;
    const known = <T extends { id: string }>(list: T[], wanted: string | null) =>
      list.some((one) => one.id === wanted) ? wanted : null;
    await this.jobs.restore(
      {
        ...job,
        id,
        artId: with_.art?.id ?? null,
        blankId: with_.blank?.id ?? null,
        mediaId: known(with_.floor.media, job.mediaId),
        pressId: known(with_.floor.presses, job.pressId),
      },
      trx,
    );
    if (plan) {
      await this.jobs.freeze(id, plan, trx);
      if (file.events.length > 0) await this.events.add(id, isCopy ? renewed(file.events) : file.events, trx);
    }
    return id;
  }

  /** The blank of the shelf if it is the same; otherwise the ticket's own is put on the shelf. */
  private async blankFor(blank: Blank): Promise<Blank> {
    const here = await this.blanks.find(blank.id);
    if (here && isDeepStrictEqual(here, blank)) return here;
    const own: Blank = { ...blank, id: here ? randomUUID() : blank.id, builtIn: false };
    await this.blanks.add([own]);
    return own;
  }
}
