import { expect, test } from '@playwright/test';
import { demo, jobId, readJob } from './shop.js';

test.beforeEach(({ request }) => demo(request));

test('a press is checked, and the plan says what to set its dial to', async ({ page, request }) => {
  await page.goto('/shop');
  await page.getByRole('button', { name: 'Check it: Back press' }).click();
  const form = page.getByRole('dialog');
  const readings = form.getByRole('textbox', { name: /^Reading/ });
  await expect(readings).toHaveCount(9);
  for (const reading of await readings.all()) await reading.fill('190');
  await expect(form.getByText(/dial 210 °C/)).toBeVisible();
  // A slip of the finger is not believed, and is said.
  await readings.nth(4).fill('9999');
  await expect(form.getByText(/One reading was not believed/)).toBeVisible();
  await readings.nth(4).fill('190');
  await form.getByRole('group', { name: 'front' }).getByText('Slid out').click();
  await form.getByRole('button', { name: 'Keep this check' }).click();
  await expect(form).toHaveCount(0);

  const id = await jobId(request, 'Star-chart cushions');
  await page.goto(`/jobs/${id}/stack`);
  await page.getByText('Back press', { exact: true }).click();
  await expect(page.getByRole('button', { name: 'Dial: reasons' })).toContainText('205 °C');
  await expect(page.getByText(/pressure of Back press is light at the front/)).toBeVisible();
  await page.getByText('From above: the bed').click();
  await expect(page.getByRole('img', { name: /on the plate of Back press/ })).toBeVisible();
});

test('like work at a lower temperature takes longer, and is taken with one press', async ({ page, request }) => {
  const id = await jobId(request, 'Star-chart cushions');
  await page.goto(`/jobs/${id}/stack`);
  await page.getByText('Like work at other temperatures').click();
  const take = page.getByRole('button', { name: /Take 190 °C for/ });
  await take.click();
  await expect(page.getByText('Set by hand; proposed: 195 °C')).toBeVisible();
});

test('another school of the house changes the stack, and only what it is about', async ({ page, request }) => {
  const id = await jobId(request, 'Star-chart cushions');
  await page.goto(`/jobs/${id}/stack`);
  const stack = page.getByRole('img', { name: /The stack from above/ });
  await expect(stack).toBeVisible();
  await expect(stack).not.toHaveAccessibleName(/Non-stick sheet/);
  await page.goto('/shop');
  await page.getByLabel('A non-stick sheet?').selectOption('Round the lower plate');
  await page.getByLabel('How is the transfer held?').selectOption('Heat tape');
  await expect(page.getByText('Wipe it between designs.')).toBeVisible();
  await page.goto(`/jobs/${id}/stack`);
  await expect(stack).toHaveAccessibleName(/Non-stick sheet, Lower plate/);
  await expect(page.getByText('Tape marks white cloth')).toBeVisible();
  await page.getByText('Paper to cut, for all 24').click();
  await expect(page.getByText('24 × Cover sheet')).toBeVisible();
});

test('a mat that is larger than the plate is pressed in sections', async ({ page, request }) => {
  const made = await request.post('/api/jobs', { data: { name: 'Door mats', customer: '', due: null, pieces: 2 } });
  const { job } = (await made.json()) as { job: { id: string } };
  await page.goto(`/jobs/${job.id}/blank`);
  await page.getByText('Door mat, rubber border').first().click();
  await expect.poll(async () => (await readJob(request, job.id)).job.blankId).not.toBeNull();
  await page.goto(`/jobs/${job.id}/stack`);
  await expect(page.getByText(/Pressed in \d sections/)).toBeVisible();
  await page.getByText('From above: the bed').click();
  await expect(page.getByRole('img', { name: /The print is pressed in \d sections/ })).toBeVisible();
});
