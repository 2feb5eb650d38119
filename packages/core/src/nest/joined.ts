import { nth, wholeBelow } from '../numbers/index.js';
import { blocksFrom, blocksOfThing, type Block, type Blocks } from './blocks.js';
import type { Spot } from './problem.js';
import { HAIR } from './slots.js';

/** Out of the global object once: what is looked up there at every call costs more than the sum. */
const { abs, log, max, min, round } = Math;

/** Boxes joined in pairs with a side in common, over and over: fewer and larger ones to be laid, with nothing lost between them. */
export interface Joined {
  blocks: Blocks;
  /** Where everything lies when the joined boxes lie so. */
  apart(spots: readonly Spot[]): Spot[];
}

/** A plain box, or two joined: `b` below `a`, or beside it where they go across; what is turned lies on its side. */
interface Box {
  width: number;
  height: number;
  /** It may be turned, as all that is in it may. */
  turns: boolean;
  of: { thing: number } | { a: Box; b: Box; turnA: boolean; turnB: boolean; across: boolean };
  /** Its sides in grains: two that are alike are the same number. */
  wide: number;
  high: number;
}

/** Two boxes that may be joined. */
interface Pair {
  a: Box;
  b: Box;
  side: number;
  /** The other side of the box that they make. */
  long: number;
  width: number;
  height: number;
  turns: boolean;
  of: Extract<Box['of'], { across: boolean }>;
}

/** Lengths that round to the same many of these are one, mm. */
const GRAIN = 1e-4;
const grainsOf = (length: number): number => round(length / GRAIN);
/** How much likelier two are joined whose box has another side that some have, or that goes from edge to edge. */
const MATCHING = 12;
/** Of many boxes with a side in common, a new one is looked at beside so many. */
const PARTNERS = 6;
/** Boxes that are taken apart at once, so many and up to so many more; and how often one box more than before is put up with. */
const APART = { least: 3, more: 3, worse: 0.2 };

/**
 * Looks for boxes that may have been cut from one: they have a side in common that few others have, and make a box that has a side in common with others. What is joined
 * wrongly is taken apart and joined anew, as long as fewer and fewer are left (large neighbourhoods after P. Shaw 1998; blocks of boxes after M. Eley 2002, both from memory).
 */
export class Joiner {
  private readonly singles: Box[] = [];
  /** What is no plain box is left as it is. */
  private readonly others: number[] = [];
  /** By side, the boxes that have it. */
  private readonly having = new Map<number, Box[]>();
  private boxes = new Set<Box>();
  private pairs: Pair[] = [];

  constructor(
    private readonly blocks: Blocks,
    private readonly width: number,
    private readonly random: () => number,
  ) {
    blocks.shape.forEach((_, thing) => {
      const own = blocksOfThing(this.blocks, thing);
      const [one] = own;
      if (!one || own.some(({ steps }) => steps.length > 1)) {
        this.others.push(thing);
        return;
      }
      const { width: wide, height } = one;
      const turns = own.some((other) => abs(other.width - height) < HAIR && abs(other.height - wide) < HAIR);
      this.singles.push({
        width: wide,
        height,
        turns,
        of: { thing },
        wide: grainsOf(wide),
        high: grainsOf(height),
      });
    });
  }

  /** Boxes there are to be joined; what is of several steps is none. */
  get count(): number {
    return this.singles.length;
  }

  /** How many boxes have a side in common, in the mean over all sides of boxes: the more, the less it says. */
  get likeness(): number {
    const many = new Map<number, number>();
    for (const { wide, high } of this.singles)
      for (const side of [wide, high]) many.set(side, (many.get(side) ?? 0) + 1);
    let sum = 0;
    for (const one of many.values()) sum += one * one;
    return sum / max(1, 2 * this.singles.length);
  }

  /** Joins a share of all boxes, as they come, to boxes no larger than the sheet; how many are left then. O(boxes × pairs). */
  join(length: number, share: number): number {
    return this.joinThese(this.singles, length, round(share * this.singles.length));
  }

  /** Takes some of what is joined apart and joins all that can be anew: what was is kept where that leaves more, but for now and then. How many boxes are left. */
  rejoin(length: number): number {
    const before = [...this.boxes];
    const open = new Set<number>();
    for (let i = APART.least + wholeBelow(APART.more, this.random); i > 0; i--)
      open.add(wholeBelow(before.length, this.random));
    const deep = this.random();
    const parts: Box[] = [];
    const take = (box: Box, apart: boolean): void => {
      if (!apart || 'thing' in box.of) parts.push(box);
      else for (const part of [box.of.a, box.of.b]) take(part, this.random() < deep);
    };
    before.forEach((box, i) => take(box, open.has(i)));
    const more = this.joinThese(parts, length, Infinity) - before.length;
    if (more > (this.random() < APART.worse ? 1 : 0)) this.boxes = new Set(before);
    return this.boxes.size;
  }

  private joinThese(boxes: readonly Box[], length: number, times: number): number {
    this.having.clear();
    this.boxes = new Set();
    this.pairs = [];
    for (const box of boxes) this.add(box, length);
    for (let left = times; left > 0; left--) {
      const pair = this.drawn();
      if (!pair) break;
      const { a, b, side, long, width, height, turns, of } = pair;
      this.remove(a);
      this.remove(b);
      this.pairs = this.pairs.filter((one) => one.a !== a && one.a !== b && one.b !== a && one.b !== b);
      const [wide, high] = of.across ? [long, side] : [side, long];
      this.add({ width, height, turns, of, wide, high }, length);
    }
    return this.boxes.size;
  }

