import { useMutation, useQuery } from '@tanstack/react-query';
import { comparedOf, correctionsOf, type Correction, type OrderFile } from '@kanga/core/order';
import type { Rates } from '@kanga/core/shop';
import { formatMoney } from '@kanga/core/units';
import { call, madeQuery, problemFrom, queryClient, shopQuery, useShop } from '../data/index.js';
import { Button, ProblemText } from '../ui/index.js';
import { PART_NAMES } from './size-words.js';

/** What was reckoned against what it came to, and which figures of the shop that speaks against. Nothing before anything was pressed. */
export function MadeAgainst({ file: { order }, rates }: { file: OrderFile; rates: Rates }) {
  const { settings } = useShop();
  const made = useQuery(madeQuery(order.id)).data;
  const take = useMutation({
    mutationFn: ({ key, now }: Correction) =>
      call('changeSettings', { body: { ...settings, rates: { ...rates, [key]: now } } }),
    onSuccess: () => queryClient.invalidateQueries({ queryKey: shopQuery.queryKey }),
  });
  const reckoned = order.quote?.reckoned;
  if (!made || made.pressed === 0 || !reckoned || order.quote?.currency !== rates.currency) return null;
  const rows = comparedOf(reckoned, made, rates);
  const money = (amount: number) => formatMoney(amount, rates.currency);
  const known = rows.filter((row) => row.made !== null);
  const sum = (key: 'reckoned' | 'made') => known.reduce((all, row) => all + (row[key] ?? 0), 0);
  return (
    <section aria-label="Reckoned and made" className="mt-6 max-w-3xl">
      <h2 className="text-[15px] font-semibold">
        Reckoned and made: {made.pressed} pressed, {made.spoiled} spoiled
      </h2>
      <table className="mt-1 w-full">
        <thead>
          <tr className="text-left text-soft">
            <th className="py-1 font-normal">Part</th>
            <th className="text-right font-normal">Reckoned</th>
            <th className="text-right font-normal">Made</th>
            <th className="text-right font-normal">Difference</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ part, reckoned: was, made: is }) => (
            <tr key={part} className="border-t border-rule">
              <th scope="row" className="py-1 text-left font-normal">
                {PART_NAMES[part]}
              </th>
              <td className="figures text-right">{money(was)}</td>
              <td className="figures text-right">{is === null ? 'not written down' : money(is)}</td>
              <td className={`figures text-right ${is !== null && is > was ? 'font-semibold text-magenta' : ''}`}>
                {is === null ? '' : `${is > was ? '+' : ''}${money(is - was)}`}
              </td>
            </tr>
          ))}
          <tr className="border-t-2 border-key font-semibold">
            <th scope="row" className="py-1 text-left">
              What is known of both
            </th>
            <td className="figures text-right">{money(sum('reckoned'))}</td>
            <td className="figures text-right">{money(sum('made'))}</td>
            <td className="figures text-right">{money(sum('made') - sum('reckoned'))}</td>
          </tr>
        </tbody>
      </table>
      {correctionsOf(made, rates).map((one) => (
        <p key={one.key} className="mt-2 flex flex-wrap items-center gap-3">
          <span className="min-w-0 flex-1">{one.why}</span>
          <Button
            disabled={take.isPending}
            onClick={() => {
              take.mutate(one);
            }}
          >
            Take it: {one.says}
          </Button>
        </p>
      ))}
      {take.isError && <ProblemText problem={problemFrom(take.error)} />}
    </section>
  );
}
