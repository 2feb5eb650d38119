// Three servers and two workers on one database with a million pressings: sixty screens, twelve presses, and a server killed now and then.
import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { decade } from './bench-decade.mjs';
import { doing, planned } from './bench-server.mjs';
import { asProgram, NO_PAST, openServer } from './ground/server.mjs';
import { freePort, ROOT, say, sleep } from './machine.mjs';

const core = (name) => import(join(ROOT, `packages/core/dist/${name}/index.js`));

/** What it is tried with; ms. A pressing of a shop that has been at it for a decade. */
const SEVERAL = {
  servers: 3,
  workers: 2,
  screens: 60,
  presses: 12,
  pressings: 1_000_000,
  lasts: 240_000,
  killedEvery: 30_000,
  enteredEvery: 250,
  listedEvery: 500,
};

const at = (list, share) =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * share))] ?? NaN;

/** The servers as a screen finds them: the one that was asked last, or another where that one is away. */
class Shop {
  constructor(servers) {
    this.servers = servers;
  }

  /** Asks until one answers, as a screen does with what it keeps; the same id again is one entry. */
  async ask(first, method, path, json) {
    for (let tries = 0; ; tries++) {
      const { url, data } = this.servers[(first + tries) % this.servers.length];
      try {
        const answer = await fetch(`${url}api/${path}`, {
          method,
          headers: { 'content-type': 'application/json', ...asProgram(data) },
          ...(json === undefined ? {} : { body: JSON.stringify(json) }),
          signal: AbortSignal.timeout(5000),
        });
        if (answer.ok) return await answer.json();
        if (answer.status < 500) throw new Error(`${method} ${path} answered ${answer.status}: ${await answer.text()}`);
      } catch (error) {
        if (error.message.includes(' answered ') || tries > 200) throw error;
      }
      await sleep(tries < this.servers.length ? 0 : 50);
    }
  }
}

/** The messages on a live line (server-sent events). */
async function* messagesOf(body) {
  const decoder = new globalThis.TextDecoder();
  let heard = '';
  for await (const part of body) {
    heard += decoder.decode(part, { stream: true });
    const whole = heard.split('\n\n');
    heard = whole.pop();
    for (const one of whole)
      for (const line of one.split('\n')) if (line.startsWith('data: ')) yield JSON.parse(line.slice(6));
  }
}

/** So many lanes a bench shows (apps/web/src/press/bench-page.tsx). */
const LANES = 3;

/** A screen at three presses: it hears what happens there, and asks for what it missed whenever its line broke, as screens do while they go on hearing. */
async function screen(shop, first, all, hear, control) {
  const runs = Array.from({ length: LANES }, (_, i) => all[(first + i) % all.length]);
  const known = new Set();
  const has = new Map(runs.map(({ id }) => [id, 0]));
  const take = (id) => {
    if (known.has(id)) return;
    known.add(id);
    hear(id);
  };
  const catchUp = async (turn) => {
    for (const { id } of runs) {
      const { from, events } = await shop.ask(turn, 'GET', `jobs/${id}/events?since=${has.get(id)}`);
      for (const event of events) take(event.id);
      has.set(id, from + events.length);
    }
  };
  const catching = [];
  for (let turn = first; !control.signal.aborted; turn++) {
    try {
      const { url, data } = shop.servers[turn % shop.servers.length];
      const line = await fetch(`${url}api/bench/live`, { signal: control.signal, headers: asProgram(data) });
      // What was said before it listened.
      catching.push(catchUp(turn));
      for await (const message of messagesOf(line.body)) {
        if (message.kind !== 'run' || !has.has(message.jobId)) continue;
        for (const { id } of message.events) take(id);
        // Nothing is missing before it: from here on is asked for next.
        if (message.from <= has.get(message.jobId))
          has.set(message.jobId, Math.max(has.get(message.jobId), message.from + message.events.length));
      }
    } catch {
      // It is away: the next one is asked, not by all screens in the same moment.
      await sleep(50 + Math.random() * 150);
    }
  }
  await Promise.all(catching);
  return { known, runs };
}

const peakOf = (pid) => Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;

