import { expect, test } from '@playwright/test';
import type { OrderFile } from '@kanga/core/order';
import type { OrderPage } from '@kanga/contract/order';
import { demo, next } from './shop.js';

test.beforeEach(async ({ request }) => demo(request));

test('from the question to a taken quote: sizes pasted, art on one size, a price that is typed', async ({
  page,
  request,
}) => {
  await page.goto('/orders');
  await page.getByRole('button', { name: 'New order…' }).click();
  await page.getByLabel('Customer').fill('Lower Lark Choir');
  await page.getByLabel('What is it?').fill('Spring concert');
  await page.getByRole('button', { name: 'Open the order' }).click();
  await page.waitForURL(/\/orders\/[0-9a-f-]+$/);
  const id = /orders\/([^/]+)$/.exec(page.url())?.[1] ?? '';
  const read = async () => (await (await request.get(`/api/orders/${id}`)).json()) as OrderFile;

  // Nobody said by when: that is spoken of, and nothing is stopped by it.
  await expect(page.getByRole('button', { name: /No day is set/ })).toBeVisible();
  await expect(next(page)).toContainText('Add a line');
  await page.keyboard.press('Enter');
  await page.getByLabel('Goods').selectOption({ label: 'Volunteer tee' });
  await page.getByLabel('Called').fill('Concert shirts');
  await page.getByLabel(/^Paste sizes from a spreadsheet/).fill('Size\tQty\nS\t3\nXL\t2\n5XL\t1');
  // A size that is not on the shelf is named, the others are taken.
  await expect(page.getByText('5XL (1) is not on the shelf for Volunteer tee.')).toBeVisible();
  await expect(page.getByLabel('S: how many', { exact: true })).toHaveValue('3');
  await page.getByLabel('M: how many', { exact: true }).fill('4');
  await expect(page.getByText('9 pieces in all')).toBeVisible();
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Concert shirts' })).toContainText('9 pieces');

  // The art is chosen once.
  await expect(next(page)).toContainText('Choose the art');
  await page.keyboard.press('Enter');
  await page.waitForURL(/\/jobs\/[^/]+\/art$/);
  await page.getByText('Orbits', { exact: true }).click();
  await expect.poll(async () => (await read()).jobs.map(({ artId }) => artId !== null)).toEqual([true, true, true]);

  await page.getByRole('link', { name: 'Its order' }).click();
  await expect(next(page)).toContainText('Price it');
  await page.keyboard.press('Enter');
  await page.waitForURL(/\/price$/);
  await expect(next(page)).toContainText('Make the quote');
  const price = page.getByLabel('Price of Concert shirts, S');
  await price.fill('three pounds');
  await price.press('Tab');
  await expect(page.getByText(/“three pounds” is no amount of money/)).toBeVisible();
  await price.fill('2');
  await price.press('Tab');
  await expect(page.getByRole('button', { name: /Concert shirts, S is sold below its cost/ })).toBeVisible();
  await price.fill('12.50');
  await price.press('Tab');
  await expect(page.getByRole('row', { name: /Concert shirts, S/ })).toContainText('€37.50');
  await page.getByRole('button', { name: /Blanks: reasons/ }).click();
  await expect(page.getByRole('dialog')).toContainText('pieces × cost of a blank');
  await page.keyboard.press('Escape');
  await next(page).click();
  await page.waitForURL(/\/orders\/[0-9a-f-]+$/);

  const { order } = await read();
  expect(order.quote?.sizes.find(({ blankName }) => blankName.endsWith('size S'))?.price).toBe(1250);
  await expect(next(page)).toContainText('They take it');
  await page.keyboard.press('Enter');
  await expect(page.getByText('taken on')).toBeVisible();
  await page.getByRole('button', { name: 'More of this order' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: 'Quote as PDF' }).click();
  expect((await download).suggestedFilename()).toBe(`quote-${order.number}.pdf`);
  await page.getByRole('button', { name: 'More of this order' }).click();
  const slip = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: 'Packing slip as PDF' }).click();
  expect((await slip).suggestedFilename()).toBe(`slip-${order.number}.pdf`);
  // All of its jobs lie on the same paper.
  await page.getByRole('button', { name: 'Sheets…' }).click();
  await page.waitForURL(/\/sheets\?jobs=/);
  await expect(page.getByRole('checkbox', { name: /Spring concert/, checked: true })).toHaveCount(3);
});

test('an order is done again, with names pasted for one of its lines', async ({ page, request }) => {
  const { orders } = (await (await request.get('/api/orders')).json()) as OrderPage;
  const choir = orders.find(({ order }) => order.name === 'Choir shirts');
  await page.goto(`/orders/${choir?.order.id ?? ''}`);
  await page.getByRole('button', { name: 'More of this order' }).click();
  await page.getByRole('menuitem', { name: 'Order it again…' }).click();
  // Its price then was typed by hand: today’s costs ask for another.
  await expect(page.getByRole('dialog')).toContainText('it was quoted at €14.00');
  await page.getByRole('button', { name: 'Open it as a new order' }).click();
  await expect(page).not.toHaveURL(new RegExp(choir?.order.id ?? '$'));
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page.getByRole('region', { name: 'Choir shirts' })).toContainText('24 pieces');
  await page.getByRole('button', { name: 'Change sizes…' }).click();
  const paste = page.getByLabel('Paste sizes from a spreadsheet, or names with a column of sizes');
  await paste.fill('Name,Size\nAda,M\nBo,L\nCleo,L\nDan,9XL\nEva,');
  await expect(page.getByRole('alert')).toContainText('9XL is not on the shelf: Dan.');
  await expect(page.getByRole('alert')).toContainText('1 row without a size: Eva.');
  await expect(page.getByText('3 pieces in all, with their names')).toBeVisible();
  // A count that is not that of its names is held back.
  await page.getByLabel('L: how many', { exact: true }).fill('5');
  await expect(page.getByRole('button', { name: 'Save', exact: true })).toBeDisabled();
  await page.getByLabel('L: how many', { exact: true }).fill('2');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page.getByRole('region', { name: 'Choir shirts' })).toContainText('3 pieces');
});

test('today has an order in one row, and its jobs not beside it', async ({ page }) => {
  await page.goto('/');
  const orders = page.getByRole('region', { name: 'Open orders' });
  await expect(orders.getByRole('heading', { name: /Regatta socks/ })).toBeVisible();
  await expect(page.getByRole('heading', { name: /Regatta socks/ })).toHaveCount(1);
  await orders.getByRole('heading', { name: /Summer fair shirts/ }).click();
  await expect(next(page)).toContainText('Choose the art');
  await page.getByRole('button', { name: 'Change sizes…' }).click();
  await page.getByLabel('S: how many', { exact: true }).fill('-3');
  await expect(page.getByRole('alert')).toContainText('“-3”');
  await expect(page.getByRole('button', { name: 'Save', exact: true })).toBeDisabled();
  for (const size of ['S', 'M']) await page.getByLabel(`${size}: how many`, { exact: true }).fill('');
  await page.getByRole('button', { name: 'Take it off' }).click();
  await expect(next(page)).toContainText('Add a line');
});
