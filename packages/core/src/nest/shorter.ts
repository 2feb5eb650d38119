import { nth, seeded } from '../numbers/index.js';
import { blocksOfThing, type Block, type Blocks } from './blocks.js';
import { Joiner, type Joined } from './joined.js';
import { lengthsOf } from './lay.js';
import type { NestProblem, NestResult, Spot } from './problem.js';
import { SkylineSearch, type SkylineGenes } from './skyline-search.js';
import type { Lying } from './skyline.js';
import { HAIR } from './slots.js';

/** Out of the global object once: what is looked up there at every call costs more than the sum. */
const { exp, floor, max, min, sqrt } = Math;

/** A layout that was found; null: a little work was done. */
type Work = Generator<NestResult | null, void>;

/** As wide as a beam gets before it begins anew in other orders; over boxes that were joined, and over what lies at the top. */
const WIDEST = { all: 16, joined: 2, top: 8 };
/** Lengths that are aimed at, between the bound and the best: a share of what is between them. */
const AIM = { least: 0.6, span: 0.3, shorter: 0.01 };
/** How much of the work goes each way. */
const SHARES = { joined: 0.5, all: 0.25, top: 0.25 };
/** Boxes are joined among so many at most; and less of the work goes there where more than this have a side in common, in the mean. */
const JOINED = { most: 400, alike: 3 };
/** So many times in a row boxes are joined anew, a few for each bit of work, before they are laid, and before all begins again. */
const JOINING = { few: 10, once: 200, chain: 3000 };
/** How often boxes are laid as they were joined; else the larger of them are taken apart, down to this share of the sheet (as a power of e). */
const WHOLE = 0.2;
const SMALLEST = 4;
/** What lies at the top is laid anew: so much of all, and so many at most. */
const TOP = { least: 0.2, most: 150 };

/** An order in which neighbours have changed places, up to some four apart. */
function loosened(order: SkylineGenes, random: () => number): SkylineGenes {
  return order
    .map((thing, i) => ({ thing, at: i + 4 * random() * sqrt(order.length / 8) }))
    .sort((a, b) => a.at - b.at)
    .map(({ thing }) => thing);
}

/**
 * Looks for layouts on one sheet that are shorter and shorter, in three ways in turn: all that is to be laid in ever wider beams; boxes that may have been cut from one
 * joined first; and what lies at the top of the best layout laid anew.
 */
export class ShorterSearch {
  private readonly random: () => number;

  /** `best` is what anybody knows by now. */
  constructor(
    private readonly problem: NestProblem,
    private readonly blocks: Blocks,
    private readonly bound: number,
    private readonly best: () => NestResult,
    private readonly seed: number,
  ) {
    this.random = seeded(seed);
  }

  /** Gives each layout as it finds it, and null after a little work each time; ends only when nothing shorter than the bound may be. */
  *run(): Work {
    const joiner = new Joiner(this.blocks, this.problem.width, this.random);
    const ways = [
      { turns: this.all(), share: SHARES.all, done: 0 },
      { turns: this.top(), share: SHARES.top, done: 0 },
    ];
    if (joiner.count > 1 && joiner.count <= JOINED.most) {
      const share = SHARES.joined * min(1, JOINED.alike / joiner.likeness);
      ways.unshift({ turns: this.joined(joiner), share, done: 0 });
    }
    while (this.least > this.bound + HAIR) {
      const way = ways.reduce((a, b) => (b.done / b.share < a.done / a.share ? b : a));
      way.done++;
      const found = way.turns.next();
      if (found.done === true) return;
      yield found.value;
    }
  }

  /** As long as one sheet of the best layout is, or may be. */
  private get least(): number {
    const { lengths } = this.best();
    return min(lengths.length === 1 ? nth(lengths, 0) : Infinity, this.problem.length);
  }

  /** A length to aim at. */
  private aim(): number {
    const { bound, least } = this;
    const aim = bound + (least - bound) * (AIM.least + AIM.span * this.random());
    return max(bound, min(least - AIM.shorter, aim));
  }

