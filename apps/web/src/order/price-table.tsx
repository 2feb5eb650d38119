import { amountOf, type CostedSize, type OfferedSize, type QuoteSums } from '@kanga/core/order';
import type { Rates } from '@kanga/core/shop';
import { formatMoney, parseMoney, plainMoney, wholeMinor } from '@kanga/core/units';
import { ParsedField } from '../ui/index.js';
import { nameOf } from './size-words.js';

/** Each size with what it costs, what it is sold for, and what that earns; a price is typed over. */
export function PriceTable({
  sizes,
  offered,
  sums,
  rates,
  shown,
  onShow,
  onPrice,
}: {
  sizes: readonly CostedSize[];
  offered: readonly OfferedSize[];
  sums: QuoteSums;
  rates: Rates;
  /** The job whose cost is opened. */
  shown: string | null;
  onShow: (jobId: string) => void;
  onPrice: (jobId: string, price: number) => void;
}) {
  const money = (minor: number) => formatMoney(minor, rates.currency);
  const each = (amount: number) => money(wholeMinor(amount));
  return (
    <table className="w-full text-left">
      <thead className="text-[14.5px] text-soft">
        <tr>
          {['Size', 'Count', 'Costs', 'Price', 'Earns', 'Amount'].map((name, i) => (
            <th key={name} className={`px-2 py-1.5 font-semibold ${i > 0 ? 'text-right' : ''}`}>
              {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {offered.map((one) => (
          <tr key={one.jobId} className={`border-t border-rule ${one.jobId === shown ? 'bg-wash' : ''}`}>
            <th scope="row" className="px-2 py-1 font-semibold">
              <button
                type="button"
                className="min-h-10 text-left hover:underline"
                aria-label={`What ${nameOf(sizes, one.jobId)} costs`}
                onClick={() => {
                  onShow(one.jobId);
                }}
              >
                {nameOf(sizes, one.jobId)}
              </button>
            </th>
            <td className="figures px-2 text-right">{one.count}</td>
            <td className="figures px-2 text-right">{each(one.cost)}</td>
            <td className="w-[132px] px-2 text-right">
              <ParsedField
                bare
                label={`Price of ${nameOf(sizes, one.jobId)}`}
                shown={plainMoney(one.price, rates.currency)}
                parse={(text) => parseMoney(text, rates.currency)}
                limits={(value) => (value >= 0 ? null : 'A price is not below nought.')}
                onValue={(price) => {
                  onPrice(one.jobId, price);
                }}
              />
            </td>
            <td
              className={`figures px-2 text-right ${one.price < one.cost - 1e-6 ? 'font-semibold text-magenta' : ''}`}
            >
              {each(one.price - one.cost)}
            </td>
            <td className="figures px-2 text-right">{money(amountOf(one))}</td>
          </tr>
        ))}
      </tbody>
      <tfoot className="border-t-2 border-key font-semibold">
        {(
          [
            ['Goods', sums.goods],
            ...(sums.shipping > 0 ? [['Shipping', sums.shipping] as const] : []),
            ...(rates.tax ? [[rates.tax.name, sums.tax] as const] : []),
            ['In all', sums.gross],
          ] as const
        ).map(([name, amount]) => (
          <tr key={name}>
            <th scope="row" colSpan={5} className="px-2 py-1 text-right">
              {name}
            </th>
            <td className="figures px-2 text-right">{money(amount)}</td>
          </tr>
        ))}
      </tfoot>
    </table>
  );
}
