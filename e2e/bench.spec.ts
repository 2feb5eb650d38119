import { expect, test, type APIRequestContext, type Page } from '@playwright/test';
import { benchState } from '@kanga/core/bench';
import sharp from 'sharp';
import {
  CLOSE,
  clockLeft,
  closePress,
  coolPress,
  deeds,
  demo,
  enter,
  freeze,
  jobId,
  next,
  readJob,
  seen,
} from './shop.js';

test.beforeEach(async ({ request }) => demo(request));

const kinds = async (request: APIRequestContext, id: string) => deeds(await readJob(request, id));
const lane = (page: Page, name: string) => page.getByRole('region', { name: new RegExp(`^${name}`) });
const else_ = async (page: Page, ...path: (string | RegExp)[]) => {
  await page.getByRole('button', { name: 'More…' }).click();
  for (const name of path) await page.getByRole('dialog').getByRole('button', { name }).first().click();
};

test('two presses side by side: each is told by its own button, the line asks for the most urgent', async ({
  page,
  request,
}) => {
  const cushions = await freeze(request, 'Star-chart cushions', 'Back press');
  const tees = await freeze(request, 'Volunteer tees', 'Front press');
  await page.goto('/bench');
  const [back, front] = [lane(page, 'Back press'), lane(page, 'Front press')];
  await expect(back.getByRole('heading', { name: 'Lint-roll' })).toBeVisible();
  await expect(front.getByRole('heading', { name: 'Lint-roll' })).toBeVisible();
  await page.getByLabel('Operator').selectOption('Juniper');
  await seen(page);
  await front.getByRole('button', { name: 'Done' }).click();
  // Nothing measures its plate: whoever stands there is asked, once.
  for (const name of ['Yes, it is hot', 'Closed: start the clock']) {
    await expect(front.getByRole('button', { name })).toBeVisible();
    await seen(page);
    await front.getByRole('button', { name }).click();
  }
  // A running clock waits; what hands can do is asked for first.
  await expect(next(page)).toContainText('Done');
  await expect(page.getByText(/^Back press\. Piece 1 of 24/)).toBeVisible();
  await seen(page);
  await page.keyboard.press(' ');
  await expect.poll(() => kinds(request, cushions.id)).toEqual(['done']);
  await expect
    .poll(async () => (await readJob(request, tees.id)).events.map(({ by }) => by))
    .toEqual([null, 'Juniper', 'Juniper', 'Juniper']);
  // Its pre-press is over in ten seconds: then the line asks for that, before anything else.
  await expect(page.getByText(/^Front press\. Piece 1 of 2: open at zero/)).toBeVisible({ timeout: 20_000 });
});

test('while a clock runs, the next piece is made ready, and what cools has a clock of its own', async ({
  page,
  request,
}) => {
  const { id, plan } = await freeze(request, 'Star-chart cushions', 'Front press');
  await page.goto(`/jobs/${id}/press`);
  const steps = plan.steps.findIndex(({ kind }) => kind === 'press');
  await expect(next(page)).toContainText('Done');
  for (let i = 0; i < 40; i++) {
    const { beds } = benchState(plan, (await readJob(request, id)).events);
    if (beds[0]?.step === steps && beds[0].startedAt) break;
    const before = (await kinds(request, id)).length;
    await seen(page);
    await page.keyboard.press('Enter');
    await expect.poll(async () => (await kinds(request, id)).length).toBe(before + 1);
  }
  const meanwhile = page.getByRole('group', { name: 'Meanwhile' });
  await expect(meanwhile).toContainText('piece 2 of 24: lint-roll');
  await seen(page);
  await meanwhile.getByRole('button', { name: 'Done' }).click();
  await expect.poll(async () => benchState(plan, (await readJob(request, id)).events).beds[1]?.step).toBe(1);
  // One lies ready: then there is only paper to cut.
  await expect(page.getByText('cut the next transfers and paper')).toBeVisible();
  await expect(page.getByTestId('clock')).toBeVisible();
  await enter(page, 'Opened');
  await enter(page, 'Done');
  const rack = page.getByRole('group', { name: 'Cooling' });
  await expect(rack).toContainText(/piece 1 1:\d\d/);
  await expect(page.getByText('The plate is recovering its heat')).toBeVisible();
});

