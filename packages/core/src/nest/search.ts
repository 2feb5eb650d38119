import { areaOf, fillsBox } from '../geometry/index.js';
import { boundOf } from './bound.js';
import { layBest, type FitGenes } from './fit.js';
import { layDown, lengthsOf, prepare, type Genes, type Prepared } from './lay.js';
import { LateAcceptance } from './late-acceptance.js';
import { OverlapSearch } from './overlap-search.js';
import { inPairs } from './pairs.js';
import { costOf, hasPins, type NestProblem, type NestResult, type Spot } from './problem.js';
import { packWithin, type Rectangle } from './rectangles.js';
import { ShorterSearch } from './shorter.js';
import { SkylineSearch, type SkylineGenes } from './skyline-search.js';
import { nth, seeded, wholeBelow } from '../numbers/index.js';

/** Rectangles this few are also searched for a packing with next to no waste. */
const EXACT_THINGS = 24;
/** Places looked at for each length that is tried. */
const EXACT_NODES = 20_000;
/** One try in so many is such a search; the others look for what is nearly as good sooner. */
const EXACT_EVERY = 150;
/** Lengths that are tried, from the bound on, as a share of it. */
const EXACT_STEP = 0.005;
const EXACT_SLACK = 0.1;

/** How finely shapes are cut into rows, mm: the fewer things, the finer. */
const pitchFor = (things: number): number => (things <= 300 ? 0.5 : things <= 1000 ? 1 : 2);

export interface NesterOptions {
  /** mm; by default as fine as the number of things lets it. */
  pitch?: number;
  seed?: number;
  known?: readonly Spot[] | null;
}

