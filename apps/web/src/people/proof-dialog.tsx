import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { ApiError, call, entered, meQuery, problemFrom, queryClient } from '../data/index.js';
import { FormFoot, OpenDialog, TextField } from '../ui/index.js';
import { canHavePasskey, signInByPasskey } from './passkey.js';

/** Asks for the password once more, where something is done that a stranger at a screen left open must not do. */
export default function ProofDialog({ onOver }: { onOver: (proven: boolean) => void }) {
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const prove = useMutation({
    mutationFn: () => call('prove', { body: { password, ...(code === '' ? {} : { code }) } }),
    onSuccess: (me) => {
      queryClient.setQueryData(meQuery.queryKey, me);
      onOver(true);
    },
  });
  const passkey = useMutation({
    mutationFn: signInByPasskey,
    onSuccess: async (me) => {
      await entered(me);
      onOver(true);
    },
  });
  const wantsCode = prove.error instanceof ApiError && prove.error.problem.code.startsWith('door.code');
  const trouble = prove.error ?? passkey.error;
  return (
    <OpenDialog
      title="Show once more that it is you"
      onClose={() => {
        onOver(false);
      }}
    >
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          prove.mutate();
        }}
      >
        <p>
          Who lets people in, or has Kanga talk to another device, has to have shown lately who they are. It holds for
          ten minutes.
        </p>
        <TextField
          label="Your password"
          type="password"
          autoComplete="current-password"
          autoFocus
          value={password}
          onChange={(event) => {
            setPassword(event.target.value);
          }}
        />
        {wantsCode && (
          <TextField
            label="One-time code"
            inputMode="numeric"
            autoComplete="one-time-code"
            measured
            autoFocus
            value={code}
            onChange={(event) => {
              setCode(event.target.value);
            }}
          />
        )}
        {canHavePasskey() && (
          <button
            type="button"
            className="min-h-tap text-cyan underline"
            onClick={() => {
              passkey.mutate();
            }}
          >
            By a passkey instead
          </button>
        )}
        <FormFoot
          problem={trouble && problemFrom(trouble)}
          onCancel={() => {
            onOver(false);
          }}
          label="Go on"
          disabled={password === '' || prove.isPending}
        />
      </form>
    </OpenDialog>
  );
}
