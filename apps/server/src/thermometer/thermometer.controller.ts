import { Body, Controller, Logger } from '@nestjs/common';
import { aimSchema, fromTenths, THERMOMETER_REGISTERS, toTenths, type Aim } from '@kanga/contract/bench';
import { config } from '../config.js';
import { refuse, Route, Valid } from '../http/index.js';
import { openModbus, type ModbusClient } from '../modbus/index.js';

/** At the end of an address: it can be told where it is held, as the stand-in can. */
const AIMED = '#aimed';

const away = () =>
  refuse(
    503,
    'thermometer.away',
    'The thermometer does not answer',
    'Switch it on and look at its cable, or type what it shows.',
  );

/** The infrared thermometer on the bench, as far as there is one, over Modbus TCP. */
@Controller()
export class ThermometerController {
  private readonly logger = new Logger('Kanga');

  /** What it reads where it is aimed now. Nonsense is handed on as it is: the fit of the plate says that it is not believed. */
  @Route('readThermometer')
  async reading(@Body(new Valid(aimSchema)) aim: Aim): Promise<{ celsius: number }> {
    const { thermometer } = config();
    if (!thermometer) throw away();
    let client: ModbusClient | null = null;
    try {
      client = await openModbus(thermometer);
      if (new URL(thermometer).hash === AIMED) await this.hold(client, aim);
      const { data } = await client.readInputRegisters(THERMOMETER_REGISTERS.reading, 1);
      const [register] = data;
      if (register === undefined) throw away();
      return { celsius: fromTenths(register) };
    } catch (error) {
      this.logger.warn(`the thermometer at ${thermometer} gave no reading: ${String(error)}`);
      throw away();
    } finally {
      client?.close(() => undefined);
    }
  }

  /** Tells the stand-in where it is held; a real thermometer is held by somebody. */
  private async hold(client: ModbusClient, { across, deep, dial }: Aim): Promise<void> {
    const { hand } = THERMOMETER_REGISTERS;
    const places = [Math.round(across * 1000), Math.round(deep * 1000), toTenths(dial)];
    await client.writeRegisters(hand.across, places);
  }
}