test('a pressing is stopped, repeated, swapped to another press, a piece is scrapped; and all of it is taken back', async ({
  page,
  request,
}) => {
  const { id, plan } = await freeze(request, 'Star-chart cushions');
  await page.goto(`/jobs/${id}/press`);
  await enter(page, 'Done');
  await closePress(page);
  await expect(next(page)).toContainText('Opened');
  await else_(page, /stop this pressing/);
  await expect(next(page)).toContainText(CLOSE);
  await else_(page, 'Repeat a step…', 'Lint-roll');
  await expect(page.getByRole('heading', { name: 'Lint-roll', exact: true })).toBeVisible();
  await else_(page, 'Move to another press…', /Front press: set its dial/);
  await expect(page.getByRole('heading', { name: 'Front press' })).toBeVisible();
  await else_(page, 'Scrap a piece…', /Specks/);
  await expect.poll(async () => benchState(plan, (await readJob(request, id)).events).beds[0]?.over).toBe('given up');
  await expect(page.getByText(/piece 2 of 24/).first()).toBeVisible();
  for (let i = 0; i < 6; i++) {
    const before = (await kinds(request, id)).length;
    await page.getByRole('button', { name: 'Undo last step' }).click();
    await expect.poll(async () => (await kinds(request, id)).length).toBe(before + 1);
  }
  await expect(page.getByRole('button', { name: 'Undo last step' })).toBeDisabled();
  await expect(page.getByRole('heading', { name: 'Back press' })).toBeVisible();
});

test('the simulated press is set, closed and opened, and its clock follows', async ({ page, request }) => {
  await coolPress(request, 'Back press');
  const { id, plan } = await freeze(request, 'Star-chart cushions');
  await page.goto(`/jobs/${id}/press`);
  const controller = page.getByRole('group', { name: 'Controller of Back press' });
  // After a moment without an answer it is asked again some seconds later.
  await expect(controller).toContainText(/plate \d+ °C/, { timeout: 30_000 });
  const set = controller.getByRole('button', { name: /Set it to/ });
  if (await set.isVisible()) await set.click();
  await expect(controller).toContainText('heating');
  await enter(page, 'Done');
  await expect(next(page)).toContainText('Close it cold…');
  await expect(page.getByText(/Wait: the plate is at \d+ of \d+ °C, about \d+ minutes?\./)).toBeVisible();
  await controller.getByRole('button', { name: 'Close it' }).click();
  await expect(next(page)).toContainText('Opened');
  await expect(page.getByTestId('clock')).toBeVisible();
  await controller.getByRole('button', { name: 'Open it' }).click();
  await expect(next(page)).not.toContainText('Opened');
  await expect.poll(() => kinds(request, id)).toEqual(['done', 'start', 'done']);
  expect(plan.steps[1]?.kind).toBe('pre-press');
  const courses = (await (await request.get(`/api/jobs/${id}/actuals`)).json()) as unknown[];
  expect(courses.length).toBeLessThanOrEqual(1);
});

test('a foot pedal is taught once, and does what is due', async ({ page, request }) => {
  const { id } = await freeze(request, 'Star-chart cushions', 'Front press');
  await page.goto(`/jobs/${id}/press`);
  await else_(page, 'Foot pedal…', 'Set up the pedal');
  await expect(page.getByText('Press the pedal now.')).toBeVisible();
  await page.keyboard.press('F9');
  await expect(page.getByText('It sends the key F9.')).toBeVisible();
  await page.keyboard.press('Escape');
  await seen(page);
  await page.keyboard.press('F9');
  await expect.poll(() => kinds(request, id)).toEqual(['done']);
  // Another screen, another pedal: a reload keeps it.
  await page.reload();
  for (const offered of ['Yes, it is hot', 'Closed: start the clock']) {
    await expect(next(page)).toContainText(offered);
    await seen(page);
    await page.keyboard.press('F9');
  }
  await expect.poll(() => kinds(request, id)).toEqual(['done', 'heat', 'start']);
});

test('two screens show the same, whichever of them acts', async ({ page, request, browser }) => {
  const { id } = await freeze(request, 'Volunteer tees');
  const office = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await Promise.all([page.goto(`/jobs/${id}/press`), office.goto('/bench')]);
  await expect(office.getByRole('heading', { name: 'Lint-roll' })).toBeVisible();
  await enter(page, 'Done');
  await expect(office.getByRole('heading', { name: 'Pre-press' })).toBeVisible();
  await closePress(office);
  await expect(next(page)).toContainText('Opened');
  const apart = async () => {
    const [one, other] = await Promise.all([clockLeft(page), clockLeft(office)]);
    return Math.abs(one - other);
  };
  await expect.poll(apart).toBeLessThanOrEqual(1);
  await office.context().close();
});

test('a clock is right though this machine’s clock is put forward by an hour', async ({ page, request }) => {
  const { id } = await freeze(request, 'Volunteer tees');
  await page.goto(`/jobs/${id}/press`);
  await enter(page, 'Done');
  await closePress(page);
  await expect(page.getByTestId('clock')).toBeVisible();
  await page.evaluate(() => {
    const real = Date.now.bind(Date);
    Date.now = () => real() + 3_600_000;
  });
  const started = (await readJob(request, id)).events.at(-1)?.at ?? '';
  await expect
    .poll(async () => Math.abs((await clockLeft(page)) - (10 - (Date.now() - Date.parse(started)) / 1000)))
    .toBeLessThanOrEqual(1);
});

