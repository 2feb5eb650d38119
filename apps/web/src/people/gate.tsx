import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useEffect, useState, type ReactNode } from 'react';
import { meQuery, noteMe, onDoor, peopleSignIn, queryClient } from '../data/index.js';

const Door = lazy(() => import('./door.js'));
const SecondStep = lazy(() => import('./second-step.js'));
const ProofDialog = lazy(() => import('./proof-dialog.js'));

/** What waits for somebody to show that it is them. */
interface Waiting {
  over: (proven: boolean) => void;
}

/**
 * Lets whoever is at this screen in. Where people sign in it waits to hear who is there; where nobody does it does not: the first picture would be later by a question whose answer is known.
 */
export function Gate({ children }: { children: ReactNode }) {
  const { data: me, isPending } = useQuery(meQuery);
  const [waiting, setWaiting] = useState<Waiting | null>(null);
  useEffect(() => {
    if (me) noteMe(me);
  }, [me]);
  useEffect(
    () =>
      onDoor({
        closed: () => {
          void queryClient.invalidateQueries({ queryKey: meQuery.queryKey });
        },
        prove: () =>
          new Promise((done) => {
            setWaiting({
              over: (proven) => {
                setWaiting(null);
                done(proven);
              },
            });
          }),
      }),
    [],
  );
  if (isPending && peopleSignIn()) return null;
  if (me?.mode === 'people' && !me.person)
    return (
      <Suspense>
        <Door me={me} />
      </Suspense>
    );
  return (
    <>
      {me?.lacksSecond ? (
        <Suspense>
          <SecondStep me={me} />
        </Suspense>
      ) : (
        children
      )}
      {waiting && (
        <Suspense>
          <ProofDialog onOver={waiting.over} />
        </Suspense>
      )}
    </>
  );
}
