import { useMutation, useSuspenseQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { USUAL_RATES } from '@kanga/core/shop';
import { byUrgency, standingOf, type Standing } from '@kanga/core/stock';
import {
  problemFrom,
  queryClient,
  serverNow,
  shopDay,
  shopQuery,
  stockQuery,
  useShop,
  blanksQuery,
} from '../data/index.js';

/** All that the shop keeps, as it stands today, and how it is changed. */
export function useStock() {
  const { settings } = useShop();
  const rates = settings.rates ?? USUAL_RATES;
  const items = useSuspenseQuery(stockQuery).data;
  const today = shopDay(serverNow());
  const standings = useMemo(() => items.map((item) => standingOf(item, rates)), [items, rates]);
  const change = useMutation({
    mutationFn: (ask: () => Promise<unknown>) => ask(),
    onSuccess: () =>
      Promise.all([
        queryClient.invalidateQueries({ queryKey: stockQuery.queryKey }),
        queryClient.invalidateQueries(blanksQuery),
        queryClient.invalidateQueries(shopQuery),
      ]),
  });
  return {
    standings,
    rates,
    today,
    busy: change.isPending,
    problem: change.isError ? problemFrom(change.error) : null,
    /** Forgets what went wrong. */
    reset: change.reset,
    /** Asks the server for a change; whether it was done. */
    change: (ask: () => Promise<unknown>): Promise<boolean> =>
      change.mutateAsync(ask).then(
        () => true,
        () => false,
      ),
  };
}

/** What is to be ordered, most urgent first. */
export const toOrder = (standings: readonly Standing[]): Standing[] =>
  standings.filter(({ order }) => order > 0).sort(byUrgency);
