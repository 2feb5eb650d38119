import { createWriteStream } from 'node:fs';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { Injectable } from '@nestjs/common';
import {
  gangTrays,
  insertSvg,
  isLayout,
  piecesOf,
  planSheets,
  sharedWith,
  type LayoutRequest,
  type SheetPlan,
} from '@kanga/core/sheet';
import type { GangChoices, NewPrint } from '@kanga/contract/sheet';
import { ArtService, withSpoolFolder } from '../art/index.js';
import { refuse } from '../http/index.js';
import { JobService } from '../job/index.js';
import { DocumentMaker, task } from '../process/index.js';
import type { writePdf } from './pdf.js';
import type { PictureWish } from './picture.js';
import { freeze, mirrorWords, printable, type FrozenSheets, type Printable } from './ready.js';

const WRITE = task<typeof writePdf>(new URL('./pdf.js', import.meta.url), 'writePdf');

/** The layout of a plan, or a refusal that says what is too large or lies wrong. */
function laidOut({ layout, clashing, request }: SheetPlan): {
  tray: LayoutRequest['tray'];
  layout: FrozenSheets['layout'];
} {
  if (!isLayout(layout))
    throw refuse(
      409,
      'sheet.fit',
      'Something does not fit on this paper',
      'Choose larger paper, or print it in parts.',
    );
  if (clashing.length > 0) throw refuse(409, 'sheet.clash', `${clashing.length} transfers overlap`, 'Nest them again.');
  return { tray: request.tray, layout };
}

@Injectable()
export class SheetService {
  constructor(
    private readonly jobs: JobService,
    private readonly art: ArtService,
    private readonly documents: DocumentMaker,
  ) {}

  /** The sheets of a job, of some of its pieces, or of several jobs, as they are now. Stops that nobody waived refuse them. */
  async readyFor(what: NewPrint['what'], origin: string): Promise<FrozenSheets> {
    if (what.kind === 'gang') return this.gang(what, origin);
    const view = await this.jobs.view(what.jobId, (job) =>
      what.kind === 'pieces' ? { mediaId: what.mediaId, sheet: { ...job.sheet, arrangement: null } } : {},
    );
    const one = printable(view);
    const { job } = view;
    const title = `Job ${job.number} ${job.name}`;
    const how = { codes: job.sheet.codes, origin, title };
    if (what.kind === 'job') return freeze([one], one, how);
    const tray = piecesOf(one.tray, what.pieces);
    if (tray.parts.length === 0)
      throw refuse(422, 'sheet.pieces', `Job ${job.number} has ${job.pieces} pieces`, 'Choose pieces that it has.');
    return freeze([one], laidOut(planSheets({ ...one.request, tray }, { arrangement: null })), {
      ...how,
      title: `${title}, again`,
    });
  }

  private async gang(what: GangChoices, origin: string): Promise<FrozenSheets> {
    const printables: Printable[] = [];
    for (const id of what.jobs) {
      const view = await this.jobs.view(id, (job) => ({
        mediaId: what.mediaId,
        gap: what.gap,
        sheet: sharedWith(job.sheet, what.choices),
      }));
      if (view.film)
        throw refuse(
          422,
          'sheet.film',
          `Job ${view.job.number} is pressed with film`,
          'Film goes on a paper of its own: take the job off these sheets and print it by itself.',
        );
      printables.push(printable(view));
    }
    const [first] = printables;
    if (!first) throw refuse(422, 'sheet.gang', 'No job is chosen', 'Choose at least one.');
    const tray = gangTrays(printables.map((one) => one.tray));
    const plan = planSheets({ ...first.request, tray }, what);
    if (plan.arrangement === 'void')
      throw refuse(
        409,
        'sheet.changed',
        'One of the jobs changed since these sheets were laid out',
        'Look at them again, nest again, and print then.',
      );
    const numbers = printables.map(({ view }) => view.job.number).join(', ');
    return freeze(printables, laidOut(plan), {
      codes: what.choices.codes,
      origin,
      title: printables.length === 1 ? `Job ${numbers} ${first.view.job.name}` : `Jobs ${numbers}`,
    });
  }

  /** The outlines of what goes inside the goods of a job, as SVG. */
  async insert(id: string): Promise<{ svg: string; name: string }> {
    const { blank, job } = await this.jobs.view(id);
    if (!blank) throw refuse(409, 'sheet.not-ready', 'This job has no blank yet', 'Choose one first.');
    return {
      svg: insertSvg(blank.sides.map((side) => side.outline)),
      name: `kanga-job-${job.number}-insert.svg`,
    };
  }

  /** Makes the PDF of a job's sheets and hands its file to `use`; the file is gone afterwards. */
  async print<T>(id: string, origin: string, use: (pdf: string, name: string) => Promise<T>): Promise<T> {
    const frozen = await this.readyFor({ kind: 'job', jobId: id }, origin);
    return this.draw(frozen, (pdf) => use(pdf, `kanga-job-${frozen.jobs[0]?.number ?? 0}-sheets.pdf`));
  }

  /** Draws sheets as a PDF and hands its file to `use`; the file is gone afterwards. */
  async draw<T>(frozen: FrozenSheets, use: (pdf: string) => Promise<T>): Promise<T> {
    const { jobs, tray, layout, printer, gap, title, origin } = frozen;
    const arts = new Map(jobs.flatMap((job) => job.arts.map((art) => [art.id, art] as const)));
    return withSpoolFolder(async (folder) => {
      const pictures: PictureWish[] = [];
      for (const { artId, mostWidth } of frozen.wishes) {
        const art = arts.get(artId);
        if (!art) continue;
        const path = join(folder, artId);
        const { stream } = await this.art.original(artId);
        await pipeline(stream, createWriteStream(path));
        pictures.push({ art, path, mostWidth });
      }
      const target = join(folder, 'sheets.pdf');
      await this.documents.made(WRITE, {
        pictures,
        jobs,
        tray,
        layout,
        gap,
        target,
        title,
        origin,
        mirroredBy: printer.mirroredBy,
        foot: `100 % · ${mirrorWords(printer, frozen.readable)}`,
      });
      return use(target);
    });
  }
}
