import { useQuery, useSuspenseQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import type { JobList } from '@kanga/contract/job';
import { jobListQuery, jobsQuery, problemFrom, shopDay, serverNow, useShop } from '../data/index.js';
import { Cloth } from '../frame/index.js';
import { Button, Choice, finder, ProblemText, SearchField } from '../ui/index.js';
import { ImportTicket } from './import-ticket.js';
import { NewJobDialog } from './new-job.js';
import { DoneStrip, JobActs, usePutAway, type Done } from './put-away.js';
import { TicketCard } from './ticket-card.js';

const EMPTY: Record<JobList, string> = {
  here: 'No job yet. Open a new one, or import a ticket.',
  archived: 'Nothing is archived. A job that is archived is out of the way, and keeps everything.',
  deleted: 'Nothing is deleted. A deleted job can be restored for 30 days.',
};

/** Every job, found by a few letters. */
export function Jobs() {
  const { settings } = useShop();
  const [list, setList] = useState<JobList>('here');
  const { data: here } = useSuspenseQuery(jobsQuery);
  const away = useQuery({ ...jobListQuery(list), enabled: list !== 'here' });
  const jobs = list === 'here' ? here : (away.data ?? []);
  const [done, setDone] = useState<Done | null>(null);
  const putAway = usePutAway(setDone);
  const [params, setParams] = useSearchParams();
  const [wanted, setWanted] = useState('');
  const today = shopDay(serverNow());
  const finds = finder(wanted);
  const found = jobs.filter((job) =>
    finds(`${job.number} ${job.name} ${job.customer} ${job.blankName ?? ''} ${job.status}`),
  );
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
          <ImportTicket />
          <NewJobDialog
            open={params.has('new')}
            onOpenChange={(open) => {
              setParams(open ? { new: '' } : {}, { replace: true });
            }}
            trigger={<Button tone="strong">New job</Button>}
          />
        </div>
        <div className="mb-4">
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
        {(putAway.error ?? away.error) && (
          <ProblemText problem={problemFrom(putAway.error ?? away.error)} className="mb-4" />
        )}
        {found.length === 0 && !(list !== 'here' && away.isPending) && (
          <p className="text-lg text-soft">{jobs.length === 0 ? EMPTY[list] : `No job matches “${wanted}”.`}</p>
        )}
        <div className="grid gap-4 lg:grid-cols-2">
          {found.map((job) => (
            <div key={job.id}>
              <TicketCard job={job} today={today} settings={settings} />
              <JobActs job={job} busy={putAway.isPending} onAct={putAway.mutate} />
            </div>
          ))}
        </div>
      </div>
    </Cloth>
  );
}
