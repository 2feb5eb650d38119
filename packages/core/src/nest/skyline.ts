import { nth } from '../numbers/index.js';
import type { Block, Blocks } from './blocks.js';
import type { NestProblem, Spot } from './problem.js';
import type { ProfileStep } from './profile.js';

/** A block that fits the gap that was looked at: where its thing stands among those left, how deep it begins, and how well it fits. */
export interface Choice {
  place: number;
  block: Block;
  y: number;
  score: number;
}

/** What was put where, and before it. */
export interface Put {
  thing: number;
  x: number;
  y: number;
  block: Block;
  before: Put | null;
}

/** A skyline with what is left to be laid on it. */
export interface SkylineState {
  x: Float64Array;
  top: Float64Array;
  things: Int32Array;
  count: number;
}

/** Lengths nearer than this are one, mm. */
export const HAIR = 1e-6;

/**
 *        far                         the lowest gap, between its neighbours: what comes next
 *         ┌──┐                       lies beside the higher one
 *     ┌───┘  │    ┌────
 *     │      └────┘
 *     └───────────────  0
 *
 * How far one sheet is taken up across the ground, and what is left to be laid on it.
 */
export class Skyline {
  /** The skyline: where its steps begin, and how far they reach; the ground's end closes it. */
  private readonly x: Float64Array;
  private readonly top: Float64Array;
  private steps = 0;
  readonly gap = { from: 0, to: 0, low: 0, high: 0, lower: 0, onLeft: true };
  private readonly left: Int32Array;

  constructor(
    private readonly ground: Pick<NestProblem, 'width' | 'things'>,
    private readonly blocks: Blocks,
  ) {
    const count = ground.things.length;
    const most = 12 * count + 16;
    this.x = new Float64Array(most);
    this.top = new Float64Array(most);
    this.left = new Int32Array(count);
  }

  /** Of the first of what is left, mm². */
  areaOf(count: number): number {
    let area = 0;
    for (let i = 0; i < count; i++) area += this.blocks.area[this.blocks.shape[this.left[i] ?? 0] ?? 0] ?? 0;
    return area;
  }

  /** As it is, with the first `count` of what is left. */
  state(count: number): SkylineState {
    const [x, top] = [this.x.slice(0, this.steps + 1), this.top.slice(0, this.steps)];
    return { x, top, things: this.left.slice(0, count), count };
  }
  /** Goes back to a state. */
  take(state: SkylineState): void {
    this.x.set(state.x);
    this.top.set(state.top);
    this.steps = state.top.length;
    this.left.set(state.things);
  }
  /** An empty sheet. */
  clear(): void {
    this.x[0] = 0;
    this.top[0] = 0;
    this.x[1] = this.ground.width;
    this.steps = 1;
  }

  /** Puts all that is to be laid down in order; how many that is. */
  begin(order: readonly number[]): number {
    for (let i = 0; i < order.length; i++) this.left[i] = nth(order, i);
    return order.length;
  }

  /** Fills one sheet with what is left; how many things are left then. -1: more than `spare` mm² had to be given up. */
  fill(count: number, length: number, spots: Spot[] | null, sheet: number, spare = Infinity): number {
    while (count > 0) {
      const at = this.lowest();
      if (nth(this.top, at) >= length - HAIR) break;
      this.look(at);
      const found = this.fitting(count, length);
      if (!found) {
        // What is given up is left over at the end: it is not gone on with once that is more than others leave.
        spare -= (this.gap.to - this.gap.from) * (Math.min(this.gap.lower, length) - this.gap.low);
        if (spare < -HAIR) return -1;
        if (!this.giveUp(at, length)) break;
        continue;
      }
      const { thing, x, y, block } = this.put(found, count--);
      if (spots) spots[thing] = { sheet, x: x + block.dx, y: y + block.dy, turn: block.turn };
    }
    return count;
  }

