import { nth } from '../numbers/index.js';
import type { Block, Blocks } from './blocks.js';
import type { Spot } from './problem.js';
import type { ProfileStep } from './profile.js';
import { HAIR, Slots } from './slots.js';

/** Out of the global object once: what is looked up there at every call costs more than the sum. */
const { abs, clz32, max, min } = Math;

/** A block that fits the gap that was looked at: its slot, how deep it begins, and how well it fits. */
export interface Choice {
  slot: number;
  y: number;
  score: number;
}

/** What was put where, and before it. */
export interface Put {
  slot: number;
  x: number;
  y: number;
  before: Put | null;
}

/** How far something reaches that lies already, mm; in the order of their tops. */
export interface Lying {
  from: number;
  to: number;
  top: number;
}

/** A skyline with what is left to be laid on it. */
export interface SkylineState {
  x: Float64Array;
  top: Float64Array;
  /** Slots of what is left, as bits. */
  left: Uint32Array;
  count: number;
  /** mm². */
  area: number;
  /** Two numbers by which what is left is told apart. */
  sum: number;
  mix: number;
}

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
  private slots: Slots;
  /** Slots of what is left, as bits. */
  private left: Uint32Array;
  /** How many things are left, their area, mm², and two numbers by which they are told apart. */
  count = 0;
  area = 0;
  private sum = 0;
  private mix = 0;
  /** Where what was found to fit begins, mm deep, and where what was laid last begins across. */
  private fitsAt = 0;
  private lastX = 0;

  /** Of a sheet `width` wide, with room for what many things come to. */
  constructor(
    private readonly width: number,
    things: number,
    private readonly blocks: Blocks,
  ) {
    const most = 12 * things + 16;
    this.x = new Float64Array(most);
    this.top = new Float64Array(most);
    this.slots = new Slots([], blocks);
    this.left = this.slots.all();
  }

  /** As it is, with what is left. */
  state(): SkylineState {
    const [x, top] = [this.x.slice(0, this.steps + 1), this.top.slice(0, this.steps)];
    const { count, area, sum, mix } = this;
    return { x, top, left: this.left.slice(), count, area, sum, mix };
  }
  /** Goes back to a state. */
  take(state: SkylineState): void {
    this.x.set(state.x);
    this.top.set(state.top);
    this.steps = state.top.length;
    this.left.set(state.left);
    this.count = state.count;
    this.area = state.area;
    this.sum = state.sum;
    this.mix = state.mix;
  }
  /** A sheet on which nothing lies but what stays. */
  clear(under: readonly Lying[] = []): void {
    this.x[0] = 0;
    this.top[0] = 0;
    this.x[1] = this.width;
    this.steps = 1;
    for (const { from, to, top } of under) this.raise(from, to, top);
  }
  /** What is taken up, with all that is beneath, mm². */
  taken(): number {
    let sum = 0;
    for (let i = 0; i < this.steps; i++) sum += (nth(this.x, i + 1) - nth(this.x, i)) * nth(this.top, i);
    return sum;
  }

  /** Takes up all that is to be laid, in order. O(turned shapes × sizes). */
  begin(order: readonly number[]): void {
    this.slots = new Slots(order, this.blocks);
    this.left = this.slots.all();
    this.count = order.length;
    this.area = this.slots.areaOf(this.left);
    this.sum = 0;
    this.mix = 0;
  }

  /** Fills one sheet with what is left, and says where in `spots`. False: more than `spare` mm² had to be given up. */
  fill(length: number, spots: Spot[] | null, sheet: number, spare = Infinity): boolean {
    while (this.count > 0) {
      const at = this.lowest();
      if ((this.top[at] as number) >= length - HAIR) break;
      this.look(at);
      const slot = this.fitting(length);
      if (slot < 0) {
        // What is given up is left over at the end: it is not gone on with once that is more than others leave.
        spare -= (this.gap.to - this.gap.from) * (min(this.gap.lower, length) - this.gap.low);
        if (spare < -HAIR) return false;
        if (!this.giveUp(at, length)) break;
        continue;
      }
      this.lay(slot, this.fitsAt);
      if (spots) this.note(spots, sheet, { slot, x: this.lastX, y: this.fitsAt });
    }
    return true;
  }

  /** Writes down where a thing lies. */
  note(spots: Spot[], sheet: number, { slot, x, y }: Omit<Put, 'before'>): void {
    const block = this.blockOf(slot);
    spots[nth(this.slots.thing, slot)] = { sheet, x: x + block.dx, y: y + block.dy, turn: block.turn };
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
      for (let k = i; k < this.steps && (this.x[k] ?? 0) < to - HAIR; k++) y = max(y, (this.top[k] ?? 0) - step.near);
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
    gap.high = max(leftWall, rightWall);
    gap.lower = min(leftWall, rightWall);
  }

  /** How deep a block comes to begin in the gap that was looked at; NaN: it does not fit, or leaves the gap empty beneath it. */
  private depthOf({ width, height, steps }: Block, length: number): number {
    const { from, to, low, onLeft } = this.gap;
    if (steps.length === 1) return width > to - from + HAIR || low + height > length + HAIR ? NaN : low;
    const x = onLeft ? from : to - width;
    if (x < -HAIR || x + width > this.width + HAIR) return NaN;
    const y = this.restsAt(steps, x);
    if (y + height > length + HAIR) return NaN;
    // Something of it has to lie on the bottom of the gap.
    const rests = steps.some(
      (step) => x + step.x < to - HAIR && x + step.x + step.width > from + HAIR && y + step.near <= low + HAIR,
    );
    return rests ? y : NaN;
  }

  private blockOf(slot: number): Block {
    return this.blocks.all[this.slots.block[slot] as number] as Block;
  }

  /** How well a block fits the gap that was looked at: 5 fills it and is level with the higher neighbour, 0 only fits. */
  private scoreOf(width: number, far: number): number {
    const { from, to, high, lower } = this.gap;
    const levels = abs(far - high) < HAIR ? 2 : abs(far - lower) < HAIR ? 1 : 0;
    return abs(width - (to - from)) < HAIR ? 3 + levels : levels;
  }

  /** The slot that fits the lowest gap best, the first of what is left where several fit alike; -1: nothing fits. Most of all time goes here. */
  private fitting(length: number): number {
    const { left, slots } = this;
    const { from, to, low, high, lower } = this.gap;
    const best = slots.bestBox(left, to - from, length - low, high - low, lower - low);
    let slot = best < 0 ? -1 : best >> 3;
    let score = best < 0 ? -1 : best & 7;
    this.fitsAt = low;
    let seen = -1;
    for (let i = 0; i < slots.words && score < 5; i++) {
      for (let bits = (left[i] as number) & (slots.stepped[i] as number); bits !== 0; bits &= bits - 1) {
        const at = 32 * i + 31 - clz32(bits & -bits);
        const kind = slots.block[at] as number;
        // Alike things stand beside each other mostly.
        if (kind === seen) continue;
        seen = kind;
        const block = this.blocks.all[kind] as Block;
        const y = this.depthOf(block, length);
        if (Number.isNaN(y)) continue;
        const own = this.scoreOf(block.width, y + block.height);
        if (own < score || (own === score && at > slot)) continue;
        score = own;
        slot = at;
        this.fitsAt = y;
      }
    }
    return slot;
  }

  /** All that fits the lowest gap, the best first, larger before smaller; shapes that are alike once. O(turned shapes). */
  all(length: number): Choice[] {
    const { slots, left } = this;
    const list: Choice[] = [];
    const seen = new Set<number>();
    for (let i = 0; i < slots.words; i++) {
      for (let bits = left[i] as number; bits !== 0; bits &= bits - 1) {
        const slot = 32 * i + 31 - clz32(bits & -bits);
        const kind = slots.block[slot] as number;
        if (seen.has(kind)) continue;
        seen.add(kind);
        const block = this.blockOf(slot);
        const y = this.depthOf(block, length);
        if (!Number.isNaN(y)) list.push({ slot, y, score: this.scoreOf(block.width, y + block.height) });
      }
    }
    return list.sort((a, b) => b.score - a.score || this.blockOf(b.slot).area - this.blockOf(a.slot).area);
  }

  /** Lays a block down beside the gap that was looked at. */
  private lay(slot: number, y: number): void {
    const block = this.blockOf(slot);
    const { slots, blocks } = this;
    const thing = slots.thing[slot] as number;
    const kind = blocks.shape[thing] as number;
    const mark = blocks.mark[kind] as number;
    slots.drop(thing, this.left);
    this.count--;
    this.area -= blocks.area[kind] as number;
    this.sum = (this.sum + mark) | 0;
    this.mix ^= mark;
    const x = this.gap.onLeft ? this.gap.from : this.gap.to - block.width;
    this.lastX = x;
    for (const step of block.steps) this.raise(x + step.x, x + step.x + step.width, y + step.far);
  }

  /** Lays a choice down beside the gap that was looked at. */
  put({ slot, y }: Choice): Omit<Put, 'before'> {
    this.lay(slot, y);
    return { slot, x: this.lastX, y };
  }

  /** Fills the lowest gap up to its lower neighbour; false: there is nothing beside it. */
  giveUp(at: number, length: number): boolean {
    const beside = min(
      at > 0 ? (this.top[at - 1] ?? 0) : Infinity,
      at + 1 < this.steps ? (this.top[at + 1] ?? 0) : Infinity,
    );
    // The last gap of all, over the whole ground, takes nothing any more.
    if (beside === Infinity && at === 0 && this.steps === 1) return false;
    this.raise(this.x[at] ?? 0, this.x[at + 1] ?? 0, min(beside, length));
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
