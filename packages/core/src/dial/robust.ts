import { nth } from '../numbers/index.js';
import type { DialSetting } from './setting.js';
import { topOf, type Grid, type Surface } from './surface.js';

/** How far a setting may be off in a day's work, °C and s, beside what the plate itself is off from place to place. */
export const OFF = { temperature: 5, dwell: 3 };

const indexOf = ({ temperatures, dwells }: Grid, slice: number, time: number, heat: number): number =>
  (slice * dwells.length + time) * temperatures.length + heat;

/** Where a value lies among rising numbers: the place before it, and the share of the way to the next. */
function between(list: readonly number[], value: number): [number, number] {
  let at = 0;
  while (at < list.length - 2 && nth(list, at + 1) <= value) at++;
  const [a, b] = [nth(list, at), list[at + 1] ?? nth(list, at)];
  return [at, b > a ? Math.min(1, Math.max(0, (value - a) / (b - a))) : 0];
}

/** Reads values of a grid at any setting, by straight lines between them; beyond its edge, at its edge. `slice`: which pressure and pre-press, counted as the grid counts them. */
export function readGrid(
  grid: Grid,
  values: ArrayLike<number>,
  slice: number,
  temperature: number,
  dwell: number,
): number {
  const [heat, u] = between(grid.temperatures, temperature);
  const [time, v] = between(grid.dwells, dwell);
  const at = (t: number, h: number) =>
    nth(values, indexOf(grid, slice, Math.min(t, grid.dwells.length - 1), Math.min(h, grid.temperatures.length - 1)));
  const low = at(time, heat) * (1 - u) + at(time, heat + 1) * u;
  const high = at(time + 1, heat) * (1 - u) + at(time + 1, heat + 1) * u;
  return low * (1 - v) + high * v;
}

/** What a setting of the grid gives in the worst case of what it may be off: the least over the corners of that box and its middle. `plate`: what the plate is off, coolest and hottest, °C. */
function worstOf(surface: Surface, g: number, plate: { coolest: number; hottest: number }): number {
  const { grid, merit } = surface;
  const { temperature, dwell } = surface.settings[g] as DialSetting;
  const slice = Math.floor(g / (grid.temperatures.length * grid.dwells.length));
  let worst = nth(merit, g);
  for (const dT of [plate.coolest - OFF.temperature, 0, plate.hottest + OFF.temperature])
    for (const dt of [-OFF.dwell, 0, OFF.dwell])
      worst = Math.min(worst, readGrid(grid, merit, slice, temperature + dT, dwell + dt));
  return worst;
}

/** A setting that a study ends with. */
export interface Point {
  setting: DialSetting;
  /** Where it stands on the grid. */
  at: number;
  /** How good it is expected to be, and in the worst case, ΔE. */
  merit: number;
  worst: number;
}

/** What is given away for a shorter dwell, ΔE: half of what the eye sees. */
const UNSEEN = 0.5;

/** The best setting, and the robust one: of all whose worst case is as good as the eye can tell, the shortest. O(grid). */
export function pointsOf(
  surface: Surface,
  plate: { coolest: number; hottest: number } = { coolest: 0, hottest: 0 },
): { best: Point; robust: Point; worst: Float64Array } {
  const worst = Float64Array.from(surface.settings, (_, g) => worstOf(surface, g, plate));
  const point = (at: number): Point => ({
    setting: surface.settings[at] as DialSetting,
    at,
    merit: nth(surface.merit, at),
    worst: nth(worst, at),
  });
  const steadiest = topOf(worst, surface.able);
  const most = nth(worst, steadiest);
  const robust = [...worst.keys()]
    .filter((g) => surface.able[g] === 1 && nth(worst, g) >= most - UNSEEN)
    .reduce((a, g) => ((surface.settings[g]?.dwell ?? 0) < (surface.settings[a]?.dwell ?? 0) - 0.5 ? g : a), steadiest);
  return { best: point(topOf(surface.merit, surface.able)), robust: point(robust), worst };
}

/** A setting whose worst case is within this of its best forgives what is off, ΔE; one whose doubt is more than that is not known. */
export const FORGIVES = 1.5;
export const UNKNOWN = 2.5;
