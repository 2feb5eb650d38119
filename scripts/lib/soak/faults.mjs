import { execFileSync, spawn } from 'node:child_process';
import { readdirSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { ROOT, sleep } from '../machine.mjs';
import { childrenOf } from '../ground/processes.mjs';

const kill = (pid, signal) => {
  try {
    if (pid) process.kill(pid, signal);
  } catch (error) {
    // Gone by itself in the meantime: that is a fault, too.
    if (error.code !== 'ESRCH') throw error;
  }
};

const server = (world) => world.processes('apps/server/dist/whole/main.js')[0];
const backends = (world) => (world.postmaster ? childrenOf(world.postmaster) : []);

/** Ends the launcher in some way and starts it again, as a service does; with `after` ms between. */
const relaunch =
  (signal, after = 0) =>
  async (world) => {
    kill(world.launcher.pid, signal);
    await world.ended();
    await sleep(after);
    await world.start();
  };

async function fillDisk(world, random) {
  const file = join(world.data, 'filler');
  const { bavail, bsize } = statfsSync(world.data);
  // Sometimes to the very last byte, sometimes to where Kanga stops writing by itself.
  const leave = random.below(2) === 0 ? 0 : 4_000_000;
  try {
    execFileSync('fallocate', ['-l', String(Math.max(1, bavail * bsize - leave)), file]);
  } catch {
    // What could be filled is filled.
  }
  await sleep(1500 + random.below(2500));
  await rm(file, { force: true });
}

/** Backups that were made by hand are kept for ever: somebody carries them away. */
function carryAway(world) {
  const folder = join(world.data, 'backups');
  const names = readdirSync(folder).filter((name) => name.includes('-by-hand.zip'));
  for (const name of names.sort().slice(0, -4)) rmSync(join(folder, name), { force: true });
}

/** Everything that is done to it. `small`: it stands on a small disk of its own, which can be filled without harm to anybody. */
export const faultsOn = ({ small }) => ({
  'the server is killed': (world) => kill(server(world), 'SIGKILL'),
  'the server is told to end': (world) => kill(server(world), 'SIGTERM'),
  'the server is stopped, and goes on': async (world, random) => {
    const pid = server(world);
    kill(pid, 'SIGSTOP');
    await sleep(500 + random.below(1500));
    kill(pid, 'SIGCONT');
  },
  'the server is stopped, and nobody lets it go on': (world) => kill(server(world), 'SIGSTOP'),
  'the server is killed twice': async (world, random) => {
    kill(server(world), 'SIGKILL');
    await sleep(random.below(2500));
    kill(server(world), 'SIGKILL');
  },
  'the database is killed': (world) => kill(world.postmaster, 'SIGKILL'),
  'the database is told to end': (world) => kill(world.postmaster, 'SIGINT'),
  'the database is stopped, and nobody lets it go on': (world) => kill(world.postmaster, 'SIGSTOP'),
  'a session of the database is killed': (world, random) => kill(random.pick(backends(world)), 'SIGKILL'),
  'a session of the database is told to end': (world, random) => kill(random.pick(backends(world)), 'SIGTERM'),
  'a session of the database is stopped': (world, random) => kill(random.pick(backends(world)), 'SIGSTOP'),
  'server and database are killed together': (world) => {
    kill(server(world), 'SIGKILL');
    kill(world.postmaster, 'SIGKILL');
  },
  'what reads files is killed': (world) => {
    for (const pid of world.processes('foreign/process.js')) kill(pid, 'SIGKILL');
  },
  'a worker is killed': (world) => kill(world.processes('apps/server/dist/worker.js')[0], 'SIGKILL'),
  'a worker is stopped, and nobody lets it go on': (world) =>
    kill(world.processes('apps/server/dist/worker.js')[0], 'SIGSTOP'),
  'a worker and its keeper are killed, and started again': async (world) => {
    kill(world.worker.pid, 'SIGKILL');
    await world.ended(world.worker);
    world.startWorker();
  },
  'a stand-in of a device is killed': (world, random) =>
    kill(random.pick(world.processes('apps/devices/dist/whole/main.js')), 'SIGKILL'),
  'the launcher is stopped, and goes on': async (world, random) => {
    const { pid } = world.launcher;
    kill(pid, 'SIGSTOP');
    await sleep(500 + random.below(2500));
    kill(pid, 'SIGCONT');
  },
  'the launcher is killed, and started again at once': relaunch('SIGKILL'),
  'the launcher is killed, and started again a little later': relaunch('SIGKILL', 2000),
  'the launcher is told to end, and started again': relaunch('SIGTERM'),
  'the terminal is closed, and it is started again': relaunch('SIGHUP'),
  'everything is killed, and started again': async (world) => {
    const { postmaster } = world;
    kill(world.launcher.pid, 'SIGKILL');
    kill(server(world), 'SIGKILL');
    kill(postmaster, 'SIGKILL');
    await world.ended();
    await world.start();
  },
  'the line is cut': async (world, random) => {
    world.line.cut();
    world.line.down = true;
    await sleep(random.below(1500));
    world.line.down = false;
  },
  'the line is slow': async (world, random) => {
    world.line.delay = 50 + random.below(400);
    await sleep(1500);
    world.line.delay = 0;
    world.line.cut();
  },
  'the clock is set forth or back': (world, random) => {
    writeFileSync(world.clock, String((random.below(2) === 0 ? -1 : 1) * random.below(7_200_000)));
  },
  'the clock is put right': (world) => writeFileSync(world.clock, '0'),
  'a backup is made, and the server killed in the middle of it': async (world, random) => {
    const child = spawn(process.execPath, [join(ROOT, 'scripts/kanga.mjs'), 'backup'], {
      env: { ...process.env, KANGA_DATA: world.data },
      stdio: 'ignore',
    });
    // Heard of from the start: a backup may be over before the server is killed.
    const over = new Promise((done) => child.once('exit', () => done(true)));
    await sleep(300 + random.below(700));
    kill(server(world), 'SIGKILL');
    const ended = await Promise.race([over, sleep(120_000)]);
    if (!ended) throw new Error('a backup neither ends nor fails');
    carryAway(world);
  },
  'a backup is killed': async (world, random) => {
    const child = spawn(process.execPath, [join(ROOT, 'scripts/kanga.mjs'), 'backup'], {
      env: { ...process.env, KANGA_DATA: world.data },
      detached: true,
      stdio: 'ignore',
    });
    await sleep(200 + random.below(900));
    kill(-child.pid, 'SIGKILL');
  },
  ...(small ? { 'the disk is full for a while': fillDisk } : {}),
});
