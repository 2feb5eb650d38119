import { expect, test, type Page } from '@playwright/test';
import type { Shop } from '@kanga/contract/shop';
import { Hand } from './hand.js';
import { demo, readJob } from './shop.js';

/** Jobs of a decorator's week, walked through the screens in a shop of inches and °F, each from a new job to the press. Figures are common practice, no published source. */
test.beforeEach(async ({ request }) => {
  await demo(request);
  const { settings } = (await (await request.get('/api/shop')).json()) as Shop;
  const units = { length: 'in', temperature: 'F', pressure: 'psi' };
  expect((await request.put('/api/shop/settings', { data: { ...settings, units } })).ok()).toBe(true);
});
test.afterEach(async ({ page }) => {
  // Nothing in millimetres or kilograms is told to a shop of inches; degrees Celsius stand small beside °F, as each press shows one of them.
  const said = await page.locator('main').innerText();
  expect(said.replaceAll(/\b610 mm roll\b|\b152 mm\b/g, '').match(/[\d.]+ (mm|kg|kPa)\b/g) ?? []).toEqual([]);
});

const steps = (page: Page) => page.getByRole('region', { name: 'Steps' }).getByRole('listitem');
const finding = (page: Page, title: string | RegExp) => page.getByRole('button', { name: title });
const idOf = (page: Page): string => /jobs\/([^/]+)/.exec(page.url())?.[1] ?? '';
const stage = (page: Page, name: string) => page.getByRole('link', { name: new RegExp(`^${name}:`) }).first();
const at = (page: Page, name: string) => page.getByText(name, { exact: true });

test('a chest print on a tee, on letter paper: two sheets that overlap, joined before they are laid on', async ({
  page,
  request,
}, info) => {
  const hand = new Hand(page);
  await hand.job('Chest print', 1);
  await hand.goods('Volunteer tee, size L');
  await hand.picture('Open night badge');
  await hand.enter('On to Sheet');
  await hand.click(at(page, 'Letter'));
  await hand.click(page.getByRole('button', { name: /Print .*in parts/ }));
  await expect(page.getByText('1 piece, 2 each')).toBeVisible();
  await hand.enter('On to Stack');
  await expect(page.getByText('380 °F').first()).toBeVisible();
  await expect(steps(page).filter({ hasText: 'Join the parts' })).toHaveCount(1);
  await expect(steps(page).first()).toContainText('insert goes in first');
  await expect(steps(page).filter({ hasText: '3.5 in, below the collar' })).toHaveCount(1);
  await expect(finding(page, /has not printed this yet/)).toBeVisible();
  await hand.press(2);
  expect((await readJob(request, idOf(page))).plan?.settings.dwell.value).toBe(45);
  hand.tell(info);
});

test('a neoprene case with a zip: the zip hangs off, and each side is rolled before it is laid on', async ({
  page,
  request,
}, info) => {
  const hand = new Hand(page);
  await hand.job('Zip cases', 4);
  await hand.goods('Zip case, neoprene');
  await hand.picture('Star chart');
  await hand.enter('On to Sheet');
  await hand.enter('On to Stack');
  await hand.click(page.getByText('From above: the bed'));
  await expect(page.getByRole('img', { name: /on the plate of/ }).first()).toBeVisible();
  await hand.click(finding(page, 'Keep the zip off the hot plate'));
  await expect(page.getByRole('dialog')).toContainText('the zip hangs off the edge of the plate');
  await hand.click(page.getByRole('button', { name: 'Close' }));
  await expect(steps(page).filter({ hasText: /^\d*\s*Lint-roll/ })).toHaveCount(3);
  await hand.press(1);
  const { plan } = await readJob(request, idOf(page));
  expect(plan?.sides.map(({ bed }) => bed?.bed?.hangs)).toEqual(['off', 'off']);
  hand.tell(info);
});