test('the bench sounds differ, and the screen is asked to stay awake', async ({ page, request }) => {
  await page.addInitScript(() => {
    const tunes: number[] = [];
    const real = AudioContext.prototype.createOscillator;
    AudioContext.prototype.createOscillator = function () {
      const oscillator = real.call(this);
      const start = oscillator.start.bind(oscillator);
      oscillator.start = (when) => {
        tunes.push(oscillator.frequency.value);
        start(when);
      };
      return oscillator;
    };
    const asked: string[] = [];
    Object.defineProperty(navigator, 'wakeLock', {
      value: {
        request: (kind: string) => {
          asked.push(kind);
          return Promise.resolve({ release: () => Promise.resolve() });
        },
      },
    });
    Object.assign(window, { tunes, asked });
  });
  const { id } = await freeze(request, 'Volunteer tees');
  await page.goto(`/jobs/${id}/press`);
  await enter(page, 'Done');
  await closePress(page);
  const heard = () => page.evaluate(() => (window as unknown as { tunes: number[] }).tunes);
  // A pre-press of ten seconds: one knock five seconds before its end, three rising notes at it, two falling ones after it.
  await expect.poll(heard, { timeout: 30_000 }).toEqual([440, 660, 880, 1320, 520, 260]);
  expect(await page.evaluate(() => (window as unknown as { asked: string[] }).asked)).toContain('screen');
});

test('a piece is judged with its fault, where it is, and a photograph', async ({ page, request }) => {
  const { id, plan } = await freeze(request, 'Volunteer tees');
  const head = () => ({ id: crypto.randomUUID(), at: new Date().toISOString(), by: null });
  const beds = Math.ceil(plan.pieces / plan.atOnce);
  const events = Array.from({ length: beds }, (_, bed) =>
    plan.steps.map((_step, step) => ({ ...head(), kind: 'skip', bed, step })),
  ).flat();
  expect((await request.post(`/api/jobs/${id}/events`, { data: { events } })).ok()).toBe(true);
  await page.goto(`/jobs/${id}/inspect`);
  await page.getByRole('button', { name: 'Piece 2 is spoiled' }).click();
  const form = page.getByRole('dialog');
  await form.getByRole('button', { name: 'Pale patches' }).click();
  await form.getByRole('img').click({ position: { x: 150, y: 60 } });
  await expect(form.getByRole('img', { name: /marked \d+ % from the left/ })).toBeVisible();
  const photo = await sharp({ create: { width: 600, height: 400, channels: 3, background: '#7a3' } })
    .png()
    .toBuffer();
  await form.getByLabel('Photograph').setInputFiles({ name: 'seen.png', mimeType: 'image/png', buffer: photo });
  await expect(form.getByRole('img', { name: 'The photograph' })).toBeVisible();
  await form.getByRole('button', { name: 'It is spoiled' }).click();
  const card = page.getByTestId('piece-2');
  await expect(card).toContainText('Pale patches');
  await expect(card.getByRole('img', { name: 'Photograph of piece 2' })).toBeVisible();
  await expect
    .poll(async () => (await readJob(request, id)).events.at(-1))
    .toMatchObject({ fault: 'patches', spot: { side: 0 } });
});

test('the log is searched, and a recipe is accepted for the plans to come', async ({ page, request }) => {
  await page.goto('/log');
  const rows = page.getByRole('row').filter({ has: page.getByRole('cell') });
  await expect(rows.first()).toBeVisible();
  await page.getByRole('searchbox', { name: 'Search' }).fill('moon slipped');
  await expect(rows).toHaveCount(1);
  await expect(rows.first()).toContainText('Wren');
  await page.getByRole('searchbox', { name: 'Search' }).fill('no such thing');
  await expect(page.getByText('Nothing found. Remove a word or a filter.')).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Save these as CSV' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('kanga-log.csv');

  await page.getByRole('link', { name: 'Recipes' }).click();
  const entry = page.getByRole('region', { name: 'Neoprene bottle sleeve on Back press' });
  await expect(entry).toContainText('10 of 10 good');
  await entry.getByRole('button', { name: 'Make it the recipe' }).click();
  await expect(entry).toContainText('✓ recipe');
  await expect(entry.getByRole('button')).toHaveCount(0);
  const id = await jobId(request, 'Orbit bottle sleeves');
  await page.goto(`/jobs/${id}/stack`);
  await page.getByRole('button', { name: 'Dwell: reasons' }).click();
  await expect(page.getByText(/The recipe of the book: 10 of 10 came out good/).first()).toBeVisible();
});
