import { useEffect, useMemo } from 'react';
import { infiniteQueryOptions, QueryClient, queryOptions, useQueries, useSuspenseQuery } from '@tanstack/react-query';
import { runsOf } from '@kanga/core/inspect';
import { unpackJobFile, type JobFile, type ShopFloor } from '@kanga/core/job';
import { FONTS, type Face, type FontId } from '@kanga/core/text';
import { dayIn, unitPrinter, type UnitPrinter } from '@kanga/core/units';
import type { JobPage, JobsQuery, JobSummary } from '@kanga/contract/job';
import type { OrdersQuery } from '@kanga/contract/order';
import type { AuditQuery } from '@kanga/contract/people';
import { addressOf } from '@kanga/contract/route';
import type { Shop } from '@kanga/contract/shop';
import { ApiError, call, callForFile, callOrKept } from './api.js';
import { useLive } from './live.js';

export const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 5_000,
      retry: (count, error) => error instanceof ApiError && (error.offline || error.status === 503) && count < 30,
      retryDelay: (n) => Math.min(5000, 400 * 2 ** n),
      networkMode: 'always',
    },
    mutations: { networkMode: 'always' },
  },
});

export const shopQuery = queryOptions({ queryKey: ['shop'], queryFn: () => call('shop'), staleTime: 60_000 });
/** Who is at this screen, and whether anybody has to say so. */
export const meQuery = queryOptions({
  queryKey: ['me'],
  queryFn: () => call('me'),
  staleTime: 60_000,
  refetchInterval: 5 * 60_000,
});
export const peopleQuery = queryOptions({ queryKey: ['people'], queryFn: () => call('people') });
export const signInRuleQuery = queryOptions({ queryKey: ['sign-in-rule'], queryFn: () => call('signInRule') });
export const tabletsQuery = queryOptions({ queryKey: ['tablets'], queryFn: () => call('tablets') });
export const networkQuery = queryOptions({ queryKey: ['network'], queryFn: () => call('network') });
export const signInsQuery = queryOptions({ queryKey: ['sign-ins'], queryFn: () => call('signIns') });
/** The shop's time zone; this screen's own while the shop is not known. */
export const shopZone = (): string =>
  queryClient.getQueryData(shopQuery.queryKey)?.settings.timeZone ?? Intl.DateTimeFormat().resolvedOptions().timeZone;

/** The day of a moment in the shop, wherever this screen stands. */
export const shopDay = (moment: string): string => dayIn(shopZone(), moment);

export const storageQuery = queryOptions({ queryKey: ['storage'], queryFn: () => call('storage') });
/** The shop's backups; a command lists them, which takes a moment. */
export const backupsQuery = queryOptions({
  queryKey: ['backups'],
  queryFn: () => call('backups'),
  staleTime: 60_000,
});
export const blanksQuery = queryOptions({ queryKey: ['blanks'], queryFn: () => call('blanks') });
export const artQuery = queryOptions({ queryKey: ['art'], queryFn: () => call('arts') });
/** A picture with all that was read in its pixels; it never changes. */
export const artOneQuery = (id: string) =>
  queryOptions({ queryKey: ['art', id], queryFn: () => call('art', { id }), staleTime: Infinity });
/** A job as the server has it now. */
export const loadJob = async (id: string): Promise<JobFile> => unpackJobFile(await callOrKept('packedJob', { id }));
/** As long as a screen may take from the answer until it stands: a large run is read for a while before anybody looks after its file, ms. */
const TO_STAND = 15_000;
const jobFileQuery = (id: string) =>
  queryOptions({
    queryKey: ['job', id],
    queryFn: () => loadJob(id),
    staleTime: TO_STAND,
    gcTime: TO_STAND,
    refetchOnWindowFocus: false,
  });
/** A job with everything it refers to, asked for anew whenever it is opened: a session keeps it from then on. */
export function useJobFile(id: string): JobFile {
  useEffect(
    () => () => {
      queryClient.removeQueries({ queryKey: ['job', id] });
    },
    [id],
  );
  return useSuspenseQuery(jobFileQuery(id)).data;
}
/** As many entries of a long list as are asked for at once: a window shows ten. */
const PAGE = '50';
/** A list page by page: each is asked for from where the one before ended. */
const pagesQuery = <Page extends { next: string | null }>(
  queryKey: readonly unknown[],
  ask: (from: { most: string; after?: string }) => Promise<Page>,
) =>
  infiniteQueryOptions({
    queryKey,
    initialPageParam: '',
    queryFn: ({ pageParam }) => ask({ most: PAGE, ...(pageParam === '' ? {} : { after: pageParam }) }),
    getNextPageParam: ({ next }) => next,
  });