test('a cushion of one’s own measure: two layers, its zip asked about, a page of the roll', async ({
  page,
  request,
}, info) => {
  const hand = new Hand(page);
  await hand.job('Own cushion', 2);
  await hand.click(page.getByRole('link', { name: 'Measure or trace your own' }));
  await hand.write('What is it?', 'Square cushion');
  await hand.write('Width of the print area', '15 3/4');
  await hand.write('Height of the print area', '15 3/4');
  await hand.click(at(page, 'Cloth'));
  await expect(page.getByLabel('It opens, or has two layers')).toBeChecked();
  await hand.click(page.getByLabel('A zip'));
  await hand.click(page.getByRole('button', { name: 'Put it on the shelf' }));
  await expect(page.getByText('15.75 × 15.75 in')).toBeVisible();
  await hand.enter('On to Art');
  await hand.picture('Star chart');
  await expect(page.getByText(/pixels per inch: /)).toBeVisible();
  await hand.click(stage(page, 'Sheet'));
  await hand.click(at(page, '610 mm roll'));
  await hand.click(stage(page, 'Stack'));
  await expect(page.getByRole('img', { name: /Insert/ })).toBeVisible();
  await expect(finding(page, 'Keep the zip off the hot plate')).toBeVisible();
  const { blank } = await readJob(request, idOf(page));
  expect(blank).toMatchObject({ layers: [expect.any(Number), expect.any(Number)] });
  expect(blank?.sides[0]?.keepOuts).toMatchObject([{ kind: 'zip', hangsOff: true }]);
  hand.tell(info);
});

test('a mat with a rubber border, larger than the plate: no bleed on rubber, two pressings, held up', async ({
  page,
  request,
}, info) => {
  const hand = new Hand(page);
  await hand.job('Door mats', 2);
  await hand.write('Find a blank', 'Door mat');
  await hand.click(at(page, 'Door mat, rubber border'));
  await expect(page.getByRole('button', { name: 'Bleed: reasons' })).toContainText('none');
  await hand.enter('On to Art');
  await hand.picture('Moon phases');
  await hand.click(stage(page, 'Stack'));
  await expect(finding(page, 'Pressed in 2 sections')).toBeVisible();
  await hand.click(finding(page, 'Hold up what hangs out'));
  await expect(page.getByRole('dialog')).toContainText(/of 5 lb in all/);
  await hand.click(page.getByRole('button', { name: 'Close' }));
  await expect(steps(page).filter({ hasText: 'Move it on, section 2 of 2' })).toHaveCount(1);
  expect((await readJob(request, idOf(page))).job.bleed).toBeNull();
  hand.tell(info);
});

test('a pair of socks from one folded sheet: one choice, on the sheet and in the stack', async ({ page }, info) => {
  const hand = new Hand(page);
  await hand.job('Folded socks', 2);
  await hand.goods('Crew sock on a jig');
  await hand.picture('Comet tail');
  await hand.enter('On to Sheet');
  await hand.click(page.getByRole('group', { name: 'Both sides on one folded sheet' }).getByText('Yes'));
  await expect(page.getByText('Transfers').first()).toBeVisible();
  await hand.enter('On to Stack');
  await expect(page.getByRole('img', { name: /Transfer, its other half/ })).toBeVisible();
  await expect(steps(page).filter({ hasText: 'Fold the sheet' })).toHaveCount(1);
  await expect(steps(page).filter({ hasText: 'Flip it without opening' })).toHaveCount(1);
  await expect(steps(page).filter({ hasText: 'Peel hot' })).toHaveCount(1);
  hand.tell(info);
});

test('names and numbers in two sizes: the other size gets a job of its own, and names are told at the press', async ({
  page,
  request,
}, info) => {
  const hand = new Hand(page);
  await hand.job('Team tees', 1);
  await hand.goods('Volunteer tee, size L');
  await hand.picture('Open night badge');
  await hand.click(page.getByRole('button', { name: '+ Text' }));
  await hand.write('Text', '{name} {no}');
  await hand.click(page.getByRole('button', { name: 'Run of names…' }));
  await page.getByPlaceholder(/name,no,count/).fill('name,no,size\nAda,7,L\nBo,2,S\nCleo,3,S');
  await hand.click(page.getByRole('button', { name: 'Use 3 pieces' }));
  await expect(finding(page, '2 pieces are of another size: S (Bo, Cleo)')).toBeVisible();
  await hand.click(page.getByRole('button', { name: 'Give them a job of their own' }));
  await expect(page.getByText(/is opened for 2 pieces/)).toBeVisible();
  const jobs = (await (await request.get('/api/jobs')).json()) as { name: string; pieces: number; blankName: string }[];
  expect(jobs.find(({ name }) => name === 'Team tees, S')).toMatchObject({
    pieces: 2,
    blankName: 'Volunteer tee, size S',
  });
  await hand.enter('On to Sheet');
  await hand.enter('On to Stack');
  await hand.press(0);
  await expect(page.getByText(/Ada/).first()).toBeVisible();
  hand.tell(info);
});

