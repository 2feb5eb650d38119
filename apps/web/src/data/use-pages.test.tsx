/** @jest-environment jsdom */
import { act, renderHook, waitFor } from '@testing-library/react';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { usePages } from './use-pages.js';

interface Page {
  names: string[];
  next: string | null;
}

/** A list of three pages behind a door that refuses what `refuses` says; tells what was asked for. */
function listed(refuses: (page: string) => boolean) {
  const asked: string[] = [];
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const queryFn = ({ pageParam }: { pageParam: string }): Promise<Page> => {
    asked.push(pageParam);
    if (refuses(pageParam)) return Promise.reject(new Error(`no page ${pageParam}`));
    const at = Number(pageParam || '1');
    return Promise.resolve({ names: [`page ${at}`], next: at < 3 ? String(at + 1) : null });
  };
  const { result } = renderHook(
    () => {
      const list = usePages<Page>({
        queryKey: ['list'],
        initialPageParam: '',
        queryFn,
        getNextPageParam: ({ next }) => next,
      });
      // The end of the list is in sight all the time: more is asked for whenever it may be.
      list.more();
      return list;
    },
    {
      wrapper: ({ children }: { children: ReactNode }) => (
        <QueryClientProvider client={client}>{children}</QueryClientProvider>
      ),
    },
  );
  return { result, asked, names: () => result.current.pages.flatMap(({ names }) => names) };
}

test('a list in sight of its end comes page by page until it is whole', async () => {
  const { result, asked, names } = listed(() => false);
  await waitFor(() => {
    expect(names()).toEqual(['page 1', 'page 2', 'page 3']);
  });
  expect(asked).toEqual(['', '2', '3']);
  expect(result.current.hasMore).toBe(false);
});

test('a page that is refused is asked for once, and again by hand alone', async () => {
  let closed = true;
  const { result, asked, names } = listed((page) => page === '2' && closed);
  await waitFor(() => {
    expect(result.current.rest.error?.message).toBe('no page 2');
  });
  // Long enough for hundreds of questions, if it did go on.
  await act(() => new Promise((done) => setTimeout(done, 200)));
  expect(asked).toEqual(['', '2']);
  expect(result.current.error).toBeNull();
  expect(names()).toEqual(['page 1']);
  closed = false;
  act(() => {
    result.current.rest.again();
  });
  await waitFor(() => {
    expect(names()).toEqual(['page 1', 'page 2', 'page 3']);
  });
  expect(result.current.rest.error).toBeNull();
});

test('a list that is refused from the start says why, and is asked for once more', async () => {
  let closed = true;
  const { result, names } = listed(() => closed);
  await waitFor(() => {
    expect(result.current.error?.message).toBe('no page ');
  });
  closed = false;
  act(() => {
    result.current.again();
  });
  await waitFor(() => {
    expect(names()).toHaveLength(3);
  });
});
