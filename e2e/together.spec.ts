import { expect, test } from '@playwright/test';
import { demo, enter, jobId, next, readJob } from './shop.js';

test.beforeEach(async ({ request }) => demo(request));

test('two people save the same job: neither loses anything unseen', async ({ page, request, browser }) => {
  const id = await jobId(request, 'Star-chart cushions');
  const second = await (await browser.newContext()).newPage();
  await page.goto(`/jobs/${id}/stack`);
  await second.goto(`/jobs/${id}/sheet`);
  await second.getByLabel('Room for scissors').fill('12 mm');
  await second.getByLabel('Room for scissors').press('Enter');
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
  const id = await jobId(request, 'Volunteer tees');
  expect((await request.post(`/api/jobs/${id}/plan`)).ok()).toBe(true);
  await page.goto(`/jobs/${id}/press`);
  await enter(page, 'Done');
  await expect.poll(async () => (await readJob(request, id)).events.length).toBe(1);
  await page.route('**/api/**', (route) => route.abort('connectionrefused'));
  await enter(page, 'Closed: start the clock');
  await enter(page, 'Opened');
  await enter(page, 'Done');
  await expect(page.getByText('3 entries are kept here until it does.')).toBeVisible();
  await expect(page.getByText('Kanga’s server does not answer').first()).toBeVisible();
  expect((await readJob(request, id)).events).toHaveLength(1);
  await page.unroute('**/api/**');
  await page.reload();
  await expect
    .poll(async () => (await readJob(request, id)).events.map((event) => event.kind))
    .toEqual(['done', 'start', 'done', 'done']);
  await expect(next(page)).toContainText('Done');
});

test('a screen that is reloaded while the server is away goes on as it was, and catches up', async ({
  page,
  context,
  request,
}) => {
  const id = await jobId(request, 'Volunteer tees');
  expect((await request.post(`/api/jobs/${id}/plan`)).ok()).toBe(true);
  await page.goto(`/jobs/${id}/press`);
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
  });
  await expect(next(page)).toContainText('Done');
  await enter(page, 'Done');
  await enter(page, 'Closed: start the clock');
  await expect.poll(async () => (await readJob(request, id)).events.length).toBe(2);
  const clock = async () => {
    const [minutes = 0, seconds = 0] = (await page.getByTestId('clock').innerText())
      .replace('−', '-')
      .split(':')
      .map(Number);
    return minutes * 60 + seconds;
  };
  await context.setOffline(true);
  await page.reload();
  // What the server has had long since is there, the clock runs on from when it was started, and the screen says that it is alone.
  await expect(next(page)).toContainText('Opened');
  await expect(page.getByText('This screen is alone')).toBeVisible();
  const { events, plan } = await readJob(request, id);
  const started = Date.parse(events.at(-1)?.at ?? '');
  const dwell = plan?.steps[1]?.seconds ?? NaN;
  await expect
    .poll(async () => Math.abs((await clock()) - (dwell - (Date.now() - started) / 1000)))
    .toBeLessThanOrEqual(1);
  await enter(page, 'Opened');
  await expect(page.getByText('1 entry is kept here until it does.')).toBeVisible();
  // Reloaded once more, its own entry is there, too; the rest of the job says that it shows how it was.
  await page.reload();
  await expect(page.getByText('1 entry is kept here until it does.')).toBeVisible();
  await page.goto(`/jobs/${id}/stack`);
  await expect(page.getByText(/This is how it was at/)).toBeVisible();
  await page.goto('/bench');
  await expect(page.getByText('This screen is alone').first()).toBeVisible();
  await context.setOffline(false);
  await expect
    .poll(async () => (await readJob(request, id)).events.map((event) => event.kind), { timeout: 20_000 })
    .toEqual(['done', 'start', 'done']);
  await expect(page.getByText('This screen is alone')).toHaveCount(0);
});

test('the last thing is taken back, and a step is skipped', async ({ page, request }) => {
  const id = await jobId(request, 'Volunteer tees');
  await request.post(`/api/jobs/${id}/plan`);
  await page.goto(`/jobs/${id}/press`);
  await enter(page, 'Done');
  await expect(page.getByRole('heading', { name: 'Pre-press' })).toBeVisible();
  await page.getByRole('button', { name: 'Take the last back' }).click();
  await expect(page.getByRole('heading', { name: 'Lint-roll', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Something else…' }).click();
  await page.getByRole('button', { name: 'Skip: Lint-roll' }).click();
  await expect(page.getByRole('heading', { name: 'Pre-press' })).toBeVisible();
});

test('another screen’s entries appear within seconds', async ({ page, request }) => {
  const id = await jobId(request, 'Volunteer tees');
  await request.post(`/api/jobs/${id}/plan`);
  await page.goto(`/jobs/${id}/press`);
  await expect(page.getByRole('heading', { name: 'Lint-roll', exact: true })).toBeVisible();
  await request.post(`/api/jobs/${id}/events`, {
    data: {
      events: [{ id: crypto.randomUUID(), at: new Date().toISOString(), by: null, kind: 'done', bed: 0, step: 0 }],
    },
  });
  await expect(page.getByRole('heading', { name: 'Pre-press' })).toBeVisible();
});
