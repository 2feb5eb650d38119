import { expect, test } from '@playwright/test';
import { demo, jobId, next } from './shop.js';

test.beforeEach(async ({ request }) => demo(request));

test('? says what a screen is for, its keys and gestures, and opens its part of the guide', async ({
  page,
  request,
}) => {
  await page.goto(`/jobs/${await jobId(request, 'Star-chart cushions')}/stack`);
  await expect(next(page)).toBeVisible();
  await page.keyboard.press('?');
  const help = page.getByRole('dialog');
  await expect(help.getByRole('heading', { name: 'Does it lie well, and what are the settings?' })).toBeVisible();
  await expect(help).toContainText('Rturn it');
  await help.getByRole('link', { name: 'Read about it in the guide' }).click();
  await expect(page).toHaveURL(/\/guide#stack$/);
  await expect(page.getByRole('heading', { name: /^Stack: how it lies/ })).toBeInViewport();
  await expect(page.getByRole('img', { name: 'Stack' })).toHaveJSProperty('complete', true);
});

test('a question mark that is written is a sign like any other', async ({ page }) => {
  await page.goto('/shelf');
  await page.getByRole('searchbox', { name: 'Find' }).pressSequentially('mug?');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.getByRole('button', { name: '?: help with this screen' }).click();
  await expect(page.getByRole('dialog')).toContainText('Where is the blank I want?');
});

test.describe('a newcomer', () => {
  test.use({ storageState: { cookies: [], origins: [] } });
  test('is shown three things at the first visit of a stage, and never again', async ({ page, request }) => {
    const id = await jobId(request, 'Star-chart cushions');
    await page.goto(`/jobs/${id}/stack`);
    const note = page.getByRole('note', { name: 'First visit' });
    await expect(note.getByRole('listitem')).toHaveCount(3);
    await note.getByRole('button', { name: 'Got it' }).click();
    await expect(note).toHaveCount(0);
    await page.reload();
    await expect(next(page)).toBeVisible();
    await expect(note).toHaveCount(0);
    await page.goto(`/jobs/${id}/sheet`);
    await expect(note).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(note).toHaveCount(0);
  });
});

test('the shelf is a table that is sorted, and changes many at once', async ({ page }) => {
  await page.goto('/shelf');
  await page.getByText('Table', { exact: true }).click();
  const names = page.getByRole('row').locator('td:nth-child(2)');
  await page.getByRole('button', { name: 'In stock' }).click();
  await page.getByRole('button', { name: 'In stock' }).click();
  await expect(names.first()).toHaveText('Fabric mask, two layers');
  for (const name of ['Drawstring bag', 'Shopping bag']) await page.getByLabel(`Choose ${name}`).check();
  await page.getByRole('group', { name: 'Chosen blanks' }).getByRole('button', { name: 'Archive' }).click();
  await expect(page.getByRole('link', { name: 'Shopping bag' })).toHaveCount(0);
  await expect(page.getByRole('link', { name: 'Drawstring bag' })).toHaveCount(0);
  await page.getByLabel('archived').check();
  await page.getByRole('button', { name: 'More for Shopping bag' }).click();
  await page.getByRole('menuitem', { name: 'Restore' }).click();
  await expect(page.getByRole('link', { name: 'Shopping bag' })).toHaveCount(0);
  // How it is looked at is remembered.
  await page.reload();
  await expect(page.getByRole('columnheader', { name: /In stock/ })).toBeVisible();
});

test('a drawing is zoomed by wheel, keys and buttons, and panned by its ground', async ({ page, request }) => {
  await page.goto(`/jobs/${await jobId(request, 'Orbit bottle sleeves')}/blank`);
  const field = page.locator('[data-zoom]');
  await expect(field).toHaveAttribute('data-zoom', '1.00');
  const box = await field.boundingBox();
  if (!box) throw new Error('no field');
  // At this size every stage leaves the drawing 480 px and more.
  expect(box.height).toBeGreaterThanOrEqual(480);
  await page.mouse.move(box.x + 200, box.y + 200);
  await page.mouse.wheel(0, -100);
  await expect(field).toHaveAttribute('data-zoom', '1.30');
  await page.keyboard.press('+');
  await expect(field).toHaveAttribute('data-zoom', '1.69');
  const drawing = field.getByRole('img');
  const before = await drawing.boundingBox();
  await page.mouse.down();
  await page.mouse.move(box.x + 260, box.y + 230, { steps: 4 });
  await page.mouse.up();
  await expect.poll(async () => Math.round(((await drawing.boundingBox())?.x ?? 0) - (before?.x ?? 0))).toBe(60);
  await page.keyboard.press('0');
  await expect(field).toHaveAttribute('data-zoom', '1.00');
  // True size: 100 mm of the print area are as many CSS pixels as 100 mm are at 96 to the inch.
  await page.getByRole('button', { name: /^1:1/ }).click();
  const scale = await drawing.evaluate((svg) => (svg as SVGSVGElement).getScreenCTM()?.a ?? 0);
  expect(scale).toBeCloseTo(96 / 25.4, 2);
});
