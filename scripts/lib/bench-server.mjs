import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, freePort, say } from './machine.mjs';

const core = (folder) => import(join(ROOT, `packages/core/dist/${folder}/index.js`));

/** How long the server takes for what is asked of its log, with 100,000 pressings in it. */
export async function logOfMany(databaseUrl, url) {
  say('the log');
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    // 20,000 runs of five pieces over two years, on four presses, by five people; one in thirty spoiled.
    await client.query(`
      CREATE TEMP TABLE logged AS SELECT n, gen_random_uuid() AS id FROM generate_series(1, 20000) n;
      INSERT INTO job (id, name, customer, pieces, status, closed_at)
        SELECT id, (ARRAY['Comet','Orbit','Harvest','Eclipse','Nebula'])[1 + n % 5] || ' ' || md5(n::text), '', 5, 'closed', now() FROM logged;
      INSERT INTO run_plan (job_id, frozen_at, body) SELECT id, '2024-01-01', '{}' FROM logged;
      INSERT INTO pressing (job_id, job_number, job_name, blank_name, piece, side, press_name, who, temperature, planned, actual, at, verdict, fault, note)
        SELECT logged.id, job.number, job.name, 'Blank ' || n % 40, piece, 'front', 'Press ' || n % 4, 'Person ' || n % 5, 196, 50,
          50 + (n + piece) % 5, timestamp '2024-01-01' + n * interval '50 min' + piece * interval '3 min',
          CASE WHEN (n * 5 + piece) % 30 = 0 THEN 'spoiled' ELSE 'good' END,
          CASE WHEN (n * 5 + piece) % 30 = 0 THEN (ARRAY['ghost','pale','specks'])[1 + n % 3] END,
          CASE WHEN (n * 5 + piece) % 30 = 0 THEN 'seen at the ' || md5(piece::text || n) ELSE '' END
        FROM logged JOIN job ON job.id = logged.id, generate_series(0, 4) piece;
      ANALYZE pressing;`);
  } finally {
    await client.end();
  }
  // Everything that the screen can ask for: nothing, words that many and few have, every choice, days, and later pages.
  const asked = [
    '',
    'text=comet',
    'text=eclipse%20person%202',
    'text=a1b2',
    'text=no-such-word',
    'verdict=spoiled',
    'fault=pale&press=Press%202',
    'blank=Blank%207',
    'by=Person%203&verdict=spoiled',
    'from=2024-06-01&to=2024-06-30',
    'press=Press%201&from=2025-01-01',
    'text=nebula&fault=specks',
  ];
  const times = [];
  for (let i = 0; i < 20; i++)
    for (const query of asked) {
      let after = '';
      for (let page = 0; page < 3 && after !== null; page++) {
        const began = performance.now();
        const answer = await fetch(`${url}api/log?${query}${after ? `&after=${after}` : ''}`);
        if (!answer.ok) throw new Error(`the log answered ${answer.status} to ${query}`);
        after = (await answer.json()).next;
        times.push(performance.now() - began);
      }
    }
  times.sort((a, b) => a - b);
  return { p95: times[Math.floor(times.length * 0.95)], slowest: times.at(-1), asked: times.length };
}

/** So often a server is asked before it is measured: it has been running for a while in a shop. */
const WARM = 30;

