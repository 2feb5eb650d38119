import { spawn, spawnSync } from 'node:child_process';
import { createHash, randomInt } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = dirname(dirname(dirname(fileURLToPath(import.meta.url))));
export const IS_ROOT = process.getuid?.() === 0;

/** Something this machine lacks, said so that a person can mend it. */
export class Lack extends Error {}

export const say = (text) => console.log(`· ${text}`);
export const sleep = (ms) => new Promise((done) => setTimeout(done, ms));

/** Runs a program to its end with its output shown; throws a Lack when it fails. */
function run(program, args, options = {}) {
  const { status, error } = spawnSync(program, args, { cwd: ROOT, stdio: 'inherit', ...options });
  if (error || status !== 0)
    throw new Lack(
      `\`${[program, ...args].join(' ')}\` failed${error ? `: ${error.message}` : ` with exit code ${status}`}.`,
    );
}

/** Runs a program to its end with its output shown, and gives its exit code. */
export const attempt = (program, args, env = {}) =>
  new Promise((done) => {
    const child = spawn(program, args, { cwd: ROOT, stdio: 'inherit', env: { ...process.env, ...env } });
    child.on('error', (error) => {
      console.error(error.message);
      done(127);
    });
    child.on('exit', (code) => done(code ?? 1));
  });

const onPath = (name) =>
  (process.env.PATH ?? '')
    .split(':')
    .concat('/usr/bin', '/usr/sbin')
    .some((dir) => existsSync(join(dir, name)));

/** The folder of PostgreSQL's own programs, newest version first; null when none is installed. */
export function postgresBin() {
  const base = '/usr/lib/postgresql';
  if (!existsSync(base)) return null;
  const versions = readdirSync(base)
    .map(Number)
    .filter((v) => v >= 15 && existsSync(`${base}/${v}/bin/initdb`))
    .sort((a, b) => b - a);
  return versions.length > 0 ? `${base}/${versions[0]}/bin` : null;
}

const DEBIAN = {
  'postgresql-15': () => postgresBin() !== null,
  'librsvg2-bin': () => onPath('rsvg-convert'),
  chromium: () => onPath('chromium'),
  'poppler-utils': () => onPath('pdftoppm'),
  qpdf: () => onPath('qpdf'),
  minizinc: () => onPath('minizinc'),
  unzip: () => onPath('unzip'),
  'cups-daemon': () => onPath('cupsd'),
  'cups-client': () => onPath('lpstat'),
  'cups-ipp-utils': () => onPath('ipptool'),
};

/** Installs the Debian packages that are not there yet. */
export function ensurePackages(names) {
  const missing = names.filter((name) => !DEBIAN[name]());
  if (missing.length === 0) return;
  if (!onPath('apt-get'))
    throw new Lack(
      `these programs are missing and this is not a Debian machine: ${missing.join(', ')}. Install them by hand.`,
    );
  if (!IS_ROOT && !onPath('sudo'))
    throw new Lack(
      `these Debian packages are missing: ${missing.join(', ')}. Install them, or run Kanga as root or as a user with sudo.`,
    );
  say(`installing ${missing.join(', ')}`);
  const asRoot = (args) =>
    run(IS_ROOT ? 'env' : 'sudo', [...(IS_ROOT ? [] : ['env']), 'DEBIAN_FRONTEND=noninteractive', ...args]);
  asRoot(['apt-get', 'update', '-qq']);
  if (missing.includes('postgresql-15')) {
    // Kanga keeps a cluster of its own: Debian's package is not to make one beside it.
    asRoot(['apt-get', 'install', '-y', '-qq', '--no-install-recommends', 'postgresql-common']);
    asRoot([
      'sh',
      '-c',
      'mkdir -p /etc/postgresql-common/createcluster.d && echo "create_main_cluster = false" > /etc/postgresql-common/createcluster.d/kanga.conf',
    ]);
  }
  asRoot(['apt-get', 'install', '-y', '-qq', '--no-install-recommends', ...missing]);
  const still = missing.filter((name) => !DEBIAN[name]());
  if (still.length > 0) throw new Lack(`${still.join(', ')} did not install.`);
}

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19))
    throw new Lack(`Node ${process.versions.node} is too old: Kanga needs 20.19 or newer.`);
}

const stampFile = (name) => join(ROOT, '.kanga', name);
const stamped = (name) => (existsSync(stampFile(name)) ? readFileSync(stampFile(name), 'utf8') : '');
function stamp(name, value) {
  mkdirSync(join(ROOT, '.kanga'), { recursive: true });
  writeFileSync(stampFile(name), value);
}
const sha = (text) => createHash('sha256').update(text).digest('hex');

/** Installs the npm packages of the lock file, unless they are there already. */
export function ensureModules() {
  const wanted = sha(readFileSync(join(ROOT, 'package-lock.json')) + process.version);
  if (existsSync(join(ROOT, 'node_modules', '.bin')) && stamped('modules') === wanted) return;
  say('installing npm packages');
  run('npm', ['ci', '--include=dev', '--no-audit', '--no-fund', '--loglevel=error']);
  stamp('modules', wanted);
}

function* filesUnder(dir) {
  for (const entry of readdirSync(dir, { withFileTypes: true })) {
    if (['node_modules', 'dist', 'test-results'].includes(entry.name)) continue;
    const path = join(dir, entry.name);
    if (entry.isDirectory()) yield* filesUnder(path);
    else if (!/\.(test|bench)\.tsx?$|\.tsbuildinfo$/.test(entry.name)) yield path;
  }
}

/** Builds everything, unless nothing changed since the last build. */
export function ensureBuild() {
  const sources = [
    ...filesUnder(join(ROOT, 'packages')),
    ...filesUnder(join(ROOT, 'apps')),
    join(ROOT, 'package-lock.json'),
    join(ROOT, 'tsconfig.base.json'),
  ];
  const wanted = sha(
    sources
      .map((path) => {
        const { size, mtimeMs } = statSync(path);
        return `${path} ${size} ${mtimeMs}`;
      })
      .join('\n'),
  );
  if (
    stamped('build') === wanted &&
    existsSync(join(ROOT, 'apps/web/dist/index.html')) &&
    existsSync(join(ROOT, 'apps/server/dist/whole/main.js'))
  )
    return;
  say('building');
  // Whatever the shell says: a build for tests carries React's own checks, and every screen is several times slower.
  run('npm', ['run', '--silent', 'build'], { env: { ...process.env, NODE_ENV: 'production' } });
  stamp('build', wanted);
}

export const portIsFree = (port) =>
  new Promise((done) => {
    const server = createServer();
    server.once('error', () => done(false));
    server.listen(port, '127.0.0.1', () => server.close(() => done(true)));
  });

/** Ports that programs listen on by custom, below those that the kernel hands out for connections. */
const LISTENING = { from: 15_000, to: 32_000 };

/**
 * A port of the loopback address that nobody uses now, and that the kernel hands out to no connection. One that it hands out could be lost while what listens there
 * is started again: whoever tries to reach it meanwhile is given just that port for its own end, is connected with itself, and holds it.
 */
export async function freePort() {
  for (;;) {
    const port = randomInt(LISTENING.from, LISTENING.to);
    if (await portIsFree(port)) return port;
  }
}

/** Chromium, asking nobody outside. */
export const QUIET = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--no-first-run',
];
