import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { RIGHT_WORDS, RIGHTS, type Person, type Role } from '@kanga/contract/people';
import { call, problemFrom, useDay } from '../data/index.js';
import { Button, FormFoot, Menu, OpenDialog, ProblemText, Select, TextField } from '../ui/index.js';
import { BadgeDialog } from './badge-dialog.js';
import { CodeDialog } from './code-dialog.js';
import { ErasePerson } from './erase-person.js';
import { keepPeople, ROLE_OPTIONS } from './keep-people.js';
import { PersonDialog } from './person-dialog.js';
import { PinDialog } from './pin-dialog.js';
import { saveJson } from './save-json.js';

type Doing = { what: 'change' | 'code' | 'pin' | 'badge' | 'erase'; person: Person } | null;

/** By what somebody can come in. */
const ways = ({ password, pin, badge, code, passkeys }: Person): string => {
  const all = [
    password && (code ? 'password with a one-time code' : 'password'),
    passkeys > 0 && (passkeys === 1 ? 'a passkey' : `${passkeys} passkeys`),
    pin && 'PIN',
    badge && 'badge',
  ].filter((way) => way !== false);
  return all.length === 0 ? 'not yet: show them a code' : all.join(', ');
};

/** Sentences as one. */
const inOneSentence = (words: readonly string[]): string =>
  words.map((one, i) => (i === 0 ? one : one.charAt(0).toLowerCase() + one.slice(1))).join('; ');

function Row({ person, onDo }: { person: Person; onDo: (doing: Doing) => void }) {
  const day = useDay();
  const { name, role, rights, lastSeen } = person;
  const remove = useMutation({ mutationFn: () => call('removePerson', { id: person.id }), onSuccess: keepPeople });
  const signOut = useMutation({ mutationFn: () => call('signOutPerson', { id: person.id }), onSuccess: keepPeople });
  const data = useMutation({
    mutationFn: () => call('personData', { id: person.id }),
    onSuccess: (kept) => {
      saveJson(`kanga-${name}.json`, kept);
    },
  });
  const trouble = remove.error ?? signOut.error ?? data.error;
  return (
    <tr className="border-t border-rule align-top [&>td]:py-2 [&>td]:pr-4">
      <td className="font-semibold">
        {name}
        {trouble && <ProblemText problem={problemFrom(trouble)} />}
        {signOut.isSuccess && (
          <p role="status" className="font-normal text-soft">
            Signed out everywhere.
          </p>
        )}
      </td>
      <td>{role}</td>
      <td className="max-w-sm text-[15px]">
        {rights.length === RIGHTS.length ? 'Everything' : inOneSentence(rights.map((right) => RIGHT_WORDS[right]))}
      </td>
      <td>{ways(person)}</td>
      <td className="figures whitespace-nowrap">
        {lastSeen === null ? <span className="text-soft">never</span> : day(lastSeen)}
      </td>
      <td className="py-0! text-right">
        <Menu
          label={name}
          items={[
            {
              label: 'Change name, role and rights',
              act: () => {
                onDo({ what: 'change', person });
              },
            },
            {
              label: 'Show a code to choose a password',
              act: () => {
                onDo({ what: 'code', person });
              },
            },
            {
              label: 'Set a PIN for the tablets',
              act: () => {
                onDo({ what: 'pin', person });
              },
            },
            {
              label: 'Make a badge',
              act: () => {
                onDo({ what: 'badge', person });
              },
            },
            {
              label: 'Export what is kept of them',
              act: () => {
                data.mutate();
              },
            },
            {
              label: 'Sign them out everywhere',
              act: () => {
                signOut.mutate();
              },
            },
            {
              label: 'Let in no more',
              act: () => {
                remove.mutate();
              },
            },
            {
              label: 'Take their name out of everything…',
              act: () => {
                onDo({ what: 'erase', person });
              },
            },
          ]}
        />
      </td>
    </tr>
  );
}

function AddPerson({ onClose }: { onClose: () => void }) {
  const [name, setName] = useState('');
  const [role, setRole] = useState<Role>('presser');
  const add = useMutation({
    mutationFn: () => call('addPerson', { body: { name, role } }),
    onSuccess: (people) => {
      keepPeople(people);
      onClose();
    },
  });
  return (
    <OpenDialog title="Let somebody in" onClose={onClose}>
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          add.mutate();
        }}
      >
        <TextField
          label="Name"
          hint="As it stands in the log."
          autoComplete="off"
          autoFocus
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
            setRole(chosen as Role);
          }}
        />
        <FormFoot
          problem={add.error && problemFrom(add.error)}
          onCancel={onClose}
          label="Let in"
          disabled={name.trim() === '' || add.isPending}
        />
      </form>
    </OpenDialog>
  );
}

/** Who is let in, by what, and what they may do. */
export function PeopleTable({ people }: { people: readonly Person[] }) {
  const [adding, setAdding] = useState(false);
  const [doing, setDoing] = useState<Doing>(null);
  const close = () => {
    setDoing(null);
  };
  return (
    <>
      <div className="flex items-center gap-3">
        <h2 className="mr-auto font-big text-2xl font-bold">Who is let in</h2>
        <Button
          tone="strong"
          onClick={() => {
            setAdding(true);
          }}
        >
          Let somebody in
        </Button>
      </div>
      <div className="overflow-x-auto">
        <table className="w-full min-w-[760px] text-left">
          <thead>
            <tr className="text-[14px] text-soft [&>th]:pr-4 [&>th]:font-semibold">
              <th>Name</th>
              <th>Role</th>
              <th>May</th>
              <th>Comes in by</th>
              <th>Last here</th>
              <th>
                <span className="sr-only">More</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {people.map((person) => (
              <Row key={person.id} person={person} onDo={setDoing} />
            ))}
          </tbody>
        </table>
      </div>
      {adding && (
        <AddPerson
          onClose={() => {
            setAdding(false);
          }}
        />
      )}
      {doing?.what === 'change' && <PersonDialog person={doing.person} onClose={close} />}
      {doing?.what === 'code' && <CodeDialog person={doing.person} onClose={close} />}
      {doing?.what === 'pin' && <PinDialog person={doing.person} onClose={close} />}
      {doing?.what === 'badge' && <BadgeDialog person={doing.person} onClose={close} />}
      {doing?.what === 'erase' && <ErasePerson person={doing.person} onClose={close} />}
    </>
  );
}
