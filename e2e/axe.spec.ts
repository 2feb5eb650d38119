import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { expect, test } from '@playwright/test';
import type { OrderPage } from '@kanga/contract/order';
import type { AxeResults } from 'axe-core';
import { demo, jobId } from './shop.js';

const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
const RULES = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

declare const axe: { run: (options: object) => Promise<AxeResults> };

// WCAG 2.2 AA, as axe-core measures it (contrast among it: 1.4.3 and 1.4.11).
test('no stage and no place has a serious fault for axe', async ({ page, request }) => {
  await demo(request);
  const [cushions, masks, bags] = await Promise.all(
    ['Star-chart cushions', 'Moon-phase masks', 'Star-trail bags'].map((name) => jobId(request, name)),
  );
  const atPress = await jobId(request, 'Comet-tail socks');
  expect((await request.post(`/api/jobs/${atPress}/plan`)).ok()).toBe(true);
  const studies = (await (await request.get('/api/studies')).json()) as { id: string; result: unknown }[];
  const finished = studies.find(({ result }) => result !== null)?.id;
  const [order] = ((await (await request.get('/api/orders')).json()) as OrderPage).orders;
  const places = [
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
    `/studies/${finished ?? ''}`,
    ...['blank', 'art', 'sheet', 'stack', 'press', 'inspect'].map((stage) => `/jobs/${cushions ?? ''}/${stage}`),
    `/jobs/${masks ?? ''}/inspect`,
    `/jobs/${atPress}/press`,
    `/jobs/${bags ?? ''}/art`,
    '/nowhere',
  ];
  for (const place of places) {
    await page.goto(place);
    // At a press a line stays open: there the network is never idle.
    await page.waitForLoadState(/bench|press$|studies\/./.test(place) ? 'load' : 'networkidle');
    await expect(page.getByRole('heading').first()).toBeVisible();
    await page.evaluate(AXE);
    const { violations } = await page.evaluate((tags) => axe.run({ runOnly: tags }), RULES);
    const serious = violations.filter((v) => v.impact === 'serious' || v.impact === 'critical');
    expect(
      serious.map(
        (v) =>
          `${place}: ${v.id}: ${v.nodes.map((node) => `${node.html.slice(0, 120)} ${node.any[0]?.message ?? ''}`).join(' | ')}`,
      ),
    ).toEqual([]);
  }
});
