import { useMutation, useQuery, useSuspenseQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { fontsOf } from '@kanga/core/art';
import { costOf } from '@kanga/core/cost';
import { bySize, type Blank } from '@kanga/core/blank';
import { checkOrder, shortOf, sizesOf, type CostedSize, type OrderFile, type OrderJob } from '@kanga/core/order';
import { viewJob, type JobView } from '@kanga/core/job';
import { USUAL_RATES } from '@kanga/core/shop';
import { blankItem } from '@kanga/core/stock';
import {
  blanksQuery,
  JOBS_KEY,
  orderJobsQuery,
  orderQuery,
  ORDER_LISTS_KEY,
  problemFrom,
  queryClient,
  serverNow,
  shopDay,
  stockQuery,
  useFaces,
  useFloor,
  usePrint,
  useShop,
} from '../data/index.js';

/** The jobs line by line, and within a line by size. */
function inOrder({ order, jobs }: OrderFile, blanks: readonly Blank[]): OrderFile {
  const blankOf = ({ blankId }: OrderJob) => blanks.find(({ id }) => id === blankId);
  const sorted = order.lines.flatMap(({ id }) =>
    jobs
      .filter((job) => job.line === id)
      .sort((a, b) => {
        const [one, other] = [blankOf(a), blankOf(b)];
        return one && other ? bySize(one, other) : 0;
      }),
  );
  return { order, jobs: sorted };
}

/** An order, what is to be said of it, and how it is changed. */
export function useOrder(id: string) {
  const told = useSuspenseQuery(orderQuery(id)).data;
  const blanks = useSuspenseQuery(blanksQuery).data;
  const file = useMemo(() => inOrder(told, blanks), [told, blanks]);
  const items = useQuery(stockQuery).data;
  const house = (useShop().settings.rates ?? USUAL_RATES).fallout;
  const short = useMemo(() => shortOf(file, items ?? [], house), [file, items, house]);
  const log = useMemo(
    () => (blankId: string) => items?.find(({ id }) => id === blankItem(blankId))?.log ?? { spoiled: 0, pressed: 0 },
    [items],
  );
  const findings = useMemo(
    () => checkOrder(file, { blanks, short, today: shopDay(serverNow()) }),
    [file, blanks, short],
  );
  const change = useMutation({
    mutationFn: (ask: () => Promise<OrderFile>) => ask(),
    onSuccess: async (changed) => {
      queryClient.setQueryData(orderQuery(id).queryKey, changed);
      await Promise.all([
        queryClient.invalidateQueries({ queryKey: ORDER_LISTS_KEY }),
        queryClient.invalidateQueries({ queryKey: JOBS_KEY }),
      ]);
    },
  });
  return {
    file,
    blanks,
    short,
    log,
    findings,
    busy: change.isPending,
    problem: change.isError ? problemFrom(change.error) : null,
    /** Asks the server for a change, and shows what came of it; whether it was done. */
    change: (ask: () => Promise<OrderFile>): Promise<boolean> =>
      change.mutateAsync(ask).then(
        () => true,
        () => false,
      ),
  };
}
export type OrderSession = ReturnType<typeof useOrder>;

/** The jobs of an order with everything that follows from them; undefined while they are on their way. */
export function useOrderViews({ order, jobs }: OrderFile): Map<string, JobView> | undefined {
  const ids = jobs.map((job) => job.id);
  const files = useQuery(orderJobsQuery(order.id, ids)).data;
  const floor = useFloor();
  const print = usePrint();
  const fonts = useMemo(() => [...new Set((files ?? []).flatMap(({ job }) => fontsOf(job.design)))], [files]);
  const faces = useFaces(fonts);
  return useMemo(
    () => files && new Map(files.map((file) => [file.job.id, viewJob(file, floor, print, { faces })])),
    [files, floor, print, faces],
  );
}

/** What each size of an order costs, by its views; undefined while they are on their way. */
export function useCosts(
  { file, blanks, log }: OrderSession,
  views: Map<string, JobView> | undefined,
): CostedSize[] | undefined {
  const rates = useShop().settings.rates ?? USUAL_RATES;
  const print = usePrint();
  return useMemo(
    () =>
      views &&
      sizesOf(file.jobs).flatMap((job) => {
        const view = views.get(job.id);
        const line = file.order.lines.find((one) => one.id === job.line);
        const blank = blanks.find((one) => one.id === job.blankId);
        if (!view || !line || !blank) return [];
        return [
          { job, line, blank, cost: costOf(view, rates, log(blank.id), print), personalised: view.job.run !== null },
        ];
      }),
    [views, file, blanks, log, rates, print],
  );
}