  /** Lays things down in one beam; what is found is put together to a layout of all. True once something was. */
  private *tried(
    search: SkylineSearch,
    order: SkylineGenes,
    width: number,
    together: (spots: Spot[]) => Spot[],
  ): Generator<NestResult | null, boolean> {
    const length = this.aim();
    for (const found of search.beam(order, length, width)) {
      if (found) {
        const spots = together(found);
        yield { spots, lengths: lengthsOf(this.problem, spots) };
        return true;
      }
      yield null;
      // Another way may have come that far by now.
      if (length >= this.least) return false;
    }
    return false;
  }

  /** All in beams twice as wide each time, begun anew in other orders where that is too wide (iterative doubling, as told of the beam). */
  private *all(): Work {
    const search = new SkylineSearch(this.problem, this.blocks);
    const orders = () => search.orders().map((order) => loosened(order, this.random));
    // Searches beside each other do not go the same way.
    let now = this.seed === 1 ? search.orders() : orders();
    for (let width = 1; ;) {
      let better = false;
      for (const order of now) {
        better = yield* this.tried(search, order, width, (spots) => spots);
        if (better) break;
      }
      if (better) continue;
      width = width >= WIDEST.all ? 1 : width * 2;
      if (width === 1) now = orders();
    }
  }

  /** Boxes that may have been cut from one, joined: over and over, and laid now and then. */
  private *joined(joiner: Joiner): Work {
    for (;;) {
      joiner.join(this.least, 1);
      for (let made = 0; made < JOINING.chain; made += JOINING.once) {
        for (let i = 1; i <= JOINING.once; i++) {
          joiner.rejoin(this.least);
          if (i % JOINING.few === 0) yield null;
        }
        const share = this.random() < WHOLE ? Infinity : exp(-SMALLEST * this.random());
        yield* this.laid(joiner.joined(share * this.least * this.problem.width), WIDEST.joined);
      }
    }
  }

  /** Lays boxes that are joined down, largest first. True once a shorter layout was found. */
  private *laid(
    joined: Joined,
    widest: number,
    under: readonly Lying[] = [],
    together = (spots: Spot[]) => spots,
  ): Generator<NestResult | null, boolean> {
    const search = new SkylineSearch(this.problem, joined.blocks, under);
    const order = search.largestFirst();
    for (let width = 1; width <= widest; width *= 2) {
      if (yield* this.tried(search, order, width, (spots) => together(joined.apart(spots)))) return true;
    }
    return false;
  }

  /** What lies at the top of the best layout, laid anew on what is under it, some of it joined. */
  private *top(): Work {
    for (;;) {
      const { spots, lengths } = this.best();
      const lying = spots.flatMap((spot, thing) => this.lyingAs(thing, spot));
      // On several sheets, or with something turned by hand, nothing is at the top.
      if (lengths.length !== 1 || lying.length < spots.length) {
        yield null;
        continue;
      }
      const share = TOP.least + (1 - TOP.least) * this.random();
      const many = min(TOP.most, floor(spots.length * share), spots.length - 1);
      const from = nth(lying.map(({ y }) => y).sort((a, b) => b - a), many); // prettier-ignore
      const rest = lying.flatMap(({ y }, thing) => (y >= from - HAIR ? [thing] : []));
      const under = lying
        .filter(({ y }) => y < from - HAIR)
        .flatMap(({ block, x, y }) =>
          block.steps.map((step) => ({ from: x + step.x, to: x + step.x + step.width, top: y + step.far })),
        )
        .sort((a, b) => a.top - b.top);
      const few = { ...this.blocks, shape: Int32Array.from(rest, (thing) => nth(this.blocks.shape, thing)) };
      const joiner = new Joiner(few, this.problem.width, this.random);
      joiner.join(this.least, max(0, 1.3 * this.random() - 0.3));
      const together = (found: Spot[]) => {
        const all = [...spots];
        rest.forEach((thing, i) => {
          all[thing] = found[i] as Spot;
        });
        return all;
      };
      yield* this.laid(joiner.joined(), WIDEST.top, under, together);
      yield null;
    }
  }

  /** The block as which a thing lies, and where; none where it was turned as no block is. */
  private lyingAs(thing: number, { x, y, turn }: Spot): { block: Block; x: number; y: number }[] {
    const block = blocksOfThing(this.blocks, thing).find((one) => one.turn === turn);
    return block ? [{ block, x: x - block.dx, y: y - block.dy }] : [];
  }
}
