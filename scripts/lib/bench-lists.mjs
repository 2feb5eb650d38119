// Long lists: how long their pages take under several connections, and how long a browser needs to show them and to find a letter in them.
import { QUIET, say } from './machine.mjs';

const at = (list, share) => [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * share))];

/** So often a server is asked before it is measured: it has been running for a while in a shop. */
const WARM = 30;
const MEASURED = 300;
/** What is asked for of lists: first pages, pages far down, and what words are found in. */
const ASKED = (deep) => ({
  jobs: ['jobs?most=50', `jobs?most=50&after=${deep}`, 'jobs?most=50&find=shirts%2019'],
  orders: ['orders?most=50', 'orders?most=50&list=past', 'orders?most=50&find=eclipse%2044'],
  log: ['log', 'log?text=shirts', 'log?press=Press'],
});

/** Times of so many answers over so many connections, ms. */
async function underLoad(url, paths, connections) {
  const times = [];
  let left = MEASURED + WARM;
  await Promise.all(
    Array.from({ length: connections }, async () => {
      while (left > 0) {
        const turn = left--;
        const began = performance.now();
        const answer = await fetch(`${url}api/${paths[turn % paths.length]}`);
        if (!answer.ok) throw new Error(`${paths[turn % paths.length]} answered ${answer.status}`);
        await answer.arrayBuffer();
        if (turn <= MEASURED) times.push(performance.now() - began);
      }
    }),
  );
  return at(times, 0.95);
}

/** A list in a browser: until its first entry stands, what is drawn, and from a letter typed until what it finds is there. */
async function inBrowser(browser, url, { path, entry, letter }) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
  try {
    await page.goto(`${url}guide`);
    await page.waitForLoadState('networkidle');
    const shown = [];
    const typed = [];
    let drawn = 0;
    for (let i = 0; i < 5; i++) {
      const began = performance.now();
      await page.goto(`${url}${path}`, { waitUntil: 'commit' });
      await page.locator(entry).first().waitFor();
      shown.push(performance.now() - began);
      await page.waitForLoadState('networkidle');
      drawn = await page.locator('body *').count();
      // What the page itself does for a letter; the answer of the server comes when it comes.
      typed.push(
        await page.evaluate(
          // Written out, since it runs in the page.
          `new Promise((done) => {
            const input = document.querySelector('input[type=search]');
            input.focus();
            const start = performance.now();
            Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(input, ${JSON.stringify(letter)});
            input.dispatchEvent(new Event('input', { bubbles: true }));
            requestAnimationFrame(() => requestAnimationFrame(() => done(performance.now() - start)));
          })`,
        ),
      );
    }
    return { shown: at(shown, 0.5), typed: at(typed, 0.5), drawn };
  } finally {
    await page.close();
  }
}

/** How many there are of all that is listed. */
async function countedIn(databaseUrl) {
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    const { rows } = await client.query(
      `SELECT (SELECT count(*) FROM job) AS jobs, (SELECT count(*) FROM shop_order) AS orders, (SELECT count(*) FROM pressing) AS pressings`,
    );
    const count = (many) => Number(many).toLocaleString('en-US');
    return `${count(rows[0].jobs)} jobs, ${count(rows[0].orders)} orders, ${count(rows[0].pressings)} pressings`;
  } finally {
    await client.end();
  }
}

/** Rows of the table, of all that the database holds. */
export async function listRows(databaseUrl, url) {
  say('long lists');
  const many = await countedIn(databaseUrl);
  const { next } = await (await fetch(`${url}api/jobs?most=500`)).json();
  const rows = [];
  const asked = ASKED(next);
  for (const [name, paths] of Object.entries(asked)) {
    const list = [];
    for (const connections of [1, 10, 50]) list.push(await underLoad(url, paths, connections));
    rows.push({
      what: `Pages of ${name} with 1, 10 and 50 connections`,
      input: `${many}; first pages, pages far down and what words are found in; 95th of ${MEASURED} answers, loopback`,
      time: `${list.map((ms) => ms.toFixed(0)).join(', ')} ms`,
      memory: '',
      reached:
        'a page of 50, of the log 100, with the exact count of jobs and orders; aim: 50 ms with one, 150 ms with ten',
      grows: 'with the log of the entries; the count and what words are found in with the entries',
    });
  }
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: QUIET });
  try {
    for (const one of [
      { name: 'Jobs', path: 'jobs', entry: 'ul[aria-label=Jobs] li', letter: 'shirts 19' },
      { name: 'Orders', path: 'orders', entry: 'ul[aria-label="Open orders"] li', letter: 'eclipse' },
      { name: 'Log', path: 'log', entry: 'tbody tr', letter: 'comet' },
    ]) {
      const { shown, typed, drawn } = await inBrowser(browser, url, one);
      rows.push({
        what: `${one.name}: a long list in a browser`,
        input: `${many}; median of 5`,
        time: `${(shown / 1000).toFixed(2)} s`,
        memory: '',
        reached: `until its first entry stands; ${drawn} elements drawn; ${typed.toFixed(0)} ms from a letter to the second frame after it; aim: 0.6 s, 50 ms`,
        grows: 'not with the list',
      });
    }
  } finally {
    await browser.close();
  }
  return rows;
}
