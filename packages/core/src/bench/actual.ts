/** What a plate read during a pressing: seconds from the start of the clock, and °C. */
export interface Sample {
  at: number;
  celsius: number;
}

/** What a press tells of itself; nonsense is handed on, for `believable` to judge. */
export interface PlateReading {
  celsius: number;
  setPoint: number;
  closed: boolean;
  /** kPa; 0 while it is open. */
  pressure: number;
}

/** Whether a reading can be of a heat press at all. */
export const believable = ({ celsius, setPoint, pressure }: PlateReading): boolean =>
  celsius > -30 && celsius < 350 && setPoint >= 0 && setPoint < 350 && pressure < 2000;

/** Readings are thinned to this many °C: what a thermometer in a plate tells apart. */
const THIN_TO = 0.5;

/**
 * Thins a course of readings so that none that was left out lies further than `within` °C from the line drawn through the rest: Ramer 1972,
 * Douglas and Peucker 1973, with the distance taken upright, since both ends of a reading’s time are known. O(n²) at worst, O(n log n) mostly.
 */
export function thinned(samples: readonly Sample[], within = THIN_TO): Sample[] {
  const keep = new Set<number>([0, samples.length - 1]);
  const spans: [number, number][] = [[0, samples.length - 1]];
  for (let span = spans.pop(); span; span = spans.pop()) {
    const [from, to] = span;
    const [a, b] = [samples[from], samples[to]];
    if (!a || !b || to - from < 2) continue;
    let worst = { off: within, at: -1 };
    for (let i = from + 1; i < to; i++) {
      const one = samples[i];
      if (!one) continue;
      const share = b.at > a.at ? (one.at - a.at) / (b.at - a.at) : 0;
      const off = Math.abs(one.celsius - (a.celsius + share * (b.celsius - a.celsius)));
      if (off > worst.off) worst = { off, at: i };
    }
    if (worst.at < 0) continue;
    keep.add(worst.at);
    spans.push([from, worst.at], [worst.at, to]);
  }
  return samples.filter((_, i) => keep.has(i));
}

/** What came of a course of readings, °C; the mean is over time. */
export interface Actual {
  lowest: number;
  mean: number;
  highest: number;
}

/** Lowest, mean over time and highest; null without a reading. O(n). */
export function actualOf(samples: readonly Sample[]): Actual | null {
  const [first] = samples;
  if (!first) return null;
  let [area, time] = [0, 0];
  samples.forEach((one, i) => {
    const before = samples[i - 1];
    if (!before) return;
    area += ((one.celsius + before.celsius) / 2) * (one.at - before.at);
    time += one.at - before.at;
  });
  const values = samples.map(({ celsius }) => celsius);
  return {
    lowest: Math.min(...values),
    mean: time > 0 ? area / time : first.celsius,
    highest: Math.max(...values),
  };
}
