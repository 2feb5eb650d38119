/**
 * The time of the shop’s clocks: set by the system’s clock once, at the start, and steady from then on, so that a system clock that is put right
 * in the middle of a pressing lengthens no dwell. ISO 8601 with milliseconds.
 */
export const shopNow = (): string => new Date(performance.timeOrigin + performance.now()).toISOString();
