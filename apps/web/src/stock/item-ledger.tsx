import { useQuery } from '@tanstack/react-query';
import { amountText, SURETY, type Standing, type StockEvent } from '@kanga/core/stock';
import { capitalised, formatCount, formatMoney } from '@kanga/core/units';
import { Link } from 'react-router';
import { stockClaimsQuery, stockEventsQuery, useDay, usePrint } from '../data/index.js';
import { Fact } from '../frame/index.js';
import { orderWords } from './stock-words.js';

/** Entries that are shown at first. */
const SHOWN = 12;

/** All that is known of a thing in stock: why it is to be ordered, who wants it, and what happened to it. */
export function ItemLedger({ standing, currency }: { standing: Standing; currency: string }) {
  const { item, reserved, reorder, cost } = standing;
  const { rate } = item;
  const print = usePrint();
  const day = useDay();
  const events = useQuery(stockEventsQuery(item.id)).data;
  const { data: claims = [] } = useQuery({ ...stockClaimsQuery(item.id), enabled: reserved.amount > 0 });
  const amount = (one: number) => amountText(one, item.unit, print);
  const said = (one: number) => amountText(one, item.unit, print, 2);
  const happened = ({ kind, change, counted, reason, batch, by }: StockEvent): string => {
    const what =
      kind === 'count'
        ? `${amount(counted ?? 0)} counted`
        : kind === 'stopped'
          ? 'No longer counted'
          : kind === 'receipt'
            ? `${amount(change)} came`
            : `${amount(Math.abs(change))} ${change <= 0 ? 'used' : 'back'}`;
    return [what, reason, batch && `batch ${batch}`, by].filter(Boolean).join(' · ');
  };
  return (
    <>
      <h2 className="font-big text-[20px] leading-tight font-bold">{item.name}</h2>
      <dl>
        <Fact name="In stock">{item.level === null ? 'not counted' : amount(item.level)}</Fact>
        {standing.order > 0 && (
          <Fact name="To order" note={cost === null ? undefined : formatMoney(cost, currency)}>
            {orderWords(standing, print)}
          </Fact>
        )}
        {reserved.amount > 0 && (
          <Fact
            name="Wanted by orders"
            note={
              item.kind === 'blank'
                ? `${reserved.safe} with spares, enough with a surety of ${SURETY * 100} %`
                : undefined
            }
          >
            {claims.map(({ orderId, order, amount: one, due }) => (
              <span key={orderId} className="block">
                <Link to={`/orders/${orderId}`} className="inline-flex min-h-tap items-center text-cyan underline">
                  Order {order}
                </Link>
                : {amount(one)}
                {due ? `, ${day(due)}` : ''}
              </span>
            ))}
          </Fact>
        )}
        {rate && reorder && (
          <Fact
            name="Order at"
            note={`${said(rate.mean)} used a day, ${said(rate.deviation)} more or less; ${formatCount(item.lead, 'day')} to come. ${amount(Math.ceil(reorder.safety))} of it stand against busy days, with a surety of ${SURETY * 100} %.`}
          >
            {amount(Math.ceil(reorder.point))}
          </Fact>
        )}
        <Fact name="Bought" note={`${formatCount(item.lead, 'day')} to come, in multiples of ${amount(item.lot)}`}>
          {item.supplier === '' ? 'no supplier named' : item.supplier}
        </Fact>
        {item.batch !== '' && <Fact name="Last batch">{item.batch}</Fact>}
        {item.supply && (
          <Fact name="Used">
            {said(item.supply.takes.amount)} each {item.supply.takes.per}
          </Fact>
        )}
      </dl>
      <h2 className="mt-4 text-[15px] font-semibold text-soft">What happened</h2>
      {events?.length === 0 && <p className="text-soft">Nothing yet. Count it, or take some in.</p>}
      <ul>
        {events?.slice(0, SHOWN).map((event) => (
          <li key={event.id} className="border-t border-rule py-1 text-[15px]">
            <span className="text-soft">{day(event.at)}</span> {capitalised(happened(event))}
          </li>
        ))}
      </ul>
    </>
  );
}
