import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import type { Person } from '@kanga/contract/people';
import { timeIn } from '@kanga/core/units';
import { call, problemFrom, useDay, useMe, useShop } from '../data/index.js';
import { Button, CloseFoot, OpenDialog, ProblemText, TextField } from '../ui/index.js';
import { ShownCode } from './shown-code.js';

/** The same in a letter, where one can be sent. */
function ByMail({ person, onSent }: { person: Person; onSent: (until: string) => void }) {
  const [to, setTo] = useState('');
  const send = useMutation({
    mutationFn: () => call('mailInvitation', { id: person.id, body: { to } }),
    onSuccess: ({ until }) => {
      onSent(until);
    },
  });
  return (
    <form
      className="mt-4 space-y-2 border-t border-rule pt-3"
      onSubmit={(event) => {
        event.preventDefault();
        send.mutate();
      }}
    >
      <TextField
        label="Or send it in a letter to"
        hint="The address is not kept."
        type="email"
        autoComplete="off"
        required
        value={to}
        onChange={(event) => {
          setTo(event.target.value);
        }}
      />
      {send.error && <ProblemText problem={problemFrom(send.error)} />}
      <Button type="submit" disabled={to === '' || send.isPending}>
        {send.isPending ? 'Sending…' : 'Send it'}
      </Button>
    </form>
  );
}

/** A code with which somebody chooses a password, at a device of their own. */
export function CodeDialog({ person, onClose }: { person: Person; onClose: () => void }) {
  const me = useMe();
  const day = useDay();
  const { settings } = useShop();
  const [sent, setSent] = useState<string | null>(null);
  const show = useMutation({ mutationFn: () => call('invitePerson', { id: person.id }) });
  return (
    <OpenDialog title={`A code for ${person.name}`} onClose={onClose}>
      <p>
        {person.name} opens Kanga at a device of their own, touches <b>I have a code</b>, types it and chooses a
        password. {person.password && 'The password of before is worth nothing then.'}
      </p>
      {show.error && <ProblemText problem={problemFrom(show.error)} />}
      {sent !== null && (
        <p role="status" className="mt-3 font-semibold">
          Sent. The code in it is good until {day(sent)} {timeIn(settings.timeZone, sent)}.
        </p>
      )}
      {sent === null &&
        (show.data ? (
          <ShownCode shown={show.data} />
        ) : (
          <>
            <Button
              tone="strong"
              className="mt-3"
              disabled={show.isPending}
              onClick={() => {
                show.mutate();
              }}
            >
              Show the code
            </Button>
            {me?.mails && <ByMail person={person} onSent={setSent} />}
          </>
        ))}
      <CloseFoot onClose={onClose} />
    </OpenDialog>
  );
}
