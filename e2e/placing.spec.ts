import { expect, test } from '@playwright/test';
import { demo, jobId, readPlacement } from './shop.js';

const open = 'Star-chart cushions';

test.beforeEach(async ({ page, request }) => {
  await demo(request);
  await page.goto(`/jobs/${await jobId(request, open)}/art`);
  await expect(page.getByRole('application')).toBeVisible();
});

test('the picture is dragged, scaled and turned by mouse; each is one step of undo', async ({ page, request }) => {
  const id = await jobId(request, open);
  const box = await page.getByRole('application').boundingBox();
  if (!box) throw new Error('no picture');
  const [cx, cy] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(cx, cy);
  await page.mouse.down();
  await page.mouse.move(cx + 30, cy + 10, { steps: 6 });
  await page.mouse.up();
  await expect(page.getByText(/% of the print is left bare/)).toBeVisible();
  await expect.poll(async () => (await readPlacement(request, id))?.x ?? 0).toBeGreaterThan(200);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText(/of the print is left bare/)).toBeHidden();
  await expect.poll(async () => await readPlacement(request, id)).toBeNull();

  const knob = await page.locator('[data-grip=turn]').boundingBox();
  if (!knob) throw new Error('no handle');
  await page.mouse.move(knob.x + knob.width / 2, knob.y + knob.height / 2);
  await page.mouse.down();
  await page.mouse.move(knob.x + 160, knob.y + 60, { steps: 8 });
  await page.mouse.up();
  await expect.poll(async () => Math.abs((await readPlacement(request, id))?.rotation ?? 0)).toBeGreaterThan(5);

  await page.getByRole('button', { name: 'Fit', exact: true }).click();
  const corner = await page.locator('[data-grip=scale]').first().boundingBox();
  if (!corner) throw new Error('no corner');
  await page.mouse.move(corner.x + corner.width / 2, corner.y + corner.height / 2);
  await page.mouse.down();
  await page.mouse.move(corner.x - 40, corner.y - 40, { steps: 6 });
  await page.mouse.up();
  await expect.poll(async () => (await readPlacement(request, id))?.width ?? 0).toBeGreaterThan(400);
});

test('the picture is nudged, scaled and turned by keys', async ({ page, request }) => {
  const id = await jobId(request, open);
  await page.getByRole('application').focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('+');
  await page.keyboard.press('Shift+]');
  await expect.poll(async () => await readPlacement(request, id)).toMatchObject({ rotation: 10 });
  const placement = await readPlacement(request, id);
  expect(placement?.x).toBeCloseTo(191, 1);
  expect(placement?.y).toBeCloseTo(200, 1);
  expect(placement?.width).toBeCloseTo(392.7 * 1.01, 1);
  await page.getByRole('button', { name: 'Fit', exact: true }).click();
  await expect.poll(async () => await readPlacement(request, id)).toBeNull();
});

test('numbers that do not read are kept and explained', async ({ page }) => {
  const width = page.getByLabel('Printed width');
  await width.fill('wide');
  await width.press('Enter');
  await expect(page.getByRole('alert')).toContainText('“wide” does not read as a length');
  await expect(width).toHaveValue('wide');
  await width.press('Escape');
  await expect(width).toHaveValue('392.7 mm');
});
