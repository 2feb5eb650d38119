import { fromTenths, PRESS_REGISTERS, toTenths } from '@kanga/contract/bench';
import { useModbus } from '../testing/index.js';
import { after, coldPlate, moveLever, PressController, SMALL_PRESS } from './index.js';

const hot = (setPoint: number) => after({ ...coldPlate(SMALL_PRESS), setPoint }, 900, SMALL_PRESS);

describe('the plate', () => {
  it('heats from the room to its set point in minutes, and holds it within its band', () => {
    const cold = { ...coldPlate(SMALL_PRESS), setPoint: 195 };
    expect(after(cold, 60, SMALL_PRESS).temperature).toBeLessThan(100);
    let plate = hot(195);
    for (let i = 0; i < 600; i++) {
      plate = after(plate, 1, SMALL_PRESS);
      expect(Math.abs(plate.temperature - 195)).toBeLessThan(SMALL_PRESS.band + 0.5);
    }
  });
  it('droops when it closes on a blank, and recovers', () => {
    const before = hot(195);
    const closed = moveLever(before, true, SMALL_PRESS);
    expect(before.temperature - closed.temperature).toBeCloseTo(SMALL_PRESS.droop, 6);
    expect(moveLever(closed, true, SMALL_PRESS).temperature).toBe(closed.temperature);
    expect(after(closed, 60, SMALL_PRESS).temperature).toBeGreaterThan(192);
  });
  it('cools to the room when it is set to nothing', () =>
    expect(after({ ...hot(195), setPoint: 0 }, 7200, SMALL_PRESS).temperature).toBeCloseTo(SMALL_PRESS.room, 1));
  it('is the same after one long step as after many short ones, the thermostat off', () => {
    const plate = { ...hot(195), setPoint: 0 };
    let many = plate;
    for (let i = 0; i < 100; i++) many = after(many, 1, SMALL_PRESS);
    expect(many.temperature).toBeCloseTo(after(plate, 100, SMALL_PRESS).temperature, 6);
  });
});

// Modbus application protocol v1.1b3, spoken by modbus-serial's own client.
describe('the controller', () => {
  let seconds = 0;
  const client = useModbus((port) => new PressController(() => seconds).listen(port));
  const plate = async () => fromTenths((await client.readInputRegisters(PRESS_REGISTERS.plate, 1)).data[0] ?? NaN);

  it('takes a set point, heats to it, and tells when it is closed', async () => {
    expect(await plate()).toBe(22);
    await client.writeRegister(PRESS_REGISTERS.setPoint, toTenths(195));
    expect(fromTenths((await client.readHoldingRegisters(PRESS_REGISTERS.setPoint, 1)).data[0] ?? NaN)).toBe(195);
    seconds += 900;
    expect(Math.abs((await plate()) - 195)).toBeLessThan(2);
    expect((await client.readDiscreteInputs(PRESS_REGISTERS.closed, 1)).data[0]).toBe(false);
    const before = await plate();
    await client.writeCoil(PRESS_REGISTERS.lever, true);
    expect((await client.readDiscreteInputs(PRESS_REGISTERS.closed, 1)).data[0]).toBe(true);
    expect(before - (await plate())).toBeCloseTo(SMALL_PRESS.droop, 0);
  });
  it('refuses what it cannot do, and keeps its set point', async () => {
    await expect(client.writeRegister(PRESS_REGISTERS.setPoint, toTenths(400))).rejects.toThrow(/exception 3/i);
    await expect(client.readInputRegisters(9, 1)).rejects.toThrow(/exception 2/i);
    expect(fromTenths((await client.readHoldingRegisters(PRESS_REGISTERS.setPoint, 1)).data[0] ?? NaN)).toBe(195);
  });
});
