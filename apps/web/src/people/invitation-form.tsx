import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { call, entered, problemFrom } from '../data/index.js';
import { Button, ProblemText, TextField } from '../ui/index.js';
import { NewPasswordField } from './new-password-field.js';

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
      <NewPasswordField
        value={typed.password}
        onValue={(password) => {
          setTyped({ ...typed, password });
        }}
      />
      {take.error && <ProblemText problem={problemFrom(take.error)} />}
      <Button type="submit" tone="strong" className="min-h-12 w-full text-lg" disabled={take.isPending}>
        {take.isPending ? 'Signing in…' : 'Choose it and sign in'}
      </Button>
    </form>
  );
}
