import {
  keepPreviousData,
  useInfiniteQuery,
  type InfiniteData,
  type UseInfiniteQueryOptions,
} from '@tanstack/react-query';
import { useCallback } from 'react';

/**
 * A list as far as it is looked at: its pages, and what fetches the next one unless it is on its way. What stood there stays until the answer to another question is there. A page that
 * is refused is asked for again by hand alone: the end of the list stays in sight, and would ask without a pause.
 */
export function usePages<Page>(
  query: UseInfiniteQueryOptions<Page, Error, InfiniteData<Page>, readonly unknown[], string>,
) {
  const asked = useInfiniteQuery({ ...query, placeholderData: keepPreviousData });
  const { data, error, isFetching, isPending, hasNextPage, isFetchingNextPage, fetchNextPage, refetch } = asked;
  const isShort = asked.isFetchNextPageError;
  const mayAsk = hasNextPage && !isFetchingNextPage && !isShort;
  const more = useCallback(() => {
    if (mayAsk) void fetchNextPage();
  }, [mayAsk, fetchNextPage]);
  return {
    pages: data?.pages ?? [],
    isFetching,
    isPending,
    hasMore: hasNextPage,
    more,
    /** Why what is shown is not what the server has: nothing was told at all, or not how it stands now. */
    error: isShort ? null : error,
    again: () => void refetch(),
    /** What comes after the pages that are there. */
    rest: {
      isComing: isFetchingNextPage,
      error: isShort ? error : null,
      again: () => void fetchNextPage(),
    },
  };
}
