import { expect, test } from '@playwright/test';
import { demo } from './shop.js';

test('the day hangs on washing lines: a load is put somewhere, a press is out, and the plan follows', async ({
  page,
  request,
}) => {
  await demo(request);
  await page.goto('/');
  await expect(page.getByRole('heading', { level: 1, name: /due days? (is|are) kept|too late/ })).toBeVisible({
    timeout: 60_000,
  });
  const line = page.getByRole('group', { name: 'The day on washing lines' });
  // A load of several: its number, which of how many it is, and its job; on the last day that has one, since today may be over.
  const load = line.getByRole('button', { name: /^\d+ 1\/\d/ }).first();
  const days = page.getByRole('group', { name: 'Days' }).getByRole('button');
  await expect(page.getByText('Still bettering it')).toHaveCount(0, { timeout: 60_000 });
  for (const day of (await days.all()).reverse()) {
    await day.click();
    if ((await load.count()) > 0) break;
  }
  const isToday = (await page.getByRole('button', { name: 'Today', exact: true, pressed: true }).count()) > 0;
  // Which presses a day needs is the plan's to say: the first of them is the one that goes out below.
  const hung = line.getByText(/^(Front|Back) press$/).first();
  await expect(hung).toBeVisible();
  const name = ((await load.getAttribute('aria-label')) ?? '').split(',')[0]?.replace(/ 1\/\d/, '') ?? '';
  await load.click();
  const chosen = page.getByRole('region', { name: 'What was chosen' });
  await expect(chosen).toContainText(`Press ${name}`);
  // A quarter past one, or later today where that is over.
  const later = new Date(
    Math.max(new Date().setHours(13, 15, 0, 0), isToday ? Math.ceil(Date.now() / 900_000 + 2) * 900_000 : 0),
  );
  const begins = later.toTimeString().slice(0, 5);
  await chosen.getByLabel('Begins at').fill(begins);
  await chosen.getByRole('button', { name: 'Put it there' }).click();
  await expect(chosen).toContainText('put there by hand', { timeout: 60_000 });
  await expect(chosen).toContainText(`${begins} to`);
  await chosen.getByRole('button', { name: 'Let it move' }).click();
  await expect(chosen).not.toContainText('put there by hand', { timeout: 60_000 });
  await chosen.getByRole('button', { name: 'Close' }).click();
  // The same by hand: it hangs where it was let go, and comes back.
  await expect(page.getByText('Still bettering it')).toHaveCount(0, { timeout: 60_000 });
  await load.scrollIntoViewIfNeeded();
  const box = await load.boundingBox();
  if (!box) throw new Error('the load is not there to be seen');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 40, y, { steps: 4 });
  await page.mouse.move(x + 160, y, { steps: 4 });
  await page.mouse.up();
  const put = page.getByText(new RegExp(`^At [0-9]{2}:[0-9][05]: press ${name}`));
  await expect(put).toBeVisible({ timeout: 60_000 });
  await put.getByRole('button', { name: 'Put it back' }).click();
  await expect(put).toHaveCount(0, { timeout: 60_000 });
  await page.getByRole('button', { name: 'Take this plan' }).click({ timeout: 60_000 });
  // What is found after it was taken is told, where it is worth it.
  await expect(page.getByText(/^As it was taken|since the plan was taken:/)).toBeVisible({ timeout: 60_000 });
  const press = (await hung.textContent()) ?? '';
  await page.getByRole('button', { name: `Plan without ${press}` }).click();
  await expect(page.getByText(/changes? since the plan was taken:/)).toBeVisible({ timeout: 60_000 });
  await expect(line.getByText(press, { exact: true })).toHaveCount(0, { timeout: 60_000 });
  await page.getByRole('button', { name: `Plan with ${press} again` }).click();
  await expect(line.getByText(press, { exact: true })).toBeVisible({ timeout: 60_000 });
  await page.getByRole('button', { name: 'What would one more bring?' }).click();
  await expect(page.getByText(/^A second press like .*: .*\.$/)).toBeVisible({ timeout: 90_000 });
  // The evening: what came off on a day of the demo shop's past, and its pace, or that too little was pressed to know it.
  await page.getByText('Planned against done').click();
  await page.getByRole('button', { name: 'Day before' }).click();
  await expect(page.getByRole('columnheader', { name: 'Where minutes went' })).toBeVisible();
  await expect(
    page.getByText(/How long loads really take is not known yet|^From one closing to the next takes/),
  ).toBeVisible();
  // What can be promised, and when nobody is there.
  const order = page.getByRole('form', { name: 'A new order?' });
  await order.getByLabel('Pieces').fill('0');
  await expect(order.getByText('“0”: write a whole number')).toBeVisible();
  await order.getByLabel('Pieces').fill('12');
  await order.getByRole('button', { name: 'Try it' }).click();
  await expect(order.getByRole('status')).toContainText('nine times in ten', { timeout: 60_000 });
  await page.getByRole('button', { name: 'Hours…' }).click();
  const hours = page.getByRole('dialog', { name: 'Hours' });
  await hours.getByLabel('From', { exact: true }).first().fill('18:00');
  await expect(hours.getByRole('alert')).toContainText('is no stretch of a day');
  await hours.getByLabel('From', { exact: true }).first().fill('07:00');
  await hours.getByRole('button', { name: 'Save' }).click();
  await expect(hours).toHaveCount(0);
  await page.getByText('List', { exact: true }).click();
  await expect(page.getByRole('table', { name: 'The day in the order of time' }).getByRole('row').nth(3)).toBeVisible();
  await page.getByText(/open jobs? (is|are) not in the plan/).click();
  await expect(page.getByText(/no art yet/).first()).toBeVisible();
});
