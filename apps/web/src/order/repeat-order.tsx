import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { sinceThen, type JobView } from '@kanga/core/job';
import { offerOf } from '@kanga/core/order';
import { USUAL_RATES } from '@kanga/core/shop';
import { formatMoney } from '@kanga/core/units';
import { call, orderQuery, ORDER_LISTS_KEY, problemFrom, queryClient, usePrint, useShop } from '../data/index.js';
import { FormFoot, OpenDialog } from '../ui/index.js';
import { useCosts, type OrderSession } from './use-order.js';

/** Does an order again, with what has changed since it was made pointed out first. */
export function RepeatOrder({
  session,
  views,
  onClose,
}: {
  session: OrderSession;
  views: Map<string, JobView> | undefined;
  onClose: () => void;
}) {
  const { order } = session.file;
  const navigate = useNavigate();
  const print = usePrint();
  const rates = useShop().settings.rates ?? USUAL_RATES;
  const sizes = useCosts(session, views);
  const [again] = useState(() => crypto.randomUUID());
  const repeat = useMutation({
    mutationFn: () => call('repeatOrder', { id: order.id, body: { id: again } }),
    onSuccess: async (file) => {
      queryClient.setQueryData(orderQuery(again).queryKey, file);
      await queryClient.invalidateQueries({ queryKey: ORDER_LISTS_KEY });
      await navigate(`/orders/${again}`);
    },
  });
  const { quote } = order;
  const dearer = (sizes ? offerOf(sizes, rates) : []).flatMap(({ line, blankId, blankName, price }) => {
    const then = quote?.sizes.find((one) => one.line === line && one.blankId === blankId);
    return then && quote && quote.currency === rates.currency && then.price !== price
      ? [
          `${blankName}: ${formatMoney(price, rates.currency)} by today’s costs; it was quoted at ${formatMoney(then.price, quote.currency)}.`,
        ]
      : [];
  });
  const changes = [
    ...new Set([...(views ? [...views.values()] : []).flatMap((view) => sinceThen(view, print)), ...dearer]),
  ];
  return (
    <OpenDialog title={`Order ${order.number} again`} onClose={onClose}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          repeat.mutate();
        }}
      >
        {sizes === undefined ? (
          <p role="status" className="text-soft">
            Looking at what has changed since…
          </p>
        ) : changes.length === 0 ? (
          <p>Nothing has changed since: the same goods and settings{quote ? ', and prices that hold' : ''}.</p>
        ) : (
          <>
            <h3 className="text-[15px] font-semibold text-soft">Changed since</h3>
            <ul className="mt-1">
              {changes.map((change) => (
                <li key={change} className="border-t border-rule py-1">
                  {change}
                </li>
              ))}
            </ul>
          </>
        )}
        <p className="my-3 text-soft">
          The new order has the same lines, sizes, art and names. It has no day and no quote yet.
        </p>
        <FormFoot
          problem={repeat.isError ? problemFrom(repeat.error) : null}
          onCancel={onClose}
          label="Open it as a new order"
          disabled={repeat.isPending}
        />
      </form>
    </OpenDialog>
  );
}
