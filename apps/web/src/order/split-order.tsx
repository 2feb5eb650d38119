import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { OrderFile } from '@kanga/core/order';
import { formatCount } from '@kanga/core/units';
import { call, orderQuery, ORDERS_KEY, ordersQuery, problemFrom, queryClient } from '../data/index.js';
import { Check, FormFoot, OpenDialog, Select } from '../ui/index.js';

/** Takes lines out of an order into one of their own. */
export function SplitOrder({ file: { order }, onClose }: { file: OrderFile; onClose: () => void }) {
  const navigate = useNavigate();
  const [id] = useState(() => crypto.randomUUID());
  const [lines, setLines] = useState<string[]>([]);
  const split = useMutation({
    mutationFn: () => call('splitOrder', { id: order.id, body: { id, lines } }),
    onSuccess: async (fresh) => {
      queryClient.setQueryData(orderQuery(id).queryKey, fresh);
      await queryClient.invalidateQueries({ queryKey: ORDERS_KEY });
      await navigate(`/orders/${id}`);
    },
  });
  return (
    <OpenDialog title={`Split order ${order.number}`} onClose={onClose}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          split.mutate();
        }}
      >
        <p className="mb-2 text-soft">
          These lines become an order of their own, at the prices that they were quoted at.
        </p>
        {order.lines.map(({ id: line, what }) => (
          <Check
            key={line}
            label={what}
            checked={lines.includes(line)}
            onChange={(checked) => {
              setLines(checked ? [...lines, line] : lines.filter((one) => one !== line));
            }}
          />
        ))}
        <FormFoot
          problem={split.isError ? problemFrom(split.error) : null}
          onCancel={onClose}
          label={lines.length === 0 ? 'Split' : `Split ${formatCount(lines.length, 'line')} off`}
          disabled={split.isPending || lines.length === 0 || lines.length === order.lines.length}
        />
      </form>
    </OpenDialog>
  );
}

/** Takes the lines of another open order into this one; those of the same customer stand first. */
export function MergeOrder({ file: { order }, onClose }: { file: OrderFile; onClose: () => void }) {
  const orders = useQuery(ordersQuery({ list: 'open', most: '500' })).data?.orders ?? [];
  const mine = (other: OrderFile['order']) => (other.customer.name === order.customer.name ? 0 : 1);
  const others = orders
    .map((file) => file.order)
    .filter(({ id }) => id !== order.id)
    .sort((a, b) => mine(a) - mine(b) || a.number - b.number);
  const [chosen, setChosen] = useState<string | null>(null);
  const from = chosen ?? others[0]?.id ?? '';
  const merge = useMutation({
    mutationFn: () => call('mergeOrder', { id: order.id, body: { from } }),
    onSuccess: async (fresh) => {
      queryClient.setQueryData(orderQuery(order.id).queryKey, fresh);
      await queryClient.invalidateQueries({ queryKey: ORDERS_KEY });
      onClose();
    },
  });
  return (
    <OpenDialog title={`Put another order into ${order.number}`} onClose={onClose}>
      {others.length === 0 ? (
        <p className="text-lg">There is no other open order.</p>
      ) : (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            merge.mutate();
          }}
        >
          <Select
            label="Which one"
            value={from}
            options={others.map(({ id, number, name, customer }) => ({
              value: id,
              label: `${number} · ${name}${customer.name ? `, ${customer.name}` : ''}`,
            }))}
            onChange={setChosen}
          />
          <p className="mt-2 text-soft">
            Its lines and jobs come into this order, due by the earlier day. Quotes stay where both were quoted alike;
            else it is quoted anew. The other order is cancelled.
          </p>
          <FormFoot
            problem={merge.isError ? problemFrom(merge.error) : null}
            onCancel={onClose}
            label="Put them together"
            disabled={merge.isPending}
          />
        </form>
      )}
    </OpenDialog>
  );
}
