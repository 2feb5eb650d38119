import { expect, test, type Page } from '@playwright/test';
import { benchState } from '@kanga/core/bench';
import { deeds, demo, freeze, next, readJob, seen, tell } from './shop.js';

test.beforeEach(async ({ request }) => demo(request));

/** Taps what the line offers, once it offers that. */
async function tap(page: Page, offered: string): Promise<void> {
  await expect(next(page)).toContainText(offered);
  await seen(page);
  await page.keyboard.press(' ');
}
async function more(page: Page, ...path: (string | RegExp)[]): Promise<void> {
  await page.getByRole('button', { name: 'More…' }).click();
  for (const name of path) await page.getByRole('dialog').getByRole('button', { name }).click();
}
const left = async (page: Page): Promise<number> => {
  const [minutes = 0, seconds = 0] = (await page.getByTestId('clock').innerText()).split(':').map(Number);
  return minutes * 60 + seconds;
};

test('a piece is pressed by two taps a pressing and one for the rack; what nobody told is passed', async ({
  page,
  request,
}) => {
  await page.clock.install();
  const { id, plan } = await freeze(request, 'Volunteer tees', 'Front press', 'each pressing');
  await page.goto(`/jobs/${id}/press`);
  await expect(page.getByRole('list', { name: 'Make ready' }).getByRole('listitem')).toHaveText([/^1Lint-roll/]);
  await tap(page, 'Yes, it is hot');
  for (let pressing = 0; pressing < 2; pressing++) {
    await tap(page, 'Closed: start the clock');
    await expect(next(page)).toContainText('Opened');
    await page.clock.fastForward((await left(page)) * 1000);
    await tap(page, 'Opened');
  }
  // The first cools by itself from its opening on, and the second is asked for.
  await expect(page.getByRole('group', { name: 'Cooling' })).toContainText('piece 1');
  await expect(page.getByText(/^Piece 2 of 2: lint-roll, then close the press on it\./)).toBeVisible();
  await expect.poll(async () => deeds(await readJob(request, id))).toEqual(['heat', 'start', 'done', 'start', 'done']);
  const { events } = await readJob(request, id);
  const state = benchState(plan, events);
  expect(state.beds[0]?.step).toBe(plan.steps.findIndex(({ at }) => at === 'rack'));
  const told = state.records.filter(({ outcome }) => outcome === 'done').map(({ step }) => plan.steps[step]?.kind);
  expect(told).toEqual(['pre-press', 'press']);
  // One tap takes all of it back.
  await page.getByRole('button', { name: 'Undo last step' }).click();
  await expect(next(page)).toContainText('Opened');
});

test('how one is led is chosen for the run, and remembered for who chose it', async ({ page, request }) => {
  const first = await freeze(request, 'Volunteer tees', 'Front press', null);
  await page.goto(`/jobs/${first.id}/press`);
  // Nothing of these goods was pressed here: every step is told.
  await expect(page.getByRole('heading', { name: 'Lint-roll', exact: true })).toBeVisible();
  await page.getByLabel('Operator').selectOption('Juniper');
  await more(page, 'Guidance: every step…', /^Each pressing/);
  await expect(page.getByRole('list', { name: 'Make ready' })).toBeVisible();
  const second = await freeze(request, 'Star-chart cushions', 'Front press', null);
  await page.goto(`/jobs/${second.id}/press`);
  await expect(page.getByRole('list', { name: 'Make ready' })).toBeVisible();
  await page.getByLabel('Operator').selectOption('not set');
  await expect(page.getByRole('heading', { name: 'Lint-roll', exact: true })).toBeVisible();
});

test('a press that tells of itself asks for no tap: the lever does it all', async ({ page, request }) => {
  const { id } = await freeze(request, 'Volunteer tees', 'Back press', null);
  await page.goto(`/jobs/${id}/press`);
  const controller = page.getByRole('group', { name: 'Controller of Back press' });
  await expect(controller).toContainText(/plate \d+ °C/, { timeout: 30_000 });
  await expect(page.getByRole('list', { name: 'Make ready' })).toBeVisible();
  await controller.getByRole('button', { name: 'Close it' }).click();
  await expect(page.getByTestId('clock')).toBeVisible();
  await expect
    .poll(async () => (await readJob(request, id)).events)
    .toMatchObject([{ kind: 'start', step: 1, from: 0 }]);
  await controller.getByRole('button', { name: 'Open it' }).click();
  await expect.poll(async () => (await readJob(request, id)).events.length).toBe(2);
});

test('the strip of steps names where one is, and opens to all of them', async ({ page, request }) => {
  const { id, plan } = await freeze(request, 'Star-chart cushions', 'Front press');
  await tell(request, id, { kind: 'done', bed: 0, step: 0 });
  await page.goto(`/jobs/${id}/press`);
  const strip = page.getByRole('button', { name: /^Step 2 of 9 ✓ Lint-roll Pre-press then Lint-roll again/ });
  await strip.click();
  await expect(page.getByRole('dialog').getByRole('listitem')).toHaveCount(plan.steps.length);
  await expect(page.getByRole('dialog').locator('[aria-current="step"]')).toContainText('Pre-press');
});

test('the bench shows each press, its state, and what could go on it next', async ({ page, request }) => {
  await page.goto('/bench');
  for (const name of ['Back press', 'Front press', 'Mug press'])
    await expect(page.getByRole('region', { name, exact: true })).toBeVisible();
  const ready = page.getByRole('list', { name: 'Ready for Front press' }).getByRole('link');
  await expect(ready).toContainText(['Star-chart cushions, 24 × Cushion cover']);
  // Cushions are not for a press that is bent.
  await expect(page.getByRole('region', { name: 'Mug press' })).toContainText('No job is ready for it.');
  await ready.first().click();
  await expect(page).toHaveURL(/\/stack$/);
  await freeze(request, 'Volunteer tees', 'Front press');
  await page.goto('/bench');
  await expect(page.getByTestId('bench')).toHaveCount(1);
  await expect(page.getByRole('region', { name: 'Back press', exact: true })).toContainText(
    'next: 2 · Star-chart cushions',
  );
});
