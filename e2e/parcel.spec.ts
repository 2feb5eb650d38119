import { expect, test, type APIRequestContext } from '@playwright/test';
import type { OrderFile } from '@kanga/core/order';
import type { OrderPage } from '@kanga/contract/order';
import { demo, next } from './shop.js';

test.beforeEach(async ({ request }) => demo(request));

const orderNamed = async (request: APIRequestContext, name: string): Promise<OrderFile> => {
  const { orders } = (await (await request.get('/api/orders')).json()) as OrderPage;
  const found = orders.find(({ order }) => order.name === name);
  if (!found) throw new Error(`there is no order ${name}`);
  return found;
};

test('an order waits for blanks: they are on the purchase list, are received and measured, and it goes on', async ({
  page,
  request,
}) => {
  const { order } = await orderNamed(request, 'School trip bags');
  await page.goto(`/orders/${order.id}`);
  await expect(page.getByText('Waits for blanks', { exact: true })).toBeVisible();
  await expect(page.getByRole('button', { name: /7 too few: Drawstring bag/ })).toBeVisible();

  await page.goto('/stock');
  await expect(next(page)).toBeVisible();
  const row = page.getByRole('button', { name: /^Drawstring bag/ });
  await expect(row).toContainText(/Order 3\d pieces by 20\d\d-\d\d-\d\d, for orders/);
  const list = page.waitForEvent('download');
  await next(page).click();
  expect((await list).suggestedFilename()).toBe('purchase-list.pdf');
  await row.click();
  await expect(page.getByRole('link', { name: `Order ${order.number}` })).toBeVisible();

  await page.getByRole('button', { name: 'Receive…' }).click();
  const amount = page.getByLabel('How much came');
  await amount.fill('-3');
  await expect(page.getByRole('alert')).toContainText('“-3” is less than nothing');
  await expect(page.getByRole('button', { name: 'Take it in' })).toBeDisabled();
  await amount.fill('36');
  await page.getByLabel('Batch').fill('AM-500');
  // One of the new ones is 10 mm narrower than its template.
  await page.getByLabel('Width').fill('200 mm');
  await page.getByLabel('Height').fill('300 mm');
  await page.getByRole('button', { name: 'Take it in' }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(row).toContainText('61 pieces');
  await expect(page.getByText('AM-500', { exact: true })).toBeVisible();
  await expect(page.getByRole('button', { name: /Batch AM-500 of Drawstring bag is/ })).toBeVisible();

  // A count says why, and is right whatever was before.
  await page.getByRole('button', { name: 'Count…' }).click();
  await page.getByLabel('How much there is').fill('60');
  await page.getByRole('button', { name: 'Lost', exact: true }).click();
  await page.getByRole('button', { name: 'Keep the count' }).click();
  await expect(row).toContainText('60 pieces');
  await expect(page.getByText(/60 pieces counted · Lost/)).toBeVisible();

  await page.goto(`/orders/${order.id}`);
  await expect(page.getByText('To be printed', { exact: true })).toBeVisible();
});

test('an order is packed by its labels, and closed', async ({ page, request }) => {
  const { order, jobs } = await orderNamed(request, 'Table coasters');
  const job = jobs[0]?.number ?? 0;
  await page.goto(`/orders/${order.id}`);
  await expect(next(page)).toContainText('Pack it');
  await page.keyboard.press('Enter');
  await page.waitForURL(/\/pack$/);
  const label = page.getByLabel('Label of a piece');
  const show = async (text: string) => {
    await label.fill(text);
    await label.press('Enter');
  };
  await show('99999/1');
  await expect(page.getByRole('alert')).toContainText(`Job 99999 is not in order ${order.number}`);
  await show('HTTP://192.0.2.77:4600/P/1/1');
  await expect(page.getByRole('alert')).toContainText('This label is of another shop');
  await show(`${job}/1`);
  await expect(page.getByRole('status').filter({ hasText: `${job}/1 in` })).toBeVisible();
  await expect(page.getByRole('heading', { name: '1 of 6 pieces packed' })).toBeVisible();
  await show(new URL(page.url()).origin.toUpperCase() + `/P/${job}/1`);
  await expect(page.getByRole('alert')).toContainText(`${job}/1 is packed already`);
  // By touch: in, and out again.
  const second = page.getByRole('button', { name: new RegExp(`^${job}/2, Coasters`) });
  await second.click();
  await expect(second).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(second).toHaveAttribute('aria-pressed', 'false');
  await page.getByRole('button', { name: 'All 5 ready ones in' }).click();
  await expect(page.getByRole('heading', { name: '6 of 6 pieces packed' })).toBeVisible();
  await expect(page.locator('aside')).toContainText('No: no smaller box');
  for (const [name, file] of [
    ['Packing slip', `slip-${order.number}.pdf`],
    ['Care card', `care-${order.number}.pdf`],
    ['Label, on a roll', `label-${order.number}.pdf`],
  ] as const) {
    const fetched = page.waitForEvent('download');
    await page.getByRole('button', { name, exact: true }).click();
    expect((await fetched).suggestedFilename()).toBe(file);
  }
  await next(page).click();
  await page.waitForURL(/\/orders\/[^/]+$/);
  await expect(next(page)).toContainText('Close the order');
  await next(page).click();
  await expect(page.getByText('Closed', { exact: true })).toBeVisible();
});

test('a table without a camera says so, and types', async ({ page, request }) => {
  const { order } = await orderNamed(request, 'Regatta kit');
  await page.goto(`/orders/${order.id}/pack`);
  // Sets are what goes together: a shirt and a mug.
  await expect(page.getByRole('listitem', { name: 'Set 1', exact: true })).toContainText('0 of 2 in, 2 not pressed');
  await page.getByRole('button', { name: 'Camera' }).click();
  await expect(page.getByRole('alert')).toContainText('No camera answers');
});

test('an order is split, and put together again', async ({ page, request }) => {
  const { order } = await orderNamed(request, 'Regatta kit');
  await page.goto(`/orders/${order.id}`);
  await page.getByRole('button', { name: 'More of this order' }).click();
  await page.getByRole('menuitem', { name: 'Split it…' }).click();
  await page.getByRole('checkbox', { name: 'Mugs' }).check();
  await page.getByRole('button', { name: 'Split 1 line off' }).click();
  await expect(page).not.toHaveURL(new RegExp(order.id));
  await expect(page.getByRole('region', { name: 'Mugs' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Crew shirts' })).toHaveCount(0);
  await page.getByRole('button', { name: 'More of this order' }).click();
  await page.getByRole('menuitem', { name: 'Put another into it…' }).click();
  await page.getByLabel('Which one').selectOption({ label: `${order.number} · Regatta kit, Saltmarsh Sailing Club` });
  await page.getByRole('button', { name: 'Put them together' }).click();
  await expect(page.getByRole('region', { name: 'Crew shirts' })).toBeVisible();
  await expect(page.getByText('16 good', { exact: false })).toContainText('0 of 16 good');
});
