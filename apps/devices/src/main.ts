import { PressController } from './press/index.js';

/** Starts the stand-in of a press controller: node apps/devices/dist/main.js [port]. */
const port = Number(process.argv[2] ?? 5020);
if (!(Number.isInteger(port) && port > 0 && port < 65536))
  throw new RangeError(`the port must be from 1 to 65535, got “${process.argv[2] ?? ''}”`);
const controller = new PressController(() => performance.now() / 1000);
const stop = await controller.listen(port);
process.stdout.write(
  `The simulated press controller answers Modbus TCP on 127.0.0.1:${port}, unit 1. Ctrl-C stops it.\n`,
);
process.on('SIGINT', () => {
  void stop().then(() => process.exit(0));
});
