import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { call, entered, problemFrom, queryClient, signInsQuery, useDay, useMe } from '../data/index.js';
import { Cloth } from '../frame/index.js';
import { Button, ProblemText, TextField } from '../ui/index.js';
import { CodeSetup } from './code-setup.js';
import { NewPasswordField } from './new-password-field.js';
import { Passkeys } from './passkeys.js';
import { useSignOut } from './use-sign-out.js';

function NewPassword() {
  const [typed, setTyped] = useState({ was: '', password: '' });
  const set = useMutation({
    mutationFn: () => call('setPassword', { body: typed }),
    onSuccess: async (me) => {
      setTyped({ was: '', password: '' });
      await entered(me);
    },
  });
  return (
    <form
      className="max-w-md space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        set.mutate();
      }}
    >
      <h2 className="font-big text-2xl font-bold">Password</h2>
      <TextField
        label="Password of now"
        type="password"
        autoComplete="current-password"
        required
        value={typed.was}
        onChange={(event) => {
          setTyped({ ...typed, was: event.target.value });
        }}
      />
      <NewPasswordField
        value={typed.password}
        onValue={(password) => {
          setTyped({ ...typed, password });
        }}
      />
      {set.error && <ProblemText problem={problemFrom(set.error)} />}
      {set.isSuccess && <p role="status">Changed. Every other device is signed out.</p>}
      <Button type="submit" disabled={set.isPending}>
        Change the password
      </Button>
    </form>
  );
}

function Devices() {
  const day = useDay();
  const { data, error } = useQuery(signInsQuery);
  const end = useMutation({
    mutationFn: (id: string) => call('endSignIn', { id }),
    onSuccess: (mine) => {
      queryClient.setQueryData(signInsQuery.queryKey, mine);
    },
  });
  const trouble = error ?? end.error;
  return (
    <section className="space-y-2">
      <h2 className="font-big text-2xl font-bold">Where you are signed in</h2>
      {trouble && <ProblemText problem={problemFrom(trouble)} />}
      <ul>
        {data?.signIns.map((one) => (
          <li key={one.id} className="flex flex-wrap items-center gap-x-4 border-t border-rule py-1.5">
            <b>{one.device}</b>
            <span className="figures text-[15px] text-soft">{one.address}</span>
            <span className="mr-auto text-[15px] text-soft">last seen {day(one.seen)}</span>
            {one.here ? (
              <span className="font-semibold text-green">this device</span>
            ) : (
              <Button
                onClick={() => {
                  end.mutate(one.id);
                }}
              >
                Sign out there
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** How do I come in, and where am I in? */
export function OwnPage() {
  const me = useMe();
  const signOut = useSignOut();
  return (
    <Cloth title="You" head={me?.person && <b>{me.person.role}</b>}>
      <div className="min-h-0 flex-1 overflow-auto p-6">
        <div className="mb-4 flex items-center gap-5">
          <h1 className="font-big text-[34px] leading-none font-bold">{me?.person?.name ?? 'You'}</h1>
          {me?.person && <Button onClick={signOut}>Sign out</Button>}
        </div>
        {me?.mode === 'alone' ? (
          <p>
            Nobody signs in here.{' '}
            <Link to="/people" className="text-cyan underline">
              Let others in
            </Link>
          </p>
        ) : (
          <div className="grid grid-cols-[minmax(0,1fr)] gap-8 lg:grid-cols-2">
            <div className="space-y-8">
              <Devices />
              <NewPassword />
            </div>
            <div className="space-y-8">
              <CodeSetup />
              <Passkeys />
            </div>
          </div>
        )}
      </div>
    </Cloth>
  );
}
