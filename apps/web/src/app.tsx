import { Suspense, useEffect, useState } from 'react';
import { createBrowserRouter, Link, Outlet, useHref, useNavigate, useRouteError, type RouteObject } from 'react-router';
import { ApiError, IS_CLOSED, problemFrom, useMe } from './data/index.js';
import { Cloth } from './frame/index.js';
import { Gate } from './people/index.js';

/** What went wrong; where nobody is signed in any more, the way in again. */
const Fallback = () => (
  <Gate>
    <Trouble />
  </Gate>
);

function Trouble() {
  const problem = problemFrom(useRouteError());
  const [navigate, home] = [useNavigate(), useHref('/')];
  const isClosed = IS_CLOSED.includes(problem.code);
  const me = useMe();
  const isIn = me !== undefined && me.person !== null && !me.lacksSecond;
  // Whoever has come in since sees what they came for; where that is, the browser knows sooner than what is drawn.
  useEffect(() => {
    if (!isClosed || !isIn) return;
    const { pathname, search } = window.location;
    void navigate(`${pathname.slice(home.replace(/\/$/, '').length)}${search}`, { replace: true });
  }, [isClosed, isIn, navigate, home]);
  if (isClosed) return <Waiting />;
  return (
    <Cloth title={problem.title}>
      <div className="m-auto max-w-xl p-8" role="alert">
        <h1 className="font-big text-3xl font-bold">{problem.title}</h1>
        <p className="my-3 text-lg">{problem.remedy}</p>
        <div className="flex gap-4">
          <button
            type="button"
            className="text-cyan underline"
            onClick={() => {
              window.location.reload();
            }}
          >
            Reload
          </button>
          <Link to="/" className="text-cyan underline">
            Back to today
          </Link>
        </div>
      </div>
    </Cloth>
  );
}

/** Waiting for the first answer; after a few seconds it says what may be the matter. */
function Waiting() {
  const [long, setLong] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => {
      setLong(true);
    }, 4000);
    return () => {
      clearTimeout(timer);
    };
  }, []);
  return (
    <p role="status" className="p-10 font-big text-2xl text-soft">
      {long
        ? 'Kanga’s server does not answer yet. Is ./kanga start running? This page goes on by itself when it is.'
        : 'Loading…'}
    </p>
  );
}

function Root() {
  return (
    <Gate>
      <Suspense fallback={<Waiting />}>
        <Outlet />
      </Suspense>
    </Gate>
  );
}

const NotThere = () => {
  throw new ApiError(404, {
    code: 'page.unknown',
    title: 'There is no such page',
    remedy: 'Check the address, or go back to today.',
    faults: [],
  });
};

const PAGES: RouteObject[] = [
  {
    element: <Root />,
    errorElement: <Fallback />,
    hydrateFallbackElement: <Waiting />,
    children: [
      { path: '/', lazy: async () => ({ Component: (await import('./job/today.js')).Today }) },
      { path: '/jobs', lazy: async () => ({ Component: (await import('./job/jobs.js')).Jobs }) },
      { path: '/jobs/:id/:stage?', lazy: async () => ({ Component: (await import('./job/job-screen.js')).JobScreen }) },
      { path: '/bench', lazy: async () => ({ Component: (await import('./press/bench-page.js')).BenchPage }) },
      { path: '/orders', lazy: async () => ({ Component: (await import('./order/orders.js')).Orders }) },
      { path: '/orders/:id', lazy: async () => ({ Component: (await import('./order/order-page.js')).OrderPage }) },
      {
        path: '/orders/:id/price',
        lazy: async () => ({ Component: (await import('./order/price-page.js')).PricePage }),
      },
      { path: '/stock', lazy: async () => ({ Component: (await import('./stock/index.js')).StockPage }) },
      { path: '/orders/:id/pack', lazy: async () => ({ Component: (await import('./pack/pack-page.js')).PackPage }) },
      { path: '/studies', lazy: async () => ({ Component: (await import('./study/studies.js')).Studies }) },
      { path: '/studies/:id', lazy: async () => ({ Component: (await import('./study/study-page.js')).StudyPage }) },
      { path: '/recipes', lazy: async () => ({ Component: (await import('./recipe/recipes.js')).Recipes }) },
      {
        path: '/settings',
        lazy: async () => ({ Component: (await import('./recipe/settings-page.js')).SettingsPage }),
      },
      { path: '/chart', lazy: async () => ({ Component: (await import('./recipe/chart.js')).ChartPage }) },
      { path: '/sheets', lazy: async () => ({ Component: (await import('./sheet/gang.js')).GangPage }) },
      { path: '/p/:number/:piece', lazy: async () => ({ Component: (await import('./job/piece-door.js')).PieceDoor }) },
      { path: '/shelf', lazy: async () => ({ Component: (await import('./shelf/shelf.js')).Shelf }) },
      { path: '/shelf/:id', lazy: async () => ({ Component: (await import('./shelf/blank-page.js')).BlankPage }) },
      { path: '/shop', lazy: async () => ({ Component: (await import('./shop/shop.js')).ShopPage }) },
      { path: '/people', lazy: async () => ({ Component: (await import('./people/people-page.js')).PeoplePage }) },
      { path: '/me', lazy: async () => ({ Component: (await import('./people/own-page.js')).OwnPage }) },
      { path: '/changes', lazy: async () => ({ Component: (await import('./people/changes-page.js')).ChangesPage }) },
      { path: '/guide', lazy: async () => ({ Component: (await import('./guide/guide.js')).Guide }) },
      { path: '/log', lazy: async () => ({ Component: (await import('./log/log.js')).Log }) },
      { path: '*', Component: NotThere },
    ],
  },
];

/** The pages of Kanga, beneath the path where it is served. */
export const routerAt = (home: string) => createBrowserRouter(PAGES, { basename: home });
