import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { isDeepStrictEqual } from 'node:util';
import { Injectable } from '@nestjs/common';
import { ART_LIMITS, type DesignItem, type SideDesign } from '@kanga/core/art';
import { benchState, type BenchEvent } from '@kanga/core/bench';
import type { Blank } from '@kanga/core/blank';
import type { JobFile } from '@kanga/core/job';
import type { Ticket } from '@kanga/contract/job';
import type { Knex } from 'knex';
import yazl from 'yazl';
import { ArtService, spoolTo, withSpoolFolder } from '../art/index.js';
import { BlankRepository } from '../blank/index.js';
import { ForeignReader, LIMITS, task, TooMuch } from '../process/index.js';
import { Live } from '../live/index.js';
import { EventRepository, PressingRepository, ResultRepository } from '../run/index.js';
import { ShopService } from '../shop/index.js';
import { JobRepository } from './job.repository.js';
import { JobService } from './job.service.js';
import { notATicket, type ArtFiles, type openTicket } from './open-ticket.js';

const TICKET_LIMIT = ART_LIMITS.bytes + 20 * 1024 * 1024;
const OPEN = task<typeof openTicket>(new URL('./open-ticket.js', import.meta.url), 'openTicket');
/** A ticket brings all its pictures, and a zip is taken apart sooner than a picture is read. */
const TICKET_LIMITS = { ...LIMITS, cpu: 2 * LIMITS.cpu };

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
    private readonly foreign: ForeignReader,
    private readonly results: ResultRepository,
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

  /** Takes a ticket in unless its job is here already; gives whether it was. */
  importOnce(source: Readable): Promise<boolean> {
    return this.opened(source, async (ticket, spooled) => {
      const { id } = ticket.file.job;
      if ((await this.jobs.find(id)) !== null || (await this.jobs.isDeleted(id))) return false;
      const { plan, events, job } = await this.restore(ticket.file, spooled);
      // A shop's own jobs come back with what they proved.
      if (plan && events.some(({ kind }) => kind === 'verdict'))
        await this.jobs.transaction((trx) => this.results.keep(job.id, plan, benchState(plan, events), trx));
      return true;
    });
  }

  import(source: Readable): Promise<JobFile> {
    return this.opened(source, (ticket, spooled) => this.restore(ticket.file, spooled));
  }

  /** Takes a ticket apart, and gives it to whoever wants it, as long as its files are there. */
  private opened<T>(source: Readable, use: (ticket: Ticket, spooled: ArtFiles) => Promise<T>): Promise<T> {
    return withSpoolFolder(async (folder) => {
      const zipPath = join(folder, 'ticket.zip');
      await spoolTo(zipPath, source, TICKET_LIMIT);
      const { ticket, spooled } = await this.foreign
        .run(OPEN, { zipPath, folder }, TICKET_LIMITS)
        .catch((error: unknown) => {
          throw error instanceof TooMuch ? notATicket(error.message) : error;
        });
      return use(ticket, spooled);
    });
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
    this.live.publish({ kind: 'runs' });
    return this.jobService.file(id);
  }

  private async insert(
    file: JobFile,
    with_: { blank: Blank | null; floor: Awaited<ReturnType<ShopService['read']>> },
    trx: Knex.Transaction,
  ): Promise<string> {
    const { job, plan } = file;
    const isCopy = (await this.jobs.find(job.id, trx)) !== null || (await this.jobs.isDeleted(job.id, trx));
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
      const state = benchState(plan, events);
      await this.pressings.keep(await this.jobService.job(id, trx), plan, state, null, trx);
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
