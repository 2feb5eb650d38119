import { useSuspenseQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { jobsQuery, shopDay, serverNow, useShop } from '../data/index.js';
import { Cloth } from '../frame/index.js';
import { Button } from '../ui/index.js';
import { ImportTicket } from './import-ticket.js';
import { NewJobDialog } from './new-job.js';
import { TicketCard } from './ticket-card.js';

/** Every job, found by a few letters. */
export function Jobs() {
  const { settings } = useShop();
  const { data: jobs } = useSuspenseQuery(jobsQuery);
  const [params, setParams] = useSearchParams();
  const [wanted, setWanted] = useState('');
  const today = shopDay(serverNow());
  const words = wanted.toLowerCase().split(/\s+/).filter(Boolean);
  const found = jobs.filter((job) => {
    const text = `${job.number} ${job.name} ${job.customer} ${job.blankName ?? ''} ${job.status}`.toLowerCase();
    return words.every((word) => text.includes(word));
  });
  return (
    <Cloth head={<b>{settings.shopName}</b>}>
      <div className="min-h-0 flex-1 overflow-auto p-6">
        <div className="mb-4 flex flex-wrap items-center gap-3">
          <h1 className="mr-auto font-big text-[34px] leading-none font-bold">Jobs</h1>
          <input
            type="search"
            aria-label="Find a job"
            placeholder="Find by name, number, customer…"
            className="min-h-10 w-72 rounded-sm border-[1.5px] border-key/50 px-3"
            value={wanted}
            onChange={(e) => {
              setWanted(e.target.value);
            }}
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
        {found.length === 0 && (
          <p className="text-lg text-soft">
            {jobs.length === 0 ? 'No job yet. Open a new one, or import a ticket.' : `No job matches “${wanted}”.`}
          </p>
        )}
        <div className="grid gap-4 lg:grid-cols-2">
          {found.map((job) => (
            <TicketCard key={job.id} job={job} today={today} settings={settings} />
          ))}
        </div>
      </div>
    </Cloth>
  );
}
