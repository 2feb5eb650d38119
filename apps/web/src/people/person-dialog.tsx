import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { RIGHTS, RIGHT_WORDS, ROLE_RIGHTS, type Person, type Right, type Role } from '@kanga/contract/people';
import { call, problemFrom } from '../data/index.js';
import { Check, FormFoot, OpenDialog, Select, TextField } from '../ui/index.js';
import { keepPeople, ROLE_OPTIONS } from './keep-people.js';

/** Somebody's name, role, and single rights beneath it. */
export function PersonDialog({ person, onClose }: { person: Person; onClose: () => void }) {
  const [name, setName] = useState(person.name);
  const [role, setRole] = useState<Role>(person.role);
  const [rights, setRights] = useState<readonly Right[]>(person.rights);
  const save = useMutation({
    mutationFn: () => call('changePerson', { id: person.id, body: { name, role, rights: [...rights] } }),
    onSuccess: (people) => {
      keepPeople(people);
      onClose();
    },
  });
  const isOwner = role === 'owner';
  return (
    <OpenDialog title={person.name} onClose={onClose}>
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          save.mutate();
        }}
      >
        <TextField
          label="Name"
          autoComplete="off"
          required
          value={name}
          onChange={(event) => {
            setName(event.target.value);
          }}
        />
        <Select
          label="Role"
          value={role}
          options={ROLE_OPTIONS}
          onChange={(chosen) => {
            setRole(chosen);
            setRights(ROLE_RIGHTS[chosen]);
          }}
        />
        <fieldset>
          <legend className="text-[15px] font-semibold">May</legend>
          {RIGHTS.map((right) => (
            <Check
              key={right}
              label={RIGHT_WORDS[right]}
              checked={isOwner || rights.includes(right)}
              disabled={isOwner || right === 'look'}
              onChange={(given) => {
                setRights(given ? [...rights, right] : rights.filter((one) => one !== right));
              }}
            />
          ))}
          {isOwner && <p className="text-[15px] text-soft">An owner may everything.</p>}
        </fieldset>
        <FormFoot
          problem={save.error && problemFrom(save.error)}
          onCancel={onClose}
          label="Save"
          disabled={name.trim() === '' || save.isPending}
        />
      </form>
    </OpenDialog>
  );
}
