import { useQuery, useSuspenseQuery } from '@tanstack/react-query';
import { memo } from 'react';
import { Link } from 'react-router';
import { formatCount } from '@kanga/core/units';
import { openOrdersQuery, ownJobsQuery, serverNow, shopDay, stockQuery, useShop } from '../data/index.js';
import { May } from '../frame/index.js';
import { OrderStrip } from '../order/index.js';
import { Button } from '../ui/index.js';
import { NewJobDialog } from './new-job.js';
import { TicketCard } from './ticket-card.js';

/** Where the rest of a list is, when a page shows its beginning. */
function More({ shown, total, what, to }: { shown: number; total: number; what: string; to: string }) {
  if (total <= shown) return null;
  return (
    <p className="py-3">
      <Link to={to} className="inline-flex min-h-11 items-center text-cyan underline">
        All {formatCount(total, what)}
      </Link>
    </p>
  );
}

/** Open orders by due day, and jobs of their own. Kept as it is while the plan above is bettered and presses tell of themselves, many times a minute: none of it hangs on that. */
export const OpenWork = memo(function OpenWork({
  isFirst,
  adding,
  onAdding,
}: {
  /** Nothing stands above it: it has the page's first heading. */
  isFirst: boolean;
  adding: boolean;
  onAdding: (adding: boolean) => void;
}) {
  const { settings } = useShop();
  // The jobs of an order stand in its row.
  const { data: own } = useSuspenseQuery(ownJobsQuery);
  const { data: ordered } = useQuery(openOrdersQuery);
  const orders = ordered?.orders ?? [];
  const { data: items = [] } = useQuery(stockQuery);
  const today = shopDay(serverNow());
  const Title = isFirst ? 'h1' : 'h2';
  return (
    <div className="no-print mt-6 first:mt-0">
      <div className="mb-4 flex flex-wrap items-center gap-3">
        <Title className="mr-auto font-big text-[27px] leading-none font-bold">
          {own.total === 0 ? 'No open jobs' : formatCount(own.total, 'open job')}
          {ordered && ordered.total > 0 && `, ${formatCount(ordered.total, 'order')}`}
        </Title>
        <May door="addJob">
          <NewJobDialog open={adding} onOpenChange={onAdding} trigger={<Button tone="strong">New job</Button>} />
        </May>
      </div>
      {orders.length > 0 && (
        <section aria-label="Open orders" className="mb-6 border-b border-rule">
          {orders.map((file) => (
            <OrderStrip key={file.order.id} file={file} items={items} today={today} dates={settings.dates} />
          ))}
          <More shown={orders.length} total={ordered?.total ?? 0} what="open order" to="/orders" />
        </section>
      )}
      {own.total === 0 && orders.length === 0 ? (
        <p className="text-lg text-soft">
          A job goes from a blank to a packed piece in seven stages. Open one, or load the demo shop again under{' '}
          <Link to="/shop" className="text-cyan underline">
            Shop
          </Link>
          .
        </p>
      ) : (
        <>
          <div className="grid gap-4 lg:grid-cols-2">
            {own.jobs.map((job) => (
              <TicketCard key={job.id} job={job} today={today} settings={settings} level={isFirst ? 2 : 3} />
            ))}
          </div>
          <More shown={own.jobs.length} total={own.total} what="open job" to="/jobs" />
        </>
      )}
    </div>
  );
});
