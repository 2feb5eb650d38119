import { nth, seeded } from '../numbers/index.js';
import { blocksOf, type Blocks } from './blocks.js';
import { lengthsOf, type Prepared } from './lay.js';
import type { NestProblem, NestResult, Spot } from './problem.js';
import { HAIR, Skyline, type Choice, type Put, type SkylineState } from './skyline.js';

/** What a search over skylines may vary: which thing is taken first where several fit alike. */
export type SkylineGenes = readonly number[];

/** An order in which neighbours have changed places, up to some four apart. */
function loosened(order: SkylineGenes, random: () => number): SkylineGenes {
  return order
    .map((thing, i) => ({ thing, at: i + 4 * random() * Math.sqrt(order.length / 8) }))
    .sort((a, b) => a.at - b.at)
    .map(({ thing }) => thing);
}

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
  /** Area that is left when the rest is laid down by best fit, mm². */
  left: number;
}

/** As wide as a beam gets before it begins anew in other orders. */
const WIDEST = 16;
/** How many of what fits a gap are followed. */
const BRANCHES = 8;
/** Lengths that are aimed at, between the bound and the best: a share of what is between them. */
const AIM = { least: 0.6, span: 0.3, shorter: 0.01 };

/**
 * Lays down boxes, and what is nearly one, on the skyline of what lies already: the lowest gap is filled with whatever fits it best, at the side where its neighbour is
 * higher; a gap that takes nothing is given up to the height of its lower neighbour (best fit on a skyline after E. Burke, G. Kendall and G. Whitwell 2004; the order of
 * fits after S. Leung, D. Zhang and K. Sim, “A two-stage intelligent search algorithm for the two-dimensional strip packing problem”, 2011).
 */
export class SkylineSearch {
  private readonly skyline: Skyline;

