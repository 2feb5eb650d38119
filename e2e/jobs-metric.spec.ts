import { expect, test, type Page } from '@playwright/test';
import { Hand } from './hand.js';
import { demo, readJob, seen } from './shop.js';

/** Jobs of a decorator's week, walked in a shop of millimetres and °C. Figures are common practice, no published source. */
test.beforeEach(({ request }) => demo(request));
test.afterEach(async ({ page }) => {
  // No inch and no degree Fahrenheit but the small second figure of a dial.
  const said = await page.locator('main').innerText();
  expect(said.replaceAll(/13 × 19 in/g, '').match(/\d (in|lb|psi)\b/g) ?? []).toEqual([]);
});

const steps = (page: Page) => page.getByRole('region', { name: 'Steps' }).getByRole('listitem');
const at = (page: Page, name: string) => page.getByText(name, { exact: true });
const idOf = (page: Page): string => /jobs\/([^/]+)/.exec(page.url())?.[1] ?? '';

test('a long-pile cushion: combed, an insert inside, foam of 10 mm, a long dwell', async ({ page, request }, info) => {
  const hand = new Hand(page);
  await hand.job('Fur cushions', 2);
  await hand.goods('Cushion cover, long pile, 40 cm');
  await hand.picture('Star chart');
  await hand.click(page.getByRole('link', { name: /^Stack:/ }).first());
  await expect(steps(page).filter({ hasText: 'Comb the pile' })).toHaveCount(1);
  await expect(steps(page).first()).toContainText('insert goes in first');
  await expect(page.getByRole('img', { name: /Foam pad/ })).toBeVisible();
  await hand.press(1);
  const { plan } = await readJob(request, idOf(page));
  expect(plan?.settings.dwell.value).toBeGreaterThanOrEqual(180);
  hand.tell(info);
});

test('hearts on a roll: a closer layout is offered, taken by one click, and taken back', async ({
  page,
  request,
}, info) => {
  const hand = new Hand(page);
  await hand.job('Hearts', 24);
  await hand.goods('Heart ornament, metal');
  await hand.picture('Star chart');
  await hand.enter('On to Sheet');
  await hand.click(at(page, '610 mm roll'));
  await expect(page.getByText('A closer layout saves')).toBeVisible({ timeout: 30_000 });
  await hand.click(page.getByRole('button', { name: 'Take it' }));
  await expect(page.getByText('A closer layout saves')).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'In rows' })).toBeVisible();
  await expect.poll(async () => (await readJob(request, idOf(page))).job.sheet.arrangement?.spots.length).toBe(24);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'In rows' })).toHaveCount(0);
  hand.tell(info);
});

test('a ceramic coaster: a template a little larger than it, wiped, taped, and a plate that suits it', async ({
  page,
}, info) => {
  const hand = new Hand(page);
  await hand.job('Coasters', 4);
  await hand.write('Find a blank', 'Ceramic coaster');
  await hand.click(at(page, 'Ceramic coaster, round'));
  // 3.98 in across gets 4.1 to 4.2 in.
  const cut = await page
    .getByText(/^10\d(\.\d)? × 10\d(\.\d)? mm$/)
    .last()
    .innerText();
  const across = Number(/^[\d.]+/.exec(cut)?.[0]);
  expect(across).toBeGreaterThanOrEqual(104.1);
  expect(across).toBeLessThanOrEqual(106.7);
  await hand.enter('On to Art');
  await hand.picture('Star chart');
  await hand.enter('On to Sheet');
  await hand.enter('On to Stack');
  await expect(steps(page).first()).toContainText('Wipe it clean');
  await expect(steps(page).filter({ hasText: 'Hold it' })).toHaveCount(1);
  hand.tell(info);
});

test('a tag with a strap slot, two sides: 108 × 76.2 mm with its bleed, cooled between them', async ({
  page,
}, info) => {
  const hand = new Hand(page);
  await hand.job('Luggage tags', 6);
  await hand.write('Find a blank', 'Luggage tag');
  await hand.click(at(page, 'Luggage tag with a strap slot'));
  // 4 × 2.75 in with 1/8 in all round.
  await expect(page.getByText('108 × 76.2 mm')).toBeVisible();
  await hand.enter('On to Art');
  await hand.picture('Star chart');
  await hand.enter('On to Sheet');
  await hand.enter('On to Stack');
  await expect(steps(page).filter({ hasText: 'Let it cool before the other side' })).toHaveCount(1);
  hand.tell(info);
});

test('a pressing that was opened too early is finished with what is left', async ({ page, request }, info) => {
  const hand = new Hand(page);
  await hand.job('One mouse pad', 1);
  await hand.goods('Mouse pad, fabric face');
  await hand.picture('Star chart');
  await hand.enter('On to Sheet');
  await hand.enter('On to Stack');
  await hand.click(at(page, 'Front press'));
  await hand.press(0);
  const id = idOf(page);
  const { plan } = await readJob(request, id);
  const press = plan?.steps.findIndex(({ kind }) => kind === 'press') ?? -1;
  const events = (plan?.steps ?? []).slice(0, press).flatMap((step, i) => {
    const told = (kind: 'start' | 'done', seconds: number) => ({
      id: crypto.randomUUID(),
      at: new Date(Date.now() - seconds * 1000).toISOString(),
      by: 'Wren',
      kind,
      bed: 0,
      step: i,
    });
    return step.seconds === null ? [told('done', 60 - i)] : [told('start', 60 - i), told('done', 59 - i)];
  });
  const head = { by: 'Wren', bed: 0, step: press };
  const moment = (seconds: number) => ({
    id: crypto.randomUUID(),
    at: new Date(Date.now() - seconds * 1000).toISOString(),
  });
  const stopped = [
    { ...head, ...moment(32), kind: 'start' },
    { ...head, ...moment(12), kind: 'stop' },
  ];
  expect((await request.post(`/api/jobs/${id}/events`, { data: { events: [...events, ...stopped] } })).ok()).toBe(true);
  const group = page.getByRole('group', { name: 'Opened too early' });
  await expect(group).toContainText('Closed for 20 s of');
  await expect(group.getByRole('button', { name: 'It is spoiled…' })).toBeVisible();
  await seen(page);
  await hand.click(group.getByRole('button', { name: /Closed: all \d+ s again/ }));
  await expect(group).toHaveCount(0);
  expect((await readJob(request, id)).events.at(-1)).toMatchObject({ kind: 'start', step: press });
  hand.tell(info);
});
