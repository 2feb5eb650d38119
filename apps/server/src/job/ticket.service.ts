import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { isDeepStrictEqual } from 'node:util';
import { Injectable } from '@nestjs/common';
import { ART_LIMITS, type DesignItem, type SideDesign } from '@kanga/core/art';
import type { BenchEvent } from '@kanga/core/bench';
import type { Blank } from '@kanga/core/blank';
import type { JobFile } from '@kanga/core/job';
import { check } from '@kanga/contract/finding';
import { ticketSchema, upgradeTicket, type Ticket } from '@kanga/contract/job';
import type { Knex } from 'knex';
import yauzl from 'yauzl';
import yazl from 'yazl';
import { ArtService, spoolTo, withSpoolFolder, type Spooled } from '../art/index.js';
import { BlankRepository } from '../blank/index.js';
import { Refusal, refuse } from '../http/index.js';
import { Live } from '../live/index.js';
import { ShopService } from '../shop/index.js';
import { EventRepository } from './event.repository.js';
import { JobRepository } from './job.repository.js';
import { JobService } from './job.service.js';
import { PressingRepository } from './pressing.repository.js';

const TICKET_LIMIT = ART_LIMITS.bytes + 20 * 1024 * 1024;
const JSON_LIMIT = 16 * 1024 * 1024;

const notATicket = (why: string) =>
  refuse(
    422,
    'ticket.broken',
    `This is not a job ticket: ${why}`,
    'Choose a zip that Kanga exported, whole and unchanged.',
  );

/** The pictures of a ticket on disk, by their content. */
type ArtFiles = Map<string, Spooled>;

/** The same design with the ids that its pictures have here; one that did not come along is left out. */
const withArtIds = (design: readonly SideDesign[], here: ReadonlyMap<string, string>): SideDesign[] =>
  design.map((side) => ({
    ...side,
    items: side.items.flatMap((item): DesignItem[] => {
      if (item.kind !== 'picture') return [item];
      const artId = here.get(item.artId);
      return artId ? [{ ...item, artId }] : [];
    }),
  }));

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

/** Photographs stay where they were taken: a ticket brings none. */
const withoutPhotos = (events: readonly BenchEvent[]): BenchEvent[] =>
  events.map((event) => (event.kind === 'verdict' && event.verdict === 'spoiled' ? { ...event, photo: null } : event));

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
    private readonly pressings: PressingRepository,
    private readonly live: Live,
  ) {}

  async export(id: string): Promise<{ name: string; stream: Readable }> {
    const file = await this.jobService.file(id);
    const ticket: Ticket = { format: 'kanga-ticket', formatVersion: 5, file };
    const zip = new yazl.ZipFile();
    zip.addBuffer(Buffer.from(JSON.stringify(ticket, null, 2)), 'ticket.json');
    // Pages of one file share their bytes.
    for (const sha256 of new Set(file.arts.map((art) => art.sha256))) {
      const id = file.arts.find((art) => art.sha256 === sha256)?.id ?? '';
      const { stream } = await this.art.original(id);
      // Pictures are compressed already.
      zip.addReadStream(stream, `art/${sha256}`, { compress: false });
    }
    zip.end();
    return { name: `kanga-job-${file.job.number}.zip`, stream: zip.outputStream as Readable };
  }

  import(source: Readable): Promise<JobFile> {
    return withSpoolFolder(async (folder) => {
      const zipPath = join(folder, 'ticket.zip');
      await spoolTo(zipPath, source, TICKET_LIMIT);
      const { ticket, spooled } = await this.open(zipPath, folder);
      return this.restore(ticket.file, spooled);
    });
  }

  private async open(zipPath: string, folder: string): Promise<{ ticket: Ticket; spooled: ArtFiles }> {
    const zip = await yauzl.openPromise(zipPath, { autoClose: false }).catch((error: unknown) => {
      throw notATicket(error instanceof Error ? error.message : String(error));
    });
    try {
      const entries = new Map<string, yauzl.Entry>();
      for await (const entry of zip.eachEntry()) entries.set(entry.fileName, entry);
      const head = entries.get('ticket.json');
      if (!head) throw notATicket('it holds no ticket.json');
      const written: unknown = JSON.parse(
        (await readAll(await zip.openReadStreamPromise(head), JSON_LIMIT)).toString('utf8'),
      );
      const checked = check(ticketSchema, upgradeTicket(written));
      if (!checked.ok) throw new Refusal(422, { ...checked.problem, code: 'ticket.invalid' });
      const spooled: ArtFiles = new Map();
      for (const { sha256 } of checked.value.file.arts) {
        if (spooled.has(sha256)) continue;
        const entry = entries.get(`art/${sha256}`);
        if (!entry) throw notATicket('its picture is missing');
        const file = await spoolTo(join(folder, sha256), await zip.openReadStreamPromise(entry), ART_LIMITS.bytes);
        if (file.sha256 !== sha256) throw notATicket('its picture is not the one the ticket names');
        spooled.set(sha256, file);
      }
      return { ticket: checked.value, spooled };
    } catch (error) {
      if (error instanceof Refusal) throw error;
      throw notATicket(error instanceof Error ? error.message : String(error));
    } finally {
      zip.close();
    }
  }

  private async restore(file: JobFile, spooled: ArtFiles): Promise<JobFile> {
    const floor = await this.shop.read();
    /** The ids that the pictures have in this shop. */
    const here = new Map<string, string>();
    for (const art of file.arts) {
      const bytes = spooled.get(art.sha256);
      if (bytes) here.set(art.id, (await this.art.keep(art.name, bytes, art.demo, art.page)).id);
    }
    const blank = file.blank ? await this.blankFor(file.blank) : null;
    const design = withArtIds(file.job.design, here);
    const id = await this.jobs.transaction((trx) =>
      this.insert({ ...file, job: { ...file.job, design } }, { blank, floor }, trx),
    );
    this.live.say({ kind: 'runs' });
    return this.jobService.file(id);
  }

  private async insert(
    file: JobFile,
    with_: { blank: Blank | null; floor: Awaited<ReturnType<ShopService['read']>> },
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
        blankId: with_.blank?.id ?? null,
        mediaId: known(with_.floor.media, job.mediaId),
        pressId: known(with_.floor.presses, job.pressId),
      },
      trx,
    );
    if (plan) {
      await this.jobs.freeze(id, plan, trx);
      const events = withoutPhotos(isCopy ? renewed(file.events) : file.events);
      if (events.length > 0) await this.events.add(id, events, trx);
      await this.pressings.keep(await this.jobService.job(id, trx), plan, events, events, trx);
    }
    return id;
  }

  /** The blank of the shelf if it is the same; otherwise the ticket's own is put on the shelf. */
  private async blankFor(blank: Blank): Promise<Blank> {
    const here = await this.blanks.find(blank.id);
    if (here && isDeepStrictEqual(here, blank)) return here;
    const own: Blank = { ...blank, id: here ? randomUUID() : blank.id, builtIn: false, archived: false };
    await this.blanks.add([own]);
    return own;
  }
}
