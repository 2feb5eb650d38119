import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { call, entered, problemFrom } from '../data/index.js';
import { Button, ProblemText, TextField } from '../ui/index.js';

/** Said where a password is chosen. */
export const PASSWORD_HINT =
  'At least 12 letters: three or four words that have nothing to do with each other are easy to remember.';

/** Chooses a password with the code that an owner showed. */
export function InvitationForm() {
  const [typed, setTyped] = useState({ code: '', password: '' });
  const take = useMutation({ mutationFn: () => call('takeInvitation', { body: typed }), onSuccess: entered });
  return (
    <form
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        take.mutate();
      }}
    >
      <TextField
        label="Code"
        hint="An owner shows it to you, under People."
        measured
        autoComplete="off"
        autoFocus
        required
        value={typed.code}
        onChange={(event) => {
          setTyped({ ...typed, code: event.target.value });
        }}
      />
      <TextField
        label="New password"
        hint={PASSWORD_HINT}
        type="password"
        autoComplete="new-password"
        required
        value={typed.password}
        onChange={(event) => {
          setTyped({ ...typed, password: event.target.value });
        }}
      />
      {take.error && <ProblemText problem={problemFrom(take.error)} />}
      <Button type="submit" tone="strong" className="min-h-12 w-full text-lg" disabled={take.isPending}>
        {take.isPending ? 'Signing in…' : 'Choose it and sign in'}
      </Button>
    </form>
  );
}
