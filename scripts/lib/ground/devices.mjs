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

async function openDevice(name, log) {
  const [variable, address] = STAND_INS[name];
  const given = process.env[variable];
  if (given) return { url: given, close: () => Promise.resolve(), variable };
  // The same port whenever it is started again: its address is known to the server.
  let port = await freePort();
  const keeper = new Keeper({
    name: `the simulated ${name}`,
    log,
    spawn: () =>
      // It ends when the line to this process breaks.
      spawn(process.execPath, [join(ROOT, 'apps/devices/dist/main.js'), name, String(port)], {
        cwd: ROOT,
        detached: true,
        stdio: ['ignore', 'pipe', 'inherit', 'ipc'],
      }),
    ready: listens(name),
  });
  // A port that was free may be another program's a moment later: then another one is tried.
  for (let tries = 1; ; tries++) {
    try {
      await keeper.open();
      return { url: address(port), close: () => keeper.close(), variable };
    } catch (error) {
      if (tries === 5 || (await portIsFree(port))) throw error;
      port = await freePort();
    }
  }
}

/** Starts all stand-ins; gives the environment that names them, and the way to end them. */
export async function openDevices(log) {
  const devices = await Promise.all(Object.keys(STAND_INS).map((name) => openDevice(name, log)));
  return {
    environment: Object.fromEntries(devices.map(({ variable, url }) => [variable, url])),
    close: () => Promise.all(devices.map(({ close }) => close())),
  };
}
