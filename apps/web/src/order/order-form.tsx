import { useState } from 'react';
import type { OrderChange } from '@kanga/core/order';
import type { Problem } from '@kanga/contract/finding';
import { FormFoot, TextField } from '../ui/index.js';

type Words = Omit<OrderChange, 'version'>;
export const EMPTY_ORDER: Words = {
  name: '',
  customer: { name: '', reach: '', notes: '' },
  due: null,
  note: '',
};

/** What an order is called, for whom it is, and when: for a new one, and to change one. */
export function OrderForm({
  start,
  label,
  busy,
  problem,
  onDone,
  onCancel,
}: {
  start: Words;
  label: string;
  busy: boolean;
  problem: Problem | null;
  onDone: (words: Words) => void;
  onCancel: () => void;
}) {
  const [words, setWords] = useState(start);
  const { customer } = words;
  const set = (change: Partial<Words>) => {
    setWords({ ...words, ...change });
  };
  const setCustomer = (change: Partial<Words['customer']>) => {
    set({ customer: { ...customer, ...change } });
  };
  return (
    <form
      className="grid gap-3 sm:grid-cols-2"
      onSubmit={(event) => {
        event.preventDefault();
        onDone(words);
      }}
    >
      <TextField
        label="Customer"
        placeholder="Gannet Hill Observatory"
        maxLength={120}
        autoFocus
        value={customer.name}
        onChange={(event) => {
          setCustomer({ name: event.target.value });
        }}
      />
      <TextField
        label="Due"
        type="date"
        value={words.due ?? ''}
        onChange={(event) => {
          set({ due: event.target.value === '' ? null : event.target.value });
        }}
      />
      <div className="sm:col-span-2">
        <TextField
          label="What is it?"
          placeholder="Open night shirts"
          required
          maxLength={120}
          value={words.name}
          onChange={(event) => {
            set({ name: event.target.value });
          }}
        />
      </div>
      <TextField
        label="How to reach them"
        placeholder="telephone, address"
        maxLength={400}
        value={customer.reach}
        onChange={(event) => {
          setCustomer({ reach: event.target.value });
        }}
      />
      <TextField
        label="Notes about them"
        maxLength={2000}
        value={customer.notes}
        onChange={(event) => {
          setCustomer({ notes: event.target.value });
        }}
      />
      <div className="sm:col-span-2">
        <TextField
          label="Notes about this order"
          maxLength={4000}
          value={words.note}
          onChange={(event) => {
            set({ note: event.target.value });
          }}
        />
      </div>
      <FormFoot problem={problem} onCancel={onCancel} label={label} disabled={busy || words.name.trim() === ''} />
    </form>
  );
}
