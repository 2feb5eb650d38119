import { expect, test, type Locator, type Page } from '@playwright/test';
import { demo, enter, next, seen } from './shop.js';

/** So many stops there are on a page at most between where one is and what one wants. */
const STOPS = 150;

/** Goes to something by the Tab key alone, found as somebody finds it who hears the page: by what it is and what it is called. */
async function tabTo(page: Page, wanted: Locator): Promise<void> {
  await expect(wanted).toBeAttached();
  for (let stop = 0; stop < STOPS; stop++) {
    if (await wanted.evaluate((one) => one === document.activeElement)) return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`${STOPS} stops, and none of them is ${String(wanted)}`);
}

/** Does what is called so, by the keyboard. */
async function press(page: Page, wanted: Locator, key = 'Enter'): Promise<void> {
  await tabTo(page, wanted);
  await page.keyboard.press(key);
}

async function write(page: Page, label: string, text: string): Promise<void> {
  await tabTo(page, page.getByRole('textbox', { name: label, exact: true }));
  await page.keyboard.press('Control+A');
  await page.keyboard.type(text);
}

/** Chooses one of a group of radios as they are chosen by keys: Tab goes to the group, arrows go through it. */
async function choose(page: Page, group: string, name: string | RegExp): Promise<void> {
  const radios = page.getByRole('group', { name: group }).getByRole('radio');
  const wanted = page.getByRole('group', { name: group }).getByRole('radio', { name });
  await expect(wanted).toBeAttached();
  const inGroup = () => radios.evaluateAll((all) => all.some((one) => one === document.activeElement));
  for (let stop = 0; !(await inGroup()); stop++) {
    if (stop === STOPS) throw new Error(`${STOPS} stops, and none of them is one of ${group}`);
    await page.keyboard.press('Tab');
  }
  for (let stop = 0; stop < STOPS && !(await wanted.isChecked()); stop++) await page.keyboard.press('ArrowDown');
  await expect(wanted).toBeChecked();
}

/** What the line offers at the press is done until every piece is through; a cold press is closed all the same, when one is asked. */
async function pressThrough(page: Page): Promise<void> {
  const cold = page.getByRole('dialog').getByRole('button', { name: 'Close it cold' });
  for (let acts = 0; acts < 80; acts++) {
    await seen(page);
    if (await cold.isVisible()) await press(page, cold);
    else {
      const offered = (await next(page).textContent()) ?? '';
      if (offered.includes('Inspect')) return;
      // Enter alone closes no cold press: its button is gone to.
      if (offered.includes('cold')) await press(page, next(page));
      else await page.keyboard.press('Enter');
    }
  }
  throw new Error('the press never came to an end');
}

test('a job goes from its name to its bag by the keyboard alone, everything found by what it is called', async ({
  page,
  request,
}) => {
  test.setTimeout(180_000);
  await demo(request);
  await page.goto('/jobs');
  await press(page, page.getByRole('button', { name: 'New job' }));
  await write(page, 'What is it?', 'By keys');
  await expect(page.getByRole('button', { name: 'Open the job' })).toBeEnabled();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/blank$/);
  await choose(page, 'Blanks on the shelf', 'Volunteer tee, size M');
  await enter(page, 'On to Art');
  await choose(page, 'Pictures', /^Open night badge/);
  const picture = page.getByRole('application', { name: /^The picture\. Arrow keys move it/ });
  await tabTo(page, picture);
  const width = page.getByRole('textbox', { name: 'Printed width' });
  const before = await width.inputValue();
  await page.keyboard.press('Shift+-');
  await page.keyboard.press('-');
  await expect(width).not.toHaveValue(before);
  await press(page, page.getByRole('button', { name: 'Undo' }));
  await expect(width).toHaveValue(before);
  // Away from any button, Enter is the line’s.
  await tabTo(page, page.getByTestId('next'));
  await enter(page, 'On to Sheet');
  await expect(page.getByRole('img', { name: /with 1 transfers?/ }).first()).toBeVisible();
  await enter(page, 'On to Stack');
  await enter(page, 'Start at the press');
  await expect(page.getByTestId('bench')).toBeVisible();
  await pressThrough(page);
  await enter(page, 'Inspect');
  await press(page, page.getByRole('button', { name: 'Piece 1 is good' }));
  const anyway = page.getByRole('button', { name: 'Good anyway' });
  await press(page, anyway);
  await expect(next(page)).toContainText('Close the job');
  await press(page, next(page));
  await expect(next(page)).toContainText('Pack');
  await press(page, next(page));
  await expect(page).toHaveURL(/pack$/);
  await expect(page.getByRole('list', { name: 'Bags' })).toBeVisible();
});
