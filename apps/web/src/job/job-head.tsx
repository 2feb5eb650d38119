import { useState } from 'react';
import { Link } from 'react-router';
import { formatDay } from '@kanga/core/units';
import { addressOf } from '@kanga/contract/route';
import { useMay } from '../data/index.js';
import { Dialog } from '../ui/index.js';
import { useJob } from './job-context.js';
import { LateJobForm } from './late-job-form.js';
import { RepeatJob } from './repeat.js';

/** What the job is, in the top row; a press on it changes its name, customer, day and pieces. */
export function JobHead() {
  const { view, session, state, settings, locked } = useJob();
  const [open, setOpen] = useState(false);
  const { job } = view;
  const closed = job.status === 'closed';
  const mayChange = useMay()('changeJob');
  const title = <b className="text-[16px]">{job.name}</b>;
  return (
    <span className="flex min-w-0 items-center">
      {closed || !mayChange ? (
        <>
          <span className="min-w-0 truncate">{title}</span>
          {closed && mayChange && <RepeatJob />}
        </>
      ) : (
        <Dialog
          title={`Job ${job.number}`}
          open={open}
          onOpenChange={setOpen}
          trigger={
            <button type="button" className="min-h-9 min-w-0 truncate hover:underline md:flex-none">
              {title}
              <span className="sr-only">(change it)</span>
              <svg width="15" height="15" viewBox="0 0 15 15" aria-hidden className="ml-1.5 inline align-[-2px]">
                <path
                  d="M2 13l.8-3.4L10.4 2l2.6 2.6-7.6 7.6zM9 3.4 11.6 6"
                  fill="none"
                  stroke="var(--color-soft)"
                  strokeWidth="1.4"
                />
              </svg>
            </button>
          }
        >
          <LateJobForm
            start={job}
            label="Save"
            fixedPieces={locked}
            busy={false}
            problem={null}
            onDone={(change) => {
              session.change(change);
              setOpen(false);
            }}
            onCancel={() => {
              setOpen(false);
            }}
          />
        </Dialog>
      )}
      {job.order && (
        <Link to={`/orders/${job.order.id}`} className="ml-2.5 flex-none text-cyan underline">
          Its order
        </Link>
      )}
      <span className="ml-1.5 min-w-0 truncate text-soft max-md:hidden">
        for {job.customer || 'the shop'} · {job.pieces} {job.pieces === 1 ? 'piece' : 'pieces'}
        {job.due && ` · due ${formatDay(job.due, settings.dates)}`}
        {state.pending ? ' · saving…' : ''}
      </span>
      <a href={addressOf('ticket', { id: job.id })} download className="ml-3 flex-none text-cyan underline">
        Save ticket
      </a>
    </span>
  );
}