/** Turned shapes that a best fit may choose from at each step; with more of them an order is searched alone. */
const FIT_CHOICES = 240;
/** Share of tries that go to best fits, where there are any; and to skylines, where all are boxes or nearly so. */
const FIT_SHARE = 0.75;
const SKYLINE_SHARE = 0.995;
/** Share of tries that go to moving what lies in something else; where boxes, or nearly so, are laid on skylines, once so many of those led to nothing. */
const OVERLAP_SHARE = { odd: 0.9, boxlike: 0.5, after: 300 };
/** And to things in pairs, where some interlock. */
const PAIR_SHARE = 0.25;

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
  /** Layouts worth a look before the search proper. */
  private readonly starts: (() => NestResult)[];
  private readonly orders: LateAcceptance<Genes, NestResult>;
  private readonly fits: LateAcceptance<FitGenes, NestResult> | null;
  private readonly random: () => number;
  /** Best fits of things in pairs, where some interlock. */
  private readonly pairs: LateAcceptance<FitGenes, NestResult> | null;
  /** Where all are boxes, or nearly so: orders in which they are laid on a skyline, and a search for shorter and shorter sheets. */
  private readonly skylines: LateAcceptance<SkylineGenes, NestResult> | null;
  private readonly shorter: Generator<NestResult | null, void> | null;
  /** Moves what lies in something else, on shorter and shorter sheets; not where all are plain boxes. */
  private readonly overlaps: Generator<NestResult | null, void> | null;
  /** Tries on skylines since something got better, until they were too many. */
  private fruitless = 0;
  /** All are plain boxes. */
  private readonly flat: boolean;
  private exactLength: number | null;
  private exactTurn = 1;

  /** `known`: where things may lie already; nothing worse is ever the best. Throws TooLarge for a thing that fits in none of its turns. */
  constructor(
    readonly problem: NestProblem,
    { pitch = pitchFor(problem.things.length), seed = 1, known = null }: NesterOptions = {},
  ) {
    this.random = seeded(seed);
    this.prepared = prepare(problem, pitch);
    this.bound = boundOf(problem);
    const orders = this.orderStarts();
    this.orders = new LateAcceptance(orders, (genes) => layDown(this.prepared, genes), this.costOf);
    const fitting = !problem.groups && this.prepared.turnedCount <= FIT_CHOICES;
    this.fits = fitting
      ? new LateAcceptance(this.fitStarts(this.prepared), (genes) => layBest(this.prepared, genes), this.costOf)
      : null;
    const skylines = SkylineSearch.of(this.prepared);
    const paired = skylines ? null : inPairs(this.prepared);
    this.pairs = paired && new LateAcceptance(this.fitStarts(paired.prepared), (genes) => paired.apart(layBest(paired.prepared, genes)), this.costOf); // prettier-ignore
    this.flat = skylines?.flatOnly === true;
    this.skylines =
      skylines && new LateAcceptance(skylines.orders(), (order) => this.whole(skylines.lay(order)), this.costOf);
    // Where boxes are laid on skylines, rows cut from them seldom do better: they come last.
    const starts = [...this.orders.starts(), ...(this.pairs?.starts() ?? []), ...(this.fits?.starts() ?? [])];
    this.starts = this.skylines ? [...this.skylines.starts(), ...starts.slice(0, 1)] : starts;
    this.best = (this.starts.shift() as () => NestResult)();
    if (known?.length === problem.things.length) {
      const start = { spots: [...known], lengths: lengthsOf(problem, known) };
      if (costOf(problem, start) < this.cost) this.best = start;
    }
    const overlaps = this.flat ? null : OverlapSearch.of(this.prepared, this.bound, seed);
    this.overlaps = overlaps && overlaps.closer(() => this.best);
    this.exactLength = this.rectangles() ? this.bound : null;
    this.shorter =
      skylines && problem.kind === 'roll'
        ? new ShorterSearch(problem, skylines.blocks, this.bound, () => this.best, seed).run()
        : null;
  }

  private readonly costOf = (result: NestResult): number => costOf(this.problem, result);

  private whole(spots: Spot[]): NestResult {
    return { spots, lengths: lengthsOf(this.problem, spots) };
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
    return wholeBelow(below, this.random);
  }

  private orderStarts(): Genes[] {
    const { problem } = this;
    const { boxes } = this.prepared;
    const outlines = problem.shapes.map(({ room }) => areaOf(room));
    const sizes: ((shape: number) => number)[] = [
      (shape) => nth(outlines, shape),
      (shape) => (boxes[shape]?.width ?? 0) * (boxes[shape]?.height ?? 0),
      (shape) => Math.max(boxes[shape]?.width ?? 0, boxes[shape]?.height ?? 0),
      (shape) => Math.min(boxes[shape]?.width ?? 0, boxes[shape]?.height ?? 0),
    ];
    const turns = problem.things.map(() => null);
    return sizes.map((size) => ({
      order: problem.things
        .map((_, i) => i)
        .sort((a, b) => {
          const [p, q] = [problem.things[a] as number, problem.things[b] as number];
          return size(q) - size(p) || p - q || a - b;
        }),
      turns,
    }));
  }

  private fitStarts({ problem, turnedCount }: Prepared): FitGenes[] {
    const sides = problem.shapes.map(({ room }) => Math.sqrt(areaOf(room)));
    const turns = Array.from({ length: turnedCount }, () => 0);
    return [
      [0.6, 1.5],
      [0, 1.5],
      [0.3, 1],
      [0, 0.3],
      [1, 1.5],
      [0.6, 0.6],
    ].map(([depth = 0, large = 0]) => ({ depth, preferred: sides.map((side) => large * side), turns }));
  }

  private changedOrder(genes: Genes): Genes {
    const { problem } = this;
    const order = [...genes.order];
    const turns = [...genes.turns];
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

  private changedFit({ depth, preferred, turns }: FitGenes): FitGenes {
    const within = (by: number) => (this.random() - 0.5) * by;
    return {
      depth: this.random() < 0.3 ? Math.max(0, depth + within(0.2)) : depth,
      preferred: preferred.map((mm) => (this.random() < 0.4 ? mm + within(60) : mm)),
      turns: turns.map((mm) => (this.random() < 0.15 ? mm + within(30) : mm)),
    };
  }

  /** All things as rectangles, when they are few, free, and on a roll. */
  private rectangles(): Rectangle[] | null {
    const { shapes, things, kind } = this.problem;
    if (kind !== 'roll' || things.length > EXACT_THINGS || hasPins(this.problem)) return null;
    const kinds = shapes.map(({ room, turns }, shape) => {
      const { width = 0, height = 0 } = this.prepared.boxes[shape] ?? {};
      return fillsBox(room) && turns.includes(0) ? { width, height, turns: turns.includes(90) } : null;
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

  /** What one try comes to; null: nothing whole. */
  private tried(): NestResult | null {
    if (!this.skylines || this.fruitless > OVERLAP_SHARE.after) {
      const share = this.skylines ? OVERLAP_SHARE.boxlike : OVERLAP_SHARE.odd;
      const moved = this.overlaps && this.random() < share ? this.overlaps.next() : null;
      if (moved && moved.done !== true) return moved.value;
    }
    this.fruitless++;
    // Rows are for what lies over or under another, which nothing of one step alone does.
    if (this.skylines && (this.flat || this.random() < SKYLINE_SHARE)) {
      const found = this.shorter?.next();
      if (found && found.done !== true) return found.value;
      // It ends where one sheet cannot hold all, too: then orders are searched.
      return this.skylines.step((order) => this.shuffled(order));
    }
    if (this.pairs && this.random() < PAIR_SHARE) return this.pairs.step((genes) => this.changedFit(genes));
    return this.fits && this.random() < FIT_SHARE
      ? this.fits.step((genes) => this.changedFit(genes))
      : this.orders.step((genes) => this.changedOrder(genes));
  }

  /** An order with a thing or two elsewhere in it. */
  private shuffled(order: SkylineGenes): SkylineGenes {
    const changed = [...order];
    for (let i = 0; i < 1 + this.pick(2); i++) {
      const [a, b] = [this.pick(changed.length), this.pick(changed.length)];
      if (this.random() < 0.5) [changed[a], changed[b]] = [nth(changed, b), nth(changed, a)];
      else changed.splice(b, 0, ...changed.splice(a, 1));
    }
    return changed;
  }

  /** A layout of the same problem that was found elsewhere: searches with other seeds can help each other. */
  offer(found: NestResult): void {
    if (this.costOf(found) < this.cost - 1e-9) this.best = found;
  }

  /** One try; true when it found a better layout. */
  step(): boolean {
    this.tries++;
    const start = this.starts.shift();
    if (!start && this.exactLength !== null && this.exactTurn++ % EXACT_EVERY === 0)
      return this.tryExact(this.exactLength);
    const result = start ? start() : this.tried();
    if (!result) return false;
    const better = this.costOf(result) < this.cost - 1e-9;
    if (better) {
      this.best = result;
      if (this.fruitless <= OVERLAP_SHARE.after) this.fruitless = 0;
    }
    return better;
  }
}
