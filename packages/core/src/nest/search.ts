import { areaOf } from '../geometry/index.js';
import { boundOf } from './bound.js';
import { layDown, lengthsOf, prepare, type Genes, type Prepared } from './lay.js';
import { costOf, type NestProblem, type NestResult, type Spot } from './problem.js';
import { packWithin, type Rectangle } from './rectangles.js';

/** Numbers from 0 to 1 that follow from a seed alone (Park and Miller 1988). */
export function seeded(seed: number): () => number {
  let state = (Math.floor(Math.abs(seed)) % 2147483646) + 1;
  return () => {
    state = (state * 48271) % 2147483647;
    return (state - 1) / 2147483646;
  };
}

/** Results that are not worse than the one this many tries ago are followed (late acceptance, Burke and Bykov 2017). */
const MEMORY = 30;
/** Rectangles this few are also searched for a packing with next to no waste. */
const EXACT_THINGS = 40;
/** Places looked at for each length that is tried. */
const EXACT_NODES = 150_000;
/** Lengths that are tried, from the bound on, as a share of it. */
const EXACT_STEP = 0.005;
const EXACT_SLACK = 0.1;

/** How finely shapes are cut into rows, mm: the fewer things, the finer. */
export const pitchFor = (things: number): number => (things <= 300 ? 0.5 : things <= 1000 ? 1 : 2);

export interface NesterOptions {
  /** mm; by default as fine as the number of things lets it. */
  pitch?: number;
  seed?: number;
  known?: readonly Spot[] | null;
}

/**
 * Looks for better and better layouts, one try at a time, until it is left alone; the best so far is always whole and right.
 * Follows from its seed alone. The first layout takes O(things × rows × intervals), as does each try.
 */
export class Nester {
  best: NestResult;
  tries = 0;
  /** No layout can be better than this: sheets, or mm of roll. */
  readonly bound: number;
  private readonly prepared: Prepared;
  /** Orders worth a look before the search proper. */
  private readonly starts: Genes[];
  private genes: Genes;
  private costs: number[] = [];
  private readonly random: () => number;
  private exactLength: number | null;

  /** `known`: where things may lie already; nothing worse is ever the best. Throws TooLarge for a thing that fits in none of its turns. */
  constructor(
    readonly problem: NestProblem,
    { pitch = pitchFor(problem.things.length), seed = 1, known = null }: NesterOptions = {},
  ) {
    this.random = seeded(seed);
    this.prepared = prepare(problem, pitch);
    this.bound = boundOf(problem);
    const { boxes } = this.prepared;
    const outlines = problem.shapes.map(({ room }) => areaOf(room));
    const sizes: ((shape: number) => number)[] = [
      (shape) => outlines[shape] ?? 0,
      (shape) => (boxes[shape]?.width ?? 0) * (boxes[shape]?.height ?? 0),
      (shape) => Math.max(boxes[shape]?.width ?? 0, boxes[shape]?.height ?? 0),
      (shape) => Math.min(boxes[shape]?.width ?? 0, boxes[shape]?.height ?? 0),
    ];
    const free = problem.things.map(() => null);
    this.starts = sizes.map((size) => ({
      order: problem.things
        .map((_, i) => i)
        .sort((a, b) => {
          const [p, q] = [problem.things[a] as number, problem.things[b] as number];
          return size(q) - size(p) || p - q || a - b;
        }),
      turns: free,
    }));
    this.genes = this.starts.shift() as Genes;
    this.best = layDown(this.prepared, this.genes);
    if (known?.length === problem.things.length) {
      const start = { spots: [...known], lengths: lengthsOf(problem, known) };
      if (costOf(problem, start) < this.cost) this.best = start;
    }
    this.exactLength = this.rectangles() ? this.bound : null;
  }

  private get cost(): number {
    return costOf(this.problem, this.best);
  }

  /** True when nothing better is possible. */
  get proved(): boolean {
    const { kind } = this.problem;
    return kind === 'roll' ? this.cost <= this.bound + 1e-6 : this.problem.things.length === 0;
  }

  private pick(below: number): number {
    return Math.min(below - 1, Math.floor(this.random() * below));
  }

  private changed(): Genes {
    const { problem } = this;
    const order = [...this.genes.order];
    const turns = [...this.genes.turns];
    const n = order.length;
    for (let i = 0; i < 1 + this.pick(3); i++) {
      const way = this.random();
      const a = this.pick(n);
      if (way < 0.5) {
        const b = this.pick(n);
        [order[a], order[b]] = [order[b] as number, order[a] as number];
      } else if (way < 0.8) {
        const [moved] = order.splice(a, 1);
        order.splice(this.pick(n), 0, moved as number);
      } else {
        const thing = order[a] as number;
        const choices = this.prepared.shapes[problem.things[thing] as number] ?? [];
        turns[thing] = this.random() < 0.3 ? null : (choices[this.pick(choices.length)]?.turn ?? null);
      }
    }
    return { order, turns };
  }

  /** All things as rectangles, when they are few, free, and on a roll. */
  private rectangles(): Rectangle[] | null {
    const { shapes, things, kind, pinned } = this.problem;
    if (kind !== 'roll' || things.length > EXACT_THINGS || pinned?.some((pin) => pin !== null)) return null;
    const kinds = shapes.map(({ room, turns }, shape) => {
      const { width = 0, height = 0 } = this.prepared.boxes[shape] ?? {};
      const upright = turns.includes(0);
      const full = Math.abs(areaOf(room) - width * height) < 1e-6;
      return full && upright ? { width, height, turns: turns.includes(90) } : null;
    });
    const all = things.map((shape) => kinds[shape] ?? null);
    return all.every((one) => one !== null) ? all : null;
  }

  /** Tries to pack rectangles into the next length above the bound; true when that beats the best. */
  private tryExact(length: number): boolean {
    this.exactLength = length * (1 + EXACT_STEP);
    const rectangles = this.rectangles();
    if (!rectangles || this.exactLength > Math.min(this.cost, this.bound * (1 + EXACT_SLACK))) this.exactLength = null;
    if (!rectangles || length >= this.cost - 1e-9 || length > this.problem.length) return false;
    const packed = packWithin(rectangles, this.problem.width, length, EXACT_NODES);
    if (!packed) return false;
    this.exactLength = null;
    const spots = packed.map(({ x, y, turned }, thing) => {
      const shape = this.problem.things[thing] as number;
      const { x: left = 0, y: top = 0, height = 0 } = this.prepared.boxes[shape] ?? {};
      // A quarter turn about the origin sends the corner (left, top + height) to the new box's own corner.
      return turned
        ? { sheet: 0, x: x + top + height, y: y - left, turn: 90 }
        : { sheet: 0, x: x - left, y: y - top, turn: 0 };
    });
    this.best = { spots, lengths: lengthsOf(this.problem, spots) };
    return true;
  }

  /** One try; true when it found a better layout. */
  step(): boolean {
    this.tries++;
    if (this.exactLength !== null) return this.tryExact(this.exactLength);
    const start = this.starts.shift();
    const genes = start ?? this.changed();
    const result = layDown(this.prepared, genes);
    const cost = costOf(this.problem, result);
    const better = cost < this.cost - 1e-9;
    if (start) {
      if (better) this.genes = genes;
    } else {
      if (this.costs.length === 0) this.costs = Array.from({ length: MEMORY }, () => this.cost);
      const slot = this.tries % MEMORY;
      const late = this.costs[slot] as number;
      if (cost <= late) this.genes = genes;
      this.costs[slot] = cost < late ? cost : late;
    }
    if (better) this.best = result;
    return better;
  }
}
