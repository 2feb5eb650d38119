import type { PlateReading } from '@kanga/core/bench';
import { fromTenths, PRESS_REGISTERS, toTenths } from '@kanga/contract/bench';
import { openModbus, type ModbusClient } from '../modbus/index.js';

/** A temperature as it comes over the line: whole tenths, below 0 as two’s complement. */
const celsiusOf = (register: number | undefined): number =>
  register === undefined ? NaN : fromTenths(register > 0x7fff ? register - 0x10000 : register);

/** The line to one press controller: opened when it is first asked, and anew after it broke. */
export class PressLine {
  private client: ModbusClient | null = null;

  constructor(readonly url: string) {}

  private async asking<T>(ask: (client: ModbusClient) => Promise<T>): Promise<T> {
    try {
      this.client ??= await openModbus(this.url);
      return await ask(this.client);
    } catch (error) {
      this.close();
      throw error;
    }
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
    this.client?.close(() => undefined);
    this.client = null;
  }
}
