import { buildOf, type Blank, type Family, type PressureLevel, type Surface } from '../blank/index.js';
import type { Peel } from './chart.js';

/** Settings that were pressed in this shop, and what came of them. */
export interface Proven {
  blankId: string;
  family: Family;
  surface: Surface;
  /** Cloth and build of its blank, as `buildOf` tells them; left out: nobody knows any more. */
  build?: string;
  pressId: string;
  /** The paper; null: runs of before did not say. */
  mediaId: string | null;
  temperature: number;
  dwell: number;
  pressure: PressureLevel;
  prePress: number;
  peel: Peel;
  /** Pieces that came out good, and spoiled ones. */
  good: number;
  spoiled: number;
  /** When a piece was judged last, ISO 8601. */
  last: string;
  /** Whether it is the recipe of its blank, press and paper: then it comes before whatever was pressed more often. */
  accepted: boolean;
}

/** This many good pieces prove a setting, with no more than this share spoiled. Common practice, no published source. */
const PROVEN = { least: 3, mostSpoiled: 0.1 };

const NEARNESS = [
  'this blank on this paper',
  'this blank',
  'goods of the same cloth and build on this paper',
  'goods of the same cloth and build',
] as const;
type Nearness = (typeof NEARNESS)[number];

export interface ProvenHere {
  proven: Proven;
  nearness: Nearness;
}

/** Whether enough of it came out good, or somebody accepted it. */
export const isProven = ({ good, spoiled, accepted }: Proven): boolean =>
  accepted || (good >= PROVEN.least && spoiled / (good + spoiled) <= PROVEN.mostSpoiled);

/**
 * What was pressed on this press with the blank or its like, the nearest first, then what came out good most often: those that are proven, and those
 * that are not. O(n log n).
 */
export function provenHere(
  list: readonly Proven[],
  blank: Blank,
  pressId: string,
  mediaId: string | null,
): { proven: ProvenHere[]; unproven: ProvenHere[] } {
  const build = buildOf(blank);
  const near = list.flatMap((one): ProvenHere[] => {
    const same = one.blankId === blank.id;
    const like = one.build === build;
    if (one.pressId !== pressId || !(same || like)) return [];
    const paper = one.mediaId !== null && one.mediaId === mediaId;
    const nearness: Nearness = same
      ? paper
        ? 'this blank on this paper'
        : 'this blank'
      : paper
        ? 'goods of the same cloth and build on this paper'
        : 'goods of the same cloth and build';
    return [{ proven: one, nearness }];
  });
  near.sort(
    (a, b) =>
      NEARNESS.indexOf(a.nearness) - NEARNESS.indexOf(b.nearness) ||
      Number(b.proven.accepted) - Number(a.proven.accepted) ||
      b.proven.good - a.proven.good ||
      b.proven.last.localeCompare(a.proven.last),
  );
  return {
    proven: near.filter(({ proven }) => isProven(proven)),
    unproven: near.filter(({ proven }) => !isProven(proven)),
  };
}
