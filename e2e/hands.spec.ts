import { expect, test, type APIRequestContext, type Page } from '@playwright/test';
import { coolPress, deeds, demo, freeze, jobId, next, painted, readJob, seen } from './shop.js';

test.beforeEach(async ({ request }) => demo(request));

/** Lets a screen be tapped, or Space pressed, as soon as its line offers something else: sooner than any clock of this test could. */
const atOnce = (screen: Page, how: 'tap' | 'press'): Promise<void> =>
  screen.evaluate((act) => {
    const button = () => document.querySelector<HTMLElement>('[data-testid=next]');
    const before = button()?.textContent;
    new MutationObserver((_, watch) => {
      if (button()?.textContent === before) return;
      watch.disconnect();
      if (act === 'tap') button()?.click();
      else document.body.dispatchEvent(new KeyboardEvent('keydown', { key: ' ', bubbles: true, cancelable: true }));
    }).observe(document.body, { subtree: true, childList: true, characterData: true });
  }, how);
const kinds = async (request: APIRequestContext, id: string) => deeds(await readJob(request, id));

test('two quick presses mark one step, and so do two people who press at once', async ({ page, request, browser }) => {
  const { id } = await freeze(request, 'Volunteer tees', 'Front press');
  const other = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await Promise.all([page.goto(`/jobs/${id}/press`), other.goto(`/jobs/${id}/press`)]);
  await Promise.all([page, other].map((screen) => expect(next(screen)).toContainText('Done')));
  await seen(page);
  await seen(other);
  // The second press, and the other hand, were on their way when the step was told: they come down in the moment in which something else is offered.
  await atOnce(page, 'press');
  await atOnce(other, 'tap');
  await page.keyboard.press(' ');
  for (const screen of [page, other]) await expect(next(screen)).not.toContainText('Done');
  await expect.poll(() => kinds(request, id)).toEqual(['done']);
  // Half a second on it is meant.
  await seen(page);
  await page.keyboard.press(' ');
  await expect.poll(() => kinds(request, id)).toEqual(['done', 'heat']);
  await other.context().close();
});

test('a plate that is cold is closed by no key, and only by who is sure of it', async ({ page, request }) => {
  await coolPress(request, 'Back press');
  const { id } = await freeze(request, 'Star-chart cushions');
  await page.goto(`/jobs/${id}/press`);
  await expect(next(page)).toContainText('Done');
  await seen(page);
  await page.keyboard.press(' ');
  await expect(next(page)).toContainText('Close it cold…');
  await seen(page);
  await page.keyboard.press(' ');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await next(page).click();
  await expect(page.getByRole('dialog')).toContainText(/The plate is at \d+ of \d+ °C/);
  await page.getByRole('button', { name: 'Cancel' }).click();
  expect(await kinds(request, id)).toEqual(['done']);
  await next(page).click();
  await page.getByRole('button', { name: 'Close it cold', exact: true }).click();
  await expect.poll(() => kinds(request, id)).toEqual(['done', 'start']);
});

test('Enter goes on with the line after a click on a button, and uses what was led to by keys', async ({
  page,
  request,
}) => {
  const id = await jobId(request, 'Volunteer tees');
  await page.goto(`/jobs/${id}/art`);
  const more = page.getByRole('button', { name: 'More details' });
  await expect(next(page)).toBeEnabled();
  // Led to by Tab, a button is what Enter means.
  for (let i = 0; i < 120 && !(await more.evaluate((one) => one === document.activeElement)); i++)
    await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  const fewer = page.getByRole('button', { name: 'Fewer details' });
  await expect(fewer).toBeVisible();
  // Clicked, it is done with.
  await fewer.click();
  await expect(more).toBeVisible();
  await painted(page);
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/sheet$/);
});

test('however many pictures there are, the facts beside them stay in reach', async ({ page, request }) => {
  const id = await jobId(request, 'Volunteer tees');
  for (let i = 0; i < 6; i++) {
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="40" height="30"><rect width="${10 + i}" height="30"/></svg>`;
    const headers = { 'content-type': 'application/octet-stream' };
    expect((await request.post(`/api/art?name=own-${i}.svg`, { data: svg, headers })).ok()).toBe(true);
  }
  await page.goto(`/jobs/${id}/art`);
  const facts = page.getByRole('complementary', { name: 'Facts' });
  await page.getByRole('button', { name: 'Change picture' }).click();
  await expect(page.getByTitle('own-5.svg')).toBeAttached();
  const [strip, beside] = [
    await page.getByRole('group', { name: 'Pictures' }).boundingBox(),
    await facts.boundingBox(),
  ];
  expect((strip?.x ?? NaN) + (strip?.width ?? NaN)).toBeLessThanOrEqual(beside?.x ?? NaN);
  await facts.getByRole('button', { name: '+ Text' }).click();
  await expect(page.getByLabel('Text', { exact: true })).toBeVisible();
});

test('what is typed while an upload ends stays where it is', async ({ page, request }) => {
  const id = await jobId(request, 'Volunteer tees');
  await page.goto(`/jobs/${id}/art`);
  await expect(next(page)).toBeEnabled();
  let send: () => void = () => undefined;
  const held = new Promise<void>((done) => (send = done));
  await page.route('**/api/art?name=*', async (route) => {
    await held;
    await route.continue();
  });
  const svg = '<svg xmlns="http://www.w3.org/2000/svg" width="40" height="30"><rect width="33" height="30"/></svg>';
  await page.getByRole('button', { name: 'Change picture' }).click();
  await page
    .getByLabel('Upload your own')
    .setInputFiles({ name: 'late.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(svg) });
  await page.getByRole('button', { name: '+ Text' }).click();
  const text = page.getByLabel('Text', { exact: true });
  await text.fill('Gannet Hi');
  send();
  await expect(page.getByRole('group', { name: 'What lies on this side' })).toContainText('late', { timeout: 30_000 });
  await text.pressSequentially('ll');
  await expect(text).toHaveValue('Gannet Hill');
  await expect
    .poll(async () => (await readJob(request, id)).job.design[0]?.items.map(({ kind }) => kind))
    .toEqual(['picture', 'picture', 'text']);
});
