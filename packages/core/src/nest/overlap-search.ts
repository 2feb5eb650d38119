import { nth, seeded, shuffled, wholeBelow } from '../numbers/index.js';
import { lengthsOf, prepare, type Prepared, type Turned } from './lay.js';
import { OverlapLayout, type Place, type Places } from './overlap-layout.js';
import { costOf, type NestProblem, type NestResult } from './problem.js';

/** Rows that are looked at for a thing in each of its turns, anywhere; and around where it lies, as it lies. */
const ANYWHERE = 4;
const NEARBY = { rows: 4, reach: 24 };
/** From the best row that was found it goes on in steps of so many rows, then of half as many. */
const LONGEST_STEP = 32;
/** Passes without an improvement after which it gives up; less than a fiftieth is none. */
const PATIENCE = 40;
const IMPROVED = 0.98;
/** What a sheet is made shorter by: a share of the length that forty things take; more after a success, half of it after a failure. */
const SHORTER = { most: 0.016, least: 0.0007, more: 1.4, things: 40 };
/** How many failures are kept, how often one of them is where it begins, and the things that are thrown about in it, as a share. */
const FAILURES = { most: 10, share: 0.8, thrown: 0.15 };
/** Weights of two things that lie in each other grow by this much, by how deep they do; others shrink. */
const WEIGHT = { least: 1.2, most: 2, others: 0.95 };
/** More things than this are too many to keep weights of each two. */
const MOST_THINGS = 1000;
/** With no more turned shapes than this their rows may be finer, mm. */
const FINE = { shapes: 16, pitch: 0.25 };

/**
 * Takes a layout, makes a sheet a little shorter, or leaves one out, and moves whatever lies in something else until nothing does (guided local search for the least
 * overlap, after S. Umetani, M. Yagiura, S. Imahori, T. Imamichi, K. Nonobe and T. Ibaraki, “Solving the irregular strip packing problem via guided local search for
 * overlap minimization”, 2009; from memory). What failed is kept, shaken, and tried again.
 */
export class OverlapSearch {
  private readonly problem: NestProblem;
  private readonly layout: OverlapLayout;
  private readonly random: () => number;
  private failures: { places: Places; left: number }[] = [];

  private constructor(
    private readonly prepared: Prepared,
    private readonly bound: number,
    seed: number,
  ) {
    this.problem = prepared.problem;
    this.layout = new OverlapLayout(prepared);
    this.random = seeded(seed);
  }

  /** Null where there is nothing to move, or too much of it. */
  static of(prepared: Prepared, bound: number, seed: number): OverlapSearch | null {
    const { problem, turnedCount, pitch } = prepared;
    const free = problem.things.filter((_, thing) => !problem.pinned?.[thing]).length;
    if (free === 0 || problem.things.length > MOST_THINGS) return null;
    const fine = turnedCount <= FINE.shapes && pitch > FINE.pitch;
    return new OverlapSearch(fine ? prepare(problem, FINE.pitch) : prepared, bound, seed);
  }

  private pick(below: number): number {
    return wholeBelow(below, this.random);
  }

  /** Looks for layouts that are better than the best known, and gives each; null after each pass without one. Never ends by itself, but where nothing shorter can be. */
  *closer(known: () => NestResult): Generator<NestResult | null, void> {
    let by = SHORTER.most;
    let failed = 0;
    for (let from = known(); ;) {
      const best = known();
      if (best !== from) {
        by = Math.min(SHORTER.most, by * SHORTER.more);
        failed = 0;
        this.failures = [];
        from = best;
      }
      if (!this.begin(best, by, failed)) {
        if (failed % 2 === 0 && by <= SHORTER.least) return;
        failed++;
        by = Math.max(SHORTER.least, by / 2);
        continue;
      }
      let found: NestResult | null = null;
      for (const done of this.separate()) {
        if (done) found = this.better(known());
        yield found;
      }
      if (found) continue;
      failed++;
      by = Math.max(SHORTER.least, by / 2);
    }
  }

  /** The layout as it is, if it is better than another. */
  private better(than: NestResult): NestResult | null {
    const lying = this.layout.spots();
    const sheets = [...new Set(lying.map(({ sheet }) => sheet))].sort((a, b) => a - b);
    // A sheet that was left out is none any more, but before what is pinned.
    const pinned = this.layout.pinnedTo.length > 0;
    const spots = pinned ? lying : lying.map((spot) => ({ ...spot, sheet: sheets.indexOf(spot.sheet) }));
    const result = { spots, lengths: lengthsOf(this.problem, spots) };
    return costOf(this.problem, result) < costOf(this.problem, than) - 1e-9 ? result : null;
  }

  /** Makes room scarcer, and lays things as they lie in the best layout or in a failure. False where they cannot all lie there, or might leave the sheet of their group. */
  private begin(best: NestResult, by: number, failed: number): boolean {
    const { layout, problem, random } = this;
    if (problem.groups && best.lengths.length > 1) return false;
    const failure = random() < FAILURES.share ? this.failures[Math.floor(this.failures.length * random() ** 2)] : null;
    layout.lengths = best.lengths.map((length) => (problem.kind === 'roll' ? length : problem.length));
    const least = best.lengths.indexOf(Math.min(...best.lengths));
    const length = nth(best.lengths, least);
    if (failure) layout.lay(failure.places);
    else layout.read(best.spots);
    const own = layout.free.filter((thing) => layout.sheet[thing] === least).length;
    const part = (length * Math.min(own, SHORTER.things)) / Math.max(1, own);
    // Every other time the whole sheet is left out, where there are others.
    const without = best.lengths.length > 1 && failed % 2 === 1;
    const target = without ? 0 : length - part * by;
    if (target < (layout.pinnedTo[least] ?? 0)) return false;
    if (best.lengths.length === 1 && problem.kind === 'roll' && target < this.bound) return false;
    layout.lengths[least] = target;
    if (!failure) layout.moveUp(least, length - target, random() * target);
    if (!this.within()) return false;
    if (failure || failed > 0) this.throwAbout();
    return true;
  }

