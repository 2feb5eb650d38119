import { ShopClock } from './shop-clock.js';

/** A computer whose clocks are moved by hand. */
class Computer {
  wall = Date.parse('2026-03-29T00:30:00Z');
  steady = 5000;
  boot = 100_000;
  readonly clock = new ShopClock({ wall: () => this.wall, steady: () => this.steady, boot: () => this.boot });

  run(ms: number): void {
    this.wall += ms;
    this.steady += ms;
    this.boot += ms;
  }

  sleep(ms: number): void {
    this.wall += ms;
    this.boot += ms;
  }
}

describe('the shop’s clock', () => {
  it('runs with the system’s', () => {
    const computer = new Computer();
    computer.run(3_600_000);
    expect(computer.clock.now()).toBe(computer.wall);
    expect(computer.clock.follow()).toBe(false);
  });
  it.each([3_600_000, -3_600_000, 20_000, -86_400_000])(
    'is not moved by a system clock that is set by %d ms while a clock runs',
    (ms) => {
      const computer = new Computer();
      computer.run(10_000);
      const began = computer.clock.now();
      computer.wall += ms;
      computer.run(45_000);
      expect(computer.clock.now() - began).toBe(45_000);
      // Nothing runs any more: the right time is taken.
      expect(computer.clock.follow()).toBe(true);
      expect(computer.clock.now()).toBe(computer.wall);
    },
  );
  it('has gone on when the computer slept, be it in the middle of a pressing', () => {
    const computer = new Computer();
    const began = computer.clock.now();
    computer.run(10_000);
    computer.sleep(7_200_000);
    computer.run(2000);
    expect(computer.clock.now() - began).toBe(7_212_000);
  });
  it('tells sleep from a clock that was set while it slept', () => {
    const computer = new Computer();
    const began = computer.clock.now();
    computer.sleep(600_000);
    computer.wall += 3_600_000;
    computer.run(2000);
    expect(computer.clock.now() - began).toBe(602_000);
  });
});
