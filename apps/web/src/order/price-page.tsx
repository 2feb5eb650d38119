import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import type { NextAction } from '@kanga/core/job';
import {
  checkPrices,
  type CostedSize,
  offerEarned,
  type OfferedSize,
  offerOf,
  type Quote,
  reckonedOf,
  sumsOf,
  whatIf,
} from '@kanga/core/order';
import { USUAL_RATES, type Rates } from '@kanga/core/shop';
import { addDays, formatMoney, parseMoney, parseNumber, plainMoney, wholeMinor } from '@kanga/core/units';
import { call, parcelQuery, serverNow, shopDay, useShop } from '../data/index.js';
import { Cloth, Field, Findings, findingOf, Line } from '../frame/index.js';
import { ParsedField, Select } from '../ui/index.js';
import { MadeAgainst } from './made-against.js';
import { PriceFacts } from './price-facts.js';
import { PriceTable } from './price-table.js';
import { nameOf, PART_NAMES } from './size-words.js';
import { useCosts, useOrder, useOrderViews, type OrderSession } from './use-order.js';

/** How long a quote holds unless it is said otherwise, days. */
const HOLDS_FOR = 30;

/** The prices that sizes were quoted at, by their jobs. */
const quotedPrices = (sizes: readonly CostedSize[], { currency }: Rates, quote: Quote | null): Record<string, number> =>
  Object.fromEntries(
    sizes.flatMap(({ job, line, blank }) => {
      const price =
        quote?.currency === currency
          ? quote.sizes.find((one) => one.line === line.id && one.blankId === blank.id)?.price
          : undefined;
      return price === undefined ? [] : [[job.id, price]];
    }),
  );

/** The prices of an order: proposed from what each size costs, overruled where somebody typed another. */
function usePrices(sizes: readonly CostedSize[], rates: Rates, quote: Quote | null) {
  // What was quoted stands until somebody types another price.
  const [typed, setTyped] = useState<Record<string, number>>(() => quotedPrices(sizes, rates, quote));
  const proposed = offerOf(sizes, rates);
  return {
    proposed,
    offered: proposed.map((size): OfferedSize => ({ ...size, price: typed[size.jobId] ?? size.price })),
    set: (jobId: string, price: number) => {
      setTyped({ ...typed, [jobId]: price });
    },
  };
}

/** What sending an order costs by the table of the shop; null: nobody knows. */
function useSending(id: string): { how: string; price: number } | null {
  const boxes = useQuery(parcelQuery('order', id)).data?.parcel?.boxes ?? [];
  if (boxes.length === 0 || boxes.some(({ shipping }) => shipping === null)) return null;
  return {
    how: boxes.map(({ name, shipping }) => `${name}, ${shipping?.name ?? ''}`).join('; '),
    price: boxes.reduce((sum, { shipping }) => sum + (shipping?.price ?? 0), 0),
  };
}

/** What an order is sold for has one question: does it pay? Here are the shop’s own figures; the customer’s are in the quote. */
export function PricePage() {
  const { id = '' } = useParams();
  const session = useOrder(id);
  const sizes = useCosts(session, useOrderViews(session.file));
  const { order } = session.file;
  return (
    <Cloth
      title={`Order ${order.number} · Price`}
      head={
        <span className="flex min-w-0 items-center gap-3">
          <Link to={`/orders/${id}`} className="text-cyan underline">
            Order {order.number}
          </Link>
          <b className="truncate text-[16px]">{order.name}</b>
          <span className="truncate text-soft max-md:hidden">the shop’s own figures</span>
        </span>
      }
    >
      {sizes === undefined ? (
        <p role="status" className="p-10 font-big text-2xl text-soft">
          Working out what it costs…
        </p>
      ) : (
        <Prices session={session} sizes={sizes} />
      )}
    </Cloth>
  );
}