  /** The lowest gap, by its place on the skyline. */
  lowest(): number {
    let at = 0;
    for (let i = 1; i < this.steps; i++) if ((this.top[i] ?? 0) < (this.top[at] ?? 0) - HAIR) at = i;
    return at;
  }

  /** Where a block comes to lie that begins at `x`, by its steps and the skyline under them. */
  private restsAt(steps: readonly ProfileStep[], x: number): number {
    let y = 0;
    let i = 0;
    for (const step of steps) {
      const [from, to] = [x + step.x, x + step.x + step.width];
      while (i > 0 && (this.x[i] ?? 0) > from + HAIR) i--;
      while ((this.x[i + 1] ?? 0) <= from + HAIR) i++;
      for (let k = i; k < this.steps && (this.x[k] ?? 0) < to - HAIR; k++)
        y = Math.max(y, (this.top[k] ?? 0) - step.near);
    }
    return y;
  }

  /** The lowest gap, and its neighbours: what fits lies beside the higher one; the ground's own edge is highest. */
  look(at: number): void {
    const [from, to] = [this.x[at] ?? 0, this.x[at + 1] ?? 0];
    const leftWall = at > 0 ? (this.top[at - 1] ?? 0) : Infinity;
    const rightWall = at + 1 < this.steps ? (this.top[at + 1] ?? 0) : Infinity;
    const gap = this.gap;
    gap.onLeft = leftWall >= rightWall;
    gap.from = from;
    gap.to = to;
    gap.low = this.top[at] ?? 0;
    gap.high = Math.max(leftWall, rightWall);
    gap.lower = Math.min(leftWall, rightWall);
  }

  /** How deep a block comes to begin in the gap that was looked at; NaN: it does not fit, or leaves the gap empty beneath it. */
  private depthOf({ width, height, steps }: Block, length: number): number {
    const { from, to, low, onLeft } = this.gap;
    if (steps.length === 1) return width > to - from + HAIR || low + height > length + HAIR ? NaN : low;
    const x = onLeft ? from : to - width;
    if (x < -HAIR || x + width > this.ground.width + HAIR) return NaN;
    const y = this.restsAt(steps, x);
    if (y + height > length + HAIR) return NaN;
    // Something of it has to lie on the bottom of the gap.
    const rests = steps.some(
      (step) => x + step.x < to - HAIR && x + step.x + step.width > from + HAIR && y + step.near <= low + HAIR,
    );
    return rests ? y : NaN;
  }

  /** How well a block fits the gap that was looked at: 5 fills it and is level with the higher neighbour, 0 only fits. */
  private scoreOf(width: number, far: number): number {
    const { from, to, high, lower } = this.gap;
    const levels = Math.abs(far - high) < HAIR ? 2 : Math.abs(far - lower) < HAIR ? 1 : 0;
    return Math.abs(width - (to - from)) < HAIR ? 3 + levels : levels;
  }

  /**
   * What fits the lowest gap best, the first of what is left where several fit alike. Most of all time goes here: boxes are looked at as plain numbers, and one choice is
   * made at the end.
   */
  private fitting(count: number, length: number): Choice | null {
    const { blocks, left, gap } = this;
    const { shape, first, width: widths, height: heights, boxes, all } = blocks;
    const { low, high, lower } = gap;
    const room = gap.to - gap.from;
    let [bestPlace, bestBlock, most, depth] = [-1, -1, -1, 0];
    let seen = -1;
    for (let place = 0; place < count; place++) {
      const kind = shape[left[place] as number] as number;
      if (kind === seen) continue;
      seen = kind;
      for (let b = first[kind] as number, end = first[kind + 1] as number; b < end; b++) {
        const width = widths[b] as number;
        let y = low;
        if (boxes[b] === 1) {
          if (width > room + HAIR || low + (heights[b] as number) > length + HAIR) continue;
        } else {
          y = this.depthOf(all[b] as Block, length);
          if (Number.isNaN(y)) continue;
        }
        const far = y + (heights[b] as number);
        let score = width > room - HAIR && width < room + HAIR ? 3 : 0;
        if (far > high - HAIR && far < high + HAIR) score += 2;
        else if (far > lower - HAIR && far < lower + HAIR) score++;
        if (score <= most) continue;
        most = score;
        bestPlace = place;
        bestBlock = b;
        depth = y;
        if (score === 5) place = count;
      }
    }
    const block = all[bestBlock];
    return block ? { place: bestPlace, block, y: depth, score: most } : null;
  }

