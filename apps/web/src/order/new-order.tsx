import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { NewOrder } from '@kanga/contract/order';
import { call, ORDERS_KEY, problemFrom, queryClient } from '../data/index.js';
import { OpenDialog } from '../ui/index.js';
import { EMPTY_ORDER, OrderForm } from './order-form.js';

/** Opens a new order, then goes to its page. */
export function NewOrderDialog({ onClose }: { onClose: () => void }) {
  const navigate = useNavigate();
  const [id] = useState(() => crypto.randomUUID());
  const make = useMutation({
    mutationFn: (body: NewOrder) => call('addOrder', { body }),
    onSuccess: async () => {
      await queryClient.invalidateQueries({ queryKey: ORDERS_KEY });
      await navigate(`/orders/${id}`);
    },
  });
  return (
    <OpenDialog title="A new order" onClose={onClose}>
      <OrderForm
        start={EMPTY_ORDER}
        label="Open the order"
        busy={make.isPending}
        problem={make.isError ? problemFrom(make.error) : null}
        onDone={(words) => {
          make.mutate({ ...words, id });
        }}
        onCancel={onClose}
      />
    </OpenDialog>
  );
}