/** Runs it, and gives what was measured and whatever was lost or doubled. `database` is one that has nothing in it yet; `databaseUrl` has its password. */
async function severalServers({ database, databaseUrl, folder, of }) {
  say(`${of.servers} servers, ${of.workers} workers, ${of.screens} screens, ${of.presses} presses`);
  const { PressController, SMALL_PRESS } = await import(join(ROOT, 'apps/devices/dist/press/index.js'));
  const { benchState, todoOf } = await core('bench');
  const stops = [];
  const servers = [];
  const workers = [];
  try {
    for (let i = 0; i < of.servers; i++) {
      const [port, data] = [await freePort(), join(folder, `server-${i}`)];
      const env = { ...NO_PAST, KANGA_RENDERS: 'elsewhere', KANGA_TLS_PORT: String(await freePort()) };
      const opened = await openServer({ database, port, data, env, log: () => undefined });
      servers.push({ ...opened, url: `http://127.0.0.1:${port}/`, data });
    }
    for (let i = 0; i < of.workers; i++) {
      const data = join(folder, `worker-${i}`);
      mkdirSync(data, { recursive: true });
      const env = {
        ...process.env,
        ...database.env,
        KANGA_DATABASE_URL: database.url,
        KANGA_DATA: data,
        KANGA_WEB: join(ROOT, 'apps/web/dist'),
      };
      workers.push(spawn(process.execPath, [join(ROOT, 'apps/server/dist/worker.js')], { env, stdio: 'ignore' }));
    }
    await decade(databaseUrl, of.pressings);
    const ports = [];
    for (let i = 0; i < of.presses; i++) {
      const port = await freePort();
      stops.push(await new PressController(() => performance.now() / 1000, SMALL_PRESS).listen(port));
      ports.push(port);
    }
    const shop = new Shop(servers);
    const runs = await planned(servers[0].url, ports);
    const control = new globalThis.AbortController();
    const sent = new Map();
    const delays = [];
    const kills = [];
    // Within so long of a kill some screens are just coming back, ms.
    const COMES_BACK = 5000;
    const apart = { calm: [], kill: [] };
    const isNearKill = (began) => kills.some((when) => began > when - 1000 && began < when + COMES_BACK);
    const hear = (id) => {
      const began = sent.get(id);
      if (began === undefined) return;
      const late = performance.now() - began;
      delays.push(late);
      (isNearKill(began) ? apart.kill : apart.calm).push(late);
    };
    const screens = Array.from({ length: of.screens }, (_, i) => screen(shop, i, runs, hear, control));
    await sleep(3000);
    const ends = performance.now() + of.lasts;
    const isOn = () => performance.now() < ends;
    const kept = [];
    const entering = (async () => {
      for (let turn = 0; isOn(); turn++) {
        const run = runs[turn % runs.length];
        const { first: task } = todoOf(run.plan, benchState(run.plan, run.events));
        if (!task) continue;
        const event = doing(task);
        const began = performance.now();
        sent.set(event.id, began);
        run.events.push(
          ...(await shop.ask(turn, 'POST', `jobs/${run.id}/events`, { events: [event] })).events.filter(
            ({ id }) => id === event.id,
          ),
        );
        if (!run.events.some(({ id }) => id === event.id)) run.events.push(event);
        kept.push({ run, id: event.id });
        await sleep(Math.max(0, of.enteredEvery - (performance.now() - began)));
      }
    })();
    const lists = [];
    const listing = (async () => {
      const paths = ['jobs?most=50', 'log', 'orders?most=50', 'log?press=Press%203'];
      for (let turn = 0; isOn(); turn++) {
        const began = performance.now();
        await shop.ask(turn, 'GET', paths[turn % paths.length]);
        lists.push([began, performance.now() - began]);
        await sleep(of.listedEvery);
      }
    })();
    const killing = (async () => {
      for (let turn = 0; ; turn++) {
        await sleep(of.killedEvery);
        if (!isOn()) return;
        kills.push(performance.now());
        servers[turn % servers.length].keeper.child.kill('SIGKILL');
      }
    })();
    await Promise.all([entering, listing, killing]);
    // What is on its way comes.
    await sleep(4000);
    const peaks = servers.map(({ keeper }) => peakOf(keeper.child.pid));
    control.abort();
    const heard = await Promise.all(screens);
    const wrong = [];
    for (const run of runs) {
      const { events } = await shop.ask(0, 'GET', `jobs/${run.id}/events`);
      const mine = kept.filter((one) => one.run === run).map(({ id }) => id);
      const found = events.map(({ id }) => id).filter((id) => sent.has(id));
      if (new Set(found).size !== found.length) wrong.push(`an entry of ${run.id} stands twice`);
      if (found.join() !== mine.join())
        wrong.push(
          `${mine.length} entries of ${run.id} were acknowledged, ${found.length} are kept, or in another order`,
        );
    }
    const unheard = heard.reduce(
      (sum, { known, runs: shown }) => sum + kept.filter(({ run, id }) => shown.includes(run) && !known.has(id)).length,
      0,
    );
    if (unheard > 0) wrong.push(`${unheard} times a screen did not hear of an entry`);
    return {
      entries: kept.length,
      heard: delays.length,
      kills: kills.length,
      calm: { half: at(apart.calm, 0.5), most: at(apart.calm, 0.99) },
      kill: { half: at(apart.kill, 0.5), most: at(apart.kill, 0.99) },
      all: at(delays, 0.99),
      lists: at(
        lists.map(([, took]) => took),
        0.95,
      ),
      calmLists: at(
        lists.filter(([began]) => !isNearKill(began)).map(([, took]) => took),
        0.95,
      ),
      peak: Math.max(...peaks),
      wrong,
    };
  } finally {
    for (const worker of workers) worker.kill('SIGTERM');
    for (const server of servers) await server.close();
    for (const stop of stops) await stop();
  }
}

/** The row of the table. `of`: what it is tried with, where that is other than usual. */
export async function severalRow(given) {
  const of = { ...SEVERAL, ...given.of };
  const told = await severalServers({ ...given, of });
  const ms = (one) => `${one.half.toFixed(0)}, ${one.most.toFixed(0)} ms`;
  return {
    what: 'Several servers of one shop',
    input: `${of.servers} servers, ${of.workers} workers, ${of.screens} screens, ${of.presses} presses, ${of.pressings.toLocaleString('en-US')} pressings; ${told.entries} entries in ${of.lasts / 1000} s, a server killed every ${of.killedEvery / 1000} s (${told.kills} times)`,
    time: `${ms(told.calm)}; ${ms(told.kill)}`,
    memory: `${told.peak.toFixed(0)} MB`,
    reached: `half and 99 of 100 screens have heard of an entry by then, away from a kill and within five seconds of one; of all ${told.all.toFixed(0)} ms; lists ${told.calmLists.toFixed(0)} ms away from a kill and ${told.lists.toFixed(0)} ms in all (95 of 100); ${told.wrong.length === 0 ? 'nothing lost, nothing twice' : told.wrong.join('; ')}; aim: 300 and 50 ms`,
    grows: 'with screens times entries; a kill with how long a server takes to start',
  };
}
