import { useMutation } from '@tanstack/react-query';
import type { Person } from '@kanga/contract/people';
import { call, problemFrom, queryClient } from '../data/index.js';
import { Button, CloseFoot, OpenDialog, ProblemText } from '../ui/index.js';
import { erasedWords } from './erased-words.js';

/** Takes somebody's name out of all that is kept; what happened stays. */
export function ErasePerson({ person, onClose }: { person: Person; onClose: () => void }) {
  const erase = useMutation({
    mutationFn: () => call('erasePerson', { id: person.id }),
    onSuccess: () => queryClient.invalidateQueries(),
  });
  return (
    <OpenDialog title={`Take ${person.name} out of everything?`} onClose={onClose}>
      {erase.data ? (
        <>
          <p>{erasedWords(erase.data)}</p>
          <CloseFoot onClose={onClose} />
        </>
      ) : (
        <>
          <p>
            {person.name} is let in no more. In the log, the stock and everywhere else a made-up name takes the place of
            theirs: what was pressed, and how it came out, stays. It cannot be taken back. Backups of before still hold
            the name, as long as they are kept.
          </p>
          {erase.error && <ProblemText problem={problemFrom(erase.error)} className="mt-2" />}
          <div className="mt-4 flex justify-end gap-2">
            <Button onClick={onClose}>Cancel</Button>
            <Button
              tone="danger"
              disabled={erase.isPending}
              onClick={() => {
                erase.mutate();
              }}
            >
              Take the name out
            </Button>
          </div>
        </>
      )}
    </OpenDialog>
  );
}
