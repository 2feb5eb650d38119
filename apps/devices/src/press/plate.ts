/** A plate under its thermostat. Temperatures in °C, times in seconds. */
export interface Plate {
  readonly temperature: number;
  readonly setPoint: number;
  readonly closed: boolean;
  readonly heating: boolean;
}

/** How one press behaves; invented, but in the range of small electric presses. */
export interface PlateNature {
  room: number;
  /** Rise with the element on and no loss, °C a second. */
  heatRate: number;
  /** Share of the difference to the room lost every second, open and closed. */
  loss: { open: number; closed: number };
  /** The thermostat switches this far below and above its set point, °C. */
  band: number;
  /** Heat that a cold blank takes at once when the press closes, °C. */
  droop: number;
  /** How much more its own sensor reads than the plate has, °C: the thermostat believes the sensor. */
  offset: number;
  /** Pressure on the goods while it is closed, kPa. */
  pressure: number;
}

export const SMALL_PRESS: PlateNature = {
  room: 22,
  heatRate: 0.75,
  loss: { open: 0.0022, closed: 0.0016 },
  band: 1.5,
  droop: 7,
  offset: 0,
  pressure: 276,
};

export const coldPlate = (nature: PlateNature): Plate => ({
  temperature: nature.room,
  setPoint: 0,
  closed: false,
  heating: false,
});

/** Closes or opens the press; a blank takes its heat when the press closes. */
export const moveLever = (plate: Plate, closed: boolean, nature: PlateNature): Plate => ({
  ...plate,
  closed,
  temperature: closed && !plate.closed ? Math.max(nature.room, plate.temperature - nature.droop) : plate.temperature,
});

/** Longest step that the thermostat is blind for, seconds. */
const STEP = 0.25;

/** The plate `seconds` later: exact between switchings of the thermostat, which looks every quarter second. O(seconds). */
export function after(plate: Plate, seconds: number, nature: PlateNature): Plate {
  let { temperature, heating } = plate;
  for (let left = seconds; left > 1e-9; left -= STEP) {
    const step = Math.min(STEP, left);
    const sensed = temperature + nature.offset;
    if (sensed < plate.setPoint - nature.band) heating = true;
    if (sensed >= plate.setPoint + nature.band) heating = false;
    const loss = plate.closed ? nature.loss.closed : nature.loss.open;
    // Newton's cooling with a steady source: an exponential approach to where gain and loss meet.
    const limit = nature.room + (heating ? nature.heatRate / loss : 0);
    temperature = limit + (temperature - limit) * Math.exp(-loss * step);
  }
  return { ...plate, temperature, heating };
}
