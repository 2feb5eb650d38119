import {
  expect,
  test,
  type APIRequestContext,
  type Browser,
  type BrowserContextOptions,
  type Page,
} from '@playwright/test';
import type { JobPage } from '@kanga/contract/job';
import type { JobFile } from '@kanga/core/job';
import type { Network, ShownCode } from '@kanga/contract/people';
import { deeds, demo, enter, freeze, readJob } from './shop.js';

const PASSWORD = 'velvet otter lantern 71';

test.describe.configure({ mode: 'serial' });

/** A browser of its own, which knows nothing of the token: a person’s. */
async function own(browser: Browser, options: BrowserContextOptions = {}): Promise<Page> {
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    extraHTTPHeaders: {},
    storageState: { cookies: [], origins: [] },
    // Its authority is the shop’s own; that a device can trust it is tried by openssl.
    ignoreHTTPSErrors: true,
    ...options,
  });
  return context.newPage();
}

const ownerCode = async (request: APIRequestContext): Promise<string> =>
  ((await (await request.post('/api/people/owner/code')).json()) as ShownCode).code;

async function signIn(page: Page, name: string): Promise<void> {
  await page.getByLabel('Name').fill(name);
  await page.getByLabel('Password', { exact: true }).fill(PASSWORD);
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByRole('link', { name, exact: true })).toBeVisible();
}

/** What is behind the three dots of somebody. */
async function of(page: Page, name: string, item: string): Promise<void> {
  await page
    .getByRole('row', { name: new RegExp(name) })
    .getByRole('button')
    .click();
  await page.getByRole('menuitem', { name: item }).click();
}

