import { randomUUID } from 'node:crypto';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { checkNode, ensureBuild, ensureModules, ensurePackages, freePort, QUIET, ROOT, say } from './machine.mjs';
import { asProgram, openServer } from './ground/server.mjs';
import { withTestCluster } from './test.mjs';

const FOLDER = join(ROOT, 'docs/screenshots');
const SIZE = { width: 1280, height: 800 };

/** Asks the server as a program of this machine. */
function asking(url, data) {
  const headers = asProgram(data);
  return async (path, json, method = 'POST') => {
    const answer = await fetch(`${url}/api/${path}`, {
      ...(json === undefined ? {} : { method, body: JSON.stringify(json) }),
      headers: { ...headers, 'content-type': 'application/json' },
    });
    if (!answer.ok) throw new Error(`${path} answered ${answer.status}: ${await answer.text()}`);
    const type = answer.headers.get('content-type') ?? '';
    return type.includes('json') ? answer.json() : Buffer.from(await answer.arrayBuffer());
  };
}

/** A pause in which pictures come and drawings settle. */
const SETTLES = 900;

/** Every main view, in the order in which a newcomer meets them: its file, its place, what is done there first, and what afterwards. */
const views = ({ job, order, packed, study }) => [
  ['0-today', '/'],
  ['1-blank', `/jobs/${job('Orbit bottle sleeves')}/blank`],
  ['2-art', `/jobs/${job('Orbit bottle sleeves')}/art`],
  ['3-sheet', `/jobs/${job('Comet-tail socks')}/sheet`],
  ['4-stack', `/jobs/${job('Star-chart cushions')}/stack`],
  ['15-order', `/orders/${order}`],
  ['6-inspect', `/jobs/${job('Moon-phase masks')}/inspect`],
  ['7-log', '/log'],
  ['8-pack', `/orders/${packed}/pack`],
  ['9-shelf', '/shelf'],
  [
    '10-shared-sheets',
    '/sheets',
    async (page) => {
      for (const name of ['Comet-tail socks', 'Star-chart cushions'])
        await page.getByRole('checkbox', { name: new RegExp(name) }).check();
      await page.getByText('610 mm roll', { exact: true }).click();
    },
  ],
  ['12-dial-in', `/studies/${study}`, (page) => page.getByText('Robust', { exact: true }).waitFor()],
  ['13-shop', '/shop'],
  ['14-press-check', '/shop', checkedPlate],
  ['16-stock', '/stock'],
  ['18-recipes', '/recipes'],
];

/** The check of a press whose plate is cooler towards its edges, and much so in one corner. */
async function checkedPlate(page) {
  await page.getByRole('button', { name: 'Check it: Back press' }).click();
  const fields = page.getByRole('group', { name: /^Readings/ }).getByRole('textbox');
  for (let i = 0; i < 36; i++) {
    const [across, down] = [i % 6, Math.floor(i / 6)];
    const edge = Math.max(Math.abs(across - 2.5), Math.abs(down - 2.5)) - 0.5;
    const corner = Math.max(0, 5 - across - (5 - down));
    await fields.nth(i).fill(String(Math.round(201 - 1.2 * edge - 2.4 * corner)));
  }
  await page.getByText('to have', { exact: false }).first().waitFor();
}

/** A shop whose people sign in: an owner, two others, and a tablet at the bench. */
const signedIn = (ask) => async (page) => {
  const { code } = await ask('people/owner/code', {});
  await page.getByLabel('Code from the terminal').fill(code);
  await page.getByLabel('Your name').fill('Wren');
  await page.getByLabel('Password').fill('velvet otter lantern 71');
  await page.getByRole('button', { name: /Become the owner/ }).click();
  await page.getByRole('row', { name: /Wren/ }).waitFor();
  await ask('people', { name: 'Juniper', role: 'planner' });
  const people = await ask('people', { name: 'Odo', role: 'presser' });
  const { id } = people.find(({ name }) => name === 'Odo');
  await ask(`people/${id}/pin`, { pin: '4071' }, 'PUT');
  await ask('tablets', { name: 'Left bench' });
  await page.reload();
  await page.getByRole('row', { name: /Odo/ }).waitFor();
};

