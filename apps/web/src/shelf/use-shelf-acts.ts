import { useMutation } from '@tanstack/react-query';
import { descriptionOf, type Blank } from '@kanga/core/blank';
import type { NewBlank } from '@kanga/contract/blank';
import { blanksQuery, call, queryClient } from '../data/index.js';

/** What is done to blanks from the shelf itself. */
export function useShelfActs() {
  const refresh = () => queryClient.invalidateQueries(blanksQuery);
  const add = useMutation({
    mutationFn: (body: NewBlank) => call('addBlank', { body }),
    onSuccess: refresh,
  });
  const save = useMutation({
    mutationFn: ({ id, builtIn, ...body }: Blank) => {
      void builtIn;
      return call('changeBlank', { id, body });
    },
    onSuccess: refresh,
  });
  const addMany = useMutation({
    mutationFn: (body: NewBlank[]) => call('addBlanks', { body }),
    onSuccess: refresh,
  });
  return { add, save, addMany };
}
export type ShelfActs = ReturnType<typeof useShelfActs>;

/** What a menu offers for one blank. */
export function actsFor(blank: Blank, acts: ShelfActs): { label: string; act: () => void }[] {
  return [
    {
      label: 'Duplicate',
      act: () => {
        acts.add.mutate({
          ...descriptionOf(blank),
          name: `${blank.name}, copy`,
          archived: false,
          range: null,
          size: null,
        });
      },
    },
    {
      label: 'Add another size',
      act: () => {
        const range = blank.range ?? blank.name;
        if (blank.range === null) acts.save.mutate({ ...blank, range });
        acts.add.mutate({ ...descriptionOf(blank), range, size: 'new', name: `${range}, new size`, archived: false });
      },
    },
    {
      label: blank.archived ? 'Restore' : 'Archive',
      act: () => {
        acts.save.mutate({ ...blank, archived: !blank.archived });
      },
    },
  ];
}
