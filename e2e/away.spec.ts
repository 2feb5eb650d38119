import { expect, test } from '@playwright/test';
import { clockLeft, closePress, deeds, demo, enter, freeze, next, readJob } from './shop.js';

// The service worker is what keeps the application here.
test.use({ serviceWorkers: 'allow' });
test.beforeEach(async ({ request }) => demo(request));

test('a screen that is reloaded while the server is away goes on as it was, and catches up', async ({
  page,
  context,
  request,
}) => {
  const { id } = await freeze(request, 'Volunteer tees');
  await page.goto(`/jobs/${id}/press`);
  const kept = ['shop', 'proven', 'bench', `jobs/${id}/packed`].map((path) => `/api/${path}`);
  await expect
    .poll(() =>
      page.evaluate(async (paths) => (await Promise.all(paths.map((path) => caches.match(path)))).every(Boolean), kept),
    )
    .toBe(true);
  await expect(next(page)).toContainText('Done');
  await enter(page, 'Done');
  await closePress(page);
  await expect.poll(async () => deeds(await readJob(request, id)).length).toBe(2);
  await context.setOffline(true);
  await page.reload();
  // What the server has had long since is there, the clock runs on from when it was started, and the screen says that it is alone.
  await expect(next(page)).toContainText('Opened');
  await expect(page.getByText('Offline: entries are kept here')).toBeVisible();
  const { events, plan } = await readJob(request, id);
  const started = Date.parse(events.at(-1)?.at ?? '');
  const dwell = plan?.steps[1]?.seconds ?? NaN;
  await expect
    .poll(async () => Math.abs((await clockLeft(page)) - (dwell - (Date.now() - started) / 1000)))
    .toBeLessThanOrEqual(1);
  await enter(page, 'Opened');
  await expect(page.getByText('1 entry waits for the server')).toBeVisible();
  // Reloaded once more, its own entry is there, too; the rest of the job says that it shows how it was.
  await page.reload();
  await expect(page.getByText('1 entry waits for the server')).toBeVisible();
  await page.goto(`/jobs/${id}/stack`);
  await expect(page.getByText(/This is how it was at/)).toBeVisible();
  await page.goto('/bench');
  await expect(page.getByText('Offline: entries are kept here').first()).toBeVisible();
  await context.setOffline(false);
  await expect
    .poll(async () => deeds(await readJob(request, id)), { timeout: 20_000 })
    .toEqual(['done', 'start', 'done']);
  await expect(page.getByText('Offline: entries are kept here')).toHaveCount(0);
});
