import { useMemo } from 'react';
import { QueryClient, queryOptions, useSuspenseQuery } from '@tanstack/react-query';
import type { Art } from '@kanga/core/art';
import type { Blank } from '@kanga/core/blank';
import { unitPrinter, type UnitPrinter } from '@kanga/core/units';
import type { JobSummary, LogEntry } from '@kanga/contract/job';
import type { Shop } from '@kanga/contract/shop';
import { api, ApiError } from './api.js';

export const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 5_000,
      retry: (count, error) => error instanceof ApiError && error.offline && count < 30,
      retryDelay: (n) => Math.min(5000, 400 * 2 ** n),
      networkMode: 'always',
    },
    mutations: { networkMode: 'always' },
  },
});

export const shopQuery = queryOptions({ queryKey: ['shop'], queryFn: () => api<Shop>('shop'), staleTime: 60_000 });
export const blanksQuery = queryOptions({ queryKey: ['blanks'], queryFn: () => api<Blank[]>('blanks') });
export const artQuery = queryOptions({ queryKey: ['art'], queryFn: () => api<Art[]>('art') });
export const jobsQuery = queryOptions({ queryKey: ['jobs'], queryFn: () => api<JobSummary[]>('jobs') });
export const logQuery = queryOptions({ queryKey: ['log'], queryFn: () => api<LogEntry[]>('log') });

export const useShop = (): Shop => useSuspenseQuery(shopQuery).data;

/** The printers of lengths and temperatures in the shop's own units. */
export function usePrint(): UnitPrinter {
  const { units } = useShop().settings;
  return useMemo(() => unitPrinter(units), [units]);
}

export const pictureUrl = (artId: string, size: 'thumb' | 'preview'): string => `/api/art/${artId}/${size}`;
