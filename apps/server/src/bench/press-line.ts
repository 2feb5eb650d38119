import type { PlateReading } from '@kanga/core/bench';
import { fromTenths, PRESS_REGISTERS, toTenths } from '@kanga/contract/bench';
import { openModbus, type ModbusClient } from '../modbus/index.js';

/** A temperature as it comes over the line: whole tenths, below 0 as two’s complement. */
const celsiusOf = (register: number | undefined): number =>
  register === undefined ? NaN : fromTenths(register > 0x7fff ? register - 0x10000 : register);

interface Connection {
  modbus: ModbusClient;
  /** Of whoever waits for an answer on it: called when the other end closes it. */
  waiting: Set<(error: Error) => void>;
}

/** Gives what is answered, or that the line broke before. */
function answered<T>({ modbus, waiting }: Connection, ask: (client: ModbusClient) => Promise<T>): Promise<T> {
  return new Promise((resolve, reject) => {
    waiting.add(reject);
    ask(modbus)
      .finally(() => waiting.delete(reject))
      .then(resolve, reject);
  });
}

/** The line to one press controller: opened when it is first asked, and anew after it broke. */
export class PressLine {
  private client: Promise<Connection> | null = null;

  constructor(readonly url: string) {}

  private async asking<T>(ask: (client: ModbusClient) => Promise<T>): Promise<T> {
    const kept = this.client;
    const client = kept ?? this.open();
    try {
      return await answered(await client, ask);
    } catch (error) {
      if (this.client === client) this.close();
      if (kept === null) throw error;
      // A line that was kept may have broken unseen: a new one tells.
      return this.asking(ask);
    }
  }

  private open(): Promise<Connection> {
    const opened = openModbus(this.url).then((modbus): Connection => {
      // As when the controller is switched off: what was asked is not waited for, and nothing more is asked here.
      const waiting: Connection['waiting'] = new Set();
      modbus.on('close', () => {
        if (this.client === opened) this.client = null;
        for (const reject of waiting) reject(new Error('the line broke'));
      });
      return { modbus, waiting };
    });
    this.client = opened;
    return opened;
  }

  /** What it tells of itself. */
  read(): Promise<PlateReading> {
    return this.asking(async (client) => {
      const { plate, pressure, setPoint, closed } = PRESS_REGISTERS;
      const inputs = await client.readInputRegisters(plate, pressure + 1);
      const held = await client.readHoldingRegisters(setPoint, 1);
      const switches = await client.readDiscreteInputs(closed, 1);
      return {
        celsius: celsiusOf(inputs.data[plate]),
        pressure: inputs.data[pressure] ?? NaN,
        setPoint: celsiusOf(held.data[0]),
        closed: switches.data[0] ?? false,
      };
    });
  }

  set(celsius: number): Promise<void> {
    return this.asking(async (client) => {
      await client.writeRegister(PRESS_REGISTERS.setPoint, toTenths(celsius));
    });
  }

  /** Moves the lever of the stand-in; a real press is closed by hand. */
  lever(closed: boolean): Promise<void> {
    return this.asking(async (client) => {
      await client.writeCoil(PRESS_REGISTERS.lever, closed);
    });
  }

  close(): void {
    // One that is just being opened is closed when it is open; one that does not open has closed itself.
    this.client?.then(
      ({ modbus }) => {
        modbus.close(() => undefined);
      },
      () => undefined,
    );
    this.client = null;
  }
}