/** How long lists of orders take with 2,000 orders of 60,000 pieces: the list, a search, what is in stock with what they want, and one order. */
export async function ordersOfMany(databaseUrl, url) {
  say('orders');
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  let one;
  try {
    // 2,000 orders, three sizes of ten pieces each, half of them still open and taken.
    await client.query(`
      CREATE TEMP TABLE ordered AS SELECT n, gen_random_uuid() AS id, gen_random_uuid() AS line FROM generate_series(1, 2000) n;
      INSERT INTO shop_order (id, due, status, body)
        SELECT id, CURRENT_DATE + n % 60, CASE WHEN n % 2 = 0 THEN 'open' ELSE 'closed' END, jsonb_build_object(
          'name', (ARRAY['Comet','Orbit','Harvest','Eclipse','Nebula'])[1 + n % 5] || ' order ' || n, 'note', '', 'quote', NULL,
          'customer', jsonb_build_object('name', 'Customer ' || n % 90, 'reach', '', 'notes', ''),
          'lines', jsonb_build_array(jsonb_build_object('id', line, 'what', 'Shirts')),
          'accepted', jsonb_build_object('at', now(), 'by', 'Wren')) FROM ordered;
      CREATE TEMP TABLE sized AS SELECT ordered.*, size, gen_random_uuid() AS job FROM ordered, generate_series(0, 2) size;
      INSERT INTO job (id, name, customer, pieces, status, closed_at, order_id, line_id, blank_id, reached)
        SELECT job, 'Shirts ' || n || ' ' || size, '', 10, CASE WHEN n % 2 = 0 THEN 'open' ELSE 'closed' END,
          CASE WHEN n % 2 = 1 THEN now() END, sized.id, line, blank.id, 'sheet'
        FROM sized JOIN (SELECT id, row_number() OVER (ORDER BY position) - 1 AS i, count(*) OVER () AS of FROM blank) blank ON blank.i = (n + size) % blank.of;
      INSERT INTO run_plan (job_id, frozen_at, body) SELECT job, '2026-01-01', '{}' FROM sized WHERE n % 2 = 1;
      INSERT INTO pressing (job_id, job_number, job_name, blank_name, piece, side, press_name, who, temperature, planned, actual, at, verdict, note)
        SELECT sized.job, job.number, job.name, 'Shirt', piece, 'front', 'Press', 'Wren', 196, 50, 50, now() - n * interval '1 hour', 'good', ''
        FROM sized JOIN job ON job.id = sized.job, generate_series(0, 9) piece WHERE n % 2 = 1;
      ANALYZE;`);
    one = (await client.query(`SELECT id FROM ordered WHERE n = 1000`)).rows[0].id;
  } finally {
    await client.end();
  }
  const told = {};
  for (const [name, path] of [
    ['list', 'orders'],
    ['found', 'orders?find=eclipse%2044'],
    ['stock', 'stock'],
    ['one', `orders/${one}`],
  ]) {
    const times = [];
    for (let i = -WARM; i < 100; i++) {
      const began = performance.now();
      const answer = await fetch(`${url}api/${path}`);
      if (!answer.ok) throw new Error(`${path} answered ${answer.status}`);
      await answer.arrayBuffer();
      if (i >= 0) times.push(performance.now() - began);
    }
    told[name] = times.sort((a, b) => a - b)[94];
  }
  return told;
}

/** Seconds of processor time that a process has used. */
function cpuOf(pid) {
  const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1].split(' ');
  return (Number(fields[11]) + Number(fields[12])) / 100;
}
const peakOf = (pid) => Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))[1]) / 1024;

export const LOAD = { presses: 12, screens: 6, turns: 3600, readsEvery: 25 };

/** Asks a server, and gives its answer. */
async function ask(url, method, path, json) {
  const answer = await fetch(`${url}api/${path}`, {
    method,
    headers: { 'content-type': 'application/json', origin: new URL(url).origin },
    ...(json === undefined ? {} : { body: JSON.stringify(json) }),
  });
  if (!answer.ok) throw new Error(`${method} ${path} answered ${answer.status}: ${await answer.text()}`);
  return answer.json();
}

/** What is entered when a task is done, by nobody in particular. */
export const doing = ({ event, bed, step }) => ({
  id: randomUUID(),
  at: new Date().toISOString(),
  by: null,
  kind: event,
  bed,
  step,
});

