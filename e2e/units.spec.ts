import { expect, test, type APIRequestContext, type Page } from '@playwright/test';
import type { JobPage } from '@kanga/contract/job';
import type { OrderPage } from '@kanga/contract/order';
import type { Shop } from '@kanga/contract/shop';
import { demo, freeze, next } from './shop.js';

/** What a shop that works in inches, °F and psi and writes its days in words never reads: names that somebody gave keep what they were given. */
const ELSEWHERE = /\d[\s\u00a0]?(mm|cm|°C|kPa|bar|g)\b|\b\d+ K\b|\d{4}-\d{2}-\d{2}/;
/** Names of the demo shop's things that hold a measure; and a dial, which may be marked in either unit, so that both are said; and the choice of how days are written. */
const GIVEN = [
  / \(\d+ °C\)(?=, .* press$)/,
  /^2026-12-03$/,
  /610 mm roll/,
  /Ceramic tile, 152 mm/,
  /Cushion cover,.* 40 cm/,
];
const STAGES = ['blank', 'art', 'sheet', 'stack'] as const;
const PAGES = [
  '/',
  '/jobs',
  '/bench',
  '/orders',
  '/stock',
  '/recipes',
  '/studies',
  '/settings',
  '/chart',
  '/sheets',
  '/shelf',
  '/log',
] as const;

async function inInches(request: APIRequestContext): Promise<void> {
  const { settings } = (await (await request.get('/api/shop')).json()) as Shop;
  const units = { length: 'in', temperature: 'F', pressure: 'psi' };
  expect((await request.put('/api/shop/settings', { data: { ...settings, units, dates: 'words' } })).ok()).toBe(true);
}

/** Every word on the page, those in drawings and labels and what is folded among them, that is in other units. */
const strays = (page: Page): Promise<string[]> =>
  page.evaluate(
    ([pattern, given]) => {
      const elsewhere = new RegExp(pattern);
      const names = given.map((source) => new RegExp(source));
      const texts = [...document.querySelectorAll('body *:not([data-other-unit])')].flatMap((element) => [
        ...[...element.childNodes]
          .filter((node) => node.nodeType === Node.TEXT_NODE)
          .map((node) => node.textContent ?? ''),
        ...['aria-label', 'title', 'placeholder'].map((name) => element.getAttribute(name) ?? ''),
        element instanceof HTMLInputElement && element.type !== 'date' ? element.value : '',
      ]);
      return [...new Set(texts)].filter((text) =>
        elsewhere.test(names.reduce((rest, name) => rest.replace(name, ''), text)),
      );
    },
    [ELSEWHERE.source, GIVEN.map(({ source }) => source)] as const,
  );

test.describe('a shop in inches, °F and psi', () => {
  test.beforeEach(async ({ request }) => {
    await demo(request);
    await inInches(request);
  });

  test('reads nothing in other units, nor a day otherwise than it writes days, on any page', async ({
    page,
    request,
  }) => {
    const found: string[] = [];
    for (const path of PAGES) {
      await page.goto(path);
      await expect(page.getByRole('heading').first()).toBeVisible();
      await expect(page.getByRole('status', { name: 'Loading' })).toHaveCount(0);
      found.push(...(await strays(page)).map((text) => `${path}: ${text}`));
    }
    const { orders } = (await (await request.get('/api/orders')).json()) as OrderPage;
    for (const { order } of orders)
      for (const path of [`/orders/${order.id}`, `/orders/${order.id}/price`, `/orders/${order.id}/pack`]) {
        await page.goto(path);
        await expect(page.getByTestId('next')).toBeVisible();
        found.push(...(await strays(page)).map((text) => `${path}: ${text}`));
      }
    const studies = (await (await request.get('/api/studies')).json()) as { id: string }[];
    for (const { id } of studies) {
      await page.goto(`/studies/${id}`);
      await expect(page.getByText('Robust', { exact: true })).toBeVisible();
      found.push(...(await strays(page)).map((text) => `study: ${text}`));
    }
    expect(found).toEqual([]);
  });

  test('nor at any stage of any job, at the press and at the check of a press', async ({ page, request }) => {
    const { jobs } = (await (await request.get('/api/jobs')).json()) as JobPage;
    const found: string[] = [];
    for (const { id, name, blankId } of jobs.filter((job) => job.status === 'open' && job.blankId !== null)) {
      expect(blankId).not.toBeNull();
      for (const stage of STAGES) {
        await page.goto(`/jobs/${id}/${stage}`);
        await expect(next(page).or(page.getByText('Waiting for it'))).toBeVisible();
        await page.evaluate(() => {
          for (const fold of document.querySelectorAll('details')) fold.open = true;
        });
        found.push(...(await strays(page)).map((text) => `${name}, ${stage}: ${text}`));
      }
    }
    const { id } = await freeze(request, 'Star-chart cushions');
    for (const stage of ['press', 'inspect'] as const) {
      await page.goto(`/jobs/${id}/${stage}`);
      await expect(next(page)).toBeVisible();
      found.push(...(await strays(page)).map((text) => `at the ${stage}: ${text}`));
    }
    await page.goto('/shop');
    const checks = page.getByRole('button', { name: /^Check it/ });
    await expect(checks.first()).toBeVisible();
    found.push(...(await strays(page)).map((text) => `shop: ${text}`));
    await checks.first().click();
    await expect(page.getByRole('dialog')).toBeVisible();
    found.push(...(await strays(page)).map((text) => `check: ${text}`));
    expect(found).toEqual([]);
  });
});