  private remove(box: Box): void {
    this.boxes.delete(box);
    for (const side of sidesOf(box)) {
      const list = this.having.get(side) ?? [];
      list.splice(list.indexOf(box), 1);
    }
  }

  private add(box: Box, length: number): void {
    for (const side of sidesOf(box)) {
      const list = this.having.get(side) ?? [];
      this.having.set(side, list);
      const from = list.length > PARTNERS ? wholeBelow(list.length, this.random) : 0;
      for (let i = 0; i < min(PARTNERS, list.length); i++) {
        const pair = this.pairOf(list[(from + i) % list.length] as Box, box, side, length);
        if (pair) this.pairs.push(pair);
      }
      list.push(box);
    }
    this.boxes.add(box);
  }

  /** Two boxes joined where they have a side in common; null when they may not be turned so, or make one larger than the sheet. */
  private pairOf(a: Box, b: Box, side: number, length: number): Pair | null {
    const down = (a.wide === side || a.turns) && (b.wide === side || b.turns);
    const across = !down && (a.high === side || a.turns) && (b.high === side || b.turns);
    if (!down && !across) return null;
    const turnA = (down ? a.wide : a.high) !== side;
    const turnB = (down ? b.wide : b.high) !== side;
    const [wa, ha] = turnA ? [a.height, a.width] : [a.width, a.height];
    const [wb, hb] = turnB ? [b.height, b.width] : [b.width, b.height];
    const [width, height] = down ? [max(wa, wb), ha + hb] : [wa + wb, max(ha, hb)];
    const turns = a.turns && b.turns;
    const fits = (wide: number, high: number) => wide <= this.width + HAIR && high <= length + HAIR;
    if (!fits(width, height) && !(turns && fits(height, width))) return null;
    const long = grainsOf(down ? height : width);
    return { a, b, side, long, width, height, turns, of: { a, b, turnA, turnB, across } };
  }

  /** A pair at random, rather one whose side few others have, and whose box has a side that others have. */
  private drawn(): Pair | null {
    const whole = grainsOf(this.width);
    const many = (side: number) => this.having.get(side)?.length ?? 0;
    let [best, least]: [Pair | null, number] = [null, Infinity];
    for (const pair of this.pairs) {
      const matches = pair.long === whole || many(pair.long) > 0;
      const weight = (matches ? MATCHING : 1) / (many(pair.side) - 1);
      // The least of exponential draws falls on each by its weight.
      const drawn = -log(1 - this.random()) / weight;
      if (drawn < least) [best, least] = [pair, drawn];
    }
    return best;
  }

  /** The boxes that are left as blocks to be laid; those of more than `limit` mm² are taken apart. */
  joined(limit = Infinity): Joined {
    const boxes: Box[] = [];
    const take = (box: Box): void => {
      if ('thing' in box.of || box.width * box.height <= limit) boxes.push(box);
      else for (const part of [box.of.a, box.of.b]) take(part);
    };
    for (const box of this.boxes) take(box);
    const kinds = new Map<string, { kind: number; own: Block[] }>();
    const kindOf = (key: string, own: () => Block[]) => {
      const found = kinds.get(key) ?? { kind: kinds.size, own: own() };
      kinds.set(key, found);
      return found.kind;
    };
    const single = (thing: number) =>
      kindOf(`one ${nth(this.blocks.shape, thing)}`, () => blocksOfThing(this.blocks, thing));
    const shape = [
      ...boxes.map((box) =>
        'thing' in box.of
          ? single(box.of.thing)
          : kindOf(`${box.wide} ${box.high} ${box.turns}`, () => [
              blockOf(0, box.width, box.height),
              ...(box.turns ? [blockOf(90, box.height, box.width)] : []),
            ]),
      ),
      ...this.others.map(single),
    ];
    return {
      blocks: blocksFrom(
        shape,
        [...kinds.values()].map(({ own }) => own),
      ),
      apart: (spots) => {
        const out: Spot[] = Array.from(this.blocks.shape, () => ({ sheet: -1, x: 0, y: 0, turn: 0 }));
        spots.forEach((spot, i) => {
          const box = boxes[i];
          if (!box) out[nth(this.others, i - boxes.length)] = spot;
          else if ('thing' in box.of) out[box.of.thing] = spot;
          else this.spread(box, spot, spot.turn !== 0, out);
        });
        return out;
      },
    };
  }

  /** Where what is in a box lies when its corner lies there. */
  private spread(box: Box, { sheet, x, y }: Omit<Spot, 'turn'>, turned: boolean, out: Spot[]): void {
    const { of } = box;
    if ('thing' in of) {
      const [width, height] = turned ? [box.height, box.width] : [box.width, box.height];
      const block = blocksOfThing(this.blocks, of.thing).find(
        (one) => abs(one.width - width) < HAIR && abs(one.height - height) < HAIR,
      );
      if (!block) throw new RangeError(`thing ${of.thing} has no turn of ${width} × ${height}`);
      out[of.thing] = { sheet, x: x + block.dx, y: y + block.dy, turn: block.turn };
      return;
    }
    const { a, b, turnA, turnB, across } = of;
    this.spread(a, { sheet, x, y }, turned !== turnA, out);
    const by = across === turnA ? a.height : a.width;
    this.spread(b, across === turned ? { sheet, x, y: y + by } : { sheet, x: x + by, y }, turned !== turnB, out);
  }
}

const sidesOf = ({ wide, high }: Box): number[] => (wide === high ? [wide] : [wide, high]);

const blockOf = (turn: number, width: number, height: number): Block => ({
  turn,
  width,
  height,
  steps: [{ x: 0, width, near: 0, far: height }],
  area: width * height,
  dx: 0,
  dy: 0,
});
