import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Lack, ROOT, sleep } from '../machine.mjs';
import { planDevices } from './devices.mjs';
import { Keeper } from './keeper.mjs';

/** A first start loads the demo shop, and one after an upgrade migrates: it may take so long, ms. */
const START = 180_000;

/** The header with which a program of this machine may change something (apps/server/src/http/same-origin.ts). */
export const asProgram = (data) => ({ 'x-kanga-token': readFileSync(join(data, 'token'), 'utf8').trim() });

/** The demo shop as it is today, without the months before: for what loads it again and again. */
export const NO_PAST = { KANGA_DEMO_PAST: '0' };

const address = (port, path) => `http://127.0.0.1:${port}/api/${path}`;

/**
 * Starts the server and, beside it, the stand-ins of devices on a database, waits until it answers as healthy, and keeps all of them running.
 * `database` gives its address and the environment that opens it.
 */
export async function openServer({ database, port, data, env: more = {}, log = console.error }) {
  mkdirSync(data, { recursive: true });
  const devices = await planDevices(log);
  const keeper = new Keeper({
    name: 'the server',
    log,
    spawn: () =>
      // It ends when the line to this process breaks, as when this one is ended hard.
      spawn(process.execPath, [join(ROOT, 'apps/server/dist/whole/main.js')], {
        cwd: ROOT,
        env: {
          ...process.env,
          ...database.env,
          KANGA_DATABASE_URL: database.url,
          KANGA_PORT: String(port),
          KANGA_DATA: data,
          KANGA_WEB: join(ROOT, 'apps/web/dist'),
          ...devices.environment(),
          NODE_ENV: 'production',
          ...more,
        },
        detached: true,
        // What it says of each request is for programs that asked for it.
        stdio: ['ignore', process.env.KANGA_LOGS ? 'inherit' : 'ignore', 'inherit', 'ipc'],
      }),
    ready: async (child) => {
      for (const till = performance.now() + START; performance.now() < till; await sleep(100)) {
        if (child.exitCode !== null || child.signalCode !== null)
          throw new Lack('the server did not start; what it said is above.');
        const answer = await fetch(address(port, 'health'), { signal: AbortSignal.timeout(5000) }).catch(() => null);
        if (answer?.ok) return;
      }
      throw new Lack(`the server did not answer within ${START / 60_000} minutes.`);
    },
    // The clock needs no database: one that is away is no reason to end the server.
    lives: async (signal) => {
      const answer = await fetch(address(port, 'clock'), { signal });
      await answer.arrayBuffer();
    },
  });
  const close = async () => {
    await keeper.close();
    await devices.close();
  };
  const told = JSON.stringify(devices.environment());
  // Whichever fails first is waited out: what the other one started has to be ended as well.
  const opened = await Promise.allSettled([devices.open(), keeper.open()]);
  const failed = opened.find(({ status }) => status === 'rejected');
  if (failed) {
    await close();
    throw failed.reason;
  }
  // A device that had to take another port is not where the server was told: it starts again, with what is true now.
  if (JSON.stringify(devices.environment()) !== told) await keeper.restart();
  return { keeper, close, env: devices.environment() };
}
