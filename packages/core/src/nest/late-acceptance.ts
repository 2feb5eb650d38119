/** Results that are not worse than the one this many tries ago are followed. */
const MEMORY = 20;

/**
 * Late acceptance hill climbing (E. Burke and Y. Bykov, “The late acceptance hill-climbing heuristic”, 2017): goes from what it has to
 * something a little different, and stays there unless that is worse than what it had `MEMORY` tries ago.
 */
export class LateAcceptance<Genes, Result> {
  private genes: Genes;
  private least = Infinity;
  private costs: number[] = [];
  private tries = 0;

  /** `first`: where it may begin, one at least; the best of them is where it does. */
  constructor(
    private readonly first: readonly Genes[],
    private readonly make: (genes: Genes) => Result,
    private readonly costOf: (result: Result) => number,
  ) {
    const [genes] = first;
    if (genes === undefined) throw new RangeError('a search needs somewhere to begin');
    this.genes = genes;
  }

  /** Makes each of the first, one at a call. */
  starts(): (() => Result)[] {
    return this.first.map((genes) => () => {
      const result = this.make(genes);
      const cost = this.costOf(result);
      if (cost < this.least) {
        this.least = cost;
        this.genes = genes;
      }
      return result;
    });
  }

  /** One try. */
  step(change: (genes: Genes) => Genes): Result {
    if (this.costs.length === 0) this.costs = Array.from({ length: MEMORY }, () => this.least);
    const genes = change(this.genes);
    const result = this.make(genes);
    const cost = this.costOf(result);
    const slot = this.tries++ % MEMORY;
    const late = this.costs[slot] ?? Infinity;
    if (cost <= late) this.genes = genes;
    this.costs[slot] = cost < late ? cost : late;
    return result;
  }
}
