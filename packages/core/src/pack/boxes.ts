import type { Box } from '../shop/index.js';
import { seeded } from '../numbers/index.js';
import { fits, HAIR, layIn, type Placed, type Search, type Triple, turnsOf, volumeOf } from './lay.js';
import type { Parcelled } from './shape.js';

/** Orders of blocks that are tried by chance, beside the usual ones. */
const TRIES = 20;
/** More things than this are stacked first, and fewer orders are tried: each takes as long as all of few. */
const MANY = 60;

/** Lays blocks into one box as well as it is found: all of them, or as many as go in. */
function fill(items: readonly number[], sizes: readonly Triple[], inside: Triple, whole: boolean): Placed[] {
  if (items.length <= MANY) return fillOneByOne(items, sizes, inside, { whole, turns: turnsOf, holds: () => 1 });
  // Like things are stacked first, as hands do, as high as the box is: so many blocks fewer.
  const stacks = stacksOf(items, sizes, inside[2]);
  const placed = fillOneByOne(
    stacks.map((_, i) => i),
    stacks.map(({ size }) => size),
    inside,
    // A stack stands.
    {
      whole,
      turns: ([a, b, c]) => [
        [a, b, c],
        [b, a, c],
      ],
      holds: (i) => stacks[i]?.items.length ?? 0,
    },
  );
  return placed.flatMap(({ item, at, size }) => {
    const own = stacks[item]?.items ?? [];
    const each = size[2] / Math.max(1, own.length);
    return own.map((one, i) => ({
      item: one,
      at: [at[0], at[1], at[2] + i * each],
      size: [size[0], size[1], each],
    }));
  });
}

/** Like things on top of one another, each stack as high as it may be. */
function stacksOf(
  items: readonly number[],
  sizes: readonly Triple[],
  tall: number,
): { items: number[]; size: Triple }[] {
  const alike = new Map<string, number[]>();
  for (const item of items) {
    const key = (sizes[item] ?? []).join(' ');
    alike.set(key, [...(alike.get(key) ?? []), item]);
  }
  return [...alike.values()].flatMap((own) => {
    const [a, b, c] = [...(sizes[own[0] ?? 0] ?? [1, 1, 1])].sort((one, other) => other - one) as Triple;
    const most = Math.max(1, Math.floor((tall + HAIR) / c));
    return Array.from({ length: Math.ceil(own.length / most) }, (_, i) => {
      const part = own.slice(i * most, (i + 1) * most);
      return { items: part, size: [a, b, c * part.length] as Triple };
    });
  });
}

function fillOneByOne(items: readonly number[], sizes: readonly Triple[], inside: Triple, search: Search): Placed[] {
  const by = (key: (size: Triple) => number) =>
    [...items].sort((a, b) => key(sizes[b] ?? [0, 0, 0]) - key(sizes[a] ?? [0, 0, 0]));
  const sorted = (size: Triple) => [...size].sort((a, b) => b - a) as Triple;
  const orders = [
    by(volumeOf),
    by((size) => sorted(size)[0]),
    by((size) => sorted(size)[0] * sorted(size)[1]),
    by((size) => sorted(size)[2]),
  ];
  const random = seeded(items.length + 1);
  const tries = items.length > MANY ? 0 : TRIES;
  for (let i = 0; i < tries; i++) {
    const keys = new Map(items.map((item) => [item, volumeOf(sizes[item] ?? [0, 0, 0]) * (0.5 + random())]));
    orders.push([...items].sort((a, b) => (keys.get(b) ?? 0) - (keys.get(a) ?? 0)));
  }
  let [best, most] = [[] as Placed[], 0];
  for (const order of orders)
    // A box that lies on its side holds the same: which side is up changes only where the search looks first.
    for (const turned of turnsOf(inside).slice(0, tries === 0 ? 1 : 3)) {
      const placed = layIn(order, sizes, turned, search);
      const held = placed.reduce((sum, { item }) => sum + search.holds(item), 0);
      if (held > most) [best, most] = [placed.map((one) => ({ ...one, ...back(one, turned, inside) })), held];
      if (best.length === items.length) return best;
    }
  return best;
}

