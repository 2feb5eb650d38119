import { expect, test } from '@playwright/test';
import { demo, freeze } from './shop.js';

test.beforeEach(({ request }) => demo(request));

test('a job is deleted, and taken back at once or later', async ({ page }) => {
  await page.goto('/jobs');
  await page.getByRole('button', { name: 'Delete job 2', exact: true }).click();
  await expect(page.getByText('is deleted; it can be restored for 30 days')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Delete job 2', exact: true })).toBeHidden();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: 'Delete job 2', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Delete job 2', exact: true }).click();
  await page.getByText('Deleted', { exact: true }).click();
  await page.getByRole('button', { name: 'Restore job 2', exact: true }).click();
  await expect(page.getByText('Nothing is deleted.')).toBeVisible();
  await page.getByText('Jobs', { exact: true }).last().click();
  await expect(page.getByRole('button', { name: 'Delete job 2', exact: true })).toBeVisible();
});

test('a backup is made on the shop’s page, and told with its size', async ({ page }) => {
  await page.goto('/shop');
  const backups = page.locator('section').filter({ has: page.getByRole('heading', { name: 'Backups' }) });
  await expect(backups.getByText(/^Every night at/)).toBeVisible({ timeout: 60_000 });
  const rows = backups.getByRole('row');
  const before = await rows.filter({ hasText: 'by hand' }).count();
  await backups.getByRole('button', { name: 'Back up now' }).click();
  await expect(rows.filter({ hasText: 'by hand' })).toHaveCount(Math.min(6, before + 1), { timeout: 60_000 });
  await expect(page.getByText('Every picture and print is used.').or(page.getByText(/are not used/))).toBeVisible();
});

test('an entry that the server never takes is set aside, shown, mended and sent; the others go on', async ({
  page,
  request,
}) => {
  const { id } = await freeze(request, 'Volunteer tees');
  await page.goto(`/jobs/${id}/press`);
  await expect(page.getByTestId('bench')).toBeVisible();
  // As an old screen may have kept it: a name with a NUL in it, and beside it an entry that is right.
  await page.evaluate((job) => {
    const at = new Date().toISOString();
    const entry = (n: number, by: string, step: number) => {
      const one = { id: `11111111-1111-4111-8111-11111111111${n}`, at, by, kind: 'done', bed: 0, step };
      localStorage.setItem(`kanga.bench.${job}.${at}.00000${n}.${one.id}`, JSON.stringify(one));
    };
    entry(1, 'Wren', 0);
    entry(2, 'Odo\u0000', 1);
  }, id);
  await page.reload();
  await expect(page.getByText('1 entry was refused by the server')).toBeVisible();
  const events = async () =>
    ((await (await request.get(`/api/jobs/${id}/events`)).json()) as { events: { by: string | null }[] }).events.map(
      ({ by }) => by,
    );
  await expect.poll(events).toEqual([null, 'Wren']);
  await page.getByRole('button', { name: 'Look at it' }).click();
  await page.getByLabel('Operator', { exact: true }).last().fill('Odo');
  await page.getByRole('button', { name: 'Send again' }).click();
  await expect(page.getByText('1 entry was refused by the server')).toBeHidden();
  await expect.poll(events).toEqual([null, 'Wren', 'Odo']);
});