  /** All that fits the lowest gap, the best first, larger before smaller; shapes that are alike once. O(count × turns). */
  all(count: number, length: number): Choice[] {
    const { shape, first, all } = this.blocks;
    const list: Choice[] = [];
    const seen = new Set<number>();
    for (let place = 0; place < count; place++) {
      const kind = nth(shape, nth(this.left, place));
      if (seen.has(kind)) continue;
      seen.add(kind);
      for (const block of all.slice(nth(first, kind), nth(first, kind + 1))) {
        const y = this.depthOf(block, length);
        if (!Number.isNaN(y)) list.push({ place, block, y, score: this.scoreOf(block.width, y + block.height) });
      }
    }
    return list.sort((a, b) => b.score - a.score || b.block.area - a.block.area);
  }

  /** Lays a choice down beside the gap that was looked at. */
  put({ place, block, y }: Choice, count: number): Omit<Put, 'before'> {
    const thing = nth(this.left, place);
    const x = this.gap.onLeft ? this.gap.from : this.gap.to - block.width;
    this.left.copyWithin(place, place + 1, count);
    for (const step of block.steps) this.raise(x + step.x, x + step.x + step.width, y + step.far);
    return { thing, x, y, block };
  }

  /** Fills the lowest gap up to its lower neighbour; false: there is nothing beside it. */
  giveUp(at: number, length: number): boolean {
    const beside = Math.min(
      at > 0 ? (this.top[at - 1] ?? 0) : Infinity,
      at + 1 < this.steps ? (this.top[at + 1] ?? 0) : Infinity,
    );
    // The last gap of all, over the whole ground, takes nothing any more.
    if (beside === Infinity && at === 0 && this.steps === 1) return false;
    this.raise(this.x[at] ?? 0, this.x[at + 1] ?? 0, Math.min(beside, length));
    return true;
  }

  /** Lifts the skyline between two places to a height. O(steps). */
  private raise(from: number, to: number, top: number): void {
    const { x, top: tops } = this;
    const n = this.steps;
    let first = 0;
    while ((x[first + 1] ?? 0) <= from + HAIR) first++;
    let last = first;
    while ((x[last + 1] ?? 0) < to - HAIR) last++;
    // What is left of the first and the last step stays, and one comes between; alike neighbours become one.
    const head = (x[first] ?? 0) < from - HAIR;
    const tail = (x[last + 1] ?? 0) > to + HAIR;
    const tailTop = tops[last] ?? 0;
    let put = head ? first + 1 : first;
    const joinsLeft = put > 0 && Math.abs((tops[put - 1] ?? 0) - top) < HAIR;
    const joinsRight = !tail && last + 1 < n && Math.abs((tops[last + 1] ?? 0) - top) < HAIR;
    const fresh = (joinsLeft ? 0 : 1) + (tail ? 1 : 0);
    const end = joinsRight ? last + 2 : last + 1;
    // The steps behind move to their new place, with the ground's end.
    const shift = put + fresh - end;
    if (shift !== 0) {
      x.copyWithin(end + shift, end, n + 1);
      tops.copyWithin(end + shift, end, n);
    }
    if (!joinsLeft) {
      x[put] = from;
      tops[put] = top;
      put++;
    }
    if (tail) {
      x[put] = to;
      tops[put] = tailTop;
    }
    this.steps = n + shift;
  }
}
