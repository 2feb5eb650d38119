import { spawnSync } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { checkNode, ensureBuild, ensureModules, ensurePackages, freePort, Lack, QUIET, ROOT, say } from './machine.mjs';
import { listRows } from './bench-lists.mjs';
import { LONG, longRun } from './bench-long.mjs';
import { anHour, LOAD, logOfMany, ordersOfMany } from './bench-server.mjs';
import { NO_PAST, openServer } from './ground/server.mjs';
import { documentRow, grainyPicture, uploadRow } from './bench-documents.mjs';
import { dragRow } from './bench-drags.mjs';
import { severalRow } from './bench-several.mjs';
import { startRow } from './bench-start.mjs';
import { writeTable } from './bench-table.mjs';
import { wireRows } from './seen.mjs';
import { withTestCluster } from './test.mjs';

/** Runs one case of scripts/bench-cases.mjs in a process of its own, so that its memory is its own. */
function inOwnProcess(name, folder) {
  say(name);
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    [join(ROOT, 'scripts/bench-cases.mjs'), name, folder],
    { encoding: 'utf8', maxBuffer: 1e8 },
  );
  if (status !== 0) throw new Lack(`the benchmark ${name} failed: ${stderr}`);
  return JSON.parse(stdout.trim().split('\n').at(-1));
}

/** How long the server takes to say what is proven, and what came of all runs, with 100,000 pressings behind it. */
async function resultsOfMany(databaseUrl, url) {
  say('what is proven');
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    // 20,000 runs of five pieces, on every blank, press and paper of the shop under four settings each.
    await client.query(`
      CREATE TEMP TABLE many AS SELECT n, gen_random_uuid() AS id FROM generate_series(1, 20000) n;
      INSERT INTO job (id, name, customer, pieces, status, closed_at) SELECT id, 'Run ' || n, '', 5, 'closed', now() FROM many;
      INSERT INTO run_plan (job_id, frozen_at, body) SELECT id, '2024-01-01', '{}' FROM many;
      INSERT INTO pressed_settings (blank_id, family, surface, press_id, media_id, temperature, dwell, pressure, pre_press, peel)
        SELECT blank.id, blank.family, 'smooth', press.id, media.id, 190 + t, 45 + 5 * d, 'medium', 12, 'hot'
        FROM blank, press, media, generate_series(0, 1) t, generate_series(0, 1) d;
      INSERT INTO run_result (job_id, settings_id, who, house, good, spoiled, faults, last, proof)
        SELECT many.id, settings.id, 'Person ' || n % 5, jsonb_set(house, '{reuse}', (ARRAY['"never"', '"same design"'])[1 + n % 2]::jsonb),
          4 + n % 2, 1 - n % 2, CASE WHEN n % 2 = 0 THEN '{"ghost":1}'::jsonb ELSE '{}' END, now() - n * interval '1 hour', true
        FROM (SELECT body->'house' AS house FROM settings) rules, many JOIN (SELECT id, row_number() OVER (ORDER BY id) AS i, count(*) OVER () AS of FROM pressed_settings) settings
        ON settings.i = 1 + n % settings.of;
      ANALYZE run_result;`);
  } finally {
    await client.end();
  }
  const asked = async (path) => {
    const times = [];
    let told = null;
    for (let i = 0; i < 100; i++) {
      const began = performance.now();
      told = await (await fetch(`${url}api/${path}`)).json();
      times.push(performance.now() - began);
    }
    times.sort((a, b) => a - b);
    return { p95: times[94], told };
  };
  return {
    proven: await asked('proven'),
    quarter: await asked('outcomes?days=90'),
    all: await asked('outcomes?days=3650'),
  };
}

/** What runs in processes of its own, one after the other. */
const CASES = [
  'pdf-png',
  'pdf-jpeg',
  'pdf-alpha',
  'pixels-24',
  'pixels-200',
  'coverage',
  'trace-300',
  'trace-600',
  'photos',
  'checks-24',
  'run',
  'layout',
  'nest-mixed',
  'nest-boxes',
  'nest-squares',
  'nest-guillotine',
  'nest-odd',
  'pdf-fifty',
  'view',
  'plan',
  'plate',
  'heat',
  'sections',
  'sections-odd',
  'events',
  'dial-next',
  'dial-trial',
  'measure-cloth',
  'quote',
  'parcel',
  'jobshop',
  'peer',
  'weeks',
  'flexible',
  'days',
  'replan',
];

/** What is sent and seen of a shop as it is on its first day: pages, drags, documents, a large picture. */
async function seenRows(url, folder) {
  const large = join(folder, 'large.jpg');
  await grainyPicture(large, 10_000);
  return [...(await wireRows(url)), await dragRow(url), await documentRow(url), await uploadRow(url, large)];
}

