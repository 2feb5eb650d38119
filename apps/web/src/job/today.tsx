import { useQuery, useSuspenseQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { dueText, formatCount } from '@kanga/core/units';
import { checkBackups } from '@kanga/core/backup';
import type { NextAction } from '@kanga/core/job';
import { backupsQuery, jobsQuery, ordersQuery, shopDay, serverNow, stockQuery, useShop } from '../data/index.js';
import { Cloth, Findings, Line } from '../frame/index.js';
import { Button } from '../ui/index.js';
import { NewJobDialog } from './new-job.js';
import { DayPlan } from '../day/index.js';
import { OrderStrip } from '../order/index.js';
import { TicketCard } from './ticket-card.js';

/** Today's one question: what is next? The plan of the day shows it, and the line goes on with what is due first. */
export function Today() {
  const { settings } = useShop();
  const { data: jobs } = useSuspenseQuery(jobsQuery);
  const navigate = useNavigate();
  const [adding, setAdding] = useState(false);
  const today = shopDay(serverNow());
  const { data: backups } = useQuery(backupsQuery);
  const findings = backups ? checkBackups(backups, serverNow()) : [];
  const orders = useQuery(ordersQuery).data?.filter(({ order }) => order.status === 'open') ?? [];
  const { data: items = [] } = useQuery(stockQuery);
  // The jobs of an order stand in its row.
  const open = jobs.filter((job) => job.status === 'open' && job.orderId === null);
  const isBusy = open.length > 0 || orders.length > 0;
  // The plan has the page's first heading.
  const Title = isBusy ? 'h2' : 'h1';
  const first = jobs.find((job) => job.status === 'open');
  const action: NextAction = first
    ? {
        stage: first.reached,
        sentence: `Go on with job ${first.number}, ${first.name}${first.due ? `: ${dueText(first.due, today, settings.dates)}` : ''}.`,
        label: 'Open it',
        command: { kind: 'go', to: first.reached },
      }
    : {
        stage: 'blank',
        sentence: 'Nothing is waiting. Open a new job.',
        label: 'New job',
        command: { kind: 'go', to: 'blank' },
      };
  return (
    <Cloth
      head={<b>{settings.shopName}</b>}
      foot={
        <>
          <Findings findings={findings.filter(({ severity }) => severity !== 'note')} />
          <Line
            action={action}
            onAct={() => {
              if (first) void navigate(`/jobs/${first.id}/${first.reached}`);
              else setAdding(true);
            }}
          />
        </>
      }
    >
      <div className="min-h-0 flex-1 overflow-auto p-6">
        {isBusy && <DayPlan />}
        <div className="no-print mt-6 first:mt-0">
          <div className="mb-4 flex flex-wrap items-center gap-3">
            <Title className="mr-auto font-big text-[27px] leading-none font-bold">
              {open.length === 0 ? 'No open jobs' : formatCount(open.length, 'open job')}
              {orders.length > 0 && `, ${formatCount(orders.length, 'order')}`}
            </Title>
            <NewJobDialog open={adding} onOpenChange={setAdding} trigger={<Button tone="strong">New job</Button>} />
          </div>
          {orders.length > 0 && (
            <section aria-label="Open orders" className="mb-6 border-b border-rule">
              {orders.map((file) => (
                <OrderStrip key={file.order.id} file={file} items={items} today={today} dates={settings.dates} />
              ))}
            </section>
          )}
          {open.length === 0 && orders.length === 0 ? (
            <p className="text-lg text-soft">
              A job goes from a blank to a packed piece in seven stages. Open one, or load the demo shop again under{' '}
              <Link to="/shop" className="text-cyan underline">
                Shop
              </Link>
              .
            </p>
          ) : (
            <div className="grid gap-4 lg:grid-cols-2">
              {open.map((job) => (
                <TicketCard key={job.id} job={job} today={today} settings={settings} />
              ))}
            </div>
          )}
        </div>
      </div>
    </Cloth>
  );
}
