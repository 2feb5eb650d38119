import { lengthText } from '../units/index.js';
/** One reading of a plate by an infrared thermometer; mm from the plate's back left corner, as it is seen from above. */
export interface HeatReading {
  x: number;
  y: number;
  /** °C. */
  celsius: number;
}

/** Whether a strip of paper, half in and half out, held or slid out. */
type Strip = 'held' | 'slid';
export const STRIP_SIDES = ['front', 'back', 'left', 'right'] as const;
export type StripSide = (typeof STRIP_SIDES)[number];

/** What was found when a press was checked. */
export interface PressCheck {
  /** ISO 8601. */
  at: string;
  by: string;
  /** What the dial was set to, °C. */
  dial: number;
  readings: HeatReading[];
  strips: Record<StripSide, Strip>;
  /** The plate is a curved element, on which a thermometer reads low. */
  curved: boolean;
}

/** Believable readings of a plate, °C: anything else is a slip of the hand or of the thermometer. */
export const READING_LIMITS = { least: 20, most: 320 };

/**
 * What a thermometer misreads on a curved element, °C: 10 to 15 °F, read at an angle. Common practice, no published source.
 */
export const CURVED_CORRECTION = 7;

/** How a thermometer is held. Common practice, no published source. */
export const AIMING = [
  'Let the plate stand closed at its temperature for ten minutes, then open it and read at once.',
  `Hold the thermometer square to the plate, ${lengthText(40)} to ${lengthText(50)} away: at an angle it misreads.`,
  'Read every place of the grid; go round twice and type the second round.',
  'On a curved element aim at its back, not at the opening.',
] as const;

/** Days after which a check falls due again. Common practice, no published source: about once a month. */
export const CHECK_DAYS = 30;

/** How far from the plate's edge the outermost places lie, in shares of its size: its edges fall off, and nothing beyond the last reading is sure. */
const INSET = 0.045;

/** Places where a plate is read, by rows from the back left: a grid that is closer towards the edges, where a surface is least sure (half-way to Chebyshev's nodes). */
export function readingGrid(
  platen: { width: number; depth: number },
  across: number,
  deep: number,
): { x: number; y: number }[] {
  const at = (i: number, n: number, size: number) => {
    const even = n === 1 ? 0.5 : i / (n - 1);
    const crowded = (1 - Math.cos(Math.PI * even)) / 2;
    return size * (INSET + (1 - 2 * INSET) * ((even + crowded) / 2));
  };
  return Array.from({ length: across * deep }, (_, i) => ({
    x: Math.round(at(i % across, across, platen.width)),
    y: Math.round(at(Math.floor(i / across), deep, platen.depth)),
  }));
}

/** How many places a plate is read at as a rule, each way: fewer leave too much of it unsure (measured over random plates, docs/decisions). */
export const USUAL_PLACES = 6;
