import {
  keepPreviousData,
  useInfiniteQuery,
  type InfiniteData,
  type UseInfiniteQueryOptions,
} from '@tanstack/react-query';
import { useCallback } from 'react';

/** A list as far as it is looked at: its pages, and what fetches the next one unless it is on its way. What stood there stays until the answer to another question is there. */
export function usePages<Page>(
  query: UseInfiniteQueryOptions<Page, Error, InfiniteData<Page>, readonly unknown[], string>,
) {
  const pages = useInfiniteQuery({
    ...query,
    placeholderData: keepPreviousData,
  });
  const { data, error, isFetching, isPending, hasNextPage, isFetchingNextPage, fetchNextPage } = pages;
  const more = useCallback(() => {
    if (hasNextPage && !isFetchingNextPage) void fetchNextPage();
  }, [hasNextPage, isFetchingNextPage, fetchNextPage]);
  return {
    pages: data?.pages ?? [],
    error,
    isFetching,
    isPending,
    hasMore: hasNextPage,
    isComing: isFetchingNextPage,
    more,
  };
}
