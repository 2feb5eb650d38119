import { createServer, type AddressInfo } from 'node:net';
import ModbusRTU from 'modbus-serial';

/** Things that the tests of several devices share. */

/** A port of the loopback address that nobody listens on now. */
export const freePort = (): Promise<number> =>
  new Promise((done) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as AddressInfo;
      probe.close(() => {
        done(port);
      });
    });
  });

/** A Modbus TCP client, modbus-serial's own, on a device that listens for the tests of a file. */
export function useModbus(listen: (port: number) => Promise<() => Promise<void>>): InstanceType<typeof ModbusRTU> {
  const client = new ModbusRTU();
  let stop = () => Promise.resolve();
  beforeAll(async () => {
    const port = await freePort();
    stop = await listen(port);
    await client.connectTCP('127.0.0.1', { port });
    client.setID(1);
    client.setTimeout(3000);
  });
  afterAll(async () => {
    await new Promise<void>((done) => {
      client.close(() => {
        done();
      });
    });
    await stop();
  });
  return client;
}
