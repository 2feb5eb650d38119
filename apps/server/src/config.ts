import { mkdirSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';

export interface Config {
  databaseUrl: string;
  port: number;
  /** For pictures on their way in and out; emptied at every start. */
  spool: string;
  /** Address of the scanner; null when there is none. */
  scanner: string | null;
  /** Address of the simulated printer; null when it does not run. */
  printer: string | null;
  /** Address of the infrared thermometer, `tcp://host:port`; null when there is none. */
  thermometer: string | null;
  /** Address of the simulated press controller, `tcp://host:port`; null when it does not run. */
  press: string | null;
  /** How often controllers of presses are read, ms. */
  readsEvery: number;
  /** Whether this server draws prints itself, or leaves them to workers. */
  renders: boolean;
  /** The built web application. */
  web: string;
  /** The data folder. */
  data: string;
  /** Whether what the server says is read by programs: JSON, a line each, with one for every request. */
  logsAreRead: boolean;
  /** So many days of past has the demo shop; 0: none. */
  pastDays: number;
}

const required = (name: string): string => {
  const value = process.env[name];
  if (!value) throw new Error(`${name} is not set: start Kanga with ./kanga start`);
  return value;
};

/**
 * The address with the password that stands in the file at PGPASSFILE (libpq, "The Password File": host:port:database:user:password). The words and the environment of a
 * process are seen by others; a file need not be.
 */
function withPassword(address: string): string {
  const url = new URL(address);
  const file = process.env['PGPASSFILE'];
  if (url.password !== '' || !file) return address;
  const line = readFileSync(file, 'utf8')
    .split('\n')
    .find((one) => one.split(':')[3] === url.username);
  url.password = line?.slice(line.lastIndexOf(':') + 1) ?? '';
  return url.href;
}

/** Reads the environment that ./kanga prepares. */
export function config(): Config {
  const port = Number(process.env['KANGA_PORT'] ?? 4600);
  if (!(Number.isInteger(port) && port > 0 && port < 65536)) {
    throw new Error(`KANGA_PORT must be a port number from 1 to 65535, got “${process.env['KANGA_PORT'] ?? ''}”`);
  }
  const spool = join(required('KANGA_DATA'), 'spool');
  mkdirSync(spool, { recursive: true });
  return {
    databaseUrl: withPassword(required('KANGA_DATABASE_URL')),
    port,
    spool,
    press: process.env['KANGA_PRESS'] ?? null,
    readsEvery: Number(process.env['KANGA_READS_EVERY'] ?? 1000),
    printer: process.env['KANGA_PRINTER'] ?? null,
    renders: process.env['KANGA_RENDERS'] !== 'elsewhere',
    scanner: process.env['KANGA_SCANNER'] ?? null,
    thermometer: process.env['KANGA_THERMOMETER'] ?? null,
    web: resolve(required('KANGA_WEB')),
    data: required('KANGA_DATA'),
    logsAreRead: process.env['KANGA_LOGS'] === 'json',
    pastDays: Number(process.env['KANGA_DEMO_PAST'] ?? 120),
  };
}
