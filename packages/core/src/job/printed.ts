import { hashOf, type Finding } from '../finding/index.js';
import type { PrintRecord } from '../sheet/index.js';
import { fingerprintOf } from './approval.js';
import type { JobView } from './view.js';

/** All that a print of this job shows, as one short text: its art, words and names, the goods and their size, and how it is mirrored, folded and cut into parts. The paper it lies on does not count. */
export const madeOf = (view: JobView): string =>
  hashOf(
    JSON.stringify([
      fingerprintOf(view),
      view.bleed?.value ?? null,
      view.job.pieces,
      view.folded,
      view.printer?.mirroredBy ?? null,
      view.tiled.map(({ tiling, seams }) => [tiling, seams]),
      ...(view.film ? [view.film.name] : []),
    ]),
  );

/** What is asked of a print. */
type Made = Pick<PrintRecord, 'number' | 'state' | 'jobs'>;

/** What has come of printing a job. `unknown`: prints of before did not say what they show. */
export type Printed = 'not printed' | 'as it is' | 'as it was' | 'unknown';

/** Whether the last print of a job that was made, and not given up, shows the job as it is now. `prints`: in any order. */
export function printedAs(view: JobView, prints: readonly Made[]): Printed {
  const { id } = view.job;
  const made = prints
    .filter(({ state, jobs }) => state !== 'failed' && state !== 'cancelled' && jobs.some((one) => one.id === id))
    .sort((a, b) => b.number - a.number)
    .map(({ jobs }) => jobs.find((one) => one.id === id)?.made ?? null);
  const [last] = made;
  if (last === undefined) return 'not printed';
  if (last === null) return 'unknown';
  return last === madeOf(view) ? 'as it is' : 'as it was';
}

/** What is to be said of the prints of a job before and while it is pressed; nothing once it is closed. */
export function checkPrinted(view: JobView, prints: readonly Made[]): Finding[] {
  if (view.job.status === 'closed' || !view.tray) return [];
  const said = { where: { stage: 'sheet' as const }, waivable: true };
  switch (printedAs(view, prints)) {
    case 'not printed':
      return [
        {
          ...said,
          code: 'sheet.not-printed',
          severity: 'note',
          title: 'Kanga has not printed this yet',
          why: 'No print of it was made here. One that was saved as a file and printed elsewhere is not known.',
          remedy: 'Print it at the sheet, unless the transfers lie here already.',
        },
      ];
    case 'as it was':
      return [
        {
          ...said,
          code: 'sheet.print-old',
          severity: 'fix',
          title: 'The print is older than the job',
          why: 'Since it was printed the art, the names, the goods or the way it is laid out were changed: what was printed is not what is wanted now.',
          remedy: 'Print it again, or take the change back.',
        },
      ];
    default:
      return [];
  }
}
