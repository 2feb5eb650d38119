import { backup, restore, verify } from './lib/backup/commands.mjs';
import { bench } from './lib/bench.mjs';
import { exportShop, importShop } from './lib/carry.mjs';
import { verifyBook } from './lib/book.mjs';
import { Lack } from './lib/machine.mjs';
import { code } from './lib/owner-code.mjs';
import { soak } from './lib/soak/soak.mjs';
import { start, stop, worker } from './lib/serve.mjs';
import { pictures } from './lib/pictures.mjs';
import { service } from './lib/service.mjs';
import { test } from './lib/test.mjs';
import { walk } from './lib/walk.mjs';

const HELP = `Kanga: a bench companion for dye-sublimation decorators

  ./kanga start   install what is missing, build, start everything, print the address; Ctrl-C stops it
                  (--background: as a process of its own, which outlives the terminal)
  ./kanga stop    stop a Kanga that runs from this folder
  ./kanga service install|remove   run Kanga under systemd: with the machine (--system, as root) or with its user (--user)
  ./kanga worker  draw prints from the queue beside the server, here or on another machine
  ./kanga backup [FILE]    everything in one file that a person can carry (--lock: with a passphrase; --list)
  ./kanga backup --to FOLDER   where the backups of every night go (--keep 7,4,12: days, weeks, months; --at 02:30)
  ./kanga verify FILE      restore a backup into a database of its own, and compare
  ./kanga verify           whether the book of changes is as it was written
  ./kanga code    a code with which whoever is at this machine becomes the owner, or gets a new password
  ./kanga restore FILE     put a backup in the place of what is there (--yes: without asking)
  ./kanga restore --at TIME    put the shop back to a moment, from the log that is kept beside the backups
  ./kanga export FOLDER    the whole shop in open formats: tickets, tables, JSON, pictures, recipes (./kanga import takes it in)
  ./kanga test    prepare, then lint, types, unit, server and browser tests (or some: ./kanga test lint unit server e2e)
  ./kanga soak    faults of every kind while a shop works: nothing acknowledged may be lost (--faults 1000 --seed N --minutes N)
  ./kanga fuzz    what strangers send, from the schemas and from real files: no fault of the server's own (--inputs 20000 --seed N)
  ./kanga walk    every job of docs/journeys.md in the real interface, in inches and in millimetres, its clicks and taps counted
  ./kanga pictures  take the pictures of docs/screenshots anew, from the demo shop (or some: ./kanga pictures 5-press)
  ./kanga bench   measure speed and size, and write docs/benchmarks.md (or some: ./kanga bench start seen years hour several pdf-alpha)
  ./kanga help    this

  KANGA_PORT      the port on 127.0.0.1, 4600 unless set
  KANGA_DATA      the data folder, ./data unless set
  KANGA_DATABASE_URL   a PostgreSQL elsewhere, for one server or for several of one shop (docs/running.md); one of Kanga's own unless set
  KANGA_HOST      listen on the network as well, over TLS, at this address (0.0.0.0: at all); a switch under People unless set
  KANGA_TLS_PORT  the port there, 4643 unless set
  KANGA_NAMES     names and addresses under which it is reached there as well, such as kanga.shop.lan,192.168.1.10; the first stands in codes
  KANGA_CERTIFICATE, KANGA_CERTIFICATE_KEY   files of a certificate of one's own; the shop's own authority makes one unless set
  KANGA_ADDRESS   where people find Kanga behind a proxy, https://…; KANGA_TRUST: addresses of that proxy, 127.0.0.1 unless set
  KANGA_SMTP      an SMTP server that invitations can be sent by, smtps://user@mail.shop.example; its password in the file at KANGA_SMTP_PASSWORD; in whose name: KANGA_MAIL_FROM
  KANGA_KEY       the file of the key that seals one-time codes, data/key unless set; servers of one shop have the same
  KANGA_LOGS      json: what the server says as lines of JSON, with one for each request
  KANGA_BACKUPS   the folder of backups, where it is not chosen otherwise; data/backups unless set
  KANGA_PASSPHRASE   the passphrase of a backup that is locked
  KANGA_DEVICES   the only addresses that devices may have, such as 192.168.1.0/24,10.0.0.7; any in the shop's network unless set
  KANGA_PRINTER   the address of a printer, ipp://…; a stand-in unless set
  KANGA_THERMOMETER  the address of an infrared thermometer on Modbus TCP, tcp://host:port; a stand-in unless set
`;

const COMMANDS = {
  start,
  stop,
  worker,
  service,
  backup,
  verify: (words) => (words.length === 0 ? verifyBook() : verify(words)),
  code,
  restore,
  export: exportShop,
  import: importShop,
  soak,
  fuzz: async (words) => (await import('./lib/fuzz/fuzz.mjs')).fuzz(words),
  test,
  walk,
  pictures,
  bench,
  help: () => console.log(HELP),
};

const [name = 'help', ...words] = process.argv.slice(2);
const command = COMMANDS[name.replace(/^--/, '')];
if (!command) {
  console.error(`There is no command “${name}”.\n\n${HELP}`);
  process.exit(2);
}
try {
  await command(words);
} catch (error) {
  // A lack is told plainly; anything else is a fault of ours and is shown in full.
  console.error(error instanceof Lack ? `\nKanga cannot go on: ${error.message}` : error);
  process.exitCode = 1;
}
