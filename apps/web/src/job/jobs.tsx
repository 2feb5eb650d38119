import { useDeferredValue, useState } from 'react';
import { useSearchParams } from 'react-router';
import { formatCount } from '@kanga/core/units';
import type { JobList } from '@kanga/contract/job';
import { jobPagesQuery, problemFrom, shopDay, serverNow, usePages, useShop } from '../data/index.js';
import { AskAgain, Cloth, ListEnd, May } from '../frame/index.js';
import { Button, Choice, ProblemText, SearchField, useMatches, WindowList } from '../ui/index.js';
import { ImportTicket } from './import-ticket.js';
import { NewJobDialog } from './new-job.js';
import { DoneStrip, JobActs, usePutAway, type Done } from './put-away.js';
import { TicketCard } from './ticket-card.js';

/** The lists that one can look at. */
type Shown = Extract<JobList, 'here' | 'archived' | 'deleted'>;
const EMPTY: Record<Shown, string> = {
  here: 'No job yet. Open a new one, or import a ticket.',
  archived: 'Nothing is archived. A job that is archived is out of the way, and keeps everything.',
  deleted: 'Nothing is deleted. A deleted job can be restored for 30 days.',
};

/** About how high a card is with what can be done with its job beneath, px. */
const CARD = 170;

/** Every job, found by a few letters. */
export function Jobs() {
  const { settings } = useShop();
  const [list, setList] = useState<Shown>('here');
  const [done, setDone] = useState<Done | null>(null);
  const putAway = usePutAway(setDone);
  const [params, setParams] = useSearchParams();
  const [wanted, setWanted] = useState('');
  const today = shopDay(serverNow());
  // Typing goes on while the answer to what was typed is still on its way.
  const find = useDeferredValue(wanted.trim());
  const { pages, isFetching, isPending, more, error, again, rest } = usePages(
    jobPagesQuery({ list, ...(find === '' ? {} : { find }) }),
  );
  const jobs = pages.flatMap((page) => page.jobs);
  const total = pages[0]?.total ?? 0;
  const lanes = useMatches('(min-width: 64rem)') ? 2 : 1;
  return (
    <Cloth title="Jobs" head={<b>{settings.shopName}</b>}>
      <div className="min-h-0 flex-1 overflow-auto p-6">
        <div className="mb-4 flex flex-wrap items-center gap-3">
          <h1 className="mr-auto font-big text-[34px] leading-none font-bold">Jobs</h1>
          <SearchField
            label="Find a job"
            placeholder="Find by name, number, customer…"
            value={wanted}
            onChange={setWanted}
          />
          <May door="addJob">
            <ImportTicket />
            <NewJobDialog
              open={params.has('new')}
              onOpenChange={(open) => {
                setParams(open ? { new: '' } : {}, { replace: true });
              }}
              trigger={<Button tone="strong">New job</Button>}
            />
          </May>
        </div>
        <div className="mb-4 flex flex-wrap items-end gap-x-4 gap-y-2">
          <Choice
            label="Which jobs"
            value={list}
            options={[
              { value: 'here', label: 'Jobs' },
              { value: 'archived', label: 'Archived' },
              { value: 'deleted', label: 'Deleted' },
            ]}
            onChange={setList}
          />
          <p role="status" className="flex min-h-10 items-center text-soft">
            {isPending
              ? 'Loading…'
              : error && jobs.length === 0
                ? ''
                : find === ''
                  ? formatCount(total, 'job')
                  : `${total} found`}
          </p>
        </div>
        {done && (
          <DoneStrip
            done={done}
            onUndo={putAway.mutate}
            onClose={() => {
              setDone(null);
            }}
          />
        )}
        {putAway.error && <ProblemText problem={problemFrom(putAway.error)} className="mb-4" />}
        {error && <AskAgain error={error} again={again} busy={isFetching} />}
        {jobs.length === 0 && !isFetching && !error && (
          <p className="text-lg text-soft">{find === '' ? EMPTY[list] : `No job matches “${find}”.`}</p>
        )}
        <WindowList
          label="Jobs"
          items={jobs}
          total={total}
          keyOf={({ id }) => id}
          height={CARD}
          lanes={lanes}
          gap={16}
          onNearEnd={more}
        >
          {(job) => (
            <>
              <TicketCard job={job} today={today} settings={settings} />
              <May door="archiveJob">
                <JobActs job={job} busy={putAway.isPending} onAct={putAway.mutate} />
              </May>
            </>
          )}
        </WindowList>
        <ListEnd rest={rest} />
      </div>
    </Cloth>
  );
}
