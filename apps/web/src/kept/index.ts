import { ROUTES, under, within, type RouteName } from '@kanga/contract/route';

/** The store of answers that a screen goes on with when the server is away. */
export const KEPT_ANSWERS = 'kanga-answers';
export const KEPT_PICTURES = 'kanga-pictures';

/** A server that says nothing for so long is taken for away, s: one that is only busy answers before, and its answer is the better one. */
export const PATIENCE = 15;

/** On an answer that was kept: when the server gave it, as it wrote in its own `date`. */
export const KEPT_HEADER = 'x-kanga-kept';

/** What a parameter of a path may be, where it is not any word. */
const PARAMETERS: Partial<Record<string, string>> = { id: '[0-9a-f-]{36}', size: '(thumb|preview)' };
const addressesOf = (...names: RouteName[]): RegExp => {
  const paths = names.map((name) =>
    ROUTES[name].path.replace(/\{(\w+)\}/g, (_, key: string) => PARAMETERS[key] ?? '[^/]+'),
  );
  return new RegExp(`^(${paths.join('|')})$`);
};
/**
 * What a bench and the other stages are drawn from: the shop, what is proven, what is at the presses, and what happened to jobs. The file of a job is kept by
 * the screen itself, `keepLater`: on its way through here that of a large run would take twice as long.
 */
const ANSWERS = addressesOf('shop', 'proven', 'bench', 'blanks', 'arts', 'jobs', 'events', 'actuals');
/** What never changes under its name. */
const PICTURES = addressesOf('artPicture', 'fontCut');

/** Whether an answer is kept for when the server is away: `null`, it is not. `path` without its host. */
export const keptIn = (path: string): string | null =>
  ANSWERS.test(within(path)) ? KEPT_ANSWERS : PICTURES.test(within(path)) ? KEPT_PICTURES : null;

/** Keeps an answer that this screen knows better than the server last told it: a list with what was added on the live line. */
export const keepAnswer = (path: string, answer: unknown): Promise<void> => keepText(path, JSON.stringify(answer));

/** As many answers as this screen has kept of each path. */
const written = new Map<string, number>();

/** Keeps an answer as it came. */
async function keepText(path: string, text: string): Promise<void> {
  written.set(path, (written.get(path) ?? 0) + 1);
  if (!('caches' in globalThis)) return;
  const store = await caches.open(KEPT_ANSWERS);
  const headers = { 'content-type': 'application/json', date: new Date().toUTCString() };
  await store.put(path, new Response(text, { headers }));
}

/** Keeps what is about to be asked for: gives what keeps the answer in its time, unless something newer was kept meanwhile. */
export function keepLater(path: string): (text: string, wait: number) => void {
  const before = written.get(path);
  return (text, wait) => {
    setTimeout(() => {
      if (written.get(path) === before) void keepText(path, text);
    }, wait);
  };
}

/** What was kept of a path, and when it was given; null: nothing. */
export async function keptText(path: string): Promise<{ text: string; given: string | null } | null> {
  if (!('caches' in globalThis)) return null;
  const kept = await caches.match(path, { cacheName: KEPT_ANSWERS });
  return kept ? { text: await kept.text(), given: kept.headers.get('date') } : null;
}

/** Lets this screen be opened and go on while the server is away; what it has asked for until now is kept, too. */
export async function keepForAway(): Promise<void> {
  if (!('serviceWorker' in navigator)) return;
  const { serviceWorker } = navigator;
  const taken = new Promise<void>((done) => {
    serviceWorker.addEventListener(
      'controllerchange',
      () => {
        done();
      },
      { once: true },
    );
  });
  const before = serviceWorker.controller;
  await serviceWorker.register(under('/sw.js'));
  if (before) return;
  await taken;
  // What came before it was there has not passed through it.
  const asked = performance.getEntriesByType('resource').map(({ name }) => new URL(name));
  const kept = asked.filter(({ origin, pathname }) => origin === location.origin && keptIn(pathname) !== null);
  const paths = new Set(kept.map(({ pathname, search }) => pathname + search));
  await Promise.all([...paths].map((path) => fetch(path)));
}
