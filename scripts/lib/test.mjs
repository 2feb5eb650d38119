import { existsSync, mkdtempSync, chmodSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { attempt, checkNode, ensureBuild, ensureModules, ensurePackages, freePort, Lack, say } from './machine.mjs';
import { Cluster } from './ground/cluster.mjs';
import { ADMIN } from './ground/cluster-files.mjs';
import { asProgram, NO_PAST, openServer } from './ground/server.mjs';

const STAGES = ['lint', 'unit', 'server', 'e2e'];
/**
 * What goes on side by side, one after the other: what waits for databases and processes leaves a core for what only thinks, and is done in halves, each on a cluster of its own
 * since some of it ends that; so are browsers, each with a server of its own.
 */
const COURSE = [
  [['lint', 'unit', 'server 2/2'], ['server 1/2']],
  [['e2e 1/2'], ['e2e 2/2']],
];

/** Counts of a runner's own report; a missing report is a failure. */
function jestCounts(report) {
  if (!existsSync(report)) return { passed: 0, failed: 1 };
  const { numPassedTests, numFailedTests, numRuntimeErrorTestSuites } = JSON.parse(readFileSync(report, 'utf8'));
  return { passed: numPassedTests, failed: numFailedTests + numRuntimeErrorTestSuites };
}

function playwrightCounts(report) {
  if (!existsSync(report)) return { passed: 0, failed: 1, suites: [] };
  const { stats, errors, suites } = JSON.parse(readFileSync(report, 'utf8'));
  return { passed: stats.expected, failed: stats.unexpected + stats.flaky + errors.length, suites };
}

/** A cluster and a folder of their own for as long as `work` runs. */
export async function withTestCluster(work) {
  const folder = mkdtempSync(join(tmpdir(), 'kanga-test-'));
  // The database's own user has to pass through it.
  chmodSync(folder, 0o755);
  const cluster = new Cluster(join(folder, 'postgres'));
  try {
    await cluster.start({ durable: false, passing: true });
    return await work(cluster, folder);
  } finally {
    await cluster.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

async function checks() {
  const results = [];
  for (const [what, script] of [
    ['lint', 'lint'],
    ['formatting', 'format:check'],
    ['import rules', 'arrows'],
    ['what nothing uses', 'unused'],
    ['what each page sends', 'sizes'],
    ['types', 'types'],
  ]) {
    say(what);
    results.push(await attempt('npm', ['run', '--silent', script]));
  }
  return { passed: results.filter((code) => code === 0).length, failed: results.filter((code) => code !== 0).length };
}

async function jest(folder, script, env, more = []) {
  const report = join(folder, `${[script, ...more].join(' ').replaceAll(/[^a-z0-9]+/g, '-')}.json`);
  await attempt('npm', ['run', '--silent', script, '--', '--json', `--outputFile=${report}`, ...more], env);
  return jestCounts(report);
}

/** One part of the server's tests, on a cluster of its own. */
const serverTests = (part) =>
  withTestCluster((cluster, folder) => {
    cluster.ensureUser();
    const env = {
      KANGA_TEST_ADMIN: cluster.fullUrl('postgres', ADMIN),
      KANGA_TEST_DATABASE: cluster.fullUrl('postgres'),
      KANGA_TEST_CLUSTER: cluster.folder,
    };
    return jest(folder, 'test:server', env, [`--shard=${part}`]);
  });

/** Runs a script of browser tests against a server of its own; gives the counts, and the report of each suite. */
export async function browser(cluster, folder, { script = 'test:e2e', env = {}, part = '1/1' } = {}) {
  const name = `e2e-${part.replace('/', '-of-')}`;
  const [port, url] = [await freePort(), await cluster.ensureDatabase(`kanga_e2e_${part[0]}`)];
  const database = { url, env: cluster.environment() };
  const data = join(folder, name);
  const tls = await freePort();
  const server = await openServer({ database, port, data, env: { ...NO_PAST, KANGA_TLS_PORT: String(tls) } });
  const report = join(folder, `${name}.json`);
  try {
    const words = ['--', `--shard=${part}`, `--output=test-results/${name}`];
    await attempt('npm', ['run', '--silent', script, ...words], {
      ...env,
      KANGA_URL: `http://127.0.0.1:${port}`,
      KANGA_TOKEN: asProgram(data)['x-kanga-token'],
      PLAYWRIGHT_JSON_OUTPUT_NAME: report,
    });
  } finally {
    await server.close();
  }
  return playwrightCounts(report);
}

export async function test(words) {
  const unknown = words.filter((word) => !STAGES.includes(word));
  if (unknown.length > 0) throw new Lack(`there is no test stage “${unknown[0]}”: choose from ${STAGES.join(', ')}.`);
  const wanted = words.length > 0 ? words : STAGES;
  checkNode();
  ensurePackages([
    'postgresql-15',
    'chromium',
    'poppler-utils',
    'librsvg2-bin',
    'qpdf',
    'unzip',
    'cups-daemon',
    'cups-client',
    'cups-ipp-utils',
  ]);
  ensureModules();
  ensureBuild();
  const totals = await withTestCluster(async (cluster, folder) => {
    cluster.ensureUser();
    const stages = {
      lint: checks,
      unit: () => jest(folder, 'test:unit', {}),
      'server 1/2': () => serverTests('1/2'),
      'server 2/2': () => serverTests('2/2'),
      'e2e 1/2': () => browser(cluster, folder, { part: '1/2' }),
      'e2e 2/2': () => browser(cluster, folder, { part: '2/2' }),
    };
    const counts = [];
    const follow = async (row) => {
      for (const stage of row.filter((one) => wanted.includes(one.split(' ')[0]))) {
        say(`${stage} tests`);
        counts.push(await stages[stage]());
      }
    };
    for (const rows of COURSE) await Promise.all(rows.map(follow));
    return counts.reduce((a, b) => ({ passed: a.passed + b.passed, failed: a.failed + b.failed }), {
      passed: 0,
      failed: 0,
    });
  });
  console.log(`\ntests: ${totals.passed} passed, ${totals.failed} failed`);
  process.exitCode = totals.failed > 0 || totals.passed === 0 ? 1 : 0;
}
