import modbus from 'modbus-serial';
import { judge } from '../outbound/index.js';

export type ModbusClient = InstanceType<typeof modbus.default>;

/** Longest wait for an answer, ms. */
const PATIENCE = 3000;

/** Connects to a device on Modbus TCP, unit 1, at `tcp://host:port`. Rejects when it does not answer. */
export async function openModbus(url: string): Promise<ModbusClient> {
  const { host, port } = await judge(url, ['tcp']);
  const client = new modbus.default();
  // Without a listener a broken line would end the process; the next read says that it is broken.
  client.on('error', () => undefined);
  try {
    await within(client.connectTCP(host, { port }));
  } catch (error) {
    client.close(() => undefined);
    throw error;
  }
  client.setID(1);
  client.setTimeout(PATIENCE);
  return client;
}

/** Gives up on what takes longer than anybody waits. */
function within(promise: Promise<void>): Promise<void> {
  return new Promise((resolve, reject) => {
    const timer = setTimeout(() => {
      reject(new Error(`no answer within ${PATIENCE} ms`));
    }, PATIENCE);
    promise.then(resolve, reject).finally(() => {
      clearTimeout(timer);
    });
  });
}
