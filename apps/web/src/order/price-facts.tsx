import { Link } from 'react-router';
import { breaksOf, earnedAt, priceOf } from '@kanga/core/cost';
import type { CostedSize, OfferedSize } from '@kanga/core/order';
import type { Rates } from '@kanga/core/shop';
import { formatCount, formatDuration, formatMoney, wholeMinor } from '@kanga/core/units';
import { DecisionFact, Fact } from '../frame/index.js';
import { PART_NAMES, unitOf } from './size-words.js';

/** What one of a size costs, part by part, each with its reasons. */
export function PriceFacts({
  size,
  priced,
  price,
  rates,
}: {
  size: CostedSize;
  priced: OfferedSize;
  /** What it is offered at. */
  price: number;
  rates: Rates;
}) {
  const { paysFrom } = earnedAt(priced.run, price, priced.count, priced.seconds);
  const money = (minor: number) => formatMoney(minor, rates.currency);
  const each = (amount: number) => money(wholeMinor(amount));
  return (
    <dl className="mt-2">
      {priced.parts.map(({ part, amount }) => (
        <DecisionFact key={part} name={PART_NAMES[part]} decision={amount} show={each} />
      ))}
      {size.cost.unknown.map(({ part, why, remedy }) => (
        <Fact key={part} name={PART_NAMES[part]} note={`${why} ${remedy}`}>
          not known
        </Fact>
      ))}
      <Fact name={`A ${unitOf(size)}`} note={`proposed at ${money(priced.price)}`}>
        {each(priced.cost)}
      </Fact>
      <Fact name="Made" note={size.cost.made.why}>
        {size.cost.made.value.toFixed(3)} for a good one
      </Fact>
      <Fact name="Hands" note="set-up and spoiled ones counted">
        {formatDuration(priced.seconds / priced.count)} a {unitOf(size)}
      </Fact>
      <Fact name="Pays from" note="at this price: from so many on, set-up and running cost are covered">
        {paysFrom === null ? 'no quantity' : formatCount(paysFrom, unitOf(size))}
      </Fact>
      <Fact name="Breaks" note={`a ${unitOf(size)} from so many on, by set-up against running cost`}>
        <span className="figures font-normal">
          {breaksOf(priced.run, (cost) => priceOf(cost, rates.pricing, priced.factor, rates))
            .map(({ from, price }) => `${from}: ${money(price)}`)
            .join(' · ')}
        </span>
      </Fact>
      <Fact name="Figures" note="hours, margins, rounding and tax">
        <Link to="/shop" className="inline-flex min-h-tap items-center text-cyan underline">
          Shop, Money
        </Link>
      </Fact>
    </dl>
  );
}
