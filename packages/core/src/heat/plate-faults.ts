import type { Point } from '../geometry/index.js';

/** Something local that a plate may have: how strongly it is felt at a place (1 where it is worst), and how likely it is beforehand. */
export interface PlateFault {
  at: (x: number, y: number) => number;
  /** Of how many °C it usually is, either way (standard deviation). */
  size: number;
  /** Against a plate that has none of it: 1. */
  weight: number;
}

/** Places and sizes in shares of the plate's longer side. Ours: how dead elements, cold corners and edges usually look is common practice, no published source. */
const SPOTS = [
  { reach: 0.09, each: 11 },
  { reach: 0.14, each: 9 },
  { reach: 0.2, each: 7 },
  { reach: 0.3, each: 5 },
];
const BANDS = { reaches: [0.06, 0.1, 0.16], each: 13 };
const CORNERS = [0.12, 0.2, 0.3, 0.45];
const EDGES = [0.06, 0.12, 0.25];
/** How likely each kind is against a plate without any, and of how many °C it usually is. */
const CHANCE = { spots: 0.06, bands: 0.15, corners: 0.2, edges: 0.08, single: 0.05 };
const SIZE = 10;
/** A single place that is off by more than plates are: it is asked for again, and kept apart from its neighbours till then. */
const WILD = 60;

const bell = (distance: number, reach: number): number => Math.exp(-0.5 * (distance / reach) ** 2);
const spread = <T>(chance: number, list: T[], of: (one: T) => PlateFault['at'], size = SIZE): PlateFault[] =>
  list.map((one) => ({ at: of(one), size, weight: chance / list.length }));
const along = (count: number, length: number): number[] =>
  Array.from({ length: count }, (_, i) => ((i + 0.5) / count) * length);

/** Whatever a plate of this size may have at one place: spots, dead elements across all or half of it, corners and edges that are off; single places that were read. */
export function faultsOf(
  { width, depth }: { width: number; depth: number },
  read: readonly Point[],
): readonly PlateFault[] {
  const longer = Math.max(width, depth);
  const spotAt =
    ({ x, y, reach }: Point & { reach: number }) =>
    (px: number, py: number) =>
      bell(Math.hypot(px - x, py - y), reach * longer);
  const spots = SPOTS.flatMap(({ reach, each }) =>
    along(each, width).flatMap((x) => along(each, depth).map((y) => ({ x, y, reach }))),
  );
  const bands = BANDS.reaches.flatMap((reach) =>
    ([true, false] as const).flatMap((across) =>
      along(BANDS.each, across ? depth : width).flatMap((at) =>
        (['all', 'first', 'last'] as const).map((part) => ({ reach, across, at, part })),
      ),
    ),
  );
  const corners = CORNERS.flatMap((reach) =>
    [0, width].flatMap((x) =>
      [0, depth].flatMap((y) => [true, false].map((sharp) => ({ x, y, reach: reach * longer, sharp }))),
    ),
  );
  const edges = EDGES.flatMap((reach) => [0, 1, 2, 3].map((side) => ({ side, reach: reach * longer })));
  return [
    ...spread(CHANCE.spots, spots, spotAt),
    ...spread(CHANCE.bands, bands, ({ reach, across, at, part }) => {
      const length = across ? width : depth;
      return (x, y) => {
        const [on, off] = across ? [x, y - at] : [y, x - at];
        // A dead half fades out over as much as it is wide.
        const past = part === 'all' ? 0 : part === 'first' ? on - length / 2 : length / 2 - on;
        return bell(off, reach * longer) * (past > 0 ? bell(past, reach * longer) : 1);
      };
    }),
    ...spread(CHANCE.corners, corners, ({ x, y, reach, sharp }) => (px, py) => {
      const distance = Math.hypot(px - x, py - y);
      return sharp ? Math.exp(-distance / reach) : bell(distance, reach);
    }),
    ...spread(CHANCE.edges, edges, ({ side, reach }) => (x, y) => {
      const [first, second, third] = [x, width - x, y];
      return Math.exp(-(side === 0 ? first : side === 1 ? second : side === 2 ? third : depth - y) / reach);
    }),
    ...spread(CHANCE.single, [...read], ({ x, y }) => spotAt({ x, y, reach: 0.08 })),
    ...spread(CHANCE.single / 10, [...read], ({ x, y }) => spotAt({ x, y, reach: 0.06 }), WILD),
  ];
}
