import { useMutation, type UseMutationResult } from '@tanstack/react-query';
import type { DayBook } from '@kanga/core/day';
import { call, dayQuery, queryClient } from '../data/index.js';

/** Keeps what somebody says of the shop’s days, over the book as it is looked at; the plan follows. */
export const useKeepDay = (book: DayBook): UseMutationResult<DayBook, Error, Partial<DayBook>> =>
  useMutation({
    mutationFn: (change: Partial<DayBook>) => call('keepDay', { body: { ...book, ...change } }),
    onSuccess: () => queryClient.invalidateQueries({ queryKey: dayQuery.queryKey }),
  });
