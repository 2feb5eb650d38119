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
  /** The file with the key that seals what has to be read again; servers of one shop have the same. */
  key: string;
  /** Where it listens on the network, KANGA_HOST; null: as is chosen in the shop. */
  host: string | null;
  tlsPort: number;
  /** Names and addresses under which it is reached there as well, which it cannot find by itself, the best first. */
  names: readonly string[];
  /** Files of a certificate of one's own and its key; null: the shop's own authority makes one. */
  certificate: string | null;
  certificateKey: string | null;
  /** The SMTP server that letters go by, KANGA_SMTP, and in whose name; null: none. */
  mail: { server: URL; password: string; from: string } | null;
  /** Where a proxy in front of Kanga is found; null: there is none. */
  address: URL | null;
  /** Machines of proxies that are believed about where a request comes from. */
  trusted: ReadonlySet<string>;
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

const listIn = (name: string, usual: string): string[] =>
  (process.env[name] ?? usual)
    .split(',')
    .map((one) => one.trim())
    .filter((one) => one !== '');

function portIn(name: string, usual: number): number {
  const port = Number(process.env[name] ?? usual);
  if (!(Number.isInteger(port) && port > 0 && port < 65536))
    throw new Error(`${name} must be a port number from 1 to 65535, got “${process.env[name] ?? ''}”`);
  return port;
}

/** The SMTP server at KANGA_SMTP, `smtps://user@mail.shop.example`; its password stands in the file at KANGA_SMTP_PASSWORD, and not where others see it. */
function mailBy(): Config['mail'] {
  const text = process.env['KANGA_SMTP'] ?? '';
  if (text === '') return null;
  const server = URL.canParse(text) ? new URL(text) : null;
  if (!server || !['smtp:', 'smtps:'].includes(server.protocol) || server.password !== '')
    throw new Error(
      `KANGA_SMTP must be smtps://user@host or smtp://user@host:587, without a password (that stands in the file at KANGA_SMTP_PASSWORD), got “${text.replace(/:[^:@/]*@/, ':…@')}”`,
    );
  const file = process.env['KANGA_SMTP_PASSWORD'];
  const from =
    process.env['KANGA_MAIL_FROM'] ?? `Kanga <${decodeURIComponent(server.username) || `kanga@${server.hostname}`}>`;
  return { server, password: file ? readFileSync(file, 'utf8').trim() : '', from };
}

/** Where a proxy in front of Kanga is found, KANGA_ADDRESS. */
function proxyAddress(): URL | null {
  const text = process.env['KANGA_ADDRESS'] ?? '';
  if (text === '') return null;
  const url = URL.canParse(text) ? new URL(text) : null;
  if (url?.protocol !== 'https:' || url.search !== '' || url.hash !== '')
    throw new Error(`KANGA_ADDRESS must be where people find Kanga, https://kanga.shop.example, got “${text}”`);
  return url;
}

/** Reads the environment that ./kanga prepares. */
export function config(): Config {
  const port = portIn('KANGA_PORT', 4600);
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
    key: process.env['KANGA_KEY'] ?? join(required('KANGA_DATA'), 'key'),
    host: process.env['KANGA_HOST'] || null,
    tlsPort: portIn('KANGA_TLS_PORT', 4643),
    names: listIn('KANGA_NAMES', ''),
    certificate: process.env['KANGA_CERTIFICATE'] || null,
    certificateKey: process.env['KANGA_CERTIFICATE_KEY'] || null,
    mail: mailBy(),
    address: proxyAddress(),
    trusted: new Set(listIn('KANGA_TRUST', '127.0.0.1,::1')),
    logsAreRead: process.env['KANGA_LOGS'] === 'json',
    pastDays: Number(process.env['KANGA_DEMO_PAST'] ?? 120),
  };
}
