import type { HouseRules } from '../shop/index.js';
import type { Layer, LayerRole } from './layers.js';
import type { StackPlan } from './plan.js';

/** One size of protective paper to cut, for a whole job. */
export interface CutItem {
  role: LayerRole;
  name: string;
  width: number;
  height: number;
  count: number;
  /** When a sheet is thrown away. */
  until: string;
}

export interface CutList {
  items: CutItem[];
  /** Width of the roll of protective paper, and what of its length all of them take, mm. */
  rollWidth: number;
  length: number;
}

/** A usual roll of protective paper, mm. Common practice, no published source: 24 in. */
const PROTECTIVE_ROLL = 610;

const PAPER: readonly LayerRole[] = ['cover sheet', 'insert', 'base sheet'];

/** Length of roll for `count` sheets of one size in rows across it, the shorter of both ways round; Infinity when neither fits. O(1). */
export function rollLength(
  { width, height, count }: Pick<CutItem, 'width' | 'height' | 'count'>,
  rollWidth: number,
): number {
  const along = (across: number, deep: number) => {
    const abreast = Math.floor(rollWidth / across + 1e-9);
    return abreast === 0 ? Infinity : Math.ceil(count / abreast) * deep;
  };
  return Math.min(along(width, height), along(height, width));
}

/** One side of the goods: what lies in its stack, and how many pressings the whole job takes of it. */
export interface CutSide {
  layers: readonly Layer[];
  pressings: number;
}

/**
 * What protective paper is cut for a job: one cover sheet and one base sheet a pressing and one insert a piece and side, or one of each while the
 * same design lies on the same spot, as the house does. Sheets of the same use and size are one item.
 */
export function cutList(
  sides: readonly CutSide[],
  pieces: number,
  { reuse }: Pick<HouseRules, 'reuse'>,
  rollWidth: number = PROTECTIVE_ROLL,
): CutList {
  const items: CutItem[] = [];
  for (const { layers, pressings } of sides) {
    for (const { role, name, size } of layers) {
      if (!size || !PAPER.includes(role)) continue;
      const each = role === 'insert' ? pieces : pressings;
      const count = reuse === 'never' ? each : 1;
      const known = items.find((one) => one.role === role && one.width === size.width && one.height === size.height);
      if (known) known.count += count;
      else
        items.push({
          role,
          name,
          ...size,
          count,
          until: reuse === 'never' ? 'after one pressing' : 'when it browns, or the design changes',
        });
    }
  }
  // Sheets of one size are cut together, so that no row is left half empty for each of them.
  const bySize = new Map<string, CutItem>();
  for (const item of items) {
    const key = [item.width, item.height].sort((a, b) => a - b).join(' ');
    const known = bySize.get(key);
    bySize.set(key, known ? { ...known, count: known.count + item.count } : item);
  }
  const length = [...bySize.values()].reduce((sum, item) => sum + rollLength(item, rollWidth), 0);
  return { items, rollWidth, length };
}

/** The sides of a plan as a cut list wants them, for so many pieces. */
export const cutSides = ({ sides, steps }: Pick<StackPlan, 'sides' | 'steps'>, pieces: number): CutSide[] =>
  sides.map(({ layers }, side) => ({
    layers,
    pressings: steps.filter((step) => step.kind === 'press' && step.side === side).length * pieces,
  }));
