import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { call, problemFrom, queryClient, signInsQuery } from '../data/index.js';
import { Button, ProblemText, TextField } from '../ui/index.js';
import { CodePicture } from './code-picture.js';

/** One-time codes: a second thing, beside the password, that only you have. */
export function CodeSetup() {
  const { data } = useQuery(signInsQuery);
  const [code, setCode] = useState('');
  const begin = useMutation({ mutationFn: () => call('beginCode') });
  const done = {
    onSuccess: (mine: NonNullable<typeof data>) => {
      queryClient.setQueryData(signInsQuery.queryKey, mine);
      begin.reset();
      setCode('');
    },
  };
  const keep = useMutation({ mutationFn: () => call('keepCode', { body: { code } }), ...done });
  const remove = useMutation({ mutationFn: () => call('removeCode'), ...done });
  const trouble = begin.error ?? keep.error ?? remove.error;
  return (
    <section className="space-y-3">
      <h2 className="font-big text-2xl font-bold">One-time codes</h2>
      {data?.code ? (
        <>
          <p>They are asked for beside your password: six digits, from the app on your phone.</p>
          <Button
            onClick={() => {
              remove.mutate();
            }}
          >
            Ask for them no more
          </Button>
        </>
      ) : begin.data ? (
        <form
          className="space-y-3"
          onSubmit={(event) => {
            event.preventDefault();
            keep.mutate();
          }}
        >
          <p>Scan it with an app for one-time codes, then type what it shows.</p>
          <CodePicture text={begin.data.address} says="The secret of your one-time codes" className="w-52" />
          <p className="text-[15px]">
            Or type this secret there: <span className="figures break-all select-all">{begin.data.secret}</span>
          </p>
          <TextField
            label="Code of now"
            inputMode="numeric"
            autoComplete="one-time-code"
            measured
            required
            value={code}
            onChange={(event) => {
              setCode(event.target.value.replace(/\D/g, '').slice(0, 6));
            }}
          />
          <Button type="submit" tone="strong" disabled={code.length !== 6 || keep.isPending}>
            Ask for them from now on
          </Button>
        </form>
      ) : (
        <>
          <p>Whoever has found out your password cannot come in without your phone. An owner should have them.</p>
          <Button
            disabled={begin.isPending}
            onClick={() => {
              begin.mutate();
            }}
          >
            Begin with one-time codes
          </Button>
        </>
      )}
      {trouble && <ProblemText problem={problemFrom(trouble)} />}
    </section>
  );
}
