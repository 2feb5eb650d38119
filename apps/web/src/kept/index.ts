/** The store of answers that a screen goes on with when the server is away. */
export const KEPT_ANSWERS = 'kanga-answers';
export const KEPT_PICTURES = 'kanga-pictures';

/** On an answer that was kept: when the server gave it, as it wrote in its own `date`. */
export const KEPT_HEADER = 'x-kanga-kept';

const id = '[0-9a-f-]{36}';
/** What a bench and the other stages are drawn from: the shop, what is proven, what is at the presses, and jobs with what happened to them. */
const ANSWERS = new RegExp(`^/api/(shop|proven|bench|blanks|art|jobs|jobs/${id}/(packed|events|actuals))$`);
/** What never changes under its name. */
const PICTURES = new RegExp(`^/api/(art/${id}/(thumb|preview)|fonts/[^/]+/[^/]+)$`);

/** Whether an answer is kept for when the server is away: `null`, it is not. `path` without its host. */
export const keptIn = (path: string): string | null =>
  ANSWERS.test(path) ? KEPT_ANSWERS : PICTURES.test(path) ? KEPT_PICTURES : null;

/** Keeps an answer that this screen knows better than the server last told it: a list with what was added on the live line. */
export async function keepAnswer(path: string, answer: unknown): Promise<void> {
  if (!('caches' in globalThis)) return;
  const store = await caches.open(KEPT_ANSWERS);
  const headers = { 'content-type': 'application/json', date: new Date().toUTCString() };
  await store.put(path, new Response(JSON.stringify(answer), { headers }));
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
  await serviceWorker.register('/sw.js');
  if (before) return;
  await taken;
  // What came before it was there has not passed through it.
  const asked = performance.getEntriesByType('resource').map(({ name }) => new URL(name));
  const kept = asked.filter(({ origin, pathname }) => origin === location.origin && keptIn(pathname) !== null);
  const paths = new Set(kept.map(({ pathname, search }) => pathname + search));
  await Promise.all([...paths].map((path) => fetch(path)));
}
