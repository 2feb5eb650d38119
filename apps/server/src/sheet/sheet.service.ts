import { createWriteStream } from 'node:fs';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import type { Art, DrawnPicture } from '@kanga/core/art';
import type { JobView } from '@kanga/core/job';
import { isLayout, type Layout, type Tray } from '@kanga/core/sheet';
import type { Media, Printer } from '@kanga/core/shop';
import { MM_PER_INCH } from '@kanga/core/units';
import { Piscina } from 'piscina';
import { ArtService, withSpoolFolder } from '../art/index.js';
import { Refusal, refuse } from '../http/index.js';
import { JobService } from '../job/index.js';
import type { OrderedJob, PrintOrder } from './order.js';
import type { PictureWish } from './picture.js';

/** Sheets that are ready to be drawn: of one job, or of several that share them. */
export interface ReadySheets {
  jobs: { view: JobView; order: OrderedJob }[];
  tray: Tray;
  owners: number[];
  layout: Layout;
  media: Media;
  printer: Printer;
  gap: number;
  codes: boolean;
  title: string;
}

export const mirrorWords = ({ mirroredBy }: Pick<Printer, 'mirroredBy'>): string =>
  mirroredBy === 'kanga' ? 'mirrored here, driver mirror off' : 'driver must mirror';

/** Refuses when anything up to the sheet stops the job and nobody waived it. */
export function refuseStops({ blocks, job }: JobView): void {
  const stops = [...blocks.blank, ...blocks.art, ...blocks.sheet];
  if (stops.length === 0) return;
  throw new Refusal(409, {
    code: 'sheet.stopped',
    title: `There is nothing right to print yet for job ${job.number}: ${stops[0]?.title ?? ''}`,
    remedy: stops[0]?.remedy ?? '',
    faults: stops.map((stop) => ({ field: stop.code, message: stop.title })),
  });
}

export const orderedJob = ({ job, templates, arts }: JobView): OrderedJob => ({
  number: job.number,
  name: job.name,
  pieces: job.pieces,
  design: job.design,
  run: job.run,
  templates,
  arts,
});

@Injectable()
export class SheetService implements OnApplicationShutdown {
  private readonly pool = new Piscina<PrintOrder, undefined>({
    filename: new URL('./pdf.worker.js', import.meta.url).href,
    minThreads: 0,
    maxThreads: 1,
    idleTimeout: 20_000,
  });

  constructor(
    private readonly jobs: JobService,
    private readonly art: ArtService,
  ) {}

  /** The sheets of one job. Stops that nobody waived refuse it. */
  async ready(id: string): Promise<ReadySheets> {
    const view = await this.jobs.view(id);
    refuseStops(view);
    const { job, blank, tray, layout, printer, media, gap } = view;
    if (!blank || !printer || !media || !tray || !layout || !isLayout(layout))
      throw refuse(409, 'sheet.not-ready', 'This job has no sheet yet', 'Choose a blank, art and paper first.');
    return {
      jobs: [{ view, order: orderedJob(view) }],
      tray,
      owners: tray.kinds.map(() => 0),
      layout,
      media,
      printer,
      gap,
      codes: job.sheet.codes,
      title: `Job ${job.number} ${job.name}`,
    };
  }

  /** Makes the PDF of a job's sheets and hands its file to `use`; the file is gone afterwards. */
  async print<T>(id: string, origin: string, use: (pdf: string, name: string) => Promise<T>): Promise<T> {
    const ready = await this.ready(id);
    return this.draw(ready, origin, (pdf) => use(pdf, `kanga-job-${ready.jobs[0]?.order.number ?? 0}-sheets.pdf`));
  }

  /** Draws sheets as a PDF and hands its file to `use`; the file is gone afterwards. */
  async draw<T>(ready: ReadySheets, origin: string, use: (pdf: string) => Promise<T>): Promise<T> {
    const { jobs, tray, owners, layout, printer, gap, codes, title } = ready;
    return withSpoolFolder(async (folder) => {
      const pictures: PictureWish[] = [];
      for (const [art, mostWidth] of wishes(ready)) {
        const path = join(folder, art.id);
        const { stream } = await this.art.original(art.id);
        await pipeline(stream, createWriteStream(path));
        pictures.push({ art, path, mostWidth });
      }
      const target = join(folder, 'sheets.pdf');
      await this.pool.run({
        pictures,
        jobs: jobs.map(({ order }) => order),
        tray,
        owners,
        layout,
        gap,
        target,
        title,
        mirroredBy: printer.mirroredBy,
        foot: `100 % · ${mirrorWords(printer)}`,
        origin: codes ? origin : null,
      });
      return use(target);
    });
  }

  async onApplicationShutdown(): Promise<void> {
    await this.pool.destroy();
  }
}

/** Every picture on the sheets, each once, with the pixels across that its largest print needs at the printer's resolution. */
function wishes({ jobs, printer }: Pick<ReadySheets, 'jobs' | 'printer'>): Map<Art, number> {
  const known = new Map<string, Art>();
  const most = new Map<string, number>();
  for (const { view } of jobs) {
    for (const art of view.arts) if (!known.has(art.id)) known.set(art.id, art);
    const drawn = view.sides.flatMap((side) => side.drawn.filter((one): one is DrawnPicture => one.kind === 'picture'));
    for (const { art, placement } of drawn) {
      const pixels = (placement.width / MM_PER_INCH) * printer.resolution;
      most.set(art.id, Math.max(most.get(art.id) ?? 0, pixels));
    }
  }
  return new Map([...known.values()].map((art) => [art, most.get(art.id) ?? 0]));
}
