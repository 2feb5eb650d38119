import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import type { Person } from '@kanga/contract/people';
import { call, problemFrom } from '../data/index.js';
import { FormFoot, OpenDialog, TextField } from '../ui/index.js';
import { keepPeople } from './keep-people.js';

/** A PIN for the tablets at the bench: the person types it, looked at by nobody. */
export function PinDialog({ person, onClose }: { person: Person; onClose: () => void }) {
  const [pin, setPin] = useState('');
  const set = useMutation({
    mutationFn: () => call('setPin', { id: person.id, body: { pin } }),
    onSuccess: (people) => {
      keepPeople(people);
      onClose();
    },
  });
  return (
    <OpenDialog title={`A PIN for ${person.name}`} onClose={onClose}>
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          set.mutate();
        }}
      >
        <p>Let {person.name} type it. It is good at the tablets of the bench and nowhere else.</p>
        <TextField
          label="PIN"
          hint="Four to eight digits, no row such as 1234."
          type="password"
          inputMode="numeric"
          pattern="\d{4,8}"
          autoComplete="off"
          autoFocus
          required
          measured
          value={pin}
          onChange={(event) => {
            setPin(event.target.value.replace(/\D/g, ''));
          }}
        />
        <FormFoot
          problem={set.error && problemFrom(set.error)}
          onCancel={onClose}
          label="Set the PIN"
          disabled={pin.length < 4 || set.isPending}
        />
      </form>
    </OpenDialog>
  );
}
