import { fromTenths, THERMOMETER_REGISTERS, toTenths } from '@kanga/contract/bench';
import { useModbus } from '../testing/index.js';
import { Thermometer } from './index.js';

const { hand, reading } = THERMOMETER_REGISTERS;

// Modbus application protocol v1.1b3, spoken by modbus-serial's own client.
describe('the thermometer', () => {
  const client = useModbus((port) => new Thermometer().listen(port));
  const aim = (across: number, deep: number, dial: number) =>
    client.writeRegisters(hand.across, [across, deep, toTenths(dial)]);
  const read = async () => fromTenths((await client.readInputRegisters(reading, 1)).data[0] ?? NaN);

  it('reads hotter at the back than at the front, and follows the dial', async () => {
    await aim(500, 100, 200);
    const back = await read();
    await aim(500, 900, 200);
    const front = await read();
    expect(back - front).toBeGreaterThan(8);
    await aim(500, 100, 180);
    expect(back - (await read())).toBeCloseTo(20, 0);
  });
  it('reads a plate that is as smooth as a real one: alike on both sides, cooler at them, slips of less than a degree', async () => {
    const row = async (deep: number) => {
      const out: number[] = [];
      for (const across of [100, 500, 900]) {
        await aim(across, deep, 200);
        out.push(await read());
      }
      return out as [number, number, number];
    };
    for (const deep of [100, 500, 900]) {
      const [left, middle, right] = await row(deep);
      expect(Math.abs(left - right)).toBeLessThan(1);
      expect(middle - (left + right) / 2).toBeGreaterThan(0);
      expect(middle - (left + right) / 2).toBeLessThan(2);
    }
  });
  it('refuses a place beyond the plate and a register that is not there', async () => {
    await expect(client.writeRegister(hand.across, 1200)).rejects.toThrow(/exception 3/i);
    await expect(client.readInputRegisters(9, 1)).rejects.toThrow(/exception 2/i);
  });
});
