/** The room that a press stands in, °C; and the share of the difference to it that an open plate loses every second. From memory, no published source: makers do not say. */
const ROOM = 22;
const LOSS = 0.0022;
/** What a warm-up from cold is reckoned to, °C. */
const WARM = 195;

/**
 * How long a plate takes from one temperature to another, s: it warms evenly, as far as its warm-up from cold tells, and cools open by Newton's law. `from` null: from cold. Neither
 * below nought.
 */
export function waitFor(warmUp: number, from: number | null, to: number): number {
  const start = from ?? ROOM;
  if (to >= start) return (warmUp * (to - start)) / (WARM - ROOM);
  return to > ROOM ? Math.log((start - ROOM) / (to - ROOM)) / LOSS : Infinity;
}
