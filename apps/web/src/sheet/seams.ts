import { levelSeamCost, seamCost, type Seam, type TiledSide } from '@kanga/core/sheet';
import { nth } from '@kanga/core/numbers';

export const tenth = (mm: number): number => Math.round(mm * 10) / 10;

const middleOf = (seam: Seam, upright: boolean): number =>
  seam.reduce((all, p) => all + (upright ? p.x : p.y), 0) / Math.max(1, seam.length);

/** Where the seams of a tiling stand now, as numbers that can be moved, mm in the side's coordinates. */
export const standing = ({ tiling, seams }: TiledSide): { upright: number[]; level: number[] } => ({
  upright: tiling.upright ?? seams.upright.map((seam) => tenth(middleOf(seam, true))),
  level: tiling.level ?? seams.level.map((seam) => tenth(middleOf(seam, false))),
});

/** A seam as it is shown: which of the upright or the level ones it is, by which letter it goes, and where it stands. */
export interface ShownSeam {
  seam: Seam;
  upright: boolean;
  at: number;
  letter: string;
  place: number;
}

/** All seams of a tiling, the upright ones first, as their letters go. */
export function shownSeams(tiled: TiledSide): ShownSeam[] {
  const now = standing(tiled);
  const { upright, level } = tiled.seams;
  return [
    ...upright.map((seam, at) => ({ seam, upright: true, at, place: nth(now.upright, at) })),
    ...level.map((seam, at) => ({ seam, upright: false, at, place: nth(now.level, at) })),
  ].map((one, i) => ({ ...one, letter: String.fromCharCode(65 + i) }));
}

/** How much a seam of a tiling shows at a place, as a number and in words. */
export function showing({ map }: TiledSide, upright: boolean, place: number): { cost: number; words: string } {
  const cost = upright ? seamCost(map, place) : levelSeamCost(map, place);
  const words = cost < 0.25 ? 'hardly shows' : cost < 0.6 ? 'shows a little' : cost < 1.2 ? 'shows' : 'shows badly';
  return { cost, words };
}
