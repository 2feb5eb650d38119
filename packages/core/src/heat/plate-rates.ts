/** How a plate warms and cools: each by Newton's law, towards what it would come to if it were left so. °C, s. */
export interface PlateRates {
  /** What it would come to if it heated for ever, and how fast it goes there. */
  hottest: number;
  warmTau: number;
  /** The room that it cools to, and how fast. */
  room: number;
  coolTau: number;
}

/** What was measured of them; null: it was not seen. */
export interface RatesMeasured {
  hottest: number | null;
  warmTau: number | null;
  room: number;
  coolTau: number | null;
}

/** A reading of a plate: so many seconds after the heat was set on, or off. */
export interface PlateReading {
  at: number;
  celsius: number;
}

/** The room that a press stands in, °C. */
export const ROOM = 22;
/** What an open plate loses of the difference to the room every second. From memory, no published source: makers do not say. */
const LOSS = 0.0022;
/** What a warm-up from cold is reckoned to, and what an element could come to, °C. From memory, no published source. */
const WARM = 195;
const HOTTEST = 300;

/** The usual rates of a press by its warm-up from cold, s: nobody has measured it yet. */
export const usualRates = (warmUp: number): PlateRates => ({
  hottest: HOTTEST,
  warmTau: warmUp / Math.log((HOTTEST - ROOM) / (HOTTEST - WARM)),
  room: ROOM,
  coolTau: 1 / LOSS,
});

/** The rates of a press as far as they were measured, and the usual ones for the rest. Warming is one law with two constants: either both were measured, or neither. */
export function ratesKnown(warmUp: number, measured: RatesMeasured | null): PlateRates {
  const usual = usualRates(warmUp);
  if (!measured) return usual;
  const { hottest, warmTau, room, coolTau } = measured;
  const warms = hottest !== null && warmTau !== null ? { hottest, warmTau } : {};
  return { ...usual, ...warms, ...(coolTau !== null ? { room, coolTau } : {}) };
}

/** Where a plate stands after so many seconds, °C. */
export const plateAfter = (rates: PlateRates, from: number, seconds: number, heating: boolean): number =>
  heating
    ? rates.hottest - (rates.hottest - from) * Math.exp(-seconds / rates.warmTau)
    : rates.room + (from - rates.room) * Math.exp(-seconds / rates.coolTau);

/** How long it takes from one temperature to another, s: T = T∞ − (T∞ − T₀)·e^(−t/τ), solved for t. Infinite: it never comes there. */
export function plateTakes({ hottest, warmTau, room, coolTau }: PlateRates, from: number, to: number): number {
  if (to === from) return 0;
  if (to > from) return to < hottest ? warmTau * Math.log((hottest - from) / (hottest - to)) : Infinity;
  return to > room ? coolTau * Math.log((from - room) / (to - room)) : Infinity;
}

/**
 * Fits T = T∞ + (T₀ − T∞)·e^(−t/τ) to readings, with T∞ free or known: for each τ the rest is a straight line (variable projection; Golub and Pereyra 1973), and τ is narrowed by golden section on a logarithmic
 * scale. What it came to with how far readings lie from it, °C; null: fewer than three of them, or no change to be seen. O(readings · 200).
 */
export function fitPlate(
  readings: readonly PlateReading[],
  towards: number | null = null,
): { towards: number; tau: number; from: number; off: number } | null {
  const known = readings.filter(({ at, celsius }) => Number.isFinite(at) && Number.isFinite(celsius) && at >= 0);
  if (known.length < 3) return null;
  const [low, high] = [
    Math.min(...known.map(({ celsius }) => celsius)),
    Math.max(...known.map(({ celsius }) => celsius)),
  ];
  const long = Math.max(...known.map(({ at }) => at)) - Math.min(...known.map(({ at }) => at));
  if (high - low < 2 || long <= 0) return null;
  const straight = (tau: number) => {
    // T = a + b·e, e = e^(−t/τ); with a known only b is free.
    let [n, e1, e2, y1, ey] = [0, 0, 0, 0, 0];
    for (const { at, celsius } of known) {
      const e = Math.exp(-at / tau);
      n++;
      e1 += e;
      e2 += e * e;
      y1 += celsius;
      ey += e * celsius;
    }
    const b = towards === null ? (n * ey - e1 * y1) / (n * e2 - e1 * e1) : (ey - towards * e1) / e2;
    const a = towards ?? (y1 - b * e1) / n;
    const off = known.reduce((sum, { at, celsius }) => sum + (celsius - a - b * Math.exp(-at / tau)) ** 2, 0);
    return { a, b, off };
  };
  // Between an eighth of the time that was watched and twenty times that.
  let [left, right] = [Math.log(long / 8), Math.log(long * 20)];
  const golden = (Math.sqrt(5) - 1) / 2;
  for (let i = 0; i < 90; i++) {
    const [one, other] = [right - golden * (right - left), left + golden * (right - left)];
    if (straight(Math.exp(one)).off < straight(Math.exp(other)).off) right = other;
    else left = one;
  }
  const tau = Math.exp((left + right) / 2);
  const { a, b, off } = straight(tau);
  if (!Number.isFinite(a) || !Number.isFinite(b)) return null;
  return { towards: a, tau, from: a + b, off: Math.sqrt(off / known.length) };
}
