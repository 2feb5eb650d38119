import { execFileSync } from 'node:child_process';
import { expect, test, type Page } from '@playwright/test';
import { clockLeft, closePress, goodAllTheSame, demo, enter, jobId, next, photograph, readJob, seen } from './shop.js';

/** What the bench asks for now, without its running clock. */
const asked = async (page: Page): Promise<string> =>
  page.evaluate(() => {
    const text = (selector: string) => document.querySelector<HTMLElement>(selector)?.innerText ?? '';
    return [text('[data-testid=next]'), text('[aria-current=step][class*=border-yellow]'), text('h1 + span')].join(
      ' / ',
    );
  });

/** Does what the line says at the press, by Enter and Space in turn, until every piece is through. */
async function pressAll(page: Page): Promise<void> {
  for (let i = 0; i < 120; i++) {
    const before = await asked(page);
    if (before.startsWith('Inspect')) return;
    if (before.includes('cold')) await closePress(page);
    else {
      await seen(page);
      await page.keyboard.press(i % 2 ? 'Enter' : ' ');
    }
    await expect.poll(() => asked(page)).not.toBe(before);
  }
  throw new Error('the press never came to an end');
}

test.use({ serviceWorkers: 'allow' });

test('the demo job goes from blank to inspected with Enter and one choice', async ({ page, request }) => {
  await demo(request);
  const id = await jobId(request, 'Volunteer tees');
  await page.goto('/');
  await expect(page.getByRole('heading', { name: '5 open jobs' })).toBeVisible();
  await enter(page, 'Open it');
  await expect(page.getByText('takes dye', { exact: true })).toBeVisible();
  await enter(page, 'On to Art');
  await expect(page.getByText('300 pixels per inch', { exact: true })).toBeVisible();
  await enter(page, 'On to Sheet');
  await expect(page.getByRole('img', { name: /with 2 transfers|with 1 transfers/ }).first()).toBeVisible();
  await enter(page, 'On to Stack');
  await expect(
    page.getByRole('img', { name: /The stack from above: Upper plate, Cover sheet, Transfer/ }),
  ).toBeVisible();
  await enter(page, 'Start at the press');
  await expect(page.getByRole('heading', { name: 'Back press' })).toBeVisible();

  // The clock is kept from its recorded start: a reload loses no time.
  await closePress(page);
  await expect(next(page)).toContainText('Opened');
  await expect(page.getByTestId('clock')).toHaveText(/0:0[0-7]/);
  await page.reload();
  await expect(next(page)).toContainText('Opened');
  const { events } = await readJob(request, id);
  const start = events.find((event) => event.kind === 'start');
  await expect
    .poll(async () => Math.abs((await clockLeft(page)) - (10 - (Date.now() - Date.parse(start?.at ?? '')) / 1000)))
    .toBeLessThanOrEqual(1);

  await pressAll(page);
  await enter(page, 'Inspect');
  await page.getByRole('button', { name: 'Piece 2 is spoiled' }).click();
  await page.getByText('Double or blurred image').click();
  await page.getByLabel('Note').fill('slipped on opening');
  await page.getByRole('button', { name: 'It is spoiled' }).click();
  await expect(page.getByTestId('piece-2')).toContainText('Double or blurred image');
  // Nobody waited for the clocks: that is not waved through.
  await expect(page.getByText(/: not pressed as planned\. Look at/)).toBeVisible();
  await expect(next(page)).toHaveCount(0);
  const { plan } = await readJob(request, id);
  for (let piece = 1; piece <= (plan?.pieces ?? 0); piece++) if (piece !== 2) await goodAllTheSame(page, piece);
  await enter(page, 'Close the job');
  // The good ones go into their bags.
  await enter(page, 'Pack');
  await page.waitForURL(/\/pack$/);
  await expect(page.getByRole('list', { name: 'Bags' })).toContainText('1 spoiled');
  await expect(next(page)).toContainText('Next job');
  const closed = await readJob(request, id);
  expect(closed.job.status).toBe('closed');
  await page.goto('/log');
  await expect(page.getByRole('row', { name: /Volunteer tees/ })).toHaveCount(2);
  await expect(page.getByRole('row', { name: /slipped on opening/ })).toBeVisible();
});

test('a job with one’s own measured blank and a large JPEG of one’s own', async ({ page, request }, info) => {
  await demo(request);
  await page.goto('/');
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByLabel('What is it?').fill('Photo cushions');
  await page.getByLabel('How many pieces?').fill('2');
  await page.getByRole('button', { name: 'Open the job' }).click();

  await page.getByRole('link', { name: 'Measure or trace your own' }).click();
  await page.getByLabel('What is it?').fill('Small cushion');
  const width = page.getByLabel('Width of the print area');
  await width.fill('0 in');
  await width.press('Enter');
  await expect(page.getByRole('alert')).toContainText('A print area is from 5 mm to 3000 mm');
  await width.fill('7 1/2 in');
  await width.press('Enter');
  await page.getByLabel('Height of the print area').fill('190mm');
  await page.getByLabel('Height of the print area').press('Enter');
  await page.getByText('Cloth', { exact: true }).click();
  await expect(page.getByLabel('Polyester, %')).toHaveValue('100');
  await page.getByRole('button', { name: 'Add to the shelf' }).click();
  await expect(page.getByText('190.5 × 190 mm')).toBeVisible();
  await expect(page.getByText('takes dye', { exact: true })).toBeVisible();
  await enter(page, 'On to Art');

  await page
    .getByLabel('Upload your own')
    .setInputFiles({ name: 'night sky.jpg', mimeType: 'image/jpeg', buffer: await photograph() });
  await expect(page.getByText('24 megapixels')).toBeVisible({ timeout: 60_000 });
  // Upright as its tag says: taller than wide.
  await expect(page.getByText('4000 × 6000')).toBeVisible();
  await enter(page, 'On to Sheet');

  await page.getByText('13 × 19 in', { exact: true }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Preview PDF' }).click(),
  ]);
  const path = info.outputPath('sheets.pdf');
  await download.saveAs(path);
  expect(execFileSync('qpdf', ['--check', path], { encoding: 'utf8' })).toMatch(/No syntax or stream encoding errors/);
  // ANSI/ASME Y14.1 sizes are in inches: 13 × 19 in is 936 × 1368 points.
  expect(execFileSync('pdfinfo', [path], { encoding: 'utf8' })).toMatch(/Page size:\s+936 x 1368 pts/);
  await enter(page, 'On to Stack');

  await page.getByRole('button', { name: 'Dwell: reasons' }).click();
  await expect(page.getByRole('dialog')).toContainText('The lower heat is paid for with the longer dwell.');
  await page.getByLabel('Set it by hand').fill('50 s');
  await page.getByLabel('Set it by hand').press('Enter');
  await page.getByRole('button', { name: 'Close' }).click();
  await expect(page.getByText('Set by hand; proposed: 60 s')).toBeVisible();
  await enter(page, 'Start at the press');
  await pressAll(page);
  await enter(page, 'Inspect');
  for (const piece of [1, 2]) await goodAllTheSame(page, piece);
  await enter(page, 'Close the job');
  await expect(page.getByText('Closed: 2 good, 0 spoiled.')).toBeVisible();
});
