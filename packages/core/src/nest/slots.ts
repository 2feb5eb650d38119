import { nth } from '../numbers/index.js';
import type { Blocks } from './blocks.js';

/** Out of the global object once: what is looked up there at every call costs more than the sum. */
const { ceil, clz32, max } = Math;

/** Lengths nearer than this are one, mm. */
export const HAIR = 1e-6;

/** Sizes from small to large, and by size, as bits, which slots are of it and which are no larger; slots whose size is NaN are in none. */
class Sizes {
  readonly values: Float64Array;
  /** By size, `words` each. */
  readonly same: Uint32Array;
  readonly upTo: Uint32Array;

  constructor(sizes: readonly number[], words: number) {
    const sorted = sizes.filter((size) => !Number.isNaN(size)).sort((a, b) => a - b);
    this.values = Float64Array.from(sorted.filter((size, i) => i === 0 || size - nth(sorted, i - 1) > HAIR));
    this.same = new Uint32Array(this.values.length * words);
    this.upTo = new Uint32Array(this.values.length * words);
    sizes.forEach((size, slot) => {
      if (Number.isNaN(size)) return;
      const own = this.last(size + HAIR);
      const at = own * words + (slot >>> 5);
      this.same[at] = nth(this.same, at) | (1 << (slot & 31));
    });
    for (let i = 0; i < this.upTo.length; i++)
      this.upTo[i] = nth(this.same, i) | (i < words ? 0 : nth(this.upTo, i - words));
  }

  /** The largest size within a length; -1: none. O(log sizes). */
  last(length: number): number {
    const { values } = this;
    let [low, high] = [0, values.length];
    while (low < high) {
      const mid = (low + high) >>> 1;
      if ((values[mid] as number) <= length) low = mid + 1;
      else high = mid;
    }
    return low - 1;
  }

  /** The size that is this length; -1: none. */
  of(length: number): number {
    const at = this.last(length + HAIR);
    return at >= 0 && (this.values[at] as number) >= length - HAIR ? at : -1;
  }
}

/**
 * What may be laid, in an order: a slot for each thing in each of its turns, those of one thing beside each other. Sets of slots are bits, so what fits a gap, fills it
 * or is level with what lies beside it is found for 32 slots at once.
 */
export class Slots {
  readonly count: number;
  readonly words: number;
  /** By slot. */
  readonly thing: Int32Array;
  readonly block: Int32Array;
  /** By thing: its first slot, and how many it has. */
  private readonly first: Int32Array;
  private readonly turns: Int32Array;
  private readonly widths: Sizes;
  private readonly heights: Sizes;
  /** Slots of what is no plain box. */
  readonly stepped: Uint32Array;

  constructor(
    order: readonly number[],
    private readonly blocks: Blocks,
  ) {
    const { shape, first: blockFirst, width, height, boxes } = blocks;
    this.first = new Int32Array(shape.length);
    this.turns = new Int32Array(shape.length);
    const [things, list]: [number[], number[]] = [[], []];
    for (const thing of order) {
      const kind = nth(shape, thing);
      this.first[thing] = list.length;
      this.turns[thing] = nth(blockFirst, kind + 1) - nth(blockFirst, kind);
      for (let block = nth(blockFirst, kind); block < nth(blockFirst, kind + 1); block++) {
        things.push(thing);
        list.push(block);
      }
    }
    this.thing = Int32Array.from(things);
    this.block = Int32Array.from(list);
    this.count = list.length;
    this.words = max(1, ceil(list.length / 32));
    const plain = list.map((block) => boxes[block] === 1);
    this.widths = new Sizes(list.map((block, slot) => (plain[slot] ? nth(width, block) : NaN)), this.words); // prettier-ignore
    this.heights = new Sizes(list.map((block, slot) => (plain[slot] ? nth(height, block) : NaN)), this.words); // prettier-ignore
    this.stepped = this.those((slot) => boxes[nth(this.block, slot)] !== 1);
  }

  private those(wanted: (slot: number) => boolean): Uint32Array {
    const bits = new Uint32Array(this.words);
    for (let slot = 0; slot < this.count; slot++) {
      if (wanted(slot)) bits[slot >>> 5] = nth(bits, slot >>> 5) | (1 << (slot & 31));
    }
    return bits;
  }

  /** Every slot. */
  all(): Uint32Array {
    return this.those(() => true);
  }

  /** Takes a thing out of a set, in all its turns. */
  drop(thing: number, from: Uint32Array): void {
    const first = nth(this.first, thing);
    for (let slot = first, end = first + nth(this.turns, thing); slot < end; slot++)
      from[slot >>> 5] = nth(from, slot >>> 5) & ~(1 << (slot & 31));
  }

  /** Area of the things of a set, mm². */
  areaOf(set: Uint32Array): number {
    const { shape, area } = this.blocks;
    let sum = 0;
    let last = -1;
    for (let slot = 0; slot < this.count; slot++) {
      const thing = nth(this.thing, slot);
      if (thing === last || !(nth(set, slot >>> 5) & (1 << (slot & 31)))) continue;
      last = thing;
      sum += area[nth(shape, thing)] ?? 0;
    }
    return sum;
  }

  /**
   * The box among a set that fits best into a gap `room` wide and `deep` deep, whose neighbours rise by `high` and `lower`: 8 × its slot and how well it fits, 5 where it
   * fills the gap and is level with the higher neighbour, 0 where it only fits; the first where several fit alike. -1: none fits. O(words).
   */
  bestBox(set: Uint32Array, room: number, deep: number, high: number, lower: number): number {
    const { widths, heights, words } = this;
    const wide = widths.last(room + HAIR);
    const long = heights.last(deep + HAIR);
    if (wide < 0 || long < 0) return -1;
    const fills = (widths.values[wide] as number) >= room - HAIR;
    const levelHigh = heights.of(high);
    const levelLower = heights.of(lower);
    let best = -1;
    let bits = 0;
    let word = 0;
    for (let i = 0; i < words; i++) {
      const fits = (set[i] as number) & (widths.upTo[wide * words + i] as number) & (heights.upTo[long * words + i] as number); // prettier-ignore
      if (fits === 0) continue;
      const filling = fills ? fits & (widths.same[wide * words + i] as number) : 0;
      const among = filling === 0 ? fits : filling;
      let found = levelHigh < 0 ? 0 : among & (heights.same[levelHigh * words + i] as number);
      let level = 2;
      if (found === 0) {
        found = levelLower < 0 ? 0 : among & (heights.same[levelLower * words + i] as number);
        level = 1;
        if (found === 0) {
          found = among;
          level = 0;
        }
      }
      const score = filling === 0 ? level : level + 3;
      if (score <= best) continue;
      best = score;
      bits = found;
      word = i;
      if (score === 5) break;
    }
    return best < 0 ? -1 : 8 * (32 * word + 31 - clz32(bits & -bits)) + best;
  }
}
