import { useQuery } from '@tanstack/react-query';
import type { Me } from '@kanga/contract/people';
import { keptText } from './kept-text.js';
import { setOperator } from './operator.js';
import { meQuery, queryClient } from './queries.js';

/** Whether people sign in here, as it was told last: a screen that knows waits to hear who is there before it asks for anything. */
const told = keptText('kanga.people');
export const peopleSignIn = (): boolean => told.read() !== null;

/** Who is at this screen, as the gate has asked; undefined: not told yet. */
export function useMe(): Me | undefined {
  return useQuery({ ...meQuery, enabled: false }, queryClient).data;
}

/** What is kept of who is there: what is entered from now on is theirs. */
export function noteMe(me: Me): void {
  told.keep(me.mode === 'people' ? 'yes' : null);
  if (me.person) setOperator(me.person.name);
}

/** Somebody has signed in here: everything is asked for anew, in their name. */
export async function entered(me: Me): Promise<void> {
  noteMe(me);
  // What was refused while nobody was there would be taken for the answer.
  queryClient.removeQueries({ predicate: ({ state }) => state.status === 'error' });
  queryClient.setQueryData(meQuery.queryKey, me);
  await queryClient.invalidateQueries({ predicate: ({ queryKey }) => queryKey[0] !== 'me' });
}

/** Nobody is there any more: nothing that was shown stays in memory, nor in what this screen keeps for when the server is away. */
export async function left(me: Me): Promise<void> {
  setOperator(null);
  queryClient.setQueryData(meQuery.queryKey, me);
  queryClient.removeQueries({ predicate: ({ queryKey }) => queryKey[0] !== 'me' });
  noteMe(me);
  if (me.tablet === null && 'caches' in window)
    for (const name of await caches.keys()) if (name.startsWith('kanga-')) await caches.delete(name);
}
