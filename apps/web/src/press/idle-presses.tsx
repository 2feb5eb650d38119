import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { dueText } from '@kanga/core/units';
import { type Press } from '@kanga/core/shop';
import { unsuited } from '@kanga/core/stack';
import type { RunAtPress } from '@kanga/contract/bench';
import type { JobSummary } from '@kanga/contract/job';
import { blanksQuery, jobsQuery, serverNow, shopDay, useShop } from '../data/index.js';
import { PlateFacts } from './plate-facts.js';

/** Jobs whose stack is being checked: the next ones at a press. */
const readyQuery = jobsQuery({ list: 'open', reached: 'stack' });
/** So many jobs are named for each press. */
const MOST_NAMED = 3;

/** Presses that nothing lies in: their state, and what could go on each of them next. `alone`: no lane stands above them. */
export function IdlePresses({
  presses,
  behind,
  alone,
}: {
  presses: readonly Press[];
  /** Runs that were begun and wait for their press. */
  behind: readonly RunAtPress[];
  alone: boolean;
}) {
  const ready = useQuery(readyQuery).data?.jobs ?? [];
  const { data: blanks = [] } = useQuery(blanksQuery);
  if (presses.length === 0 && behind.length === 0) return null;
  const mayGo = ({ pressId, blankId }: JobSummary, press: Press): boolean => {
    if (pressId !== null) return pressId === press.id;
    const blank = blanks.find(({ id }) => id === blankId);
    return blank !== undefined && unsuited(blank, press) === null;
  };
  return (
    <div className={alone ? 'grid gap-4 px-6 py-4 text-[18px]' : 'border-t-2 border-line px-6 py-1.5 text-[17px]'}>
      {alone && <h1 className="font-big text-3xl font-bold">Nothing at the presses</h1>}
      <div className={alone ? 'grid gap-4 lg:grid-cols-2' : 'flex flex-wrap gap-x-8 gap-y-1'}>
        {presses.map((press) => (
          <IdlePress
            key={press.id}
            press={press}
            alone={alone}
            behind={behind.filter(({ pressId }) => pressId === press.id)}
            ready={ready.filter((job) => mayGo(job, press))}
          />
        ))}
      </div>
      {behind
        .filter(({ pressId }) => !presses.some(({ id }) => id === pressId))
        .map((run) => (
          <Waiting key={run.jobId} run={run} />
        ))}
      {alone && ready.length === 0 && behind.length === 0 && (
        <p>
          No job is ready for a press: finish its stack first.{' '}
          <Link to="/" className="underline">
            Today’s jobs
          </Link>
        </p>
      )}
    </div>
  );
}

function IdlePress({
  press,
  alone,
  behind,
  ready,
}: {
  press: Press;
  /** There is room to tell all of it; else one line. */
  alone: boolean;
  behind: readonly RunAtPress[];
  ready: readonly JobSummary[];
}) {
  const { settings } = useShop();
  const today = shopDay(serverNow());
  const [next] = ready;
  const dueOf = (job: JobSummary) => (job.due ? ` · ${dueText(job.due, today, settings.dates)}` : '');
  if (!alone)
    return (
      <section aria-label={press.name} className="flex min-h-12 min-w-0 items-center gap-x-4">
        <b className="whitespace-nowrap">{press.name}</b>
        <PlateFacts press={press} dial={null} />
        {behind.map((run) => (
          <Waiting key={run.jobId} run={run} />
        ))}
        {next && (
          <span>
            next:{' '}
            <Link to={`/jobs/${next.id}/stack`} className="inline-flex min-h-12 items-center underline">
              {next.number} · {next.name}
            </Link>
            {dueOf(next)}
          </span>
        )}
        {!next && behind.length === 0 && <span className="text-quiet">nothing waits for it</span>}
      </section>
    );
  return (
    <section aria-label={press.name} className="grid min-h-40 content-start gap-2 border-2 border-line p-5">
      <h2 className="font-big text-2xl font-bold">
        {press.name} <span className="font-sans text-[17px] font-normal text-quiet">{press.kind}</span>
      </h2>
      {press.controller === null ? (
        <p className="text-quiet">Nothing at it. No controller: read its heat at the press.</p>
      ) : (
        <PlateFacts press={press} dial={null} />
      )}
      {behind.map((run) => (
        <Waiting key={run.jobId} run={run} />
      ))}
      {ready.length === 0 ? (
        <p className="text-quiet">No job is ready for it.</p>
      ) : (
        <ul aria-label={`Ready for ${press.name}`} className="grid gap-1">
          {ready.slice(0, MOST_NAMED).map((job) => (
            <li key={job.id}>
              <Link to={`/jobs/${job.id}/stack`} className="flex min-h-12 items-center underline">
                {job.number} · {job.name}, {job.pieces} × {job.blankName}
                {dueOf(job)}
              </Link>
            </li>
          ))}
          {ready.length > MOST_NAMED && <li className="text-quiet">and {ready.length - MOST_NAMED} more</li>}
        </ul>
      )}
    </section>
  );
}

const Waiting = ({ run }: { run: RunAtPress }) => (
  <Link to={`/jobs/${run.jobId}/press`} className="flex min-h-12 items-center underline">
    Begun: {run.jobNumber} · {run.jobName}, {run.pressed} of {run.pieces} pressed
  </Link>
);
