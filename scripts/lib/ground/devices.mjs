import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { freePort, Lack, portIsFree, ROOT } from '../machine.mjs';
import { Keeper } from './keeper.mjs';

/** The stand-ins that start with Kanga, unless the address of a real device is given: the variable of its address, and what that looks like. */
const STAND_INS = {
  scanner: ['KANGA_SCANNER', (port) => `http://127.0.0.1:${port}`],
  printer: ['KANGA_PRINTER', (port) => `ipp://127.0.0.1:${port}/ipp/print`],
  thermometer: ['KANGA_THERMOMETER', (port) => `tcp://127.0.0.1:${port}#aimed`],
  press: ['KANGA_PRESS', (port) => `tcp://127.0.0.1:${port}`],
};

/** It says one line when it listens. */
const listens = (name) => (child) =>
  new Promise((done, fail) => {
    child.stdout.once('data', () => {
      child.stdout.resume();
      done();
    });
    child.once('exit', () => fail(new Lack(`the simulated ${name} did not start; what it said is above`)));
  });

/** One stand-in: where it will be, before it is there. */
async function planned(name, log) {
  const [variable, address] = STAND_INS[name];
  const given = process.env[variable];
  if (given) return { variable, url: () => given, open: () => Promise.resolve(), close: () => Promise.resolve() };
  // The same port whenever it is started again: its address is known to the server.
  let port = await freePort();
  const keeper = new Keeper({
    name: `the simulated ${name}`,
    log,
    spawn: () =>
      // It ends when the line to this process breaks.
      spawn(process.execPath, [join(ROOT, 'apps/devices/dist/whole/main.js'), name, String(port)], {
        cwd: ROOT,
        detached: true,
        stdio: ['ignore', 'pipe', 'inherit', 'ipc'],
      }),
    ready: listens(name),
  });
  return {
    variable,
    url: () => address(port),
    // A port that was free may be another program's a moment later: then another one is tried.
    open: async () => {
      for (let tries = 1; ; tries++) {
        try {
          return await keeper.open();
        } catch (error) {
          if (tries === 5 || (await portIsFree(port))) throw error;
          port = await freePort();
        }
      }
    },
    close: () => keeper.close(),
  };
}

/** All stand-ins, not started yet: the environment that names them (another one when a port was lost meanwhile), and the ways to start and to end them. */
export async function planDevices(log) {
  const devices = await Promise.all(Object.keys(STAND_INS).map((name) => planned(name, log)));
  return {
    environment: () => Object.fromEntries(devices.map(({ variable, url }) => [variable, url()])),
    open: () => Promise.all(devices.map(({ open }) => open())),
    close: () => Promise.all(devices.map(({ close }) => close())),
  };
}