/** A press at each of the ports, with a job of forty tees on it. */
export async function planned(url, ports) {
  const { changeOf } = await core('job');
  const [{ presses }, blanks, art] = await Promise.all(['shop', 'blanks', 'art'].map((path) => ask(url, 'GET', path)));
  const like = Object.fromEntries(Object.entries(presses[0]).filter(([key]) => key !== 'id'));
  const picture = {
    kind: 'picture',
    id: 'picture',
    artId: art[0].id,
    placement: null,
    repeat: 'once',
    mirroredInFile: false,
  };
  const runs = [];
  for (const [i, port] of ports.entries()) {
    const pressId = randomUUID();
    const controller = `tcp://127.0.0.1:${port}`;
    await ask(url, 'PUT', `shop/presses/${pressId}`, { ...like, name: `Press ${i + 1}`, controller });
    const { job } = await ask(url, 'POST', 'jobs', { name: `Load ${i + 1}`, customer: '', due: null, pieces: 40 });
    await ask(url, 'PUT', `jobs/${job.id}`, {
      ...changeOf(job),
      blankId: blanks.find(({ family }) => family === 'tee').id,
      design: [{ fill: 'own', items: [picture] }],
      pressId,
    });
    runs.push({ id: job.id, plan: await ask(url, 'POST', `jobs/${job.id}/plan`), events: [] });
  }
  return runs;
}

/**
 * An hour at the presses, run faster than it is: twelve controllers read 3,600 times each, six screens that hear everything, and at every press
 * something done about every ten seconds. What it costs the server is what that many readings and entries cost, however fast they come. `start`
 * starts a server on the same data, and gives its process and its address; the one that planned the jobs is stopped before the hour begins.
 */
export async function anHour(start, stop) {
  say('an hour at twelve presses');
  const { PressController, SMALL_PRESS } = await import(join(ROOT, 'apps/devices/dist/press/index.js'));
  const { benchState, todoOf } = await core('bench');
  const speed = 1000 / LOAD.readsEvery;
  const stops = [];
  const ports = [];
  for (let i = 0; i < LOAD.presses; i++) {
    const port = await freePort();
    const controller = new PressController(() => (performance.now() / 1000) * speed, SMALL_PRESS);
    stops.push(await controller.listen(port));
    ports.push(port);
  }
  const first = await start();
  const runs = await planned(first.url, ports);
  await stop(first.server);
  const { server, url } = await start();
  /** When each entry was sent, and how long it took until a screen heard of it, ms. */
  const [sent, delays] = [new Map(), []];
  const screens = Array.from({ length: LOAD.screens }, async () => {
    const control = new globalThis.AbortController();
    stops.push(() => Promise.resolve(control.abort()));
    const answer = await fetch(`${url}api/bench/live`, { signal: control.signal });
    try {
      for await (const part of answer.body) {
        const text = Buffer.from(part).toString();
        for (const [, id] of text.matchAll(/"id":"([0-9a-f-]{36})"/g))
          if (sent.has(id)) delays.push(performance.now() - sent.get(id));
      }
    } catch {
      // Hung up at the end.
    }
  });
  // Let the controllers be found, then begin.
  await new Promise((done) => setTimeout(done, 2000));
  const [cpu, began] = [cpuOf(server.keeper.child.pid), performance.now()];
  const length = LOAD.turns * LOAD.readsEvery;
  let entries = 0;
  for (let turn = 0; performance.now() - began < length; turn++) {
    const run = runs[turn % runs.length];
    const { first: task } = todoOf(run.plan, benchState(run.plan, run.events));
    if (task) {
      const event = doing(task);
      sent.set(event.id, performance.now());
      run.events.push(...(await ask(url, 'POST', `jobs/${run.id}/events`, { events: [event] })).events);
      entries++;
    }
    // Something at every press about every ten seconds of the hour.
    const due = began + ((turn + 1) * 10_000) / speed / runs.length;
    await new Promise((done) => setTimeout(done, Math.max(0, due - performance.now())));
  }
  const used = cpuOf(server.keeper.child.pid) - cpu;
  const peak = peakOf(server.keeper.child.pid);
  await stop(server);
  for (const end of stops) await end();
  await Promise.all(screens);
  return {
    share: used / LOAD.turns,
    used,
    peak,
    entries,
    delay: delays.sort((a, b) => a - b)[Math.floor(delays.length * 0.99)],
    seconds: length / 1000,
  };
}
