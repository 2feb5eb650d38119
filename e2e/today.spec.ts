import { expect, test } from '@playwright/test';
import { demo } from './shop.js';

test('the day hangs on washing lines: a load is put somewhere, a press is out, and the plan follows', async ({
  page,
  request,
}) => {
  await demo(request);
  await page.goto('/');
  await expect(page.getByRole('heading', { level: 1, name: /due days? (is|are) kept|too late/ })).toBeVisible({
    timeout: 60_000,
  });
  const line = page.getByRole('group', { name: 'The day on washing lines' });
  await expect(line.getByText('Front press', { exact: true })).toBeVisible();
  // A load of several: its number, which of how many it is, and its job.
  const load = line.getByRole('button', { name: /^\d+ 1\/\d/ }).first();
  const name = ((await load.getAttribute('aria-label')) ?? '').split(',')[0]?.replace(/ 1\/\d/, '') ?? '';
  await load.click();
  const chosen = page.getByRole('region', { name: 'What was chosen' });
  await expect(chosen).toContainText(`Press ${name}`);
  await chosen.getByLabel('Begins at').fill('13:15');
  await chosen.getByRole('button', { name: 'Put it there' }).click();
  await expect(chosen).toContainText('put there by hand', { timeout: 60_000 });
  await expect(chosen).toContainText('13:15 to');
  await chosen.getByRole('button', { name: 'Let it move' }).click();
  await expect(chosen).not.toContainText('put there by hand', { timeout: 60_000 });
  await page.getByRole('button', { name: 'Take this plan' }).click({ timeout: 60_000 });
  await expect(page.getByText(/^As it was taken/)).toBeVisible({ timeout: 60_000 });
  await page.getByRole('button', { name: 'Plan without Front press' }).click();
  await expect(page.getByText(/changes? since the plan was taken:/)).toBeVisible({ timeout: 60_000 });
  await expect(line.getByText('Front press', { exact: true })).toHaveCount(0, { timeout: 60_000 });
  await page.getByRole('button', { name: 'Plan with Front press again' }).click();
  await expect(line.getByText('Front press', { exact: true })).toBeVisible({ timeout: 60_000 });
  // What can be promised, and when nobody is there.
  const order = page.getByRole('form', { name: 'A new order?' });
  await order.getByLabel('Pieces').fill('0');
  await expect(order.getByText('“0”: write a whole number')).toBeVisible();
  await order.getByLabel('Pieces').fill('12');
  await order.getByRole('button', { name: 'Try it' }).click();
  await expect(order.getByRole('status')).toContainText('nine times in ten', { timeout: 60_000 });
  await page.getByRole('button', { name: 'Hours…' }).click();
  const hours = page.getByRole('dialog', { name: 'Hours' });
  await hours.getByLabel('From', { exact: true }).first().fill('18:00');
  await expect(hours.getByRole('alert')).toContainText('is no stretch of a day');
  await hours.getByLabel('From', { exact: true }).first().fill('07:00');
  await hours.getByRole('button', { name: 'Save' }).click();
  await expect(hours).toHaveCount(0);
  await page.getByText('List', { exact: true }).click();
  await expect(page.getByRole('table', { name: 'The day in the order of time' }).getByRole('row').nth(3)).toBeVisible();
  await page.getByText(/open jobs? (is|are) not in the plan/).click();
  await expect(page.getByText(/no art yet/).first()).toBeVisible();
});
