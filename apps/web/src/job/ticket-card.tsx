import { Link } from 'react-router';
import { dueText, formatDay } from '@kanga/core/units';
import { STAGES } from '@kanga/core/finding';
import { type Settings } from '@kanga/core/shop';
import type { JobSummary } from '@kanga/contract/job';
import { pictureUrl } from '../data/index.js';
import { DULL, MotifBand, VIVID } from '../frame/index.js';

const WHERE: Record<JobSummary['reached'], string> = {
  blank: 'Choose the blank',
  art: 'Place the art',
  sheet: 'Lay out the sheet',
  stack: 'Check the stack',
  press: 'At the press',
  inspect: 'Inspect',
  pack: 'Pack',
};

/** A job as a small cloth: its picture, what it is, and its border ripe as far as it has come. */
export function TicketCard({
  job,
  today,
  settings,
  level = 2,
}: {
  job: JobSummary;
  today: string;
  settings: Settings;
  /** How deep its heading stands beneath that of the page. */
  level?: 2 | 3;
}) {
  const Title = `h${level}` as const;
  const late = job.status === 'open' && job.due !== null && job.due < today;
  const come = job.status === 'closed' ? STAGES.length : STAGES.indexOf(job.reached);
  return (
    <Link
      to={`/jobs/${job.id}/${job.reached}`}
      className="group grid grid-cols-[118px_minmax(0,1fr)] grid-rows-[1fr_auto] border-[1.5px] border-key/25 bg-white hover:border-key"
    >
      <div className="relative row-span-2 overflow-hidden bg-wash">
        {job.artId ? (
          <img
            src={pictureUrl(job.artId, 'thumb')}
            alt=""
            className={`absolute inset-0 h-full w-full object-cover ${job.status === 'closed' ? '' : 'opacity-70 saturate-[.45]'}`}
          />
        ) : (
          <span className="flex h-full items-center justify-center p-2 text-center text-[14px] text-soft">
            no art yet
          </span>
        )}
      </div>
      <div className="min-w-0 px-4 py-2.5">
        <Title className="font-big text-[20px] leading-tight font-bold group-hover:underline sm:truncate">
          {job.number} · {job.name}
        </Title>
        <p className="text-soft sm:truncate">
          {job.pieces} × {job.blankName ?? 'no blank yet'}
          {job.customer && ` for ${job.customer}`}
        </p>
        <p className="mt-0.5">
          <b>{job.status === 'closed' ? 'Closed' : WHERE[job.reached]}</b>
          {job.due && (
            <span
              className={late ? 'font-semibold text-magenta' : 'text-soft'}
              title={formatDay(job.due, settings.dates)}
            >
              {' '}
              ·{' '}
              {job.status === 'open'
                ? dueText(job.due, today, settings.dates)
                : `due ${formatDay(job.due, settings.dates)}`}
            </span>
          )}
        </p>
      </div>
      <div className="flex h-[26px]" aria-hidden>
        {STAGES.map((stage, i) => (
          <span key={stage} className="relative flex-1 overflow-hidden">
            <MotifBand stage={stage} dyes={i < come ? VIVID : DULL} scale={0.35} />
          </span>
        ))}
      </div>
    </Link>
  );
}