function Prices({ session, sizes }: { session: OrderSession; sizes: CostedSize[] }) {
  const { file, change } = session;
  const { order } = file;
  const { settings } = useShop();
  const rates = settings.rates ?? USUAL_RATES;
  const money = (minor: number) => formatMoney(minor, rates.currency);
  const navigate = useNavigate();
  const { proposed, offered, set } = usePrices(sizes, rates, order.quote);
  const [shipping, setShipping] = useState(order.quote?.shipping ?? 0);
  const sent = useSending(order.id);
  const [days, setDays] = useState(HOLDS_FOR);
  const [terms, setTerms] = useState(order.quote?.terms ?? '');
  const [shown, setShown] = useState(sizes[0]?.job.id ?? '');
  const size = sizes.find(({ job }) => job.id === shown) ?? sizes[0];
  const priced = proposed.find(({ jobId }) => jobId === size?.job.id);
  const earned = offerEarned(offered);
  const otherwise = whatIf(sizes);
  const quoted = offered.map(({ line, what, blankId, blankName, count, price }) => ({
    line,
    what,
    blankId,
    blankName,
    count,
    price,
  }));
  const reckoned = reckonedOf(offered);
  const sums = sumsOf({ sizes: quoted, shipping, tax: rates.tax });
  const unknown = [
    ...new Set(sizes.flatMap(({ cost }) => cost.unknown.map(({ part }) => PART_NAMES[part].toLowerCase()))),
  ];
  const below = offered
    .filter(({ price, cost }) => price < cost - 1e-6)
    .map(({ jobId, price, cost }) => ({ name: nameOf(sizes, jobId), price, cost: wholeMinor(cost) }));
  const findings = [
    ...checkPrices(below, unknown, rates.currency),
    ...(session.problem ? [findingOf(session.problem, 'blank')] : []),
  ];
  const until = (from: string): string => addDays(shopDay(from), days);
  const action: NextAction = {
    stage: 'blank',
    command: { kind: 'go', to: 'blank' },
    sentence:
      quoted.length === 0
        ? 'There is nothing to price yet: say what is ordered.'
        : `${money(sums.gross)} for all of it; ${money(earned.all)} of that is earned${earned.hour === null ? '' : `, ${money(earned.hour)} an hour at the bench`}.`,
    label: quoted.length === 0 ? 'To the order' : 'Make the quote',
    ...(below.length > 0
      ? {
          sure: {
            title: 'Quote it below its cost?',
            why: `${below.map(({ name }) => name).join(', ')}: every piece loses money.`,
            label: 'Quote it all the same',
          },
        }
      : {}),
  };
  return (
    <>
      <Field
        title="What each size costs, what it is sold for, and what it earns"
        picture={
          <div className="absolute inset-0 overflow-auto">
            <PriceTable
              sizes={sizes}
              offered={offered}
              sums={sums}
              rates={rates}
              shown={size?.job.id ?? null}
              onShow={setShown}
              onPrice={set}
            />
            <div className="mt-4 grid gap-x-8 gap-y-3 xl:grid-cols-[minmax(0,1fr)_300px]">
              <div className="grid max-w-3xl content-start gap-3 sm:grid-cols-3">
                <ParsedField
                  label="Shipping"
                  hint={sent === null ? undefined : `${sent.how}: ${money(sent.price)} by the shop’s table`}
                  shown={plainMoney(shipping, rates.currency)}
                  parse={(text) => parseMoney(text, rates.currency)}
                  limits={(value) => (value >= 0 ? null : 'Nought or more.')}
                  onValue={setShipping}
                />
                <ParsedField
                  label="Holds for, days"
                  shown={String(days)}
                  parse={parseNumber}
                  limits={(value) =>
                    Number.isInteger(value) && value >= 1 && value <= 365 ? null : 'Write whole days from 1 to 365.'
                  }
                  onValue={setDays}
                />
                <label className="block text-[15px] font-semibold sm:col-span-3">
                  Terms
                  <textarea
                    rows={2}
                    maxLength={2000}
                    className="mt-0.5 block w-full border-[1.5px] border-key/50 bg-white p-2 font-normal"
                    placeholder="Half on order, half on delivery. Colours as on the proof."
                    value={terms}
                    onChange={(event) => {
                      setTerms(event.target.value);
                    }}
                  />
                </label>
              </div>
              {otherwise.length > 0 && (
                <section aria-label="What if">
                  <h2 className="text-[15px] font-semibold">What if, at these prices</h2>
                  <dl>
                    {otherwise.map(({ name, saved }) => (
                      <div key={name} className="flex justify-between gap-3 border-t border-rule py-1.5">
                        <dt>{name}</dt>
                        <dd className="figures">{money(saved)} more</dd>
                      </div>
                    ))}
                  </dl>
                </section>
              )}
            </div>
            <MadeAgainst file={file} rates={rates} />
          </div>
        }
        ledger={
          size && priced ? (
            <>
              <Select
                label="What one costs"
                value={size.job.id}
                options={sizes.map(({ job }) => ({ value: job.id, label: nameOf(sizes, job.id) }))}
                onChange={setShown}
              />
              <PriceFacts
                size={size}
                priced={priced}
                price={offered.find(({ jobId }) => jobId === size.job.id)?.price ?? priced.price}
                rates={rates}
              />
            </>
          ) : (
            <p className="text-soft">Nothing is ordered yet.</p>
          )
        }
      />
      <div className="sticky bottom-0 z-10">
        <Findings findings={findings} />
        <Line
          action={action}
          busy={session.busy}
          door={quoted.length === 0 ? null : 'quoteOrder'}
          onAct={() => {
            if (quoted.length === 0) {
              void navigate(`/orders/${order.id}`);
              return;
            }
            const body = {
              until: until(serverNow()),
              currency: rates.currency,
              sizes: quoted,
              shipping,
              tax: rates.tax,
              terms,
              reckoned,
            };
            void change(() => call('quoteOrder', { id: order.id, body })).then((done) => {
              if (done) void navigate(`/orders/${order.id}`);
            });
          }}
        />
      </div>
    </>
  );
}
