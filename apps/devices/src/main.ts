/** Starts the stand-in of a device, and reads what that one needs alone: node apps/devices/dist/main.js press|thermometer|scanner|printer [port]. */
const DEVICES = {
  press: {
    port: 5020,
    start: async (port: number) => {
      const { PressController, SMALL_PRESS } = await import('./press/index.js');
      return new PressController(() => performance.now() / 1000, { ...SMALL_PRESS, offset: 3 }).listen(port);
    },
    says: (port: number) => `The simulated press controller answers Modbus TCP on 127.0.0.1:${port}, unit 1.`,
  },
  thermometer: {
    port: 5021,
    start: async (port: number) => {
      const { Thermometer } = await import('./thermometer/index.js');
      return new Thermometer().listen(port);
    },
    says: (port: number) => `The simulated infrared thermometer answers Modbus TCP on 127.0.0.1:${port}, unit 1.`,
  },
  scanner: {
    port: 5030,
    start: async (port: number) => {
      const { Scanner } = await import('./scanner/index.js');
      return new Scanner().listen(port);
    },
    says: (port: number) => `The simulated scanner answers on http://127.0.0.1:${port}/glass.`,
  },
  printer: {
    port: 5040,
    start: async (port: number) => {
      const { Printer } = await import('./printer/index.js');
      return new Printer().listen(port);
    },
    says: (port: number) =>
      `The simulated printer answers on ipp://127.0.0.1:${port}/ipp/print and shows its paper on http://127.0.0.1:${port}/.`,
  },
};
const [name = 'press', given] = process.argv.slice(2);
const device = Object.entries(DEVICES).find(([known]) => known === name)?.[1];
if (!device) throw new RangeError(`there is no device “${name}”: choose from ${Object.keys(DEVICES).join(', ')}`);
const port = Number(given ?? device.port);
if (!(Number.isInteger(port) && port > 0 && port < 65536))
  throw new RangeError(`the port must be from 1 to 65535, got “${given ?? ''}”`);
const stop = await device.start(port);
process.stdout.write(`${device.says(port)} Ctrl-C stops it.\n`);
const end = () => {
  void stop().then(() => process.exit(0));
};
process.on('SIGINT', end);
process.on('SIGTERM', end);
// Whoever started it is gone: nobody would end it otherwise.
if (process.send && !process.connected) end();
else process.on('disconnect', end);