test('a tag with a strap slot: 1/8 in of bleed, cooled between its sides', async ({ page }, info) => {
  const hand = new Hand(page);
  await hand.job('Luggage tags', 6);
  await hand.write('Find a blank', 'Luggage tag');
  await hand.click(at(page, 'Luggage tag with a strap slot'));
  // 4 × 2.75 in with 1/8 in all round: common practice, no published source.
  await expect(page.getByText('4.25 × 3 in')).toBeVisible();
  await hand.enter('On to Art');
  await hand.picture('Star chart');
  await hand.enter('On to Sheet');
  await hand.enter('On to Stack');
  await expect(steps(page).filter({ hasText: 'Let it cool before the other side' })).toHaveCount(1);
  await expect(page.getByText('400 °F').first()).toBeVisible();
  hand.tell(info);
});

test('no maker’s sheet: the chart is searched, and hangs on the wall in °F', async ({ page }, info) => {
  const hand = new Hand(page);
  await page.goto('/recipes');
  await hand.click(page.getByRole('link', { name: 'Reference chart' }));
  await hand.write('Find in the chart', 'sock');
  const row = page.getByRole('row', { name: /athletic sock on jig/i });
  await expect(row).toContainText('390 to 400 °F');
  await expect(row).toContainText('45 to 60 s');
  await expect(page.getByRole('row')).toHaveCount(2);
  hand.tell(info);
});

test('a picture for cotton: what dye would do, the other goods beside it, and film that can be pressed', async ({
  page,
  request,
}, info) => {
  const hand = new Hand(page);
  await hand.job('Cotton tees', 2);
  await hand.click(page.getByRole('link', { name: 'Measure or trace your own' }));
  await hand.write('What is it?', 'Cotton tee');
  await hand.write('Width of the print area', '10.5');
  await hand.write('Height of the print area', '9');
  await hand.click(at(page, 'Cloth'));
  await hand.choose('Pressed like', 'Apparel');
  await hand.write('Polyester, %', '0');
  await hand.write('Cotton, %', '100');
  await hand.click(page.getByRole('button', { name: 'Put it on the shelf' }));
  await expect(finding(page, /it will not hold the dye/)).toBeVisible();
  await hand.click(page.getByRole('button', { name: 'Plan it with film' }));
  await expect(page.getByText('Pressed with film')).toBeVisible();
  await hand.enter('On to Art');
  await hand.picture('Open night badge');
  await hand.click(page.getByRole('button', { name: 'On other goods…' }));
  const other = page.getByRole('dialog', { name: 'On other goods' });
  await hand.write('Find goods to compare', 'Volunteer tee');
  await hand.click(other.getByRole('group').getByText('Volunteer tee, size L'));
  await expect(other.getByRole('img', { name: /Roughly as it comes out on/ })).toHaveCount(2);
  await expect(other.getByRole('region', { name: 'Volunteer tee, size L' })).toContainText('takes dye');
  await page.keyboard.press('Escape');
  await hand.enter('On to Sheet');
  await hand.enter('On to Stack');
  // 180 °C: common practice, no published source.
  await expect(page.getByText('356 °F').first()).toBeVisible();
  await expect(steps(page).filter({ hasText: 'Finish it' })).toHaveCount(1);
  await expect(finding(page, 'The film’s own sheet comes first')).toBeVisible();
  await hand.press(1);
  const { plan } = await readJob(request, idOf(page));
  expect(plan).toMatchObject({ process: 'film', settings: { dwell: { value: 30 }, peel: { value: 'hot' } } });
  hand.tell(info);
});
