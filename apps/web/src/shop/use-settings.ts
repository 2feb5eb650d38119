import { useMutation } from '@tanstack/react-query';
import { useEffect } from 'react';
import type { Settings } from '@kanga/core/shop';
import { call, queryClient, sendLeaving, shopQuery, useShop } from '../data/index.js';

/** The saves of the shop's settings, one after the other. */
const SETTINGS = ['shop', 'settings'];

/** The settings as they were chosen last, if they are not saved yet. */
const unsaved = (): Settings | undefined =>
  queryClient
    .getMutationCache()
    .findAll({ mutationKey: SETTINGS, status: 'pending' })
    .map(({ state }) => state.variables as Settings)
    .at(-1);

/** The page is left while saves still wait for each other: the last one says it all. */
const saveLeaving = () => {
  const body = unsaved();
  if (body) sendLeaving('changeSettings', { body });
};

/** The settings of the shop: they hold as soon as they are chosen, and are saved behind. */
export function useSettings() {
  const { settings } = useShop();
  const save = useMutation({
    mutationFn: (body: Settings) => call('changeSettings', { body }),
    mutationKey: SETTINGS,
    scope: { id: 'settings' },
    onMutate: async (next) => {
      // An answer that is on its way tells how it was before this.
      await queryClient.cancelQueries(shopQuery);
      queryClient.setQueryData(shopQuery.queryKey, (shop) => shop && { ...shop, settings: next });
    },
    onSettled: async () => {
      // Only the last of several changes asks how it stands now.
      if (queryClient.isMutating({ mutationKey: SETTINGS }) === 1) await queryClient.invalidateQueries(shopQuery);
    },
  });
  useEffect(() => {
    window.addEventListener('pagehide', saveLeaving);
    return () => {
      window.removeEventListener('pagehide', saveLeaving);
    };
  }, []);
  return {
    settings,
    /** Two choices in a row are both kept: the second builds on the first, drawn or not. */
    set: (change: Partial<Settings>) => {
      save.mutate({ ...(unsaved() ?? settings), ...change });
    },
    problem: save.error,
  };
}