/** A block in a box that was turned, as it lies in the box as it stands. */
function back({ at, size }: Placed, turned: Triple, inside: Triple): Pick<Placed, 'at' | 'size'> {
  const axes = [0, 1, 2];
  const used = new Set<number>();
  const from = inside.map((side) => {
    const axis = axes.find((k) => !used.has(k) && turned[k] === side) ?? 0;
    used.add(axis);
    return axis;
  });
  const turn = (triple: Triple) => from.map((axis) => triple[axis] ?? 0) as Triple;
  return { at: turn(at), size: turn(size) };
}

/** A box with what lies in it. */
export interface Packed {
  box: Box;
  placed: Placed[];
  /** With the box; null: something of it was never weighed. */
  weight: number | null;
}

/** What a parcel is made of. */
export interface Parcel {
  boxes: Packed[];
  /** Things that go into no box of the shop. */
  left: number[];
  /** No fewer boxes than this can hold it, by its volume and its sides. */
  bound: number;
  /** Whether it is certain that no smaller box, and no fewer of them, would do. */
  proven: boolean;
}

/**
 * Packs things into the smallest box of a shop that takes all of them, or, where none does, into as few of the largest as it finds. Blocks are laid at extreme points in many orders; the bound is by volume
 * and by sides. Places are found within O(orders · n³), so that 200 pieces want a worker or a server.
 */
export function packBoxes(items: readonly Parcelled[], boxes: readonly Box[]): Parcel {
  const sizes = items.map(({ size }) => size);
  const ascending = [...boxes].sort((a, b) => volumeOf(a.inside) - volumeOf(b.inside));
  const left = sizes.flatMap((size, i) => (ascending.some(({ inside }) => fits(size, inside)) ? [] : [i]));
  let open = sizes.flatMap((_, i) => (left.includes(i) ? [] : [i]));
  const all = open.reduce((sum, i) => sum + volumeOf(sizes[i] ?? [0, 0, 0]), 0);
  const largest = ascending.at(-1);
  if (!largest || open.length === 0) return { boxes: [], left, bound: 0, proven: true };
  const bound = Math.max(1, Math.ceil(all / volumeOf(largest.inside) - 1e-9));
  const packed: Packed[] = [];
  let proven = true;
  while (open.length > 0) {
    const volume = open.reduce((sum, i) => sum + volumeOf(sizes[i] ?? [0, 0, 0]), 0);
    /** Whether this box is out of the question for all that is left. */
    const cannot = ({ inside }: Box) =>
      volume > volumeOf(inside) + HAIR || open.some((i) => !fits(sizes[i] ?? [0, 0, 0], inside));
    let found: { box: Box; placed: Placed[] } | null = null;
    for (const box of ascending) {
      if (cannot(box)) continue;
      const placed = fill(open, sizes, box.inside, true);
      if (placed.length === open.length) {
        found = { box, placed };
        break;
      }
      // It was tried, and not shown to be too small.
      proven = false;
    }
    // All of it goes into none: the largest takes as much as it can.
    found ??= mostIn(open, sizes, ascending);
    const taken = new Set(found.placed.map(({ item }) => item));
    packed.push({ ...found, weight: weightOf(found.box, taken, items) });
    open = open.filter((i) => !taken.has(i));
  }
  return { boxes: packed, left, bound, proven: proven && packed.length === bound };
}

/** The box that takes the most of what is left, the largest first. */
function mostIn(
  open: readonly number[],
  sizes: readonly Triple[],
  ascending: readonly Box[],
): { box: Box; placed: Placed[] } {
  for (const box of [...ascending].reverse()) {
    const placed = fill(open, sizes, box.inside, false);
    if (placed.length > 0) return { box, placed };
  }
  throw new RangeError('something fits into no box: it was to be left out before');
}

function weightOf(box: Box, taken: ReadonlySet<number>, items: readonly Parcelled[]): number | null {
  let sum = box.weight;
  for (const i of taken) {
    const weight = items[i]?.weight ?? null;
    if (weight === null) return null;
    sum += weight;
  }
  return sum;
}
