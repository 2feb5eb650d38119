import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import { ROOT, say } from './machine.mjs';

const core = (name) => import(join(ROOT, `packages/core/dist/${name}/index.js`));

/** The largest run there can be: so many pieces, and so many entries before the measured ones. */
export const LONG = { pieces: 5000, entries: 70_000, measured: 300 };

const p95 = (list) => [...list].sort((a, b) => a - b)[Math.floor(list.length * 0.95)];

/** What an entry costs, and what it takes to open the page, with all that in a run before it. `browser` is Chromium. */
export async function longRun(url, browser) {
  say('an entry of a long run');
  const { changeOf } = await core('job');
  const { RunningBench, clockOf } = await core('bench');
  const ask = async (method, path, json) => {
    const began = performance.now();
    const answer = await fetch(`${url}api/${path}`, {
      method,
      headers: { 'content-type': 'application/json', origin: new URL(url).origin },
      ...(json === undefined ? {} : { body: JSON.stringify(json) }),
    });
    const text = await answer.text();
    if (!answer.ok) throw new Error(`${method} ${path} answered ${answer.status}: ${text.slice(0, 300)}`);
    return { ms: performance.now() - began, bytes: text.length, body: JSON.parse(text) };
  };
  const [{ body: blanks }, { body: art }] = [await ask('GET', 'blanks'), await ask('GET', 'art')];
  const { body: opened } = await ask('POST', 'jobs', {
    name: 'A long run',
    customer: '',
    due: null,
    pieces: LONG.pieces,
  });
  const picture = {
    kind: 'picture',
    id: 'picture',
    artId: art[0].id,
    placement: null,
    repeat: 'once',
    mirroredInFile: false,
  };
  const { id } = opened.job;
  await ask('PUT', `jobs/${id}`, {
    ...changeOf(opened.job),
    blankId: blanks.find(({ family }) => family === 'tee').id,
    design: [{ fill: 'own', items: [picture] }],
  });
  const { body: plan } = await ask('POST', `jobs/${id}/plan`);
  // Every step of one bed after the other; what has a clock is started first.
  const all = [];
  const head = () => ({
    id: randomUUID(),
    at: new Date(Date.now() - 86_400_000 + all.length * 1000).toISOString(),
    by: 'Wren',
  });
  for (let bed = 0; all.length < LONG.entries + LONG.measured; bed++)
    for (let step = 0; step < plan.steps.length; step++) {
      if (clockOf(plan.steps[step]) !== null && plan.steps[step].at === 'press')
        all.push({ ...head(), kind: 'start', bed, step });
      all.push({ ...head(), kind: 'done', bed, step });
      // As many entries as a run of fourteen steps has: what was begun is gone back to.
      if (step % 2 === 1)
        all.push({ ...head(), kind: 'repeat', bed, step: 0 }, { ...head(), kind: 'undo', undoes: all.at(-1).id });
    }
  const events = all
    .filter(({ bed = 0 }) => bed * plan.atOnce < LONG.pieces)
    .map((one, i, list) => (one.kind === 'undo' ? { ...one, undoes: list[i - 1].id } : one));
  const before = events.slice(0, LONG.entries);
  for (let at = 0; at < before.length; at += 1000)
    await ask('POST', `jobs/${id}/events`, { events: before.slice(at, at + 1000), since: at });
  const running = new RunningBench(plan, before);
  const single = events
    .slice(LONG.entries)
    .filter(({ kind }) => kind !== 'undo' && kind !== 'repeat')
    .slice(0, LONG.measured);
  const times = [];
  const sizes = [];
  for (const event of single) {
    const { ms, bytes, body } = await ask('POST', `jobs/${id}/events`, {
      events: [event],
      since: running.events.length,
    });
    running.add(body.events);
    times.push(ms);
    sizes.push(bytes);
  }
  const file = await ask('GET', `jobs/${id}`);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${url}jobs/${id}/press`);
  await page.getByTestId('bench').waitFor();
  const opens = [];
  for (let i = 0; i < 5; i++) {
    const began = performance.now();
    await page.goto(`${url}jobs/${id}/press`);
    await page.getByTestId('bench').waitFor();
    opens.push(performance.now() - began);
  }
  await page.close();
  return {
    entries: before.length,
    entry: p95(times),
    bytes: p95(sizes),
    file: file.ms,
    fileBytes: file.bytes,
    page: opens.sort((a, b) => a - b)[2],
  };
}
