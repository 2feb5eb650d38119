import { createHash } from 'node:crypto';
import { accessSync, constants, existsSync, mkdirSync, statSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { IS_ROOT, Lack, ROOT } from '../machine.mjs';

/** Whether every user may pass through all folders above, as the database's own user must. */
function othersMayEnter(folder) {
  for (let at = folder; at !== dirname(at); at = dirname(at)) {
    if (existsSync(at) && (statSync(at).mode & 0o001) === 0) return false;
  }
  return true;
}

/** The data folder: KANGA_DATA, or ./data; for root in a folder closed to others, one under /var/lib. */
export function dataFolder() {
  if (process.env.KANGA_DATA) return resolve(process.env.KANGA_DATA);
  const near = join(ROOT, 'data');
  if (!IS_ROOT || othersMayEnter(ROOT)) return near;
  return join('/var/lib/kanga', createHash('sha256').update(ROOT).digest('hex').slice(0, 12));
}

/** Makes the data folder, or says why it cannot be used. */
export function openDataFolder() {
  const data = dataFolder();
  try {
    mkdirSync(data, { recursive: true });
    accessSync(data, constants.W_OK);
  } catch (error) {
    throw new Lack(
      `the data folder ${data} cannot be used: ${error.message}. Set KANGA_DATA to one that can be written.`,
    );
  }
  return data;
}

export function wantedPort() {
  const value = Number(process.env.KANGA_PORT ?? 4600);
  if (!(Number.isInteger(value) && value > 0 && value < 65536))
    throw new Lack(`KANGA_PORT must be a port number from 1 to 65535, it is “${process.env.KANGA_PORT}”.`);
  return value;
}
