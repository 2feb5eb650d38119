import { expect, type APIRequestContext, type Page } from '@playwright/test';
import type { OrderPage } from '@kanga/contract/order';
import { demo, jobId } from './shop.js';

/** The address of every kind of page that the demo shop has, each stage of a job among them; one of its jobs is brought to a press. */
async function everyPlace(request: APIRequestContext): Promise<string[]> {
  const [cushions, masks, bags] = await Promise.all(
    ['Star-chart cushions', 'Moon-phase masks', 'Star-trail bags'].map((name) => jobId(request, name)),
  );
  const atPress = await jobId(request, 'Comet-tail socks');
  expect((await request.post(`/api/jobs/${atPress}/plan`)).ok()).toBe(true);
  const studies = (await (await request.get('/api/studies')).json()) as { id: string; result: unknown }[];
  const finished = studies.find(({ result }) => result !== null)?.id;
  const [order] = ((await (await request.get('/api/orders')).json()) as OrderPage).orders;
  return [
    '/',
    '/jobs',
    '/sheets',
    '/shelf',
    '/shelf/new',
    '/shop',
    '/log',
    '/bench',
    '/recipes',
    '/orders',
    `/orders/${order?.order.id ?? ''}`,
    `/orders/${order?.order.id ?? ''}/price`,
    `/orders/${order?.order.id ?? ''}/pack`,
    '/stock',
    '/studies',
    '/settings',
    '/people',
    '/me',
    '/changes',
    `/studies/${finished ?? ''}`,
    ...['blank', 'art', 'sheet', 'stack', 'press', 'inspect'].map((stage) => `/jobs/${cushions ?? ''}/${stage}`),
    `/jobs/${masks ?? ''}/inspect`,
    `/jobs/${atPress}/press`,
    `/jobs/${bags ?? ''}/art`,
    '/nowhere',
  ];
}

/** Goes to a page, and waits until it stands. */
async function settled(page: Page, place: string): Promise<void> {
  await page.goto(place);
  // At a press a line stays open: there the network is never idle.
  await page.waitForLoadState(/bench|press$|studies\/./.test(place) ? 'load' : 'networkidle');
  await expect(page.getByRole('heading').first()).toBeVisible();
}

/** What is wrong on any page, each told with where it is. */
export async function faultsOnEveryPlace(
  page: Page,
  request: APIRequestContext,
  look: (place: string) => Promise<string[]>,
): Promise<string[]> {
  await demo(request);
  const faults: string[] = [];
  for (const place of await everyPlace(request)) {
    await settled(page, place);
    faults.push(...(await look(place)).map((one) => `${place} ${one}`));
  }
  return faults;
}
