// What is sent and seen: bytes on the wire and the time until a heading stands, in a real browser, for every page.
import { QUIET, say } from './machine.mjs';

const median = (list) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)];

/** 10 Mbit/s there and back in 40 ms, and a processor a quarter as fast. */
const SLOW = { offline: false, latency: 40, downloadThroughput: 1.25e6, uploadThroughput: 1.25e6 };
const SLOWER = 4;

/** Bytes on the wire of all that a page asks for, by what they are. */
async function counted(page) {
  const session = await page.context().newCDPSession(page);
  await session.send('Network.enable');
  const kinds = new Map();
  const sent = { all: 0, script: 0, requests: 0 };
  session.on('Network.responseReceived', ({ requestId, type }) => kinds.set(requestId, type));
  session.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    sent.all += encodedDataLength;
    sent.requests += encodedDataLength > 0 ? 1 : 0;
    if (kinds.get(requestId) === 'Script') sent.script += encodedDataLength;
  });
  return { session, sent };
}

/** Has every page note when its first heading was drawn, ms since it was asked for: asked from here, a page that is busy answers late. */
const NOTE_HEADING = `new MutationObserver((_, watching) => {
  if (!document.querySelector('h1')) return;
  watching.disconnect();
  requestAnimationFrame(() => setTimeout(() => { window.headingAt = performance.now(); }));
}).observe(document, { childList: true, subtree: true });`;

/** Goes to a page and waits for its heading and for the wire to be quiet; ms until the heading was drawn. */
async function shown(page, address) {
  await page.goto(address, { waitUntil: 'commit' });
  await page.getByRole('heading', { level: 1 }).first().waitFor();
  await page.waitForLoadState('networkidle');
  return page.evaluate('window.headingAt');
}

/**
 * The first screen with an empty cache, as it is and slowed down, and what every further page of `paths` sends more; the service worker, which fetches the rest while
 * nobody waits, is kept out.
 */
async function sentAndSeen(url, paths, times = 5) {
  say('what is sent and seen');
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: QUIET });
  const fresh = async () => {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
    await context.addInitScript(NOTE_HEADING);
    return context;
  };
  try {
    const first = async (slow) => {
      const runs = [];
      let sent = null;
      for (let i = 0; i < times; i++) {
        const context = await fresh();
        const page = await context.newPage();
        const wire = await counted(page);
        if (slow) {
          await wire.session.send('Network.emulateNetworkConditions', SLOW);
          await wire.session.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
        }
        runs.push(await shown(page, url));
        sent = wire.sent;
        await context.close();
      }
      return { ms: median(runs), sent };
    };
    const [quick, slow] = [await first(false), await first(true)];
    const later = [];
    for (const path of paths) {
      const context = await fresh();
      const page = await context.newPage();
      await shown(page, url);
      const wire = await counted(page);
      const ms = await shown(page, new URL(path, url).href);
      later.push({ path, ms, sent: wire.sent });
      await context.close();
    }
    return { quick, slow, later: later.sort((a, b) => b.sent.all - a.sent.all) };
  } finally {
    await browser.close();
  }
}

const kilobytes = (bytes) => `${Math.round(bytes / 1000)} kB`;

/** The rows of the benchmark: the first page, and all others, the heaviest first. */
export async function wireRows(url) {
  const { jobs } = await (await fetch(`${url}api/jobs`)).json();
  const of = (stage) => `jobs/${jobs[0].id}/${stage}`;
  const stages = ['blank', 'art', 'stack', 'sheet'].map(of);
  const pages = 'jobs bench orders stock studies recipes settings chart sheets shelf shop guide log'.split(' ');
  const { quick, slow, later } = await sentAndSeen(url, [...stages, ...pages]);
  const name = (path) => path.replace(jobs[0].id, '…');
  return [
    {
      what: 'First page',
      input: 'the demo shop, empty browser cache, loopback; then 10 Mbit/s and a processor slowed 4×; medians of 5',
      time: `${(quick.ms / 1000).toFixed(2)} s; slowed ${(slow.ms / 1000).toFixed(2)} s`,
      memory: '',
      reached: `${kilobytes(quick.sent.all)} on the wire in ${quick.sent.requests} answers, ${kilobytes(quick.sent.script)} of them script; aim: 0.8 s, 2.0 s, 180 kB`,
      grows: 'with the jobs that are open',
    },
    {
      what: 'Every other page, after the first',
      input: 'the demo shop; what each sends more than was there, and until its heading stands',
      time: `${(later.reduce((most, { ms }) => Math.max(most, ms), 0) / 1000).toFixed(2)} s, the slowest`,
      memory: '',
      reached: `${later.map(({ path, sent }) => `${name(path)} ${kilobytes(sent.all)}`).join(', ')}; aim: 150 kB each`,
      grows: 'with the pictures on them',
    },
  ];
}
