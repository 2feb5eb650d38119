import { ServerTCP, type IServiceVector } from 'modbus-serial';

/** Modbus exception 2: there is no such address; 3: the value is not one that it takes. */
export const fault = (modbusErrorCode: 2 | 3, message: string): Error =>
  Object.assign(new Error(message), { modbusErrorCode });

/** Answers Modbus TCP on the loopback address as unit 1; gives the way to stop. */
export function listenModbus(registers: IServiceVector, port: number): Promise<() => Promise<void>> {
  return new Promise((resolve, reject) => {
    const server = new ServerTCP(registers, { host: '127.0.0.1', port, unitID: 1 });
    server.on('initialized', () => {
      resolve(
        () =>
          new Promise((done) => {
            server.close(() => {
              done();
            });
          }),
      );
    });
    server.on('serverError', (error) => {
      reject(error instanceof Error ? error : new Error(String(error)));
    });
  });
}
