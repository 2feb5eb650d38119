import { readFileSync } from 'node:fs';

/** Where time comes from, ms: what the system's clock shows; what has run since the process began; what has run since the machine did. */
export interface TimeSources {
  wall: () => number;
  /** Linux' CLOCK_MONOTONIC: never set, and stands still while the computer sleeps (clock_gettime(2)). */
  steady: () => number;
  /** Linux' CLOCK_BOOTTIME: never set, and goes on while the computer sleeps. Coarse: hundredths of a second. */
  boot: () => number;
}

/** Two of those clocks that part by more were set, or slept, ms. */
const PARTED = 250;
/** How often they are held against one another, ms. */
const LOOK_EVERY = 1000;

/**
 * The time of the shop's clocks: set by the system's clock at the start, and steady from then on, so that a system clock that is put right in the middle of a
 * pressing lengthens no dwell. What the computer slept through has passed; it is told by the clock that does not sleep. A system clock that was set is followed only
 * when somebody says that no clock runs (`follow`).
 */
export class ShopClock {
  private base: number;
  private slept: number;
  private looked: number;

  constructor(private readonly from: TimeSources) {
    this.base = from.wall() - from.steady();
    this.slept = from.boot() - from.steady();
    this.looked = from.steady();
  }

  now(): number {
    this.look();
    return this.base + this.from.steady();
  }

  private look(): void {
    const steady = this.from.steady();
    if (steady - this.looked < LOOK_EVERY && steady >= this.looked) return;
    this.looked = steady;
    const ahead = this.from.boot() - steady;
    if (ahead - this.slept < PARTED) return;
    this.base += ahead - this.slept;
    this.slept = ahead;
  }

  /** How far the system's clock is ahead of the shop's, ms. */
  drift(): number {
    return this.from.wall() - this.now();
  }

  /** Takes the system's time, when no clock runs that would be made longer or shorter by it. */
  follow(): boolean {
    const drift = this.drift();
    if (Math.abs(drift) < PARTED) return false;
    this.base += drift;
    return true;
  }
}

/** The first figure of /proc/uptime, seconds: it counts sleep (proc(5)). */
function bootMs(): number {
  return Number.parseFloat(readFileSync('/proc/uptime', 'utf8')) * 1000;
}

export const shopClock = new ShopClock({ wall: () => Date.now(), steady: () => performance.now(), boot: bootMs });

/** ISO 8601 with milliseconds. */
export const shopNow = (): string => new Date(shopClock.now()).toISOString();
