import { nth } from '../numbers/index.js';
import { blocksOf, type Blocks } from './blocks.js';
import type { Prepared } from './lay.js';
import type { NestProblem, Spot } from './problem.js';
import { Skyline, type Choice, type Lying, type Put, type SkylineState } from './skyline.js';
import { HAIR } from './slots.js';

/** Out of the global object once: what is looked up there at every call costs more than the sum. */
const { imul, max, min, round } = Math;

/** What a search over skylines may vary: which thing is taken first where several fit alike. */
export type SkylineGenes = readonly number[];

/** Puts a number into its place among the least `most`. */
function keep(kept: number[], value: number, most: number): void {
  let at = kept.length;
  while (at > 0 && (kept[at - 1] ?? 0) > value) at--;
  kept.splice(at, 0, value);
  if (kept.length > most) kept.pop();
}

/** A state on the way, with what led to it. */
interface State extends SkylineState {
  /** Area that was given up, mm². */
  waste: number;
  put: Put | null;
  /** Area that is left over when the rest is laid down by best fit, mm². */
  over: number;
}

/** What is left by its shapes, and the skyline, as one number: two ways to the same are one. */
function keyOf({ x, top, sum, mix }: State): number {
  let [a, b] = [sum, mix];
  for (let i = 0; i < top.length; i++) {
    a = imul(a ^ round((x[i] as number) * 100), 0x9e3779b1) ^ (a >>> 15);
    b = imul(b ^ round((top[i] as number) * 100), 0x85ebca6b) ^ (b >>> 13);
    a = (a + b) | 0;
  }
  // 53 bits: as many as a number holds.
  return (a >>> 0) * 0x200000 + (b >>> 11);
}

/** How many of what fits a gap are followed. */
const BRANCHES = 8;

/**
 * Lays down boxes, and what is nearly one, on the skyline of what lies already: the lowest gap is filled with whatever fits it best, at the side where its neighbour is
 * higher; a gap that takes nothing is given up to the height of its lower neighbour (best fit on a skyline after E. Burke, G. Kendall and G. Whitwell 2004; the order of
 * fits after S. Leung, D. Zhang and K. Sim, “A two-stage intelligent search algorithm for the two-dimensional strip packing problem”, 2011).
 */
export class SkylineSearch {
  private readonly skyline: Skyline;

  /** `under`: what lies on the sheet already, and stays. */
  constructor(
    private readonly sheet: Pick<NestProblem, 'width' | 'length'>,
    readonly blocks: Blocks,
    private readonly under: readonly Lying[] = [],
  ) {
    this.skyline = new Skyline(sheet.width, blocks.shape.length + under.length, blocks);
  }

  /** Null when a thing is no box in any of its turns, is pinned, or belongs to a group. */
  static of(prepared: Prepared): SkylineSearch | null {
    const blocks = blocksOf(prepared);
    return blocks && new SkylineSearch(prepared.problem, blocks);
  }

  /** All are plain boxes: none of several steps. */
  get flatOnly(): boolean {
    return !this.blocks.boxes.includes(0);
  }

  /** Things by a size of theirs, the largest first. */
  private sized(size: (width: number, height: number) => number): SkylineGenes {
    const { first, width, height, shape } = this.blocks;
    const sizes = Array.from(shape, (kind) => {
      const block = nth(first, kind);
      return size(nth(width, block), nth(height, block));
    });
    return Array.from(shape, (_, thing) => thing).sort((a, b) => nth(sizes, b) - nth(sizes, a) || a - b);
  }

  largestFirst(): SkylineGenes {
    return this.sized((wide, high) => wide * high);
  }

  /** Things in some orders that are good to begin with. */
  orders(): SkylineGenes[] {
    return [this.largestFirst(), this.sized(max), this.sized((wide, high) => wide + high), this.sized(min)];
  }

  /** Lays everything down on as many sheets as it takes, the first of `order` first where several fit alike. O(things × (turned shapes / 32 + steps of the skyline)). */
  lay(order: SkylineGenes): Spot[] {
    const { skyline } = this;
    const spots = order.map((): Spot => ({ sheet: -1, x: 0, y: 0, turn: 0 }));
    skyline.begin(order);
    for (let sheet = 0; skyline.count > 0; sheet++) {
      const before = skyline.count;
      skyline.clear(this.under);
      skyline.fill(this.sheet.length, spots, sheet);
      if (skyline.count === before) throw new RangeError('a thing fits no sheet in any of its turns');
    }
    return spots;
  }

  /**
   * Looks for a layout on one sheet within a length, and gives null after each little bit of work: a beam search over what is put into the lowest gap, `width` states
   * wide, judged by how much is left when the rest is laid down by best fit (after L. Wei, Q. Hu, S. Leung and N. Zhang, “An improved skyline based heuristic for the 2D
   * strip packing problem and its efficient implementation”, 2017; from memory). Each step takes O(branches × lay).
   */
  *beam(order: SkylineGenes, length: number, width: number): Generator<Spot[] | null, void> {
    const { skyline } = this;
    skyline.begin(order);
    skyline.clear(this.under);
    const spare = this.sheet.width * length - skyline.taken() - skyline.area;
    if (spare < -HAIR) return;
    let states: State[] = [{ ...skyline.state(), waste: 0, put: null, over: 0 }];
    while (states.length > 0) {
      const next: State[] = [];
      const kept: number[] = [];
      const seen = new Set<number>();
      for (const state of states) {
        for (const made of this.after(state, length, spare)) {
          const key = keyOf(made);
          if (seen.has(key)) continue;
          seen.add(key);
          // Whatever leaves more than the last of those that are kept would be dropped in the end.
          const worst = kept.length < width ? Infinity : (kept[width - 1] ?? Infinity);
          skyline.take(made);
          if (!skyline.fill(length, null, 0, spare - made.waste + worst)) continue;
          if (skyline.count === 0) {
            yield this.whole(made, length);
            return;
          }
          made.over = skyline.area;
          next.push(made);
          if (made.over < worst) keep(kept, made.over, width);
        }
        yield null;
      }
      next.sort((a, b) => a.over - b.over || a.waste - b.waste);
      states = next.slice(0, width);
    }
  }

  /** The states that come of what is put into the lowest gap that takes anything. */
  private *after(state: State, length: number, spare: number): Generator<State, void> {
    const { skyline } = this;
    skyline.take(state);
    let { waste } = state;
    let choices: Choice[] = [];
    while (choices.length === 0) {
      const at = skyline.lowest();
      skyline.look(at);
      const { from, to, low, lower } = skyline.gap;
      if (low >= length - HAIR) return;
      choices = skyline.all(length);
      if (choices.length > 0) break;
      waste += (to - from) * (min(lower, length) - low);
      if (waste > spare + HAIR || !skyline.giveUp(at, length)) return;
    }
    const before = skyline.state();
    const gap = { ...skyline.gap };
    for (const choice of choices.slice(0, BRANCHES)) {
      skyline.take(before);
      Object.assign(skyline.gap, gap);
      const put = { ...skyline.put(choice), before: state.put };
      yield { ...skyline.state(), waste, put, over: 0 };
    }
  }

  /** The layout that a state comes to when the rest is laid down by best fit. */
  private whole(state: State, length: number): Spot[] {
    const { skyline } = this;
    const spots = Array.from(this.blocks.shape, (): Spot => ({ sheet: -1, x: 0, y: 0, turn: 0 }));
    skyline.take(state);
    skyline.fill(length, spots, 0);
    for (let put = state.put; put; put = put.before) skyline.note(spots, 0, put);
    return spots;
  }
}
