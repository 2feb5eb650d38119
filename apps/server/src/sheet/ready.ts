import type { DrawnPicture } from '@kanga/core/art';
import { readsRight } from '@kanga/core/blank';
import { madeOf, type JobView } from '@kanga/core/job';
import { isLayout, type Layout, type LayoutRequest, type Tray } from '@kanga/core/sheet';
import type { Media, Printer } from '@kanga/core/shop';
import { MM_PER_INCH } from '@kanga/core/units';
import { Refusal, refuse } from '../http/index.js';
import type { OrderedJob } from './order.js';

/** Sheets that are ready to be drawn: plain data, so that it can be kept until they are. */
export interface FrozenSheets {
  jobs: (OrderedJob & { id: string; made: string })[];
  tray: Tray;
  layout: Layout;
  media: Media;
  printer: Printer;
  /** It reads right on the paper: an opaque film. Left out: it does not. */
  readable?: boolean;
  gap: number;
  /** Where Kanga is served, for the codes on labels; null: labels have none. */
  origin: string | null;
  title: string;
  /** Every picture on the sheets, with the pixels across that its largest print needs. */
  wishes: { artId: string; mostWidth: number }[];
}

export const mirrorWords = ({ mirroredBy }: Pick<Printer, 'mirroredBy'>, readable = false): string =>
  readable
    ? `reads right on the paper, driver mirror ${mirroredBy === 'kanga' ? 'off' : 'on'}`
    : mirroredBy === 'kanga'
      ? 'mirrored here, driver mirror off'
      : 'driver must mirror';

/** Refuses when anything up to the sheet stops the job and nobody waived it. */
function refuseStops({ blocks, job }: JobView): void {
  const stops = [...blocks.blank, ...blocks.art, ...blocks.sheet];
  if (stops.length === 0) return;
  throw new Refusal(409, {
    code: 'sheet.stopped',
    title: `There is nothing right to print yet for job ${job.number}: ${stops[0]?.title ?? ''}`,
    remedy: stops[0]?.remedy ?? '',
    faults: stops.map((stop) => ({ field: stop.code, message: stop.title })),
  });
}

const orderedJob = (view: JobView): FrozenSheets['jobs'][number] => {
  const { job, blank, templates, arts } = view;
  return {
    made: madeOf(view),
    id: job.id,
    number: job.number,
    name: job.name,
    pieces: job.pieces,
    design: job.design,
    run: job.run,
    ...(blank ? { family: blank.family } : {}),
    templates,
    arts,
  };
};

/** Every picture of the jobs, each once, with the pixels that its largest print has use for at this resolution. */
function wishesOf(views: readonly JobView[], { resolution }: Printer): FrozenSheets['wishes'] {
  const most = new Map<string, number>();
  for (const view of views) {
    for (const art of view.arts) most.set(art.id, most.get(art.id) ?? 0);
    const drawn = view.sides.flatMap((side) => side.drawn.filter((one): one is DrawnPicture => one.kind === 'picture'));
    for (const { art, placement } of drawn) {
      const pixels = (placement.width / MM_PER_INCH) * resolution;
      most.set(art.id, Math.max(most.get(art.id) ?? 0, pixels));
    }
  }
  return [...most].map(([artId, mostWidth]) => ({ artId, mostWidth }));
}

/** What a job's own view has to hold before its transfers can be laid on paper. */
export interface Printable {
  view: JobView;
  tray: Tray;
  request: LayoutRequest;
  layout: Layout;
  media: Media;
  printer: Printer;
}

/** The view as something that can be printed. Refuses stops, and what is not chosen yet. */
export function printable(view: JobView): Printable {
  refuseStops(view);
  const { blank, tray, layout, printer, media, sheets } = view;
  if (!blank || !printer || !media || !tray || !sheets || !layout || !isLayout(layout))
    throw refuse(409, 'sheet.not-ready', 'This job has no sheet yet', 'Choose a blank, art and paper first.');
  return { view, tray, request: sheets.request, layout, media, printer };
}

/** Freezes what was laid out for one or several jobs. */
export function freeze(
  printables: readonly Printable[],
  laid: { tray: Tray; layout: Layout },
  how: { codes: boolean; origin: string; title: string },
): FrozenSheets {
  const [first] = printables;
  if (!first) throw new RangeError('there is no job to print');
  const { media, printer, request } = first;
  const views = printables.map(({ view }) => view);
  return {
    jobs: views.map(orderedJob),
    ...laid,
    media,
    printer,
    ...(readsRight(first.view.film) ? { readable: true } : {}),
    gap: request.gap,
    origin: how.codes ? how.origin : null,
    title: how.title,
    wishes: wishesOf(views, printer),
  };
}
