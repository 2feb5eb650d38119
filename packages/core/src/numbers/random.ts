// Taken out of the global object once: in some places where this runs, looking it up ten thousand times costs more than the sum itself.
const { abs, cos, floor, log, min, sin, sqrt } = Math;

/** Numbers from 0 to 1 that follow from a seed alone (Park and Miller 1988). */
export function seeded(seed: number): () => number {
  let state = (floor(abs(seed)) % 2147483646) + 1;
  return () => {
    state = (state * 48271) % 2147483647;
    return (state - 1) / 2147483646;
  };
}

/** A whole number from 0 up to but not with `below`. */
export const wholeBelow = (below: number, random: () => number): number => min(below - 1, floor(random() * below));

/** The same values in another order, each order as likely as any (R. Fisher and F. Yates 1938, as told by R. Durstenfeld 1964). */
export function shuffled<T>(values: readonly T[], random: () => number): T[] {
  const list = [...values];
  for (let i = list.length - 1; i > 0; i--) {
    const k = wholeBelow(i + 1, random);
    [list[i], list[k]] = [list[k] as T, list[i] as T];
  }
  return list;
}

/** Numbers of the standard normal law from even ones (Box and Muller 1958). */
export function normals(random: () => number): () => number {
  let kept: number | null = null;
  return () => {
    if (kept !== null) {
      const value = kept;
      kept = null;
      return value;
    }
    const radius = sqrt(-2 * log(1 - random() * (1 - 1e-12)));
    const angle = 2 * Math.PI * random();
    kept = radius * sin(angle);
    return radius * cos(angle);
  };
}
