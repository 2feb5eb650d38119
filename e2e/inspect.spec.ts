import { randomUUID } from 'node:crypto';
import { expect, test, type APIRequestContext } from '@playwright/test';
import type { FaultCode } from '@kanga/core/inspect';
import type { Shop } from '@kanga/contract/shop';
import { demo, jobId, readJob } from './shop.js';

test.beforeEach(({ request }) => demo(request));

/** Judges both pieces of a job spoiled by one fault. */
async function spoil(request: APIRequestContext, id: string, fault: FaultCode): Promise<void> {
  const at = new Date().toISOString();
  const events = [0, 1].map((piece) => ({
    id: randomUUID(),
    at,
    by: null,
    kind: 'verdict',
    piece,
    verdict: 'spoiled',
    fault,
    note: '',
    spot: null,
    photo: null,
  }));
  expect((await request.post(`/api/jobs/${id}/events`, { data: { events } })).ok()).toBe(true);
}

test('a spoiled piece is told why, and repeated by itself', async ({ page, request }) => {
  const id = await jobId(request, 'Moon-phase masks');
  await page.goto(`/jobs/${id}/inspect`);
  const why = page.getByRole('region', { name: 'Why: Double or blurred image' });
  await expect(why.getByText('It shifted while it was peeled')).toBeVisible();
  await expect(why.getByText(/None of 5 others came out like this: a slip/).first()).toBeVisible();
  await why.getByText('Other possible causes').click();
  await expect(why.getByText('The press opened with a jolt')).toBeVisible();
  await why.getByRole('button', { name: 'Repeat just this one' }).click();
  await expect(page).toHaveURL(/\/stack$/);
  await expect(page.getByRole('button', { name: /Moon-phase masks, again/ })).toBeVisible();
  const again = await readJob(request, /jobs\/([^/]+)\//.exec(page.url())?.[1] ?? '');
  const first = await readJob(request, id);
  expect(again.job).toMatchObject({ pieces: 1, blankId: first.job.blankId, design: first.job.design });
});

test('pale pieces are repeated with one thing changed, and nothing else', async ({ page, request }) => {
  const id = await jobId(request, 'Volunteer tees');
  const stages = await readJob(request, id);
  expect(stages.job.pieces).toBe(2);
  // Set low by hand, on a press that was checked.
  const { job } = stages;
  const kept = ['id', 'number', 'status', 'waivers', 'approval', 'createdAt', 'updatedAt', 'closedAt'];
  const change = Object.fromEntries(Object.entries(job).filter(([key]) => !kept.includes(key)));
  expect((await request.put(`/api/jobs/${id}`, { data: { ...change, overrides: { temperature: 184 } } })).ok()).toBe(
    true,
  );
  expect((await request.post(`/api/jobs/${id}/plan`)).ok()).toBe(true);
  await spoil(request, id, 'pale');
  await page.goto(`/jobs/${id}/inspect`);
  const why = page.getByRole('region', { name: 'Why: Pale, washed out' });
  await expect(why.getByText('Too cool')).toBeVisible();
  await expect(why.getByText('It was set cooler by hand than proposed.')).toBeVisible();
  await why.getByRole('button', { name: 'Repeat just these 2, so changed' }).click();
  await expect(page).toHaveURL(/\/stack$/);
  const again = await readJob(request, /jobs\/([^/]+)\//.exec(page.url())?.[1] ?? '');
  expect(again.job.overrides).toEqual({ temperature: 189 });
  expect(again.job).toMatchObject({ pieces: 2, pressId: job.pressId, mediaId: job.mediaId, bleed: job.bleed });
});

test('what is done otherwise in a repeat holds for that repeat, and the house goes on as it does', async ({
  page,
  request,
}) => {
  const id = await jobId(request, 'Volunteer tees');
  const { settings } = (await (await request.get('/api/shop')).json()) as Shop;
  const house = { ...settings.house, hold: 'nothing' };
  expect((await request.put('/api/shop/settings', { data: { ...settings, house } })).ok()).toBe(true);
  expect((await request.post(`/api/jobs/${id}/plan`)).ok()).toBe(true);
  await spoil(request, id, 'ghost');
  await page.goto(`/jobs/${id}/inspect`);
  const why = page.getByRole('region', { name: 'Why: Double or blurred image' });
  await expect(why.getByText('Hold the transfer with spray, nothing else.')).toBeVisible();
  await expect(why.getByText('In that repeat only')).toBeVisible();
  await why.getByRole('button', { name: 'Repeat just these 2, so changed' }).click();
  await expect(page).toHaveURL(/\/stack$/);
  const again = /jobs\/([^/]+)\//.exec(page.url())?.[1] ?? '';
  expect((await readJob(request, again)).job.overrides).toEqual({ house: { hold: 'spray' } });
  expect(((await (await request.get('/api/shop')).json()) as Shop).settings.house).toEqual(house);
  const otherwise = page.getByRole('region', { name: 'Rules changed for this job' });
  await expect(otherwise.getByText('In this job: spray mist.')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Steps', exact: true }).getByText(/spray/i).first()).toBeVisible();
  // Another one by hand, and both back again.
  await otherwise.getByRole('button', { name: 'Change the rules for this job…' }).click();
  await page.getByRole('dialog').getByLabel('Is protective paper used again?').selectOption({ index: 1 });
  await page.getByRole('dialog').getByRole('button', { name: 'Done', exact: true }).click();
  const back = otherwise.getByRole('button', { name: 'As the house rule' });
  await expect(back).toHaveCount(2);
  await back.first().click();
  await back.first().click();
  await expect(back).toHaveCount(0);
  await expect.poll(async () => (await readJob(request, again)).job.overrides).toEqual({});
});

test('the log says how much is spoiled, by what, and how many blanks to order', async ({ page }) => {
  await page.goto('/log');
  const fallout = page.getByRole('region', { name: 'Fallout' });
  await expect(fallout.getByText('2 of 36', { exact: true })).toBeVisible();
  await expect(fallout.getByText(/Too few pieces to say whether the target of 2 % is met/)).toBeVisible();
  await expect(fallout.getByRole('img', { name: /Fallout by day, on average 5(\.\d)? %/ })).toBeVisible();
  await expect(fallout.getByText('Double or blurred image')).toBeVisible();
  const order = async () => Number(/Order (\d+) blanks/.exec((await fallout.textContent()) ?? '')?.[1]);
  const few = await order();
  expect(few).toBeGreaterThan(24);
  await fallout.getByRole('textbox', { name: 'Good pieces wanted' }).fill('48');
  await expect.poll(order).toBeGreaterThan(few);
  await fallout.getByRole('textbox', { name: 'Good pieces wanted' }).fill('many');
  await expect(fallout.getByText('From 1 to 2000.')).toBeVisible();
});
