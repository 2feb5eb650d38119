import { execFile } from 'node:child_process';
import { createWriteStream } from 'node:fs';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { promisify } from 'node:util';
import { Injectable } from '@nestjs/common';
import { cardLines, cutLinesSvg, paperUse, TICKS, type PrintRecord, type Tick } from '@kanga/core/sheet';
import type { Printer } from '@kanga/core/shop';
import type { NewPrint, PrinterReport } from '@kanga/contract/sheet';
import { ArtService, withSpoolFolder } from '../art/index.js';
import { notFound, refuse } from '../http/index.js';
import { mirrorWords, SheetService } from '../sheet/index.js';
import { DocumentMaker, task } from '../process/index.js';
import { ShopService } from '../shop/index.js';
import { addressOf } from './address.js';
import { OutboundRefused } from '../outbound/index.js';
import { IppClient, PrinterRefused } from './ipp-client.js';
import type { mirrorTestPdf } from './mirror-test.js';
import { PrintRepository, type KeptPrint } from './print.repository.js';
import { RenderQueue } from './render.queue.js';
import { Sender } from './sender.js';

const run = promisify(execFile);

const MIRROR_TEST = task<typeof mirrorTestPdf>(new URL('./mirror-test.js', import.meta.url), 'mirrorTestPdf');

@Injectable()
export class PrintService {
  constructor(
    private readonly prints: PrintRepository,
    private readonly sheets: SheetService,
    private readonly shop: ShopService,
    private readonly art: ArtService,
    private readonly queue: RenderQueue,
    private readonly sender: Sender,
    private readonly documents: DocumentMaker,
  ) {}

  list(jobId: string | undefined): Promise<PrintRecord[]> {
    return this.prints.list(jobId);
  }

  async find(id: string): Promise<KeptPrint> {
    const found = await this.prints.find(id);
    if (!found) throw notFound('print', id);
    return found;
  }

  async record(id: string): Promise<PrintRecord> {
    return (await this.find(id)).record;
  }

  /** Asks for a print. Asking again with the same id gives the one that is there. */
  async ask(wanted: NewPrint, origin: string): Promise<PrintRecord> {
    const known = await this.prints.find(wanted.id);
    if (known) return known.record;
    const { settings } = await this.shop.read();
    if (settings.nozzlesFirst && wanted.nozzles !== 'good')
      throw refuse(
        409,
        'print.nozzles',
        'The nozzles were not checked',
        'This shop prints nothing without a nozzle check: print one, look for gaps, and say that it was good.',
      );
    const ready = await this.sheets.readyFor(wanted.what, origin);
    const { printer, media, tray, layout } = ready;
    const lines = cardLines(media.card, printer, ready.readable);
    await this.prints.transaction(async (trx) => {
      const fresh = await this.prints.add(
        wanted.id,
        {
          by: wanted.by,
          title: ready.title,
          jobs: ready.jobs.map(({ id, number, name, made }) => ({ id, number, name, made })),
          printer: { id: printer.id, name: printer.name },
          media: { id: media.id, name: media.name, kind: media.kind },
          mirroredBy: printer.mirroredBy,
          card: media.card,
          ticked: Object.fromEntries(TICKS.map((tick) => [tick, lines[tick]])) as Record<Tick, string>,
          nozzles: wanted.nozzles,
          transfers: tray.parts.length,
          paper: paperUse(media, layout.sheets),
        },
        ready,
        trx,
      );
      if (!fresh) return;
      await this.prints.event(wanted.id, 'asked', { note: wanted.by }, trx);
      await this.queue.add(wanted.id, trx);
    });
    return this.record(wanted.id);
  }

  /** Makes a print again whose render failed. */
  async again(id: string): Promise<PrintRecord> {
    await this.prints.transaction(async (trx) => {
      const print = await this.prints.find(id, trx, true);
      if (!print) throw notFound('print', id);
      const { state } = print.record;
      if (state !== 'failed')
        throw refuse(409, 'print.state', `This print is ${state}`, 'Only one that failed can be made again.');
      await this.prints.event(id, 'asked', { note: 'made again' }, trx);
      await this.queue.add(id, trx);
    });
    return this.record(id);
  }

  private async printerOf({ record }: KeptPrint): Promise<Printer> {
    const { printers } = await this.shop.read();
    const printer = printers.find((one) => one.id === record.printer.id);
    if (!printer) throw notFound('printer', record.printer.id);
    return printer;
  }

  /** A sheet that was made under the other rule of mirroring would come out the wrong way: it stops here. */
  private async sameRule(print: KeptPrint): Promise<Printer> {
    const printer = await this.printerOf(print);
    if (printer.mirroredBy !== print.record.mirroredBy)
      throw refuse(
        409,
        'print.mirror',
        `This print was made for ${printer.name} when it was “${mirrorWords(print.record)}”; now it is “${mirrorWords(printer)}”`,
        'Printed now it would be mirrored twice or not at all. Make a new print from the job.',
      );
    return printer;
  }

  /** The PDF of a print, as a stream. */
  async pdf(id: string): Promise<{ stream: Readable; name: string }> {
    const print = await this.find(id);
    if (print.pdfBlobId === null)
      throw print.record.state === 'rendering'
        ? refuse(409, 'print.state', 'This print is not drawn yet', 'Wait until it is ready.')
        : refuse(410, 'print.gone', 'The pages of this print are no longer kept', 'Make a new print from the job.');
    await this.sameRule(print);
    return { stream: this.art.blob(print.pdfBlobId), name: `kanga-print-${print.record.number}.pdf` };
  }

