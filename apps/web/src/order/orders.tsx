import { useQuery } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';
import { formatCount } from '@kanga/core/units';
import { orderPagesQuery, serverNow, shopDay, stockQuery, usePages, useShop } from '../data/index.js';
import { AskAgain, Cloth, ListEnd, May } from '../frame/index.js';
import { Button, SearchField, WindowList } from '../ui/index.js';
import { NewOrderDialog } from './new-order.js';
import { OrderStrip } from './order-strip.js';

/** About how high a strip is, px. */
const STRIP = 104;

/** A list of orders, as far as it is looked at. */
function useOrders(list: 'open' | 'past', find: string) {
  const { pages, ...rest } = usePages(orderPagesQuery({ list, ...(find === '' ? {} : { find }) }));
  const [first] = pages;
  const orders = pages.flatMap((page) => page.orders);
  return { orders, total: first?.total ?? 0, pieces: first?.pieces ?? 0, ...rest };
}

/** Orders’ one question: what is wanted by when, and what holds it up? */
export function Orders() {
  const { settings } = useShop();
  const { data: items = [] } = useQuery(stockQuery);
  const [making, setMaking] = useState(false);
  const [wanted, setWanted] = useState('');
  const today = shopDay(serverNow());
  const find = useDeferredValue(wanted.trim());
  const open = useOrders('open', find);
  const past = useOrders('past', find);
  const isEmpty = open.total + past.total === 0 && !open.isFetching && !past.isFetching;
  const failed = [open, past].find(({ error }) => error);
  const strips = ({ orders, total, more, rest }: ReturnType<typeof useOrders>, label: string) => (
    <>
      <WindowList
        label={label}
        items={orders}
        total={total}
        keyOf={({ order }) => order.id}
        height={STRIP}
        onNearEnd={more}
      >
        {(file) => <OrderStrip file={file} items={items} today={today} dates={settings.dates} />}
      </WindowList>
      <ListEnd rest={rest} />
    </>
  );
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
          <May door="addOrder">
            <Button
              tone="strong"
              onClick={() => {
                setMaking(true);
              }}
            >
              New order…
            </Button>
          </May>
        </div>
        {failed?.error && (
          <AskAgain
            error={failed.error}
            busy={failed.isFetching}
            again={() => {
              open.again();
              past.again();
            }}
          />
        )}
        {isEmpty && !failed && (
          <p className="text-lg text-soft">
            {find === ''
              ? 'No order yet. Open one for whoever asked: goods, sizes and counts become jobs, a price and a quote.'
              : `No order matches “${find}”.`}
          </p>
        )}
        {open.total > 0 && (
          <section aria-label="Open orders" className="mb-8 border-b border-rule">
            <h2 className="mb-1 text-[15px] font-semibold text-soft">
              {open.total} open, {formatCount(open.pieces, 'piece')}
            </h2>
            {strips(open, 'Open orders')}
          </section>
        )}
        {past.total > 0 && (
          <section aria-label="Closed and cancelled orders" className="border-b border-rule">
            <h2 className="mb-1 text-[15px] font-semibold text-soft">{past.total} closed and cancelled</h2>
            {strips(past, 'Closed and cancelled orders')}
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
