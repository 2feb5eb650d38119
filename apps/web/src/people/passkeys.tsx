import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { call, problemFrom, queryClient, signInsQuery, useDay } from '../data/index.js';
import { Button, ProblemText, TextField } from '../ui/index.js';
import { canHavePasskey, makePasskey } from './passkey.js';

const keepMine = (mine: Awaited<ReturnType<typeof makePasskey>>) => {
  queryClient.setQueryData(signInsQuery.queryKey, mine);
};

/** A passkey of this very device. */
export function AddPasskey() {
  const [name, setName] = useState('');
  const add = useMutation({
    mutationFn: () => makePasskey(name),
    onSuccess: (mine) => {
      keepMine(mine);
      setName('');
    },
  });
  return (
    <>
      {canHavePasskey() ? (
        <form
          className="flex flex-wrap items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            add.mutate();
          }}
        >
          <TextField
            label="Call this device"
            placeholder="Office laptop"
            autoComplete="off"
            required
            value={name}
            onChange={(event) => {
              setName(event.target.value);
            }}
          />
          <Button type="submit" disabled={name.trim() === '' || add.isPending}>
            Make a passkey
          </Button>
        </form>
      ) : (
        <p>
          A passkey is bound to a name. Open Kanga by one to make it: localhost at its own machine, or the machine’s
          name in the network; an address in figures cannot have any.
        </p>
      )}
      {add.error && <ProblemText problem={problemFrom(add.error)} />}
    </>
  );
}

/** Passkeys: the device itself shows who you are, by a finger, a face or its own PIN. */
export function Passkeys() {
  const day = useDay();
  const { data } = useQuery(signInsQuery);
  const remove = useMutation({ mutationFn: (key: string) => call('removePasskey', { key }), onSuccess: keepMine });
  return (
    <section className="space-y-3">
      <h2 className="font-big text-2xl font-bold">Passkeys</h2>
      <ul>
        {data?.passkeys.map((passkey) => (
          <li key={passkey.id} className="flex items-center gap-3 border-t border-rule py-1.5">
            <b>{passkey.name}</b>
            <span className="mr-auto text-[15px] text-soft">
              {passkey.used === null ? `made ${day(passkey.made)}` : `last used ${day(passkey.used)}`}
            </span>
            <Button
              onClick={() => {
                remove.mutate(passkey.id);
              }}
            >
              Forget
            </Button>
          </li>
        ))}
      </ul>
      <AddPasskey />
      {remove.error && <ProblemText problem={problemFrom(remove.error)} />}
    </section>
  );
}