  /** One sheet of a print as a PNG at the printer's own resolution, which it says (PNG specification, pHYs). */
  async png<T>(id: string, sheet: number, use: (png: string, name: string) => Promise<T>): Promise<T> {
    const { stream } = await this.pdf(id);
    const { record } = await this.find(id);
    const { resolution } = await this.printerOf(await this.find(id));
    this.within(record, sheet);
    return withSpoolFolder(async (folder) => {
      const [pdf, png] = [join(folder, 'print.pdf'), join(folder, 'sheet')];
      await pipeline(stream, createWriteStream(pdf));
      const page = String(sheet);
      await run('pdftoppm', ['-r', String(resolution), '-f', page, '-l', page, '-singlefile', '-png', pdf, png], {
        timeout: 600_000,
      });
      return use(`${png}.png`, `kanga-print-${record.number}-sheet-${sheet}.png`);
    });
  }

  /** The cut lines of one sheet of a print, as SVG. */
  async cutLines(id: string, sheet: number): Promise<{ svg: string; name: string }> {
    const { record } = await this.find(id);
    this.within(record, sheet);
    const frozen = await this.prints.sheets(id);
    const laid = frozen?.layout.sheets[sheet - 1];
    if (!frozen || !laid) throw notFound('sheet', String(sheet));
    return { svg: cutLinesSvg(frozen.tray, laid), name: `kanga-print-${record.number}-sheet-${sheet}-cut.svg` };
  }

  private within({ paper, number }: PrintRecord, sheet: number): void {
    if (sheet > paper.sheets)
      throw refuse(
        404,
        'print.sheet',
        `Print ${number} has ${paper.sheets} sheets, not ${sheet}`,
        'Ask for one it has.',
      );
  }

  /** The strip that tells who mirrors on a printer, on its first paper. */
  async mirrorTest(printerId: string): Promise<Buffer> {
    const { printers, media } = await this.shop.read();
    const printer = printers.find((one) => one.id === printerId);
    if (!printer) throw notFound('printer', printerId);
    const paper = media.find((one) => one.printerId === printerId);
    if (!paper) throw refuse(409, 'print.no-paper', `${printer.name} has no paper yet`, 'Add one in the shop first.');
    return this.documents.make(MIRROR_TEST, { media: paper, printer });
  }

  /** Marks a print as being sent, once, and sends it. */
  async send(id: string): Promise<PrintRecord> {
    const printer = await this.sameRule(await this.find(id));
    const address = addressOf(printer);
    if (address === null)
      throw refuse(
        409,
        'print.no-address',
        `Kanga has no address of ${printer.name}`,
        'Give it one in the shop, or download the PDF and print it by hand.',
      );
    const print = await this.prints.transaction(async (trx) => {
      const now = await this.prints.find(id, trx, true);
      if (!now) throw notFound('print', id);
      if (now.record.state !== 'ready')
        throw refuse(
          409,
          'print.state',
          `This print is ${now.record.state}`,
          now.record.state === 'unsure'
            ? 'Look at the printer, and say first whether it came out.'
            : 'Only one that is ready can be sent: nothing is sent twice.',
        );
      // Ours before anybody can see that it is on its way: else another server might take it for one that was left behind.
      await this.sender.take(id);
      await this.prints.event(id, 'sending', { note: address }, trx);
      return now;
    });
    this.sender.send(print, address);
    return this.record(id);
  }

  async cancel(id: string): Promise<PrintRecord> {
    const print = await this.find(id);
    const { state } = print.record;
    if (state === 'printing' && print.queued !== null) {
      const address = addressOf(await this.printerOf(print));
      try {
        if (address !== null) await new IppClient(address).cancel(print.queued);
      } catch (error) {
        throw refuse(
          502,
          'print.cancel',
          'The printer did not cancel it',
          `Cancel it at the printer.${error instanceof PrinterRefused ? ` (${error.message})` : ''}`,
        );
      }
      return this.record(id);
    }
    await this.prints.transaction(async (trx) => {
      // A render that ends in the same moment waits for this, or this for it.
      const now = (await this.prints.find(id, trx, true))?.record.state ?? state;
      if (now !== 'ready' && now !== 'rendering' && now !== 'failed')
        throw refuse(409, 'print.state', `This print is ${now}`, 'There is nothing left to cancel.');
      await this.prints.event(id, 'cancelled', { note: 'before it was sent' }, trx);
    });
    return this.record(id);
  }

  /** What somebody saw who looked: it came out, or it did not. */
  async settle(id: string, printed: boolean, by: string): Promise<PrintRecord> {
    const { record } = await this.find(id);
    if (record.state !== 'unsure' && record.state !== 'ready')
      throw refuse(
        409,
        'print.state',
        `This print is ${record.state}`,
        'Only one that is ready or unsure is settled by hand.',
      );
    if (printed) await this.sender.printed(id, null, `${by} saw it come out`);
    else await this.prints.event(id, 'not printed', { note: `${by} looked` });
    return this.record(id);
  }

  /** What a printer says of itself. */
  async report(printerId: string): Promise<PrinterReport> {
    const { printers } = await this.shop.read();
    const printer = printers.find((one) => one.id === printerId);
    if (!printer) throw notFound('printer', printerId);
    const address = addressOf(printer);
    if (address === null)
      throw refuse(409, 'print.no-address', `Kanga has no address of ${printer.name}`, 'Give it one in the shop.');
    try {
      return await new IppClient(address).report();
    } catch (error) {
      if (error instanceof OutboundRefused)
        throw refuse(
          422,
          'print.address',
          `Kanga does not ask there: ${error.message}`,
          'Give the printer’s own address.',
        );
      // Whatever it is that answers there, or nothing: the same words.
      throw refuse(
        502,
        'print.away',
        `${printer.name} does not answer as a printer`,
        `See that it is on, and that ${address} is its address.`,
      );
    }
  }
}
