import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { call, problemFrom, queryClient, tabletsQuery, useDay } from '../data/index.js';
import { Button, ProblemText, TextField } from '../ui/index.js';
import { ShownCode } from './shown-code.js';

/** The tablets that stand at the bench, and how one becomes one. */
export function TabletList() {
  const day = useDay();
  const { data: tablets, error } = useQuery(tabletsQuery);
  const [name, setName] = useState('');
  const add = useMutation({
    mutationFn: () => call('addTablet', { body: { name } }),
    onSuccess: () => {
      setName('');
      return queryClient.invalidateQueries({ queryKey: tabletsQuery.queryKey });
    },
  });
  const remove = useMutation({
    mutationFn: (id: string) => call('removeTablet', { id }),
    onSuccess: (left) => {
      queryClient.setQueryData(tabletsQuery.queryKey, left);
    },
  });
  const trouble = error ?? add.error ?? remove.error;
  return (
    <section className="space-y-3">
      <h2 className="font-big text-2xl font-bold">Tablets at the bench</h2>
      {tablets?.length === 0 && (
        <p className="text-soft">
          None. A tablet stays at the press; whoever stands there touches their name and types a PIN.
        </p>
      )}
      <ul>
        {tablets?.map((tablet) => (
          <li key={tablet.id} className="flex items-center gap-3 border-t border-rule py-1.5">
            <b>{tablet.name}</b>
            <span className="mr-auto text-[15px] text-soft">
              {tablet.enrolled === null
                ? 'its code was not used yet'
                : tablet.seen === null
                  ? 'never seen'
                  : `last seen ${day(tablet.seen)}`}
            </span>
            <Button
              disabled={remove.isPending}
              onClick={() => {
                remove.mutate(tablet.id);
              }}
            >
              Take away
            </Button>
          </li>
        ))}
      </ul>
      <form
        className="flex flex-wrap items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          add.mutate();
        }}
      >
        <TextField
          label="Where it stands"
          placeholder="Left bench"
          autoComplete="off"
          required
          value={name}
          onChange={(event) => {
            setName(event.target.value);
          }}
        />
        <Button type="submit" disabled={name.trim() === '' || add.isPending}>
          Add a tablet
        </Button>
      </form>
      {trouble && <ProblemText problem={problemFrom(trouble)} />}
      {add.data && (
        <div role="status">
          <p>
            Open Kanga on the tablet, touch <b>This is a tablet for the bench</b> and type:
          </p>
          <ShownCode shown={add.data} />
        </div>
      )}
    </section>
  );
}