  private constructor(
    private readonly problem: NestProblem,
    private readonly blocks: Blocks,
  ) {
    this.skyline = new Skyline(problem, blocks);
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

  /** Things in some orders that are good to begin with. */
  orders(): SkylineGenes[] {
    const { things } = this.problem;
    const { first, width, height } = this.blocks;
    const sized = (size: (width: number, height: number) => number) => {
      const sizes = things.map((shape) => {
        const block = nth(first, shape);
        return size(nth(width, block), nth(height, block));
      });
      return things.map((_, i) => i).sort((a, b) => nth(sizes, b) - nth(sizes, a) || a - b);
    };
    return [
      sized((wide, high) => wide * high),
      sized((wide, high) => Math.max(wide, high)),
      sized((wide, high) => wide + high),
      sized((wide, high) => Math.min(wide, high)),
    ];
  }

  /** Lays everything down, the first of `order` first where several fit alike. O(things × (things left × turns + steps of the skyline)). */
  lay(order: SkylineGenes): NestResult {
    const { skyline, problem } = this;
    const spots = problem.things.map((): Spot => ({ sheet: -1, x: 0, y: 0, turn: 0 }));
    let count = skyline.begin(order);
    for (let sheet = 0; count > 0; sheet++) {
      const before = count;
      skyline.clear();
      count = skyline.fill(count, problem.length, spots, sheet);
      if (count === before) throw new RangeError('a thing fits no sheet in any of its turns');
    }
    return { spots, lengths: lengthsOf(problem, spots) };
  }

  /**
   * Looks for layouts on one sheet that are shorter and shorter, and gives each as it finds it; null while it finds nothing, after a little work each time. `known` is the
   * shortest that anybody knows by now. Ends only when nothing shorter than `bound` may be. A beam search over what is put into the lowest gap, judged by how much
   * is left when the rest is laid down by best fit within the length that is aimed at; twice as wide each time it fails, and begun anew in other orders where that is
   * too wide (iterative doubling after L. Wei, Q. Hu, S. Leung and N. Zhang, “An improved skyline based heuristic for the 2D strip packing problem and its efficient
   * implementation”, 2017; from memory). Each step takes O(branches × lay).
   */
  *shorter(bound: number, known: () => number, seed: number): Generator<NestResult | null, void> {
    const most = () => Math.min(known(), this.problem.length);
    const random = seeded(seed);
    // Searches beside each other do not go the same way.
    let orders = seed === 1 ? this.orders() : this.orders().map((order) => loosened(order, random));
    for (let width = 1; most() > bound + HAIR;) {
      let better = false;
      for (const order of orders) {
        const best = most();
        const aim = bound + (best - bound) * (AIM.least + AIM.span * random());
        for (const found of this.beam(order, Math.max(bound, Math.min(best - AIM.shorter, aim)), width)) {
          if (found) better = true;
          yield found;
        }
        if (better) break;
      }
      if (better) continue;
      width = width >= WIDEST ? 1 : width * 2;
      if (width === 1) orders = this.orders().map((order) => loosened(order, random));
    }
  }

  /** One beam search of a width for a layout within a length. */
  private *beam(order: SkylineGenes, length: number, width: number): Generator<NestResult | null, void> {
    const { skyline } = this;
    const count = skyline.begin(order);
    skyline.clear();
    const spare = this.problem.width * length - skyline.areaOf(count);
    let states: State[] = [{ ...skyline.state(count), waste: 0, put: null, left: 0 }];
    while (states.length > 0) {
      const next: State[] = [];
      const kept: number[] = [];
      const seen = new Set<string>();
      for (const state of states) {
        for (const made of this.after(state, length, spare)) {
          const key = this.keyOf(made);
          if (seen.has(key)) continue;
          seen.add(key);
          // Whatever leaves more than the last of those that are kept would be dropped in the end.
          const worst = kept.length < width ? Infinity : (kept[width - 1] ?? Infinity);
          skyline.take(made);
          const left = skyline.fill(made.count, length, null, 0, spare - made.waste + worst);
          if (left === 0) {
            yield this.whole(made, length);
            return;
          }
          if (left < 0) continue;
          made.left = skyline.areaOf(left);
          next.push(made);
          if (made.left < worst) keep(kept, made.left, width);
        }
        yield null;
      }
      next.sort((a, b) => a.left - b.left || a.waste - b.waste);
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
      choices = skyline.all(state.count, length);
      if (choices.length > 0) break;
      waste += (to - from) * (Math.min(lower, length) - low);
      if (waste > spare + HAIR || !skyline.giveUp(at, length)) return;
    }
    const before = skyline.state(state.count);
    const gap = { ...skyline.gap };
    for (const choice of choices.slice(0, BRANCHES)) {
      skyline.take(before);
      Object.assign(skyline.gap, gap);
      const put = { ...skyline.put(choice, before.count), before: state.put };
      yield { ...skyline.state(before.count - 1), waste, put, left: 0 };
    }
  }

  /** What is left by its shapes, and the skyline: two ways to the same are one. */
  private keyOf({ x, top, things }: State): string {
    const { shape, mark } = this.blocks;
    let [sum, mixed] = [0, 0];
    for (const thing of things) {
      const own = nth(mark, nth(shape, thing));
      sum = (sum + own) % 4294967291;
      mixed ^= own;
    }
    const sky = x.map((value, i) => Math.round(value * 100) + 7919 * Math.round((top[i] ?? 0) * 100));
    return `${sum} ${mixed} ${sky.join(' ')}`;
  }

  /** The layout that a state comes to when the rest is laid down by best fit. */
  private whole(state: State, length: number): NestResult {
    const { problem, skyline } = this;
    const spots = problem.things.map((): Spot => ({ sheet: -1, x: 0, y: 0, turn: 0 }));
    skyline.take(state);
    skyline.fill(state.count, length, spots, 0);
    for (let put = state.put; put; put = put.before)
      spots[put.thing] = { sheet: 0, x: put.x + put.block.dx, y: put.y + put.block.dy, turn: put.block.turn };
    return { spots, lengths: lengthsOf(problem, spots) };
  }
}
