import Joi from 'joi';

/**
 * The registers that an infrared thermometer shows over Modbus TCP (Modbus application protocol v1.1b3): what it reads in tenths of a degree
 * Celsius. The stand-in has no hand to aim it: it is told where on which plate it is held, which a real one passes over.
 */
export const THERMOMETER_REGISTERS = {
  /** Input register: what it reads. */
  reading: 0,
  /** Holding registers of the stand-in: where it is aimed, in thousandths of the plate from its back left, and what the dial stands at. */
  hand: { across: 0, deep: 1, dial: 2 },
} as const;

/** Where somebody aims the thermometer: a share of the plate from its back left, and the dial in °C. */
export interface Aim {
  across: number;
  deep: number;
  dial: number;
}
const share = Joi.number().min(0).max(1).required();
export const aimSchema = Joi.object<Aim, true>({
  across: share,
  deep: share,
  dial: Joi.number().min(0).max(400).required(),
});
export const readingSchema = Joi.object<{ celsius: number }, true>({ celsius: Joi.number().required() });