/** What happens at a press, as if it were told at another screen. */
const told = (...events) => ({
  events: events.map((event, i) => ({
    id: randomUUID(),
    at: new Date(Date.now() - (events.length - i) * 1000).toISOString(),
    by: 'Wren',
    ...event,
  })),
});

/** Two jobs come to two presses, one of them with its clock running. */
async function toPresses(ask, { job, press }) {
  const { changeOf } = await import('@kanga/core/job');
  const started = {};
  for (const [name, on, guidance] of [
    ['Volunteer tees', 'Front press', 'each pressing'],
    ['Star-chart cushions', 'Back press', 'each pressing'],
  ]) {
    const id = job(name);
    const { job: kept } = await ask(`jobs/${id}`);
    await ask(`jobs/${id}`, { ...changeOf(kept), pressId: press(on) }, 'PUT');
    const plan = await ask(`jobs/${id}/plan`, {});
    started[name] = plan.steps.findIndex(({ seconds }) => seconds !== null);
    await ask(`jobs/${id}/events`, told({ kind: 'guide', guidance }, { kind: 'heat', celsius: plan.dial }));
  }
  await ask(
    `jobs/${job('Volunteer tees')}/events`,
    told({ kind: 'start', bed: 0, from: 0, step: started['Volunteer tees'] }),
  );
}

/** `./kanga pictures`: takes every picture of docs/screenshots anew, from the demo shop with its past. Each is still to be opened and judged. */
export async function pictures(words) {
  checkNode();
  ensurePackages(['postgresql-15', 'chromium', 'poppler-utils']);
  ensureModules();
  ensureBuild();
  const { chromium } = await import('@playwright/test');
  mkdirSync(FOLDER, { recursive: true });
  const wanted = ([name]) => words.length === 0 || words.some((word) => name.includes(word));
  await withTestCluster(async (cluster, folder) => {
    cluster.ensureUser();
    const [port, url] = [await freePort(), await cluster.ensureDatabase('kanga_pictures')];
    const data = join(folder, 'pictures');
    const env = {
      KANGA_HOST: '127.0.0.2',
      KANGA_TLS_PORT: String(await freePort()),
      KANGA_NAMES: 'kanga.larkfield.example',
    };
    const server = await openServer({ database: { url, env: cluster.environment() }, port, data, env });
    const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: QUIET });
    try {
      const home = `http://127.0.0.1:${port}`;
      const ask = asking(home, data);
      const [{ jobs }, { presses }] = [await ask('jobs'), await ask('shop')];
      const named = (list) => (name) => {
        const same = list.filter((one) => one.name === name).sort((a, b) => (b.number ?? 0) - (a.number ?? 0));
        if (!same[0]) throw new Error(`nothing here is called ${name}`);
        return same[0].id;
      };
      const study = (await ask('studies')).find(({ result }) => result !== null)?.id;
      const orders = (await ask('orders')).orders.map(({ order }) => order);
      const [order, packed] = [named(orders)('Open night crew'), named(orders)('Notebooks for the readings')];
      const there = { job: named(jobs), press: named(presses), order, packed, study };
      const context = await browser.newContext({ viewport: SIZE, serviceWorkers: 'block' });
      // As whoever works here sees them, not as a newcomer does.
      await context.addInitScript(`localStorage.setItem('kanga.met', 'all')`);
      const page = await context.newPage();
      page.setDefaultTimeout(30_000);
      const take = async ([name, place, before, after]) => {
        say(name);
        await page.goto(`${home}${place}`);
        // Where a line stays open, the network is never idle.
        await page.waitForLoadState(/studies\//.test(place) ? 'load' : 'networkidle');
        await page.waitForTimeout(SETTLES);
        await before?.(page);
        await page.waitForTimeout(SETTLES);
        await page.screenshot({ path: join(FOLDER, `${name}.png`) });
        await after?.(page);
        await page.waitForTimeout(SETTLES);
      };
      for (const view of views(there)) if (wanted(view)) await take(view);
      await toPresses(ask, there);
      for (const view of [
        ['5-press', `/jobs/${there.job('Volunteer tees')}/press`],
        ['17-bench', '/bench'],
        // From here on its browser is somebody's.
        ['11-people', '/people', signedIn(ask)],
      ])
        if (wanted(view)) await take(view);
    } finally {
      await browser.close();
      await server.close();
    }
  });
}
