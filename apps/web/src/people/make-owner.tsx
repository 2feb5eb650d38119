import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { call, entered, problemFrom } from '../data/index.js';
import { Button, ProblemText, TextField } from '../ui/index.js';
import { NewPasswordField } from './new-password-field.js';

/** Makes whoever can use the machine the owner: from then on everybody signs in. */
export function MakeOwner() {
  const [typed, setTyped] = useState({ code: '', name: '', password: '' });
  const make = useMutation({ mutationFn: () => call('makeOwner', { body: typed }), onSuccess: entered });
  const field = (key: keyof typeof typed) => ({
    required: true,
    value: typed[key],
    onChange: (event: { target: { value: string } }) => {
      setTyped({ ...typed, [key]: event.target.value });
    },
  });
  return (
    <form
      className="max-w-md space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        make.mutate();
      }}
    >
      <TextField
        label="Code from the terminal"
        hint={
          <>
            Type <code>./kanga code</code> where Kanga was started: it shows one.
          </>
        }
        measured
        autoComplete="off"
        {...field('code')}
      />
      <TextField label="Your name" hint="As it stands in the log." autoComplete="username" {...field('name')} />
      <NewPasswordField
        label="Password"
        value={typed.password}
        onValue={(password) => {
          setTyped({ ...typed, password });
        }}
      />
      {make.error && <ProblemText problem={problemFrom(make.error)} />}
      <Button type="submit" tone="strong" disabled={make.isPending}>
        Become the owner: everybody signs in from now on
      </Button>
    </form>
  );
}
