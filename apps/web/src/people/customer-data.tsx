import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { call, problemFrom, queryClient } from '../data/index.js';
import { Button, ProblemText, TextField } from '../ui/index.js';
import { erasedWords } from './erased-words.js';
import { saveJson } from './save-json.js';

/** What is kept of a customer, for who asks; and out with it, for who asks for that. */
export function CustomerData() {
  const [name, setName] = useState('');
  const data = useMutation({
    mutationFn: () => call('customerData', { query: { name } }),
    onSuccess: (kept) => {
      saveJson(`kanga-${name}.json`, kept);
    },
  });
  const erase = useMutation({
    mutationFn: () => call('eraseCustomer', { body: { name } }),
    onSuccess: () => queryClient.invalidateQueries(),
  });
  const trouble = data.error ?? erase.error;
  const none = name.trim() === '';
  return (
    <section className="space-y-3">
      <h2 className="font-big text-2xl font-bold">A customer who asks what is kept of them</h2>
      <TextField
        label="Customer"
        hint="The name as it stands in their orders and jobs."
        autoComplete="off"
        value={name}
        onChange={(event) => {
          setName(event.target.value);
          erase.reset();
        }}
      />
      <div className="flex flex-wrap gap-2">
        <Button
          disabled={none || data.isPending}
          onClick={() => {
            erase.reset();
            data.mutate();
          }}
        >
          Export what is kept
        </Button>
        <Button
          tone="danger"
          disabled={none || erase.isPending}
          onClick={() => {
            data.reset();
            erase.mutate();
          }}
        >
          Take their name and address out
        </Button>
      </div>
      {trouble && <ProblemText problem={problemFrom(trouble)} />}
      {erase.data && <p role="status">{erasedWords(erase.data)}</p>}
    </section>
  );
}