  /** Sees to it that everything lies within its sheet; what is too long for its own goes to another. False where one fits none. */
  private within(): boolean {
    const { layout } = this;
    for (const thing of layout.free) {
      if (layout.clamp(thing)) continue;
      const choices = this.choicesOf(thing).flatMap(({ id }) =>
        layout.lengths.flatMap((_, sheet) => (layout.lastRow(id, sheet) >= 0 ? [{ id, sheet }] : [])),
      );
      if (choices.length === 0) return false;
      const { id, sheet } = choices[this.pick(choices.length)] ?? { id: 0, sheet: 0 };
      layout.set(thing, { id, sheet, row: this.anyRow(id, sheet), x: this.random() * layout.mostX(id) });
    }
    return true;
  }

  /** Some things go anywhere on their sheets. */
  private throwAbout(): void {
    const { layout } = this;
    const { free } = layout;
    for (let left = 1 + this.pick(Math.ceil(free.length * FAILURES.thrown)); left > 0; left--) {
      const thing = nth(free, this.pick(free.length));
      const sheet = nth(layout.sheet, thing);
      const fitting = this.choicesOf(thing).filter(({ id }) => layout.lastRow(id, sheet) >= 0);
      const { id } = fitting[this.pick(fitting.length)] ?? { id: nth(layout.id, thing) };
      layout.set(thing, { id, sheet, row: this.anyRow(id, sheet), x: this.random() * layout.mostX(id) });
    }
  }

  private choicesOf(thing: number): readonly Turned[] {
    return this.prepared.shapes[nth(this.problem.things, thing)] ?? [];
  }

  private anyRow(id: number, sheet: number): number {
    return this.pick(this.layout.lastRow(id, sheet) + 1);
  }

  /** Moves things until none lies in another: gives false after each pass, true at the end where that is so. O(passes × things that lie in others × rows × things near). */
  private *separate(): Generator<boolean, void> {
    const { layout } = this;
    layout.weight.fill(1);
    layout.reckonAll();
    let least = layout.left();
    let places = layout.places();
    for (let idle = 0; idle < PATIENCE; idle++) {
      const lying = layout.free.filter((thing) => layout.costOf(thing) > 0);
      for (const thing of shuffled(lying, this.random)) this.move(thing);
      const left = layout.left();
      if (left === 0) {
        yield true;
        return;
      }
      if (left < least) {
        if (left < least * IMPROVED) idle = -1;
        least = left;
        places = layout.places();
      }
      layout.weigh(WEIGHT);
      yield false;
    }
    this.failures.push({ places, left: least });
    this.failures.sort((a, b) => a.left - b.left);
    this.failures.length = Math.min(this.failures.length, FAILURES.most);
  }

  /** Moves a thing to a place that costs less than where it is, if one is found. */
  private move(thing: number): void {
    const { layout } = this;
    const cost = layout.costOf(thing);
    if (cost === 0) return;
    const here = layout.placeOf(thing, cost);
    const best = { ...here };
    layout.bestOn(thing, here.id, here.sheet, here.row, best);
    for (let i = 1; i < NEARBY.rows; i++) {
      const away = Math.round((this.random() * 2 - 1) * (1 + this.pick(NEARBY.reach)));
      layout.bestOn(thing, here.id, here.sheet, here.row + away, best);
    }
    this.descend(thing, best);
    // The best of all turns and the second are looked at more closely.
    let [first, second]: [Place | null, Place | null] = [null, null];
    for (const { id } of this.choicesOf(thing)) {
      if (best.cost === 0) break;
      const found: Place = { ...here, cost: second?.cost ?? Infinity };
      let any = false;
      for (let i = 0; i < ANYWHERE; i++) {
        const sheet = this.pick(layout.lengths.length);
        if (layout.bestOn(thing, id, sheet, this.anyRow(id, sheet), found)) any = true;
      }
      if (any && (!first || found.cost < first.cost)) [first, second] = [found, first];
      else if (any) second = found;
    }
    for (const place of [first, second]) {
      if (!place || best.cost === 0) continue;
      this.descend(thing, place);
      if (place.cost < best.cost) Object.assign(best, place);
    }
    if (best.cost < cost) layout.put(thing, best);
  }

  /** From a row to better ones nearby, in steps that get smaller where they lead nowhere. */
  private descend(thing: number, place: Place): void {
    const { layout } = this;
    for (let step = LONGEST_STEP / 2; step >= 1 && place.cost > 0;) {
      const { id, sheet, row } = place;
      const better =
        layout.bestOn(thing, id, sheet, row + step, place) || layout.bestOn(thing, id, sheet, row - step, place);
      step = better ? Math.min(LONGEST_STEP, step * 2) : step >> 1;
    }
  }
}
