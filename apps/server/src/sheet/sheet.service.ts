import { createWriteStream } from 'node:fs';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import { isLayout } from '@kanga/core/sheet';
import { Piscina } from 'piscina';
import { ArtService, withSpoolFolder } from '../art/index.js';
import { Refusal, refuse } from '../http/index.js';
import { JobService } from '../job/index.js';
import type { PrintOrder } from './pdf.js';

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

  /** Makes the PDF of a job's sheets and hands its file to `use`; the file is gone afterwards. Stops that nobody waived refuse it. */
  async print<T>(id: string, use: (pdf: string, name: string) => Promise<T>): Promise<T> {
    const view = await this.jobs.view(id);
    const { job, blank, arts, templates, printed, layout, printer, gap, blocks } = view;
    const stops = [...blocks.blank, ...blocks.art, ...blocks.sheet];
    if (stops.length > 0) {
      throw new Refusal(409, {
        code: 'sheet.stopped',
        title: `There is nothing right to print yet: ${stops[0]?.title ?? ''}`,
        remedy: stops[0]?.remedy ?? '',
        faults: stops.map((stop) => ({ field: stop.code, message: stop.title })),
      });
    }
    if (!blank || !printer || !layout || !isLayout(layout)) {
      throw refuse(409, 'sheet.not-ready', 'This job has no sheet yet', 'Choose a blank, art and paper first.');
    }
    return withSpoolFolder(async (folder) => {
      const pictures: PrintOrder['pictures'] = [];
      for (const art of arts) {
        const path = join(folder, art.id);
        const { stream } = await this.art.original(art.id);
        await pipeline(stream, createWriteStream(path));
        pictures.push({ art, path });
      }
      const target = join(folder, 'sheets.pdf');
      await this.pool.run({
        pictures,
        design: job.design,
        run: job.run,
        templates,
        printed,
        layout,
        gap,
        target,
        mirroredBy: printer.mirroredBy,
        sides: blank.sides.map((side) => side.name),
        pieces: job.pieces,
        title: `Job ${job.number} ${job.name}`,
        foot: `100 % · ${printer.mirroredBy === 'kanga' ? 'mirrored here, driver mirror off' : 'driver must mirror'}`,
      });
      return use(target, `kanga-job-${job.number}-sheets.pdf`);
    });
  }

  async onApplicationShutdown(): Promise<void> {
    await this.pool.destroy();
  }
}
