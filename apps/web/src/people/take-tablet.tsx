import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { call, entered, problemFrom } from '../data/index.js';
import { Button, ProblemText, TextField } from '../ui/index.js';

/** Makes this device one of the bench, with the code that an owner showed. */
export function TakeTablet() {
  const [code, setCode] = useState('');
  const take = useMutation({ mutationFn: () => call('takeTablet', { body: { code } }), onSuccess: entered });
  return (
    <form
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        take.mutate();
      }}
    >
      <p>
        It stays at the press and is used by whoever stands there, by a touch of their name and a PIN. It can press,
        inspect and pack, and nothing else.
      </p>
      <TextField
        label="Code"
        hint="An owner shows it, under People: Add a tablet."
        measured
        autoComplete="off"
        autoFocus
        required
        value={code}
        onChange={(event) => {
          setCode(event.target.value);
        }}
      />
      {take.error && <ProblemText problem={problemFrom(take.error)} />}
      <Button type="submit" tone="strong" className="min-h-12 w-full text-lg" disabled={take.isPending}>
        Make it one of the bench
      </Button>
    </form>
  );
}
