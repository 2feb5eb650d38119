import { fromTenths, PRESS_REGISTERS, SET_POINT_LIMITS, toTenths } from '@kanga/contract/bench';
import { fault, listenModbus } from '../modbus.js';
import { after, coldPlate, moveLever, SMALL_PRESS, type Plate, type PlateNature } from './plate.js';

/** A simulated press controller that speaks Modbus TCP on loopback, so that a real one can take its place. */
export class PressController {
  private plate: Plate;
  private readAt: number;

  /** `clock` gives seconds and must never run backwards. */
  constructor(
    private readonly clock: () => number,
    private readonly nature: PlateNature = SMALL_PRESS,
  ) {
    this.plate = coldPlate(nature);
    this.readAt = clock();
  }

  /** The plate as it is now. */
  now(): Plate {
    const at = this.clock();
    this.plate = after(this.plate, at - this.readAt, this.nature);
    this.readAt = at;
    return this.plate;
  }

  private only<T>(address: number, wanted: number, value: T): T {
    if (address !== wanted) throw fault(2, `there is no register ${address} here, only ${wanted}`);
    return value;
  }

  private setPoint(address: number, value: number): void {
    this.only(address, PRESS_REGISTERS.setPoint, null);
    const celsius = fromTenths(value);
    const { least, most } = SET_POINT_LIMITS;
    if (celsius < least || celsius > most)
      throw fault(3, `the set point must be from ${least} to ${most} °C, got ${celsius}`);
    this.plate = { ...this.now(), setPoint: celsius };
  }

  /** Listens on 127.0.0.1; gives the way to stop. */
  listen(port: number): Promise<() => Promise<void>> {
    return listenModbus(
      {
        getHoldingRegister: (address: number) =>
          this.only(address, PRESS_REGISTERS.setPoint, toTenths(this.now().setPoint)),
        getInputRegister: (address: number) => {
          const plate = this.now();
          if (address === PRESS_REGISTERS.pressure) return plate.closed ? this.nature.pressure : 0;
          return this.only(address, PRESS_REGISTERS.plate, toTenths(plate.temperature + this.nature.offset));
        },
        getDiscreteInput: (address: number) => this.only(address, PRESS_REGISTERS.closed, this.now().closed),
        getCoil: (address: number) => this.only(address, PRESS_REGISTERS.lever, this.now().closed),
        setRegister: (address: number, value: number) => {
          this.setPoint(address, value);
        },
        setCoil: (address: number, closed: boolean) => {
          this.only(address, PRESS_REGISTERS.lever, null);
          this.plate = moveLever(this.now(), closed, this.nature);
        },
      },
      port,
    );
  }
}
