import { useMutation } from '@tanstack/react-query';
import { useEffect } from 'react';
import type { Person } from '@kanga/contract/people';
import { call, problemFrom } from '../data/index.js';
import { CloseFoot, OpenDialog, ProblemText } from '../ui/index.js';
import { ShownCode } from './shown-code.js';

/** A code with which somebody chooses a password, at a device of their own. */
export function CodeDialog({ person, onClose }: { person: Person; onClose: () => void }) {
  const { mutate, data, error } = useMutation({ mutationFn: () => call('invitePerson', { id: person.id }) });
  useEffect(() => {
    mutate();
  }, [mutate]);
  return (
    <OpenDialog title={`A code for ${person.name}`} onClose={onClose}>
      {error && <ProblemText problem={problemFrom(error)} />}
      {data && (
        <>
          <p>
            {person.name} opens Kanga at a device of their own, touches <b>I have a code</b>, types it and chooses a
            password. {person.password && 'The password of before is worth nothing then.'}
          </p>
          <ShownCode shown={data} />
        </>
      )}
      <CloseFoot onClose={onClose} />
    </OpenDialog>
  );
}
