import { expect } from '@playwright/test';
import { seen } from '../shop.js';
import { walk } from './walk.js';

/** What goes otherwise than planned, and what is saved on the way. Figures are common practice, no published source. */
walk(
  {
    code: '+',
    job: 'Hearts from the roll: a closer layout',
    holds: 'it is offered by itself with what it saves, taken by one click and taken back by one key',
    ends: 'at the sheet',
    always: 'mm',
  },
  async (w) => {
    await w.job('Hearts', 24);
    await w.goods('Heart ornament, metal');
    await w.picture('Star chart');
    await w.enter('On to Sheet');
    await w.click(w.at('610 mm roll'));
    await expect(w.page.getByText('A closer layout saves')).toBeVisible({ timeout: 60_000 });
    await w.click(w.page.getByRole('button', { name: 'Use it' }));
    await expect(w.page.getByText('A closer layout saves')).toHaveCount(0);
    await expect(w.page.getByRole('button', { name: 'In rows' })).toBeVisible();
    await expect.poll(async () => (await w.file()).job.sheet.arrangement?.spots.length).toBe(24);
    w.keys++;
    await w.page.keyboard.press('Control+z');
    await expect(w.page.getByRole('button', { name: 'In rows' })).toHaveCount(0);
  },
);

walk(
  {
    code: '+',
    job: 'A mouse pad whose press was opened too early',
    holds:
      'how long it was closed; finished with what is left, pressed whole again, or given up; looked at and called good knowingly',
    ends: 'closed',
    always: 'mm',
    whole: true,
  },
  async (w) => {
    await w.job('One mouse pad', 1);
    await w.goods('Mouse pad, fabric face');
    await w.picture('Star chart');
    await w.toStack('Front press');
    await w.press(Infinity, 'Opened');
    // Twenty seconds in, somebody calls, and the press is opened.
    await w.page.clock.fastForward(20_000);
    await w.click(w.page.getByRole('button', { name: 'More…' }));
    await w.click(w.page.getByRole('button', { name: 'Opened too early: stop this pressing' }));
    const group = w.page.getByRole('group', { name: 'Opened too early' });
    await expect(group).toContainText(/Closed for 2\d s of/);
    await expect(group.getByRole('button', { name: 'Spoiled…' })).toBeVisible();
    await seen(w.page);
    await w.click(group.getByRole('button', { name: /Closed: all \d+ s again/ }));
    await expect(group).toHaveCount(0);
    const press = (await w.file()).plan?.steps.findIndex(({ kind }) => kind === 'press');
    // What is told stands on the screen before the server has heard of it.
    await expect.poll(async () => (await w.file()).events.at(-1)).toMatchObject({ kind: 'start', step: press });
    await w.pressOn(Infinity);
    await w.enter('Inspect');
    // What was pressed longer than planned is not waved through with the rest.
    await w.click(w.page.getByRole('button', { name: 'Piece 1 is good' }));
    await w.click(w.page.getByRole('button', { name: 'Good anyway' }));
    await w.enter('Close the job');
  },
);
