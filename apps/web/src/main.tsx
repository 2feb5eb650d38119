import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router';
import { routerAt } from './app.js';
import { dayQuery, firstJobQuery, ownJobsQuery, provenQuery, queryClient, shopQuery } from './data/index.js';
import { servedUnder } from '@kanga/contract/route';
import { keepForAway } from './kept/index.js';
import './style.css';

const home = new URL(document.baseURI).pathname;
servedUnder(home);
const router = routerAt(home);

// Asked for while the rest of the application is still on its way.
void queryClient.prefetchQuery(shopQuery);
if (window.location.pathname === home) {
  for (const query of [firstJobQuery, ownJobsQuery]) void queryClient.prefetchQuery(query);
  void queryClient.prefetchQuery(dayQuery);
}
void queryClient.prefetchQuery(provenQuery);

// In a window that is served as it is built, and when the first screen is there; nothing is lost where a browser will not have it.
if (import.meta.env.PROD)
  window.addEventListener('load', () => {
    // A browser that does not trust the address keeps nothing.
    setTimeout(() => void keepForAway().catch(() => undefined), 1000);
  });

const root = document.getElementById('root');
if (!root) throw new Error('index.html has no #root');
createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={queryClient}>
      <RouterProvider router={router} />
    </QueryClientProvider>
  </StrictMode>,
);