/** The book of changes, page by page. */
export const changesQuery = (query: Omit<AuditQuery, 'most' | 'after'>) =>
  pagesQuery(['changes', query], (from) => call('audit', { query: { ...query, ...from } }));
/** Every list of jobs, whatever it is narrowed to. */
export const JOBS_KEY = ['jobs'];
/** The first jobs of a list. */
export const jobsQuery = (asked: JobsQuery) =>
  queryOptions({ queryKey: [...JOBS_KEY, asked], queryFn: () => call('jobs', { query: { ...asked } }) });
/** A list of jobs page by page, as far as it is looked at. */
export const jobPagesQuery = (asked: JobsQuery) =>
  pagesQuery([...JOBS_KEY, 'pages', asked], (from) => call('jobs', { query: { ...asked, ...from } }));
/** What is due first of all that is open. */
export const firstJobQuery = jobsQuery({ list: 'open', most: '1' });
/** Open jobs that belong to no order, as many as a page shows at once. */
export const ownJobsQuery = jobsQuery({ list: 'open', alone: 'true', most: '24' });
/** Every open job. */
export const openJobsQuery = queryOptions({
  queryKey: [...JOBS_KEY, 'every open one'],
  queryFn: async () => {
    const jobs: JobSummary[] = [];
    for (let after: string | null = ''; after !== null;) {
      const asked: JobsQuery = { list: 'open', most: '500', ...(after === '' ? {} : { after }) };
      const page: JobPage = await call('jobs', { query: { ...asked } });
      jobs.push(...page.jobs);
      after = page.next;
    }
    return jobs;
  },
});
/** Every page of the log, whatever it is narrowed to. */
export const LOG_KEY = ['log'];
export const benchQuery = queryOptions({
  queryKey: ['bench'],
  queryFn: () => call('bench'),
  staleTime: 0,
});
/** What plates read while the clocks of a job ran. */
export const actualsQuery = (jobId: string) =>
  queryOptions({ queryKey: ['actuals', jobId], queryFn: () => call('actuals', { id: jobId }) });
/** What came of the runs of the last days. */
export const outcomesQuery = (days: number) =>
  queryOptions({
    queryKey: ['outcomes', days],
    queryFn: async () => runsOf(await call('outcomes', { query: { days: String(days) } })),
  });

/** What was pressed in this shop and what came of it; plans start from it. */
export const provenQuery = queryOptions({ queryKey: ['proven'], queryFn: () => call('proven') });

/** Spoiled garments that are kept for tests. */
export const testClothQuery = queryOptions({
  queryKey: ['test-cloth'],
  queryFn: () => call('testCloth'),
});
/** What is packed together, of an order or of a job that stands for itself. */
export const packQuery = (of: 'order' | 'job', id: string) =>
  queryOptions({
    queryKey: ['pack', of, id],
    queryFn: () => call(of === 'order' ? 'packOrder' : 'packJob', { id }),
    staleTime: 0,
  });
/** The boxes that take an order, or a job that stands for itself. */
export const parcelQuery = (of: 'order' | 'job', id: string) =>
  queryOptions({
    queryKey: ['parcel', of, id],
    queryFn: () => call(of === 'order' ? 'parcelOfOrder' : 'parcelOfJob', { id }),
    staleTime: 0,
  });
/** All that the shop keeps, with what accepted orders want of it. */
export const stockQuery = queryOptions({ queryKey: ['stock'], queryFn: () => call('stock'), staleTime: 0 });
/** What happened to a thing in stock. */
export const stockEventsQuery = (item: string) =>
  queryOptions({ queryKey: ['stock', item, 'events'], queryFn: () => call('stockEvents', { item }), staleTime: 0 });
/** What accepted orders want of a thing in stock. */
export const stockClaimsQuery = (item: string) =>
  queryOptions({ queryKey: ['stock', item, 'claims'], queryFn: () => call('stockClaims', { item }), staleTime: 0 });
/** What was pressed on a day. */
export const dayDoneQuery = (day: string) =>
  queryOptions({ queryKey: ['day', 'done', day], queryFn: () => call('dayDone', { query: { day } }), staleTime: 0 });

/** What the plan of the day is made of: it changes with everything that happens, and is asked for anew where it is looked at. */
export const dayQuery = queryOptions({
  queryKey: ['day'],
  queryFn: () => call('day'),
  // Just long enough for the first screen, which asks before it is there.
  staleTime: 1000,
  refetchInterval: 120_000,
});
/** Every list of orders, and every order. */
export const ORDERS_KEY = ['orders'];
/** Lists of orders alone. */
export const ORDER_LISTS_KEY = [...ORDERS_KEY, 'lists'];
/** The first orders of a list with their jobs. */
export const ordersQuery = (asked: OrdersQuery) =>
  queryOptions({ queryKey: [...ORDER_LISTS_KEY, asked], queryFn: () => call('orders', { query: { ...asked } }) });
