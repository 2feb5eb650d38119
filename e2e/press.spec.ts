import { expect, test, type APIRequestContext, type Page } from '@playwright/test';
import { demo, jobId, openFinding, readJob } from './shop.js';

test.beforeEach(({ request }) => demo(request));

test('a press is checked, and the plan says what to set its dial to', async ({ page, request }) => {
  await page.goto('/shop');
  await page.getByRole('button', { name: 'Check it: Back press' }).click();
  const form = page.getByRole('dialog');
  const readings = form.getByRole('textbox', { name: /^Reading/ });
  await expect(readings).toHaveCount(36);
  for (const reading of await readings.all()) await reading.fill('190');
  await expect(form.getByText(/dial 210 °C/)).toBeVisible();
  // A slip of the finger is not believed, and is said.
  await readings.nth(4).fill('9999');
  await expect(form.getByText(/One reading was not believed/)).toBeVisible();
  await readings.nth(4).fill('190');
  await form.getByRole('group', { name: 'front' }).getByText('Slid out').click();
  await form.getByRole('button', { name: 'Save this check' }).click();
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
  await page.getByText('Same result at other temperatures').click();
  const take = page.getByRole('button', { name: /Use 190 °C for/ });
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

/** A new job for a blank of the shelf. */
async function jobFor(page: Page, request: APIRequestContext, blank: string, pieces: number): Promise<string> {
  const made = await request.post('/api/jobs', { data: { name: 'A few', customer: '', due: null, pieces } });
  const { job } = (await made.json()) as { job: { id: string } };
  await page.goto(`/jobs/${job.id}/blank`);
  await page.getByText(blank).first().click();
  await expect.poll(async () => (await readJob(request, job.id)).job.blankId).not.toBeNull();
  await page.goto(`/jobs/${job.id}/stack`);
  return job.id;
}
/** Numbers and titles of the steps. */
const steps = (page: Page) => page.getByRole('region', { name: 'Steps' }).getByRole('listitem');

test('a press is read with the thermometer, place by place', async ({ page }) => {
  await page.goto('/shop');
  await page.getByRole('button', { name: 'Check it: Mug press' }).click();
  const form = page.getByRole('dialog');
  // A bent element is read as one.
  await expect(form.getByRole('radio', { name: 'A curved element' })).toBeChecked();
  for (let place = 1; place <= 36; place++)
    await form.getByRole('button', { name: new RegExp(`^Read place ${place} of \\d+ with the thermometer$`) }).click();
  await expect(form.getByRole('button', { name: 'Every place is read' })).toBeDisabled();
  const readings = form.getByRole('textbox', { name: /^Reading/ });
  const shown = await Promise.all((await readings.all()).map((one) => one.inputValue()));
  expect(shown.every((text) => /^\d{3} °C$/.test(text))).toBe(true);
  // The stand-in's plate is hotter at its back.
  expect(parseInt(shown[2] ?? '')).toBeGreaterThan(parseInt(shown[32] ?? ''));
  await form.getByRole('textbox', { name: 'Operator' }).fill('Wren');
  await form.getByRole('button', { name: 'Save this check' }).click();
  await expect(form).toHaveCount(0);
});

test('a press of one’s own is told about, and taken away again', async ({ page }) => {
  await page.goto('/shop');
  await page.getByRole('button', { name: 'Add a press' }).click();
  const form = page.getByRole('dialog');
  await form.getByRole('textbox', { name: 'Name' }).fill('Cap press');
  await form.getByLabel('Kind').selectOption('cap press');
  await form.getByRole('textbox', { name: 'Gap when closed' }).fill('3/4 in');
  await form.getByRole('button', { name: 'Add a pad' }).click();
  await form.getByRole('textbox', { name: 'Thick' }).fill('nothing');
  await expect(form.getByText(/A pad needs three lengths/)).toBeVisible();
  await expect(form.getByRole('button', { name: 'Save' })).toBeDisabled();
  await form.getByRole('textbox', { name: 'Thick' }).fill('8');
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(form).toHaveCount(0);
  await expect(page.getByText(/19(\.\d+)? mm between its plates, 1 pad/)).toBeVisible();
  await page.getByRole('button', { name: 'Remove Cap press' }).click();
  await expect(page.getByText('Cap press, cap press')).toHaveCount(0);
});

test('a pair of socks: two at once, rolled or flipped as the house does, with jigs enough', async ({
  page,
  request,
}) => {
  const id = await jobFor(page, request, 'Crew sock on a jig', 8);
  await expect(steps(page).first()).toContainText('Pull it onto the jig');
  await expect(steps(page).filter({ hasText: 'Turn it over, right face' })).toHaveCount(1);
  await expect(page.getByText('keep the press busy')).toBeVisible();
  await page.getByText('From above: the bed').click();
  await expect(page.getByRole('img', { name: '2 on the plate of Back press' })).toBeVisible();
  await page.goto('/shop');
  await page.getByLabel('Socks?').selectOption('One folded sheet, flip without opening');
  await expect(page.getByText('The gas stays in and the edge line is fainter.')).toBeVisible();
  await page.goto(`/jobs/${id}/stack`);
  await expect(page.getByRole('img', { name: /Transfer, its other half/ })).toBeVisible();
  await expect(steps(page).filter({ hasText: 'Flip it without opening' })).toHaveCount(1);
  await expect(steps(page).filter({ hasText: 'Peel hot' })).toHaveCount(1);
});

test('a zipped pouch is laid by hand, and what that breaks is said at once', async ({ page, request }) => {
  const id = await jobFor(page, request, 'Zip case, neoprene', 6);
  await expect(page.getByText('Keep the zip off the hot plate')).toBeVisible();
  await page.getByText('From above: the bed').click();
  const bed = page.getByRole('group', { name: /The bed/ });
  await expect(bed).toBeVisible();
  await expect(page.getByText('It is placed well.')).toBeVisible();
  // Nudged to the left edge of the plate and beyond.
  await bed.focus();
  for (let i = 0; i < 45; i++) await page.keyboard.press('Shift+ArrowLeft');
  await expect(page.getByRole('status').filter({ hasText: 'The print was laid beyond the plate' })).toBeVisible();
  await expect.poll(async () => (await readJob(request, id)).job.overrides.places?.[0]?.x ?? 0).toBeLessThan(-10);
  await page.getByRole('button', { name: 'Place automatically' }).click();
  await expect(page.getByText('It is placed well.')).toBeVisible();
  // Dragged a little, it is kept where it was let go; the zip lies right at the edge of the plate, so that this may well be wrong.
  const laid = async () => (await readJob(request, id)).job.overrides.places?.[0] ?? null;
  await expect.poll(laid).toBeNull();
  const picture = page.getByRole('img', { name: /on the plate of Back press/ });
  const box = await picture.boundingBox();
  if (!box) throw new Error('there is no picture');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 12, y + 6, { steps: 4 });
  await page.mouse.up();
  await expect(page.getByRole('button', { name: 'Place automatically' })).toBeEnabled();
  await expect.poll(laid).not.toBeNull();
  await page.getByRole('button', { name: 'Turn', exact: true }).click();
  await expect.poll(async () => (await readJob(request, id)).job.overrides.places?.[0]?.turn).toBe(90);
});

test('the settings say what was not taken, and the card is a page for the press', async ({ page, request }) => {
  const id = await jobId(request, 'Orbit bottle sleeves');
  await page.goto(`/jobs/${id}/stack`);
  await page.getByRole('button', { name: 'Temperature: reasons' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByText(/10 of 10 came out good/)).toBeVisible();
  await expect(dialog.getByText('Other sources')).toBeVisible();
  await expect(dialog.getByText(/Reference chart: neoprene sleeve/)).toBeVisible();
  await dialog.getByRole('button', { name: 'Close' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Press card, one page A5' }).click();
  expect((await download).suggestedFilename()).toMatch(/^kanga-job-\d+-press-card\.pdf$/);
});

test('household tape stops every plan, and nobody can waive it', async ({ page, request }) => {
  await page.goto('/shop');
  await page.getByLabel('How is the transfer held?').selectOption('Household tape');
  await expect(page.getByText(/Kanga stops every plan with it/)).toBeVisible();
  const id = await jobId(request, 'Star-chart cushions');
  await page.goto(`/jobs/${id}/stack`);
  await expect(page.getByText('Household tape melts')).toBeVisible();
  const answer = await request.post(`/api/jobs/${id}/plan`);
  expect(answer.status()).toBe(409);
});

test('a mat that is larger than the plate is pressed in sections', async ({ page, request }) => {
  await jobFor(page, request, 'Door mat, rubber border', 2);
  await openFinding(page, /Pressed in \d sections/);
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();
  await page.getByText('From above: the bed').click();
  await expect(page.getByRole('img', { name: /The print is pressed in \d sections/ })).toBeVisible();
  await expect(steps(page).filter({ hasText: 'Move it on, section 2 of 2' })).toHaveCount(1);
  // More of its plate than is surely even saves a pressing, and is told.
  await expect(page.getByRole('button', { name: /reaches beyond the even part/ })).toBeVisible();
});
