import { clientsClaim } from 'workbox-core';
import { ExpirationPlugin } from 'workbox-expiration';
import { cleanupOutdatedCaches, matchPrecache, precacheAndRoute, type PrecacheEntry } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import { CacheFirst, NetworkFirst } from 'workbox-strategies';
import { servedUnder } from '@kanga/contract/route';
import { KEPT_ANSWERS, KEPT_HEADER, KEPT_PICTURES, keptIn, PATIENCE } from './index.js';

/**
 * Stands between the screens and the server, so that a screen that is reloaded while the server is away is there again: the application itself, and what its
 * bench was drawn from. The server is always asked first.
 */

/** All files of the application: the build writes the list in its place. */
declare const KANGA_FILES: PrecacheEntry[];

servedUnder(new URL('./', location.href).pathname);
clientsClaim();
precacheAndRoute(KANGA_FILES);
cleanupOutdatedCaches();

registerRoute(
  new NavigationRoute(
    async ({ request }) => {
      try {
        return await fetch(request);
      } catch (error) {
        const page = await matchPrecache('index.html');
        if (page) return page;
        throw error;
      }
    },
    { denylist: [/\/api\//] },
  ),
);

registerRoute(
  // What was looked for letter by letter would push out what a bench goes on with.
  ({ url, sameOrigin }) => sameOrigin && keptIn(url.pathname) === KEPT_ANSWERS && !url.searchParams.has('find'),
  new NetworkFirst({
    cacheName: KEPT_ANSWERS,
    networkTimeoutSeconds: PATIENCE,
    plugins: [
      new ExpirationPlugin({ maxEntries: 200 }),
      {
        // Said plainly: this is how it was, not how it is.
        cachedResponseWillBeUsed: ({ cachedResponse }) => {
          if (!cachedResponse) return Promise.resolve(null);
          const headers = new Headers(cachedResponse.headers);
          headers.set(KEPT_HEADER, headers.get('date') ?? '');
          const { status, statusText, body } = cachedResponse;
          return Promise.resolve(new Response(body, { status, statusText, headers }));
        },
      },
    ],
  }),
);

registerRoute(
  ({ url, sameOrigin }) => sameOrigin && keptIn(url.pathname) === KEPT_PICTURES,
  new CacheFirst({ cacheName: KEPT_PICTURES, plugins: [new ExpirationPlugin({ maxEntries: 400 })] }),
);
