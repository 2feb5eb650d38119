import { keepPreviousData, useQuery, useSuspenseQuery } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';
import { ORDER_LIMITS, progressOf } from '@kanga/core/order';
import { ordersFoundQuery, ordersQuery, serverNow, shopDay, stockQuery, useShop } from '../data/index.js';
import { Cloth } from '../frame/index.js';
import { Button, SearchField } from '../ui/index.js';
import { NewOrderDialog } from './new-order.js';
import { OrderStrip } from './order-strip.js';

/** Orders’ one question: what is wanted by when, and what holds it up? */
export function Orders() {
  const { settings } = useShop();
  const { data: orders } = useSuspenseQuery(ordersQuery);
  const { data: items = [] } = useQuery(stockQuery);
  const [making, setMaking] = useState(false);
  const [wanted, setWanted] = useState('');
  const today = shopDay(serverNow());
  const asked = useDeferredValue(wanted.trim());
  const searched = useQuery({ ...ordersFoundQuery(asked), enabled: asked !== '', placeholderData: keepPreviousData });
  const found = asked === '' ? orders : (searched.data ?? []);
  const open = found.filter(({ order }) => order.status === 'open');
  const past = found.filter(({ order }) => order.status !== 'open');
  const pieces = open.reduce((sum, { jobs }) => sum + progressOf(jobs).pieces, 0);
  const strips = (list: typeof found) =>
    list.map((file) => (
      <OrderStrip key={file.order.id} file={file} items={items} today={today} dates={settings.dates} />
    ));
  return (
    <Cloth title="Orders" head={<b>{settings.shopName}</b>}>
      <div className="min-h-0 flex-1 overflow-auto p-6">
        <div className="mb-4 flex flex-wrap items-center gap-3">
          <h1 className="mr-auto font-big text-[34px] leading-none font-bold">Orders</h1>
          <SearchField
            label="Find an order"
            placeholder="Find by name, number, customer…"
            value={wanted}
            onChange={setWanted}
          />
          <Button
            tone="strong"
            onClick={() => {
              setMaking(true);
            }}
          >
            New order…
          </Button>
        </div>
        {orders.length === 0 && (
          <p className="text-lg text-soft">
            No order yet. Open one for whoever asked: goods, sizes and counts become jobs, a price and a quote.
          </p>
        )}
        {orders.length > 0 && found.length === 0 && !searched.isFetching && (
          <p className="text-lg text-soft">No order matches “{wanted}”.</p>
        )}
        {open.length > 0 && (
          <section aria-label="Open orders" className="mb-8 border-b border-rule">
            <h2 className="mb-1 text-[15px] font-semibold text-soft">
              {open.length === ORDER_LIMITS.listed
                ? `The first ${ORDER_LIMITS.listed} open, by day; find others by name`
                : `${open.length} open, ${pieces} pieces`}
            </h2>
            {strips(open)}
          </section>
        )}
        {past.length > 0 && (
          <section aria-label="Closed and cancelled orders" className="border-b border-rule">
            <h2 className="mb-1 text-[15px] font-semibold text-soft">Closed and cancelled</h2>
            {strips(past)}
          </section>
        )}
      </div>
      {making && (
        <NewOrderDialog
          onClose={() => {
            setMaking(false);
          }}
        />
      )}
    </Cloth>
  );
}