/** A shop of many years: what is proven, the log, orders, long lists, a long run. */
async function yearsRows(url, databaseUrl) {
  const rows = [];
  const { proven, quarter, all } = await resultsOfMany(databaseUrl, url);
  rows.push({
    what: 'What is proven, asked of the server',
    input: '20,000 runs of five pieces: 100,000 pressings; 95th of 100 answers, loopback',
    time: `${proven.p95.toFixed(1)} ms`,
    memory: '',
    reached: `${proven.told.length} kinds of settings told, those that came out good most often; aim: under 50 ms`,
    grows: 'with the runs; their pieces are counted once, when they are judged',
  });
  rows.push({
    what: 'What came of runs, for the fallout',
    input: 'of 90 days, 2,160 runs, and of all 20,000; 95th of 100 answers each, loopback',
    time: `${quarter.p95.toFixed(1)} and ${all.p95.toFixed(1)} ms`,
    memory: '',
    reached: `${quarter.told.runs.length} and ${all.told.runs.length} groups of runs that are alike; aim: under 50 ms for 90 days`,
    grows: 'with the runs of these days',
  });
  const log = await logOfMany(databaseUrl, url);
  rows.push({
    what: 'The log, searched and narrowed',
    input: `100,000 pressings; ${log.asked} answers to twelve questions, three pages each, loopback`,
    time: `${log.p95.toFixed(1)} ms`,
    memory: '',
    reached: `95th of 100; the slowest took ${log.slowest.toFixed(0)} ms; aim: under 50 ms`,
    grows:
      'with the entries that are looked at: words by an index of their letters, each choice by an index of its own',
  });
  const orders = await ordersOfMany(databaseUrl, url);
  rows.push({
    what: 'Orders, and what is in stock',
    input: '2,000 orders of 60,000 pieces, half of them open and taken; 95th of 100 answers each, loopback',
    time: `${['list', 'found', 'stock', 'one'].map((key) => orders[key].toFixed(1)).join(', ')} ms`,
    memory: '',
    reached: 'the list, a search by words, the stock with what orders want of it, one order; aim: under 50 ms',
    grows: 'the list with the 100 orders that it has; the stock with the open orders',
  });
  rows.push(...(await listRows(databaseUrl, url)));
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: QUIET });
  const long = await longRun(url, browser).finally(() => browser.close());
  rows.push({
    what: 'An entry of a long run',
    input: `${LONG.pieces} pieces with ${long.entries} entries before it; 95th of ${LONG.measured}, loopback`,
    time: `${long.entry.toFixed(0)} ms`,
    memory: '',
    reached: `answered with ${long.bytes} bytes; its page opens in ${(long.page / 1000).toFixed(1)} s (median of 5, ${(long.fileBytes / 1e6).toFixed(1)} MB of entries); aim: 50 ms, 20 kB, a page under a second`,
    grows: 'with the pressings of its run, very little; an undo with all entries; the page with all entries',
  });
  return rows;
}

/** An hour of a busy bench, run faster. */
async function hourRow(database, folder) {
  const start = async () => {
    const at = await freePort();
    const env = { ...NO_PAST, KANGA_READS_EVERY: String(LOAD.readsEvery) };
    const started = await openServer({ database, port: at, data: join(folder, 'load'), env });
    return { server: started, url: `http://127.0.0.1:${at}/` };
  };
  const hour = await anHour(start, (one) => one.close());
  return {
    what: 'An hour at twelve presses',
    input: `${LOAD.presses} controllers read ${LOAD.turns} times each, ${LOAD.screens} screens, ${hour.entries} entries; run in ${hour.seconds.toFixed(0)} s`,
    time: `${hour.used.toFixed(0)} s of one core`,
    memory: `${hour.peak.toFixed(0)} MB`,
    reached: `${(hour.share * 100).toFixed(1)} % of one core over the hour; an entry is heard by every screen within ${hour.delay.toFixed(0)} ms (99 of 100); aim: 15 %, 300 MB, a second`,
    grows: 'with readings and with entries; an entry with those of its job before it',
  };
}

/** What can be measured alone, beside each of CASES: what needs a whole Kanga. */
const PARTS = ['start', 'seen', 'years', 'hour', 'several'];

/** Measures everything, or just the parts named, and writes docs/benchmarks.md. */
export async function bench(words = []) {
  const unknown = words.filter((word) => ![...CASES, ...PARTS].includes(word));
  if (unknown.length > 0)
    throw new Lack(`the bench knows no “${unknown.join('”, “')}”. It has ${[...PARTS, ...CASES].join(', ')}.`);
  checkNode();
  ensurePackages(['postgresql-15', 'chromium', 'poppler-utils', 'librsvg2-bin', 'qpdf', 'minizinc']);
  ensureModules();
  ensureBuild();
  const wanted = (name) => words.length === 0 || words.includes(name);
  const rows = [];
  await withTestCluster(async (cluster, folder) => {
    const work = join(folder, 'bench');
    mkdirSync(work);
    for (const name of CASES.filter(wanted)) rows.push(inOwnProcess(name, work));
    if (wanted('start')) rows.push(await startRow(work));
    const database = async (name) => ({ url: await cluster.ensureDatabase(name), env: cluster.environment() });
    if (wanted('seen') || wanted('years')) {
      const port = await freePort();
      const url = `http://127.0.0.1:${port}/`;
      const data = join(folder, 'server');
      const server = await openServer({ database: await database('kanga_bench'), port, data, env: NO_PAST });
      try {
        if (wanted('seen')) rows.push(...(await seenRows(url, folder)));
        if (wanted('years')) rows.push(...(await yearsRows(url, cluster.fullUrl('kanga_bench'))));
      } finally {
        await server.close();
      }
    }
    if (wanted('several'))
      rows.push(
        await severalRow({
          database: await database('kanga_several'),
          databaseUrl: cluster.fullUrl('kanga_several'),
          folder: join(folder, 'several'),
        }),
      );
    if (wanted('hour')) rows.push(await hourRow(await database('kanga_load'), folder));
  });
  writeTable(rows, words);
}
