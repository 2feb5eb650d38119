import { bench } from './lib/bench.mjs';
import { Lack } from './lib/machine.mjs';
import { start, stop, worker } from './lib/serve.mjs';
import { test } from './lib/test.mjs';

const HELP = `Kanga: a bench companion for dye-sublimation decorators

  ./kanga start   install what is missing, build, start everything, print the address; Ctrl-C stops it
  ./kanga stop    stop a Kanga that runs from this folder
  ./kanga worker  draw prints from the queue beside the server, here or on another machine
  ./kanga test    prepare, then lint, types, unit, server and browser tests (or some: ./kanga test lint unit server e2e)
  ./kanga bench   measure speed and size, and write docs/benchmarks.md
  ./kanga help    this

  KANGA_PORT      the port on 127.0.0.1, 4600 unless set
  KANGA_DATA      the data folder, ./data unless set
  KANGA_PRINTER   the address of a printer, ipp://…; a stand-in unless set
  KANGA_THERMOMETER  the address of an infrared thermometer on Modbus TCP, tcp://host:port; a stand-in unless set
`;

const COMMANDS = { start, stop, worker, test, bench, help: () => console.log(HELP) };

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
