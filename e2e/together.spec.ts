import { expect, test } from '@playwright/test';
import { closePress, deeds, demo, enter, freeze, jobId, next, readJob, tell } from './shop.js';

test.beforeEach(async ({ request }) => demo(request));

test('two people save the same job: neither loses anything unseen', async ({ page, request, browser }) => {
  const id = await jobId(request, 'Star-chart cushions');
  const second = await (await browser.newContext()).newPage();
  await page.goto(`/jobs/${id}/stack`);
  await second.goto(`/jobs/${id}/sheet`);
  await second.getByLabel('Gap between pieces').fill('12 mm');
  await second.getByLabel('Gap between pieces').press('Enter');
  await expect.poll(async () => (await readJob(request, id)).job.gap).toBe(12);
  await page.getByRole('button', { name: 'Dwell: reasons' }).click();
  await page.getByLabel('Set it by hand').fill('100 s');
  await page.getByLabel('Set it by hand').press('Enter');
  await page.getByRole('button', { name: 'Close' }).click();
  await page.getByRole('button', { name: /Somebody else saved job/ }).click();
  await page.getByRole('button', { name: 'Keep my changes, on top of theirs' }).click();
  await expect.poll(async () => (await readJob(request, id)).job).toMatchObject({ gap: 12, overrides: { dwell: 100 } });
  await expect(page.getByRole('button', { name: /Somebody else saved job/ })).toBeHidden();
  await second.context().close();
});

test('the server goes away at the press: entries are kept, and sent when it answers', async ({ page, request }) => {
  const { id } = await freeze(request, 'Volunteer tees');
  await page.goto(`/jobs/${id}/press`);
  await enter(page, 'Done');
  await expect.poll(async () => deeds(await readJob(request, id))).toEqual(['done']);
  await page.route('**/api/**', (route) => route.abort('connectionrefused'));
  await closePress(page);
  await enter(page, 'Opened');
  await enter(page, 'Done');
  await expect(page.getByText('3 entries wait for the server')).toBeVisible();
  await expect(page.getByText('Kanga’s server does not answer').first()).toBeVisible();
  expect(deeds(await readJob(request, id))).toHaveLength(1);
  await page.unroute('**/api/**');
  await page.reload();
  await expect.poll(async () => deeds(await readJob(request, id))).toEqual(['done', 'start', 'done', 'done']);
  await expect(next(page)).toContainText('Done');
});

test('the last thing is taken back, and a step is skipped', async ({ page, request }) => {
  const { id } = await freeze(request, 'Volunteer tees');
  await page.goto(`/jobs/${id}/press`);
  await enter(page, 'Done');
  await expect(page.getByRole('heading', { name: 'Pre-press' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo last step' }).click();
  await expect(page.getByRole('heading', { name: 'Lint-roll', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'More…' }).click();
  await page.getByRole('button', { name: 'Skip: Lint-roll' }).click();
  await expect(page.getByRole('heading', { name: 'Pre-press' })).toBeVisible();
});

test('another screen’s entries appear within seconds', async ({ page, request }) => {
  const { id } = await freeze(request, 'Volunteer tees');
  await page.goto(`/jobs/${id}/press`);
  await expect(page.getByRole('heading', { name: 'Lint-roll', exact: true })).toBeVisible();
  await tell(request, id, { kind: 'done', bed: 0, step: 0 });
  await expect(page.getByRole('heading', { name: 'Pre-press' })).toBeVisible();
});
