import { expect, test } from '@playwright/test';
import type { Shop } from '@kanga/contract/shop';
import { demo, jobId, readJob, painted } from './shop.js';

test.beforeEach(async ({ request }) => demo(request));

test('units and the bench’s ground are the shop’s choice', async ({ page, request }) => {
  await page.goto('/shop');
  await page.getByText('Inches', { exact: true }).click();
  await page.getByText('°F', { exact: true }).click();
  await page.getByText('psi', { exact: true }).click();
  await page.getByText('Thu 3 Dec 2026', { exact: true }).click();
  await page.getByText('Light', { exact: true }).click();
  await expect(page.getByText(/Plate 16 × 20 in, up to 437 °F/)).toBeVisible();
  const id = await jobId(request, 'Star-chart cushions');
  await page.goto(`/jobs/${id}/stack`);
  await expect(page.getByText('383 °F').first()).toBeVisible();
  await expect(page.getByText('medium, 40 psi')).toBeVisible();
  await expect(page.getByText(/due (Mon|Tue|Wed|Thu|Fri|Sat|Sun) \d+ \w{3} \d{4}/)).toBeVisible();
  await request.post(`/api/jobs/${id}/plan`);
  await page.goto(`/jobs/${id}/press`);
  await expect(page.getByTestId('bench')).toHaveCSS('background-color', 'rgb(255, 255, 255)');
});

test('what is chosen while the line is slow is kept, though the page is left at once', async ({ page, request }) => {
  await page.goto('/shop');
  let held = 0;
  await page.route('**/api/shop/settings', async (route) => {
    held++;
    await new Promise((done) => setTimeout(done, 3000));
    await route.continue().catch(() => undefined);
  });
  await page.getByLabel('A non-stick sheet?').selectOption('Round the lower plate');
  await page.getByLabel('How is the transfer held?').selectOption('Heat tape');
  await page.getByText('Inches', { exact: true }).click();
  await expect.poll(() => held).toBe(1);
  await page.unrouteAll({ behavior: 'ignoreErrors' });
  await page.goto('/jobs');
  await expect
    .poll(async () => {
      const { settings } = (await (await request.get('/api/shop')).json()) as Shop;
      return [settings.house.nonStick, settings.house.hold, settings.units.length];
    })
    .toEqual(['lower wrap', 'tape', 'in']);
});

test('the demo shop is put back from the interface', async ({ page }) => {
  await page.goto('/jobs?new');
  await page.getByLabel('What is it?').fill('To be thrown away');
  await page.getByRole('button', { name: 'Open the job' }).click();
  await expect(page.getByRole('button', { name: /^To be thrown away/ })).toBeVisible();
  await page.goto('/shop');
  await page.getByRole('button', { name: 'Load the demo shop again…' }).click();
  const load = page.getByRole('button', { name: 'Back up, then load the demo' });
  await expect(load).toBeDisabled();
  await page.getByLabel(/^Type the shop’s name/).fill('Larkfield Transfer Works');
  await load.click();
  // There is work of somebody's own: that it may go has to be said.
  await expect(page.getByText('There is work of your own in this shop')).toBeVisible({ timeout: 30_000 });
  await page.getByLabel('Delete our own work in this shop, too').check();
  await load.click();
  await expect(page.getByRole('dialog')).toBeHidden({ timeout: 30_000 });
  await page.goto('/jobs');
  await expect(page.getByText('Volunteer tees')).toBeVisible();
  await expect(page.getByText('To be thrown away')).toBeHidden();
});

test('a ticket goes out and comes in again', async ({ page, request }, info) => {
  await page.goto(`/jobs/${await jobId(request, 'Moon-phase masks')}/inspect`);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Save ticket' }).click(),
  ]);
  const path = info.outputPath('ticket.zip');
  await download.saveAs(path);
  await page.goto('/jobs');
  await page
    .getByLabel('Import a ticket')
    .setInputFiles({ name: 'broken.zip', mimeType: 'application/zip', buffer: Buffer.from('nonsense') });
  await expect(page.getByRole('alert')).toContainText('This is not a job ticket');
  await page.getByLabel('Import a ticket').setInputFiles(path);
  await expect(page.getByText('Closed: 5 good, 1 spoiled.')).toBeVisible();
});

test('wrong files say what they are and how to mend it; the job is kept', async ({ page, request }) => {
  await page.goto(`/jobs/${await jobId(request, 'Star-trail bags')}/art`);
  const input = page.getByLabel('Upload your own');
  await input.setInputFiles({
    name: 'logo.png',
    mimeType: 'image/png',
    buffer: Buffer.from('%PDF-1.4 not a png at all, whatever it is called'),
  });
  await expect(page.getByRole('alert')).toContainText('“logo.png” is broken or cut off');
  await expect(page.getByRole('alert')).toContainText('save it again');
  await page.getByRole('alert').getByRole('button', { name: 'Close' }).click();
  await page.getByText('Star trail', { exact: true }).click();
  await expect(page.getByText('pixels per inch')).toHaveCount(2);
});

test('a stop blocks the next stage until it is waived knowingly', async ({ page, request }) => {
  await page.goto(`/jobs/${await jobId(request, 'Star-trail bags')}/blank`);
  await page.getByRole('button', { name: 'Change blank' }).click();
  await page.getByRole('link', { name: 'Measure or trace your own' }).click();
  await page.getByLabel('What is it?').fill('Black bag');
  await page.getByText('Cloth', { exact: true }).click();
  await page.getByText('Dark', { exact: true }).click();
  await page.getByRole('button', { name: 'Add to the shelf' }).click();
  await expect(page.getByText('Wrong process')).toBeVisible();
  await expect(page.getByTestId('next')).toBeHidden();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/blank$/);
  await page.getByRole('button', { name: /The base is dark: nothing will show/ }).click();
  await page.getByLabel(/Go on anyway/).fill('to show a customer');
  await page.getByRole('button', { name: 'Waive it' }).click();
  await expect(page.getByRole('button', { name: /\(waived\)/ })).toBeVisible();
  await expect(page.getByTestId('next')).toContainText('On to Art');
});

test('the palette goes anywhere by a few letters', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('heading', { name: /open jobs/ }).waitFor();
  await painted(page);
  // Who types faster than the server answers.
  await page.route('**/api/jobs?*find=orbit*', async (route) => {
    await new Promise((done) => setTimeout(done, 1500));
    await route.continue();
  });
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('Go to a page or run a command').fill('orbit');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/jobs\/.+\/art$/);
});

test('a job’s name, day and customer are changed from its head', async ({ page, request }) => {
  const id = await jobId(request, 'Star-trail bags');
  await page.goto(`/jobs/${id}/blank`);
  await page.getByRole('button', { name: 'Star-trail bags (change it)' }).click();
  await page.getByLabel('What is it?').fill('Star-trail totes');
  await page.getByLabel('Due').fill('2027-01-05');
  await page.getByLabel('How many pieces?').fill('0');
  await expect(page.getByRole('alert')).toContainText('Write a whole number from 1 to 5000.');
  await page.getByLabel('How many pieces?').fill('7');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('7 pieces · due 2027-01-05')).toBeVisible();
  await expect
    .poll(async () => (await readJob(request, id)).job)
    .toMatchObject({ name: 'Star-trail totes', due: '2027-01-05', pieces: 7 });
});
