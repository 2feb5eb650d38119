// How long a start takes when everything is there already: from the command until the server answers.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { freePort, ROOT, say, sleep } from './machine.mjs';
import { NO_PAST } from './ground/server.mjs';

const TIMES = 5;

async function startOnce(data, port) {
  const began = performance.now();
  const child = spawn(process.execPath, [join(ROOT, 'scripts/kanga.mjs'), 'start'], {
    env: { ...process.env, ...NO_PAST, KANGA_DATA: data, KANGA_PORT: String(port) },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const ended = new Promise((done) => child.once('exit', done));
  const ready = new Promise((done) =>
    child.stdout.on('data', (part) => {
      if (part.toString().includes('Kanga is ready')) done();
    }),
  );
  const answers = () =>
    fetch(`http://127.0.0.1:${port}/api/health`).then(
      ({ ok }) => ok,
      () => false,
    );
  while (!(await answers())) {
    if (child.exitCode !== null) throw new Error('Kanga did not start; what it said is above');
    await sleep(20);
  }
  const ms = performance.now() - began;
  // The stand-ins come beside it: one that is still starting is not to be cut off.
  await Promise.race([ready, ended]);
  child.kill('SIGINT');
  await ended;
  return ms;
}

/** The row of the table. `folder`: for the data. */
export async function startRow(folder) {
  say('starts');
  const [data, port] = [join(folder, 'start'), await freePort()];
  const first = await startOnce(data, port);
  const again = [];
  for (let i = 0; i < TIMES; i++) again.push(await startOnce(data, port));
  again.sort((a, b) => a - b);
  return {
    what: 'A start',
    input: `everything is installed and built, the shop is there; ${TIMES} times, from the command until the server answers as healthy`,
    time: `${(again[Math.floor(TIMES / 2)] / 1000).toFixed(1)} s`,
    memory: '',
    reached: `${(again[0] / 1000).toFixed(1)} to ${(again.at(-1) / 1000).toFixed(1)} s; the first, which makes the database and the demo shop, ${(first / 1000).toFixed(1)} s; aim: 3 s`,
    grows: 'hardly',
  };
}
