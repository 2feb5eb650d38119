/**
 * The registers that a press controller shows over Modbus TCP (Modbus application protocol v1.1b3): temperatures in tenths
 * of a degree Celsius, so that 195.5 °C reads 1955. Real controllers differ; this is the map of the stand-in.
 */
export const PRESS_REGISTERS = {
  /** Holding register, read and written: the set point. */
  setPoint: 0,
  /** Input register: the plate’s temperature as the controller’s own sensor reads it. */
  plate: 0,
  /** Input register: the pressure on the goods, kPa; 0 while it is open. */
  pressure: 1,
  /** Discrete input: 1 while the press is closed. */
  closed: 0,
  /** Coil, written by a hand at the stand-in’s panel: closes and opens the press. */
  lever: 0,
} as const;

/** Set points that a controller takes, °C. */
export const SET_POINT_LIMITS = { least: 0, most: 230 };

export const toTenths = (celsius: number): number => Math.round(celsius * 10);
export const fromTenths = (register: number): number => register / 10;
