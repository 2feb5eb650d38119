import { fromTenths, THERMOMETER_REGISTERS, toTenths } from '@kanga/contract/bench';
import { fault, listenModbus } from '../modbus.js';

const { hand, reading } = THERMOMETER_REGISTERS;

/** A plate that is hot at the back and cool at its sides, invented: what it is off its dial at a place, °C. */
const offDial = (across: number, deep: number): number => {
  const [u, v] = [2 * across - 1, 2 * deep - 1];
  return -3 - 6 * v - 1.5 * u * u;
};

/** Slips of a steady hand, °C, in turn: the same at every run. */
const SLIPS = [0.2, -0.3, 0.1, 0.4, -0.2, 0, -0.4, 0.3, -0.1];

/** A simulated infrared thermometer on Modbus TCP, so that a real one can take its place: told where it is held, it reads an uneven plate. */
export class Thermometer {
  private readonly held = new Map<number, number>([
    [hand.across, 500],
    [hand.deep, 500],
    [hand.dial, toTenths(200)],
  ]);
  private readings = 0;

  private place(address: number): number {
    const value = this.held.get(address);
    if (value === undefined) throw fault(2, `there is no register ${address} here`);
    return value;
  }

  /** What it reads now, °C. */
  read(): number {
    const dial = fromTenths(this.place(hand.dial));
    const slip = SLIPS[this.readings++ % SLIPS.length] ?? 0;
    return dial + offDial(this.place(hand.across) / 1000, this.place(hand.deep) / 1000) + slip;
  }

  /** Listens on 127.0.0.1; gives the way to stop. */
  listen(port: number): Promise<() => Promise<void>> {
    return listenModbus(
      {
        getInputRegister: (address: number) => {
          if (address !== reading) throw fault(2, `there is no register ${address} here, only ${reading}`);
          return toTenths(this.read());
        },
        getHoldingRegister: (address: number) => this.place(address),
        setRegister: (address: number, value: number) => {
          this.place(address);
          if (address !== hand.dial && value > 1000)
            throw fault(3, `a place is from 0 to 1000 thousandths of the plate, got ${value}`);
          this.held.set(address, value);
        },
      },
      port,
    );
  }
}
