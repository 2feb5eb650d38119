// Drags in a real browser: what a picture that is moved about costs the page for each move, and how evenly its frames come.
import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import { QUIET, ROOT, say } from './machine.mjs';

const at = (list, share) => [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * share))];

/** So many moves of a hand, one for each frame of a screen, in circles about where it took hold. */
const MOVES = 120;
const FRAME = 1000 / 60;

/** Seconds since the page began: `own`, that its script, its styles and its layout took; `all`, that its main thread was at work, painting included. */
async function atWork(session) {
  const { metrics } = await session.send('Performance.getMetrics');
  const of = (...names) =>
    metrics.filter(({ name }) => names.includes(name)).reduce((sum, { value }) => sum + value, 0);
  return { own: of('ScriptDuration', 'LayoutDuration', 'RecalcStyleDuration'), all: of('TaskDuration') };
}

/** Takes hold of the picture of a job's art and moves it about: ms of work a move, the frames between, and how long after the last move nothing changes any more. */
async function dragged(page, address, slower) {
  await page.goto(address);
  const picture = page.getByRole('application').first();
  await picture.waitFor();
  await page.waitForLoadState('networkidle');
  const hint = page.getByRole('button', { name: 'Got it' });
  if (await hint.isVisible()) await hint.click();
  const box = await picture.boundingBox();
  const middle = { x: box.x + box.width / 2, y: box.y + box.height * 0.6 };
  const session = await page.context().newCDPSession(page);
  await session.send('Performance.enable');
  const mouse = (type, x, y) =>
    session.send('Input.dispatchMouseEvent', { type, x, y, button: 'left', buttons: 1, clickCount: 1 });
  if (slower) await session.send('Emulation.setCPUThrottlingRate', { rate: slower });
  await mouse('mousePressed', middle.x, middle.y);
  for (let i = 1; i <= 60; i++) await mouse('mouseMoved', middle.x + (i % 10), middle.y);
  await page.evaluate(`(() => {
    window.frames_ = [];
    let last = performance.now();
    const next = (now) => { window.frames_.push(now - last); last = now; window.raf_ = requestAnimationFrame(next); };
    window.raf_ = requestAnimationFrame(next);
  })()`);
  const before = await atWork(session);
  const began = performance.now();
  for (let i = 0; i < MOVES; i++) {
    const turn = (i / MOVES) * 4 * Math.PI;
    void mouse('mouseMoved', middle.x + 10 + Math.sin(turn) * 60, middle.y + (1 - Math.cos(turn)) * 40);
    const due = began + (i + 1) * FRAME;
    await new Promise((done) => setTimeout(done, Math.max(0, due - performance.now())));
  }
  const after = await atWork(session);
  const each = (which) => ((after[which] - before[which]) * 1000) / MOVES;
  const frames = await page.evaluate(
    `(() => { cancelAnimationFrame(window.raf_); return window.frames_.slice(1); })()`,
  );
  // How long after the hand rests the page still changes what it says.
  const settled = await page.evaluate(`new Promise((done) => {
    const began = performance.now();
    let last = 0;
    const seen = new MutationObserver(() => { last = performance.now() - began; });
    seen.observe(document.body, { subtree: true, childList: true, characterData: true, attributes: true });
    setTimeout(() => { seen.disconnect(); done(last); }, 600);
  })`);
  await mouse('mouseReleased', middle.x, middle.y);
  await session.detach();
  return { own: each('own'), all: each('all'), p95: at(frames, 0.95), settled };
}

/** A job of the demo with twelve pictures side by side on its first side, each with what was read in its pixels; its id. */
async function withTwelve(url, { id }) {
  const { changeOf } = await import(join(ROOT, 'packages/core/dist/job/index.js'));
  const asked = async (path, init) => {
    const answer = await fetch(`${url}api/${path}`, init);
    if (!answer.ok) throw new Error(`${path} answered ${answer.status}: ${await answer.text()}`);
    return answer.json();
  };
  const arts = (await asked('art')).filter(({ mediaType }) => mediaType === 'image/png');
  const { job } = await asked(`jobs/${id}`);
  const items = Array.from({ length: 12 }, (_, i) => ({
    kind: 'picture',
    id: randomUUID(),
    artId: arts[i % arts.length].id,
    placement: { x: 60 + (i % 4) * 90, y: 60 + Math.floor(i / 4) * 90, width: 150, rotation: 0 },
    placedBy: 'goods',
    repeat: 'once',
    mirroredInFile: false,
  }));
  await asked(`jobs/${id}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json', origin: new URL(url).origin },
    body: JSON.stringify({ ...changeOf(job), design: [{ fill: 'own', items }] }),
  });
}

/** Goods of several kinds, each with findings: on a print area, over both faces, edge to edge, round. */
const DRAGGED = ['Volunteer tees', 'Comet-tail socks', 'Orbit bottle sleeves', 'Star-chart cushions'];

/** One row of the table: drags on several goods of the demo shop, and of one of twelve pictures, as they are and with a processor slowed four times. */
export async function dragRow(url) {
  say('drags');
  const { jobs } = await (await fetch(`${url}api/jobs?most=100`)).json();
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: QUIET });
  try {
    const rows = [];
    const measure = async (name, { id }) => {
      const address = `${url}jobs/${id}/art`;
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
      rows.push({ name, quick: await dragged(page, address, 0), slow: await dragged(page, address, 4) });
      await page.close();
    };
    for (const name of DRAGGED)
      await measure(
        name,
        jobs.find((job) => job.name === name),
      );
    const cushions = jobs.find(({ name }) => name === 'Star-chart cushions');
    await withTwelve(url, cushions);
    await measure('cushions with twelve pictures', cushions);
    const ms = (value) => value.toFixed(1);
    return {
      what: 'Dragging a picture',
      input: `${MOVES} moves, one a frame, on ${rows.length} jobs with findings; then with a processor slowed 4×`,
      time: `${ms(Math.max(...rows.map(({ quick }) => quick.own)))} ms a move, the most`,
      memory: '',
      reached: `${rows.map(({ name, quick, slow }) => `${name}: ${ms(quick.own)} ms of script, style and layout a move (${ms(quick.all)} with painting), frames ${ms(quick.p95)} (95th), all said ${quick.settled.toFixed(0)} ms after the last; slowed ${ms(slow.p95)} and ${slow.settled.toFixed(0)}`).join('; ')}; aim: 8 ms, 16.7 ms; slowed 50 ms; 150 ms`,
      grows: 'with the pictures that move; what does not move is not worked out again',
    };
  } finally {
    await browser.close();
  }
}
