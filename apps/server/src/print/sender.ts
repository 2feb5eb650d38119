import { createWriteStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { Injectable, Logger, type OnApplicationShutdown } from '@nestjs/common';
import { queueName } from '@kanga/core/sheet';
import { inkItem, paperItem } from '@kanga/core/stock';
import { ArtService, withSpoolFile } from '../art/index.js';
import { ShopService } from '../shop/index.js';
import { StockLedger } from '../stock/index.js';
import { addressOf } from './address.js';
import { Broken, NotReached, OutboundRefused } from '../outbound/index.js';
import { OtherServers } from '../live/index.js';
import { IppClient, PrinterRefused, type QueuedJob } from './ipp-client.js';
import { isUnderWay, PrintRepository, type KeptPrint } from './print.repository.js';

/** How often a printer is asked how far it is, and how long it may be out of reach meanwhile, ms. */
const ASK_EVERY = 1000;
const OUT_OF_REACH = 30_000;
/** How often it is looked for prints that a server followed which has ended, ms. */
const TAKE_UP_EVERY = 5000;
/** How often a printer is asked for a job whose sending broke off. */
const LOOKS = 5;

/** The name under which one server of all has a print. */
const nameOf = (id: string): string => `print ${id}`;
const words = (error: unknown): string => (error instanceof Error ? error.message : String(error));
const wait = (ms: number) => new Promise((done) => setTimeout(done, ms));

/** Reasons of the protocol in plain words (RFC 8011 §5.4.12, PWG 5100.9). */
const REASONS: Record<string, string> = {
  'media-empty': 'out of paper',
  'media-needed': 'it wants other paper',
  'media-jam': 'paper is jammed',
  'marker-supply-low': 'ink is low',
  'marker-supply-empty': 'out of ink',
  'cover-open': 'a cover is open',
  'door-open': 'a door is open',
  paused: 'it is paused',
};
const reasonWords = (reasons: readonly string[]): string =>
  reasons
    .map((reason) => reason.replace(/-(error|warning|report)$/, ''))
    .map((reason) => REASONS[reason] ?? reason.replaceAll('-', ' '))
    .join(', ');

/**
 * Sends prints to their printers and follows them. What truly happened is written down as it happens; nothing is ever sent a second time
 * unless the printer itself says that it has not got it, or somebody who looked says so.
 */
@Injectable()
export class Sender implements OnApplicationShutdown {
  private readonly log = new Logger('sender');
  private closed = false;
  private watch: NodeJS.Timeout | null = null;
  /** Prints that this server sends or follows. */
  private readonly following = new Set<string>();

  constructor(
    private readonly prints: PrintRepository,
    private readonly art: ArtService,
    private readonly shop: ShopService,
    private readonly stock: StockLedger,
    private readonly others: OtherServers,
  ) {}

  /** Takes up what was on its way when the server stopped, and, from then on, what another server was following that has ended. */
  async resume(): Promise<void> {
    await this.takeUp();
    this.lookAgain();
  }

  /** Looks from time to time, never twice at once: two looks would follow one print twice. */
  private lookAgain(): void {
    this.watch = setTimeout(() => {
      this.takeUp()
        .catch((error: unknown) => {
          this.log.warn(`it could not be seen what is on its way to a printer: ${words(error)}`);
        })
        .finally(() => {
          if (!this.closed) this.lookAgain();
        });
    }, TAKE_UP_EVERY);
    this.watch.unref();
  }

  /** Each print is followed by one server: whichever has it. */
  private async takeUp(): Promise<void> {
    for (const { record } of await this.prints.underWay()) {
      if (this.following.has(record.id) || !(await this.take(record.id))) continue;
      // Whoever had it may have come to its end with it just now, or this server may have begun to send it.
      const print = await this.prints.find(record.id);
      if (this.following.has(record.id)) continue;
      if (print && isUnderWay(print)) await this.goOnWith(print);
      else await this.others.leave(nameOf(record.id));
    }
  }

  /** Takes a print for this server, before it is marked as being sent; whether no other has it. */
  take(id: string): Promise<boolean> {
    return this.others.has(nameOf(id));
  }

  /** Sends a print that is marked as being sent. Returns at once; the record says how it goes. */
  send(print: KeptPrint, address: string): void {
    this.run(print, address, async (client) => {
      try {
        const queued = await withSpoolFile(async (path) => {
          await pipeline(this.art.blob(print.pdfBlobId ?? ''), createWriteStream(path));
          return client.print(queueName(print.record), path);
        });
        await this.accepted(print, client, queued);
      } catch (error) {
        if (error instanceof Broken) await this.lookFor(print, client, words(error));
        else await this.failed(print, error);
      }
    });
  }

  /** Follows a print whose printer still has an address; of another one nothing can be heard. */
  private async goOnWith(print: KeptPrint): Promise<void> {
    const { printers } = await this.shop.read();
    const printer = printers.find((one) => one.id === print.record.printer.id);
    const address = printer ? addressOf(printer) : null;
    if (address === null) return;
    this.run(print, address, (client) =>
      print.queued === null ? this.lookFor(print, client) : this.follow(print, client, print.queued),
    );
  }

  private run(print: KeptPrint, address: string, work: (client: IppClient) => Promise<void>): void {
    const { id } = print.record;
    this.following.add(id);
    work(new IppClient(address))
      .catch(async (error: unknown) => {
        this.log.error(error);
        if (!this.closed) await this.prints.event(id, 'unsure', { note: words(error) });
      })
      .catch((fault: unknown) => {
        this.log.error(fault);
      })
      .finally(() => {
        this.following.delete(id);
        void this.others.leave(nameOf(id));
      });
  }

  private async failed({ record }: KeptPrint, error: unknown): Promise<void> {
    const nothing = error instanceof NotReached || error instanceof OutboundRefused || error instanceof PrinterRefused;
    if (!nothing) throw error;
    await this.prints.event(record.id, 'failed', { note: `${words(error)}. Nothing was printed.` });
  }

  private async accepted(print: KeptPrint, client: IppClient, queued: number): Promise<void> {
    await this.prints.event(print.record.id, 'accepted', { note: `job ${queued} of the printer`, queued });
    await this.follow(print, client, queued);
  }

  /** After sending broke off: the printer is asked whether it has the job, before anybody may send it again. */
  private async lookFor(
    print: KeptPrint,
    client: IppClient,
    why = 'Kanga was stopped while it was sent',
  ): Promise<void> {
    let last: unknown = null;
    for (let look = 0; look < LOOKS && !this.closed; look++) {
      await wait(ASK_EVERY);
      try {
        const job = await client.find(queueName(print.record));
        if (job) {
          await this.accepted(print, client, job.id);
          return;
        }
        // Asked twice, lest it is still busy with what it got.
        if (last === 'none') {
          await this.prints.event(print.record.id, 'failed', {
            note: `${why}. The printer has not got it; nothing was printed.`,
          });
          return;
        }
        last = 'none';
      } catch (error) {
        last = error;
      }
    }
    if (!this.closed)
      await this.prints.event(print.record.id, 'unsure', {
        note: `${why}. It does not answer (${words(last)}): look at the printer, then say whether it came out.`,
      });
  }

  /** Asks how far the job is until it is over. */
  private async follow({ record }: KeptPrint, client: IppClient, queued: number): Promise<void> {
    let told = '';
    let heard = performance.now();
    while (!this.closed) {
      await wait(ASK_EVERY);
      let job: QueuedJob;
      let reasons: string[] = [];
      try {
        job = await client.job(queued);
        if (job.state !== 'completed') reasons = (await client.report()).reasons;
        heard = performance.now();
      } catch (error) {
        if (performance.now() - heard < OUT_OF_REACH) continue;
        await this.prints.event(record.id, 'unsure', {
          note: `${words(error)}: look at the printer, then say whether it came out.`,
        });
        return;
      }
      if (job.state === 'completed') return this.printed(record.id, job.sheets);
      if (job.state === 'canceled') {
        await this.prints.event(record.id, 'cancelled', { note: 'cancelled at the printer', sheets: job.sheets });
        return;
      }
      if (job.state === 'aborted') {
        const why = reasonWords(job.reasons) || 'it gave no reason';
        await this.prints.event(record.id, 'failed', { note: `The printer gave it up: ${why}.`, sheets: job.sheets });
        return;
      }
      const now = `${job.sheets ?? ''} ${reasons.join()}`;
      if (now !== told) {
        told = now;
        await this.prints.event(record.id, 'progress', { note: reasonWords(reasons), sheets: job.sheets });
      }
    }
  }

  /** Writes down that it came out, and takes its paper off what is left. */
  async printed(id: string, sheets: number | null, note = ''): Promise<void> {
    await this.prints.transaction(async (trx) => {
      const now = await this.prints.find(id, trx, true);
      if (!now || now.record.state === 'printed') return;
      await this.prints.event(id, 'printed', { note, sheets }, trx);
      const { media, paper, inks, printer, number } = now.record;
      const use = { reason: `print ${number}` };
      await this.stock.use(paperItem(media.id), paper.amount, use, trx);
      for (const { name, millilitres } of inks ?? [])
        await this.stock.use(inkItem(printer.id, name), Math.round(millilitres * 1000) / 1000, use, trx);
    });
  }

  onApplicationShutdown(): void {
    this.closed = true;
    if (this.watch) clearTimeout(this.watch);
  }
}