/** A list of orders page by page, as far as it is looked at. */
export const orderPagesQuery = (asked: OrdersQuery) =>
  pagesQuery([...ORDER_LISTS_KEY, 'pages', asked], (from) => call('orders', { query: { ...asked, ...from } }));
/** Open orders by due day, as many as a page shows at once. */
export const openOrdersQuery = ordersQuery({ list: 'open', most: '24' });
export const orderQuery = (id: string) =>
  // What happens to its jobs, happens on other screens: it is asked for anew whenever it is opened.
  queryOptions({ queryKey: [...ORDERS_KEY, id], queryFn: () => call('order', { id }), staleTime: 0 });
/** What an order came to. */
export const madeQuery = (id: string) =>
  queryOptions({ queryKey: [...ORDERS_KEY, id, 'made'], queryFn: () => call('madeOfOrder', { id }), staleTime: 0 });
/** The jobs of an order with all that they refer to. */
export const orderJobsQuery = (id: string, jobs: readonly string[]) =>
  queryOptions({
    queryKey: [...ORDERS_KEY, id, 'jobs', ...jobs],
    queryFn: () => Promise.all(jobs.map((job) => loadJob(job))),
    staleTime: 0,
  });
/** Studies: searches for the best settings. */
export const studiesQuery = queryOptions({ queryKey: ['studies'], queryFn: () => call('studies') });
export const studyQuery = (id: string) =>
  // Its swatches are pressed on other screens: it is asked for anew whenever it is opened.
  queryOptions({ queryKey: ['studies', id], queryFn: () => call('study', { id }), staleTime: 0 });
/** The recipe of each blank, press and paper that has one. */
export const recipesQuery = queryOptions({ queryKey: ['recipes'], queryFn: () => call('recipes') });

/** The prints of a job, or the last ones of all; asked for again every second while one is on its way. */
export const printsQuery = (jobId: string | null) =>
  queryOptions({
    queryKey: ['prints', jobId],
    queryFn: () => call('prints', jobId === null ? {} : { query: { job: jobId } }),
    refetchInterval: ({ state }) =>
      state.data?.some((one) => ['rendering', 'sending', 'printing'].includes(one.state)) ? 1000 : false,
  });

export const useShop = (): Shop => useSuspenseQuery(shopQuery).data;

/** What the plate of a press reads now, °C; null: nothing measures it, or nothing that can be believed; undefined: its controller has not told yet. */
export function usePlateReading(pressId: string | null): number | null | undefined {
  const press = useShop().presses.find(({ id }) => id === pressId);
  const told = useLive().presses.find((one) => one.pressId === pressId);
  if (!press || press.controller === null) return null;
  if (!told) return undefined;
  return told.trouble === null ? (told.reading?.celsius ?? null) : null;
}

/** The shop as a plan is made in it: what it has, how it does things, and what it has proven. */
export function useFloor(): ShopFloor {
  const shop = useShop();
  const { data: proven } = useSuspenseQuery(provenQuery);
  return useMemo(() => {
    const { settings, ...floor } = shop;
    return { ...floor, house: settings.house, energy: settings.energy, proven };
  }, [shop, proven]);
}

/** The printers of lengths and temperatures in the shop's own units. */
export function usePrint(): UnitPrinter {
  const { units, dates, timeZone } = useShop().settings;
  return useMemo(() => unitPrinter(units, { dates, timeZone }), [units, dates, timeZone]);
}

export const pictureUrl = (artId: string, size: 'thumb' | 'preview'): string =>
  addressOf('artPicture', { id: artId, size });

/** A font with all its cuts; the part of Kanga that reads fonts comes with the first one. */
const faceQuery = (id: FontId) =>
  queryOptions({
    queryKey: ['font', id],
    staleTime: Infinity,
    gcTime: Infinity,
    queryFn: async () => {
      const [{ faceOf }, ...files] = await Promise.all([
        import('@kanga/core/shaping'),
        ...FONTS[id].subsets.map(async (subset) => {
          const cut = await callForFile('fontCut', { font: id, subset });
          return new Uint8Array(await cut.arrayBuffer());
        }),
      ]);
      return [id, faceOf(files)] as const;
    },
  });

const facesOf = (results: { data?: readonly [FontId, Face] | undefined }[]): ReadonlyMap<FontId, Face> =>
  new Map(results.flatMap(({ data }) => (data ? [data] : [])));

/** The faces of these fonts, as far as they are loaded. */
export const useFaces = (ids: readonly FontId[]): ReadonlyMap<FontId, Face> =>
  useQueries({ queries: ids.map(faceQuery), combine: facesOf });
