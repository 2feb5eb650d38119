import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ServerTCP } from 'modbus-serial';
import { PRESS_REGISTERS } from '@kanga/contract/bench';
import { freePort } from '../../test/free-port.js';
import { PressLine } from './press-line.js';

/** A controller of modbus-serial's own, that can be switched off and on. */
class Controller {
  private server: InstanceType<typeof ServerTCP> | null = null;
  plate = 1963;
  setPoint = 1960;

  on(port: number): Promise<void> {
    return new Promise((done) => {
      this.server = new ServerTCP(
        {
          getInputRegister: (address: number) => (address === PRESS_REGISTERS.plate ? this.plate : 276),
          getHoldingRegister: () => this.setPoint,
          getDiscreteInput: () => true,
          setRegister: (_: number, value: number) => {
            this.setPoint = value;
          },
        },
        { host: '127.0.0.1', port, unitID: 1 },
      );
      this.server.on('initialized', () => {
        done();
      });
    });
  }

  off(): Promise<void> {
    return new Promise((done) => {
      this.server?.close(() => {
        done();
      });
    });
  }
}

const folder = mkdtempSync(join(tmpdir(), 'kanga-press-line-'));
beforeAll(() => {
  // An address is judged by what Kanga itself listens on.
  Object.assign(process.env, {
    KANGA_DATA: folder,
    KANGA_DATABASE_URL: 'postgres://127.0.0.1:1/none',
    KANGA_WEB: folder,
  });
});
afterAll(() => {
  rmSync(folder, { recursive: true, force: true });
});

describe('the line to a press', () => {
  const controller = new Controller();
  let port = 0;
  let line: PressLine;
  beforeEach(async () => {
    port = await freePort();
    await controller.on(port);
    line = new PressLine(`tcp://127.0.0.1:${port}`);
  });
  afterEach(async () => {
    line.close();
    await controller.off();
  });

  it('reads all that a press tells, a plate below freezing too', async () => {
    expect(await line.read()).toEqual({ celsius: 196.3, pressure: 276, setPoint: 196, closed: true });
    controller.plate = 0x10000 - 25;
    expect((await line.read()).celsius).toBe(-2.5);
  });
  it('is opened anew at once when the controller was switched off and on between two readings', async () => {
    await line.read();
    await controller.off();
    await controller.on(port);
    controller.plate = 1900;
    expect((await line.read()).celsius).toBe(190);
    await controller.off();
    await controller.on(port);
    await line.set(185);
    expect((await line.read()).setPoint).toBe(185);
  });
  it('says that nobody answers when it stays off, and answers again when it is back', async () => {
    await line.read();
    await controller.off();
    await expect(line.read()).rejects.toThrow(/ECONNREFUSED/);
    await controller.on(port);
    expect((await line.read()).pressure).toBe(276);
  });
  it('serves several that ask at the same time', async () => {
    const [one, two] = await Promise.all([line.read(), line.read(), line.set(190)]);
    expect(one.pressure).toBe(two.pressure);
    expect((await line.read()).setPoint).toBe(190);
  });
});