async function letIn(page: Page, name: string, role: string): Promise<void> {
  await page.getByRole('button', { name: 'Let somebody in' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Name').fill(name);
  await dialog.getByLabel('Role').selectOption(role);
  await dialog.getByRole('button', { name: 'Let in' }).click();
  await expect(page.getByRole('row', { name: new RegExp(name) })).toBeVisible();
}

/** An open job whose sheet is to be laid out. */
const sheetJob = async (request: APIRequestContext): Promise<string> => {
  const { jobs } = (await (await request.get('/api/jobs?list=open')).json()) as JobPage;
  const job = jobs.find(({ reached }) => reached === 'sheet') ?? jobs[0];
  if (!job) throw new Error('the demo shop has open jobs');
  return job.id;
};

/** Whose each entry is, after the one with which the test began. */
const byWhom = ({ events }: JobFile): (string | null)[] => events.slice(1).map(({ by }) => by);

const shownCode = (page: Page): Promise<string> => page.locator('p.select-all').last().innerText();

test('from one person at one machine to a shop: an owner, two people, a tablet, a phone, and a shift of three', async ({
  browser,
  request,
}) => {
  await demo(request);
  const { id } = await freeze(request, 'Volunteer tees');
  const laptop = await own(browser);
  await laptop.goto('/people');
  await expect(laptop.getByRole('heading', { name: 'Only you, at this machine' })).toBeVisible();
  await laptop.getByLabel('Code from the terminal').fill(await ownerCode(request));
  await laptop.getByLabel('Your name').fill('Wren');
  await laptop.getByLabel('Password').fill(PASSWORD);
  await laptop.getByRole('button', { name: /Become the owner/ }).click();
  await expect(laptop.getByRole('row', { name: /Wren/ })).toContainText('Everything');

  await letIn(laptop, 'Odo', 'presser');
  await letIn(laptop, 'Juniper', 'planner');
  await of(laptop, 'Odo', 'Set a PIN for the tablets');
  await laptop.getByRole('textbox', { name: 'PIN' }).fill('1234');
  await laptop.getByRole('button', { name: 'Set the PIN' }).click();
  await expect(laptop.getByText(/tried first/)).toBeVisible();
  await laptop.getByRole('textbox', { name: 'PIN' }).fill('4071');
  await laptop.getByRole('button', { name: 'Set the PIN' }).click();
  await expect(laptop.getByRole('row', { name: /Odo/ })).toContainText('PIN');

  // A badge, as its code would be read.
  const made = laptop.waitForResponse(/\/badge$/);
  await of(laptop, 'Juniper', 'Make a badge');
  await laptop.getByRole('button', { name: 'Make the badge' }).click();
  const { badge } = (await (await made).json()) as { badge: string };
  await expect(laptop.getByRole('img', { name: /badge/ })).toBeVisible();
  await laptop.getByRole('button', { name: 'Close' }).click();
  await of(laptop, 'Juniper', 'Show a code to choose a password');
  await laptop.getByRole('button', { name: 'Show the code' }).click();
  const invitation = await shownCode(laptop);
  await laptop.getByRole('button', { name: 'Close' }).click();

  // Onto the network.
  await laptop.getByText('Yes', { exact: true }).click();
  await expect(laptop.getByRole('img', { name: /^Opens https:/ })).toBeVisible();
  const { addresses } = (await (await request.get('/api/network')).json()) as Network;
  const port = new URL(addresses[0] ?? '').port;
  await laptop.getByLabel('Where it stands').fill('Left bench');
  await laptop.getByRole('button', { name: 'Add a tablet' }).click();
  await expect(laptop.getByText('Left bench')).toBeVisible();
  const tabletCode = await shownCode(laptop);

  // A phone at the packing table: Juniper chooses a password there.
  const phone = await own(browser, { viewport: { width: 390, height: 844 }, hasTouch: true });
  await phone.goto(`https://127.0.0.1:${port}/`);
  await phone.getByRole('button', { name: 'I have a code', exact: true }).click();
  await phone.getByLabel('Code').fill(invitation);
  await phone.getByLabel('New password').fill(PASSWORD);
  await phone.getByRole('button', { name: 'Choose it and sign in' }).click();
  await expect(phone.getByRole('link', { name: 'Juniper' })).toBeVisible();

  // A tablet at the press, at another address of this machine.
  const tablet = await own(browser, { viewport: { width: 1180, height: 820 }, hasTouch: true });
  await tablet.goto(`https://localhost:${port}/`);
  await tablet.getByRole('button', { name: 'This is a tablet for the bench' }).click();
  await tablet.getByLabel('Code').fill(tabletCode);
  await tablet.getByRole('button', { name: 'Make it one of the bench' }).click();
  await tablet.getByRole('button', { name: 'Odo' }).tap();
  for (const digit of '4072') await tablet.getByRole('button', { name: digit, exact: true }).tap();
  await tablet.getByRole('button', { name: 'Go', exact: true }).tap();
  await expect(tablet.getByText('This is not the PIN')).toBeVisible();
  for (const digit of '4071') await tablet.getByRole('button', { name: digit, exact: true }).tap();
  await tablet.getByRole('button', { name: 'Go', exact: true }).tap();
  await expect(tablet).toHaveURL(/\/bench$/);
  await tablet.goto(`https://localhost:${port}/jobs/${id}/press`);
  await enter(tablet, 'Done');
  await expect.poll(async () => deeds(await readJob(request, id))).toEqual(['done']);

  // The next one scans a badge: a scanner types it and ends with Enter.
  await tablet.getByRole('button', { name: 'Odo · not me' }).click();
  await expect(tablet.getByRole('heading', { name: 'Who is at the press?' })).toBeVisible();
  await tablet.keyboard.type(badge);
  await tablet.keyboard.press('Enter');
  await expect(tablet.getByRole('button', { name: 'Juniper · not me' })).toBeVisible();
  await tablet.getByRole('button', { name: 'Undo last step' }).click();
  await expect.poll(async () => byWhom(await readJob(request, id))).toEqual(['Odo', 'Juniper']);

  // The third at the laptop; and what was changed by whom is read there.
  await laptop.goto(`/jobs/${id}/press`);
  await enter(laptop, 'Done');
  await expect.poll(async () => byWhom(await readJob(request, id))).toEqual(['Odo', 'Juniper', 'Wren']);
  await laptop.goto('/changes');
  await expect(laptop.getByText('Wren let Odo in')).toBeVisible();
  await expect(laptop.getByText('Wren added the tablet Left bench')).toBeVisible();
  await laptop.getByLabel('Of what').selectOption('tablet');
  await expect(laptop.getByText('Wren let Odo in')).toBeHidden();

  // What a tablet is not for it does not do, whoever stands there.
  await tablet.goto(`https://localhost:${port}/people`);
  await expect(tablet.getByText(/Who lets people in is an owner/)).toBeVisible();
  for (const page of [laptop, phone, tablet]) await page.context().close();
});

test('somebody who may only press is told so, and loses nothing', async ({ browser, request }) => {
  const { id } = ((await (await request.get('/api/people')).json()) as { id: string; name: string }[]).find(
    ({ name }) => name === 'Juniper',
  ) ?? { id: '' };
  await request.put(`/api/people/${id}`, { data: { name: 'Juniper', role: 'presser', rights: ['look', 'press'] } });
  const page = await own(browser);
  await page.goto('/jobs');
  await signIn(page, 'Juniper');
  await expect(page.getByRole('heading', { name: /jobs/i }).first()).toBeVisible();
  // What is not theirs to do is not offered, and nothing they are offered is refused.
  const refused: string[] = [];
  page.on('response', (answer) => {
    if (answer.status() === 403) refused.push(answer.url());
  });
  await expect(page.getByRole('button', { name: 'New job' })).toHaveCount(0);
  await page.goto('/shop');
  await expect(page.getByText(/To change it takes the right “Change presses/)).toBeVisible();
  await expect(page.getByLabel('Name of the shop')).toBeDisabled();
  await page.goto(`/jobs/${await sheetJob(request)}/art`);
  await expect(page.getByText(/To change it takes the right “Plan jobs/)).toBeVisible();
  await page.getByTestId('next').click();
  await expect(page).toHaveURL(/\/sheet$/);
  await page.goto('/');
  await expect(page.getByTestId('next')).toBeVisible();
  expect(refused).toEqual([]);
  await page.goto('/people');
  await expect(page.getByText(/Who lets people in is an owner/)).toBeVisible();
  // Signed out elsewhere: the screen asks who is there, and goes on where it was.
  await page.goto('/shelf');
  await expect(page.getByRole('heading').first()).toBeVisible();
  await request.post(`/api/people/${id}/invitation`);
  await page.context().clearCookies();
  await page.goto('/stock');
  await expect(page.getByRole('heading', { name: 'Who is there?' })).toBeVisible();
  await signIn(page, 'Juniper');
  await expect(page).toHaveURL(/\/stock$/);
  await page.context().close();
});

test('a passkey is made and used, at a name', async ({ browser, baseURL }) => {
  const home = (baseURL ?? '').replace('127.0.0.1', 'localhost');
  const page = await own(browser);
  const session = await page.context().newCDPSession(page);
  await session.send('WebAuthn.enable');
  await session.send('WebAuthn.addVirtualAuthenticator', {
    options: {
      protocol: 'ctap2',
      transport: 'internal',
      hasResidentKey: true,
      hasUserVerification: true,
      isUserVerified: true,
    },
  });
  await page.goto(`${home}/me`);
  await signIn(page, 'Wren');
  await page.goto(`${home}/me`);
  await page.getByLabel('Call this device').fill('Office laptop');
  await page.getByRole('button', { name: 'Make a passkey' }).click();
  await expect(page.getByText('Office laptop')).toBeVisible();
  await page.getByRole('button', { name: 'Sign out', exact: true }).click();
  await page.getByRole('button', { name: 'Sign in by a passkey' }).click();
  await expect(page.getByRole('link', { name: 'Wren', exact: true })).toBeVisible();
  await page.goto(`${home}/me`);
  await expect(page.getByText(/last used/)).toBeVisible();
  await page.context().close();
});

test('at an address in figures no passkey is offered, and it is said why', async ({ browser }) => {
  const page = await own(browser);
  await page.goto('/me');
  await expect(page.getByRole('button', { name: 'Sign in', exact: true })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Sign in by a passkey' })).toBeHidden();
  await signIn(page, 'Wren');
  await page.goto('/me');
  await expect(page.getByText(/bound to a name/)).toBeVisible();
  await page.context().close();
});

test('one-time codes are begun with on the screen, and asked for at the next sign-in', async ({ browser }) => {
  const { TOTP, Secret } = await import('otpauth');
  const page = await own(browser);
  await page.goto('/me');
  await signIn(page, 'Juniper');
  await page.goto('/me');
  await page.getByRole('button', { name: 'Begin with one-time codes' }).click();
  const secret = await page.locator('span.select-all').innerText();
  const app = new TOTP({ secret: Secret.fromBase32(secret) });
  await page.getByLabel('Code of now').fill(app.generate());
  await page.getByRole('button', { name: 'Ask for them from now on' }).click();
  await expect(page.getByText('They are asked for beside your password')).toBeVisible();
  await page.getByRole('button', { name: 'Sign out', exact: true }).click();
  await page.getByLabel('Name').fill('Juniper');
  await page.getByLabel('Password', { exact: true }).fill(PASSWORD);
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await page.getByLabel('One-time code').fill(app.generate({ timestamp: Date.now() + 30_000 }));
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByRole('link', { name: 'Juniper', exact: true })).toBeVisible();
  await page.context().close();
});

test('where an owner asks for two steps, who came in by a password sets the other one up first', async ({
  browser,
  request,
}) => {
  const { TOTP, Secret } = await import('otpauth');
  const page = await own(browser);
  await page.goto('/people');
  await signIn(page, 'Wren');
  await page.getByText('Owners', { exact: true }).click();
  await expect(page.getByRole('heading', { name: 'One step more' })).toBeVisible();
  await page.getByRole('button', { name: 'Begin with one-time codes' }).click();
  const app = new TOTP({ secret: Secret.fromBase32(await page.locator('span.select-all').innerText()) });
  await page.getByLabel('Code of now').fill(app.generate());
  await page.getByRole('button', { name: 'Ask for them from now on' }).click();
  await expect(page.getByRole('heading', { name: 'Who is let in' })).toBeVisible();
  await request.put('/api/sign-in-rule', { data: { secondStep: 'nobody' } });
  await page.context().close();
});
