import { expect, test } from '@playwright/test';
import { demo, jobId, readJob } from './shop.js';

test.beforeEach(({ request }) => demo(request));

test('transfers are nested while one watches, moved by hand, pinned, and nested again round the pin', async ({
  page,
  request,
}) => {
  const id = await jobId(request, 'Comet-tail socks');
  await page.goto(`/jobs/${id}/sheet`);
  const facts = page.getByRole('complementary', { name: 'Facts' });
  await expect(facts.getByText('910 mm')).toBeVisible();
  await page.getByRole('button', { name: 'Nest to save paper' }).click();
  await expect(facts.getByText(/tries in/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Use the best so far' })).toBeEnabled();
  // It gets better while it is watched.
  await expect(facts.getByText('910 mm')).toHaveCount(0, { timeout: 30_000 });
  await page.getByRole('button', { name: 'Use the best so far' }).click();
  await expect(facts.getByText('910 mm')).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Nest again' })).toBeVisible();

  // Dragged onto its neighbour it says so, and the way on is shut; undo takes it back.
  const part = page.locator('[data-part="3"]');
  const box = await part.boundingBox();
  if (!box) throw new Error('the part is in sight');
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 60, box.y + box.height / 2 + 30, { steps: 6 });
  await page.mouse.up();
  await expect(page.getByText(/transfers lie on another or over the edge/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Print…' })).toBeDisabled();
  await page.keyboard.press('Control+z');
  await expect(page.getByText(/transfers lie on another or over the edge/)).toHaveCount(0);

  await part.click();
  await expect(facts.getByText(/Piece \d/)).toBeVisible();
  await facts.getByRole('button', { name: 'Pin' }).click();
  await expect(facts.getByRole('button', { name: 'Unpin' })).toBeVisible();
  await expect.poll(async () => (await readJob(request, id)).job.sheet.arrangement?.pinned).toEqual([3]);
  const before = (await readJob(request, id)).job.sheet.arrangement?.spots[3];
  await page.getByRole('button', { name: 'Nest again' }).click();
  await expect(page.getByText(/[1-9]\d* tries in/)).toBeVisible();
  await page.getByRole('button', { name: 'Use the best so far' }).click();
  await expect(page.getByRole('button', { name: 'Nest again' })).toBeVisible();
  expect((await readJob(request, id)).job.sheet.arrangement?.spots[3]).toEqual(before);
});

test('a print larger than the paper goes on two sheets, its seam moved with the arrow keys', async ({
  page,
  request,
}) => {
  const id = await jobId(request, 'Star-chart cushions');
  await page.goto(`/jobs/${id}/sheet`);
  await page.getByText('13 × 19 in', { exact: true }).click();
  await page.getByRole('button', { name: /Print .*in parts/ }).click();
  const facts = page.getByRole('complementary', { name: 'Facts' });
  await expect(facts.getByText('24 pieces, 2 each')).toBeVisible();
  await page.getByText('Seams and assembly').click();
  const seam = page.getByRole('slider', { name: /Seam A at/ });
  await expect(seam).toBeVisible();
  const before = await seam.getAttribute('aria-valuenow');
  await seam.focus();
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Shift+ArrowRight');
  await expect(seam).not.toHaveAttribute('aria-valuenow', before ?? '');
  await expect(facts.getByRole('button', { name: 'Move to the quietest place' })).toBeVisible();
  const overlap = facts.getByRole('textbox', { name: 'Overlap' });
  await overlap.fill('30 mm');
  await overlap.press('Enter');
  await expect(facts.getByRole('alert')).toContainText('An overlap is from');
  await overlap.fill('1/4 in');
  await overlap.press('Enter');
  await expect.poll(async () => (await readJob(request, id)).job.sheet.tilings[0]?.tail).toBeCloseTo(6.35, 6);
  await facts.getByRole('button', { name: 'In one part' }).click();
  await expect(page.getByRole('button', { name: /Print .*in parts/ })).toBeVisible();
});

test('a print is ticked off, made, sent to the printer that ships, and its paper is taken off what is left', async ({
  page,
  request,
}) => {
  const id = await jobId(request, 'Orbit bottle sleeves');
  await page.goto(`/jobs/${id}/sheet`);
  await page.getByText('A4', { exact: true }).click();
  await page.getByRole('button', { name: 'Print…' }).click();
  const card = page.getByRole('dialog');
  await expect(card.getByText('100 %, no fitting, no borderless enlargement')).toBeVisible();
  await card.getByLabel('Operator').fill('Wren');
  // Nothing is assumed of the nozzles: somebody says.
  const make = card.getByRole('button', { name: 'Make the print' });
  await expect(make).toBeDisabled();
  for (const line of await card.getByRole('checkbox').all()) await line.check();
  await expect(make).toBeDisabled();
  await card.getByText('Printed, no gaps').click();
  await make.click();
  const prints = page.getByRole('region', { name: 'Prints' });
  await expect(prints.getByText('Ready to print')).toBeVisible({ timeout: 30_000 });
  await expect(prints.getByText(/ml of ink/)).toBeVisible();
  await prints.getByRole('button', { name: 'Send to Desk printer' }).click();
  await expect(prints.getByText('Printed', { exact: true })).toBeVisible({ timeout: 40_000 });
  await page.goto('/shop');
  await expect(page.getByText(/^86 sheets left/)).toHaveCount(0);
});

test('several jobs share the same sheets', async ({ page }) => {
  await page.goto('/sheets');
  await expect(page.getByText(/Tick jobs at the right/)).toBeVisible();
  await page.getByLabel(/Comet-tail socks/).check();
  await page.getByLabel(/Orbit bottle sleeves/).check();
  await page.getByText('610 mm roll', { exact: true }).click();
  await expect(page.getByRole('img', { name: /610 mm roll, sheet 1, with 40 transfers/ })).toBeVisible();
  // What was chosen is there again after a reload.
  await page.reload();
  await expect(page.getByRole('img', { name: /with 40 transfers/ })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
});

test('the shop says who mirrors, and a test that says otherwise stops every sheet', async ({ page, request }) => {
  await page.goto('/shop');
  await page.getByRole('button', { name: 'Test it: the mirror of Roll printer' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'LAMP' }).click();
  await expect(page.getByText(/the driver mirrors, which is not what is set here/)).toBeVisible();
  const id = await jobId(request, 'Comet-tail socks');
  await page.goto(`/jobs/${id}/sheet`);
  await expect(page.getByText('Roll printer would mirror twice')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Print…' })).toBeDisabled();
});

test('a paper is measured, added, and a bad measure says what is wrong', async ({ page }) => {
  await page.goto('/shop');
  await page.getByRole('button', { name: 'Add a paper to Desk printer' }).click();
  const form = page.getByRole('dialog');
  await form.getByLabel('Name').fill('A3 offcuts');
  await form.getByLabel('top').fill('290 mm');
  await expect(form.getByText('Four lengths that leave at least 20 mm each way.')).toBeVisible();
  await expect(form.getByRole('button', { name: 'Save' })).toBeDisabled();
  await form.getByLabel('top').fill('3 mm');
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('A3 offcuts')).toBeVisible();
});
