import type { DayGraph, Move } from './graph.js';
import { int, real, type GraphShape } from './shape.js';

/**
 * A graph where nothing closes, and each task holds one unit for just as long as it lasts, so that a slot is a task: it is timed in a fraction of the time, and what a move would come to is guessed. Units may take time to
 * change, and tasks may choose theirs.
 */
export class PlainTimes {
  /** By task: the longest way from its end to the end of all. */
  private readonly tail: Float64Array;
  /** By task: when what it is linked to lets it begin, and the longest way from its end by what is linked to it. */
  private readonly linkHead: Float64Array;
  private readonly linkTail: Float64Array;
  private readonly start: Float64Array;
  private readonly line: Int32Array;
  private readonly waits: Int32Array;
  private readonly lasts: Float64Array;
  private readonly marked: Uint8Array;
  private readonly state: Int32Array;
  /** By unit, seconds from each state to each; the first row is how it stands. Null: it takes up anything at once. */
  private readonly changes: readonly (Float64Array | null)[];
  private readonly states: number;
  private readonly hasChanges: boolean;
  /** The last rank whose tail may not be what it was. */
  private lastStale: number;
  /** How dear a second more of work is where a task takes a slower unit: what is guessed does not see who waits behind it. Changed from round to round. */
  dear = 1;

  constructor(private readonly graph: DayGraph) {
    const { units, tasks } = graph.model;
    this.tail = new Float64Array(graph.tasks);
    this.linkHead = new Float64Array(graph.tasks);
    this.linkTail = new Float64Array(graph.tasks);
    this.start = new Float64Array(graph.tasks);
    this.line = new Int32Array(graph.tasks + 1);
    this.waits = new Int32Array(graph.tasks);
    this.lasts = new Float64Array(graph.tasks);
    this.marked = new Uint8Array(graph.tasks);
    this.state = Int32Array.from(tasks, ({ state }) => state);
    this.states = 1 + Math.max(0, ...this.state);
    this.lastStale = graph.tasks - 1;
    this.hasChanges = units.some(({ change }) => change !== null);
    this.changes = units.map(({ change }) =>
      change
        ? Float64Array.from(
            [change.first, ...change.between].flatMap((row) =>
              Array.from({ length: this.states }, (_, state) => row[state] ?? 0),
            ),
          )
        : null,
    );
  }

  /** Whether a model is as plain as that. */
  static fits({ model, hasWindows, slots, tasks, pinned }: GraphShape): boolean {
    const isHeld = model.tasks.every(({ needs: [need, ...others] }) => {
      if (!need || others.length > 0 || need.choices.some(({ units }) => units.length !== 1)) return false;
      const { from, to } = need;
      return from.of === 'start' && from.plus === 0 && to.of === 'end' && to.plus === 0;
    });
    return isHeld && slots === tasks && !hasWindows && pinned.every(Number.isNaN);
  }

  /** Seconds that a unit takes to change for a task, after another; -1: as it stands. */
  private changeOf(unit: number, after: number, task: number): number {
    if (!this.hasChanges) return 0;
    const table = this.changes[unit];
    if (!table) return 0;
    const row = after < 0 ? 0 : int(this.state, after) + 1;
    return real(table, row * this.states + int(this.state, task));
  }

  /** Times everything as it is arranged, as the graph itself would: when the last task ends; infinite: it goes round in a circle. Of the graph's scores it sets the span alone: nothing else counts. O(tasks + links). */
  time(): number {
    const { waits, lasts, graph } = this;
    const { tasks, sorted, rank, before, behind, inAt, outAt, outTask } = graph;
    let filled = 0;
    for (let t = 0; t < tasks; t++) {
      lasts[t] = graph.lasts(t);
      const count = int(inAt, t + 1) - int(inAt, t) + (int(before, t) < 0 ? 0 : 1);
      waits[t] = count;
      if (count === 0) sorted[filled++] = t;
    }
    for (let i = 0; i < filled; i++) {
      const t = int(sorted, i);
      rank[t] = i;
      for (let k = int(outAt, t), to = int(outAt, t + 1); k < to; k++) {
        const next = int(outTask, k);
        if ((waits[next] = int(waits, next) - 1) === 0) sorted[filled++] = next;
      }
      const next = int(behind, t);
      if (next >= 0 && (waits[next] = int(waits, next) - 1) === 0) sorted[filled++] = next;
    }
    this.lastStale = tasks - 1;
    return filled < tasks ? Infinity : this.timeFrom(0);
  }

  /** Times what a shift that was applied touches: infinite where it goes round in a circle, and then nothing is timed anew. O(tasks and links from the first that it touches on). */
  timeShift(move: Move): number {
    const first = this.sortAnew(move);
    return first < 0 ? Infinity : this.timeFrom(first);
  }

  /** Puts all back into an order in which it can be timed after a shift: what hangs on the task comes behind it, or what it hangs on before it. The first rank that changed; -1: there is no such order. */
  private sortAnew({ task, place }: Move): number {
    const { graph, marked, line } = this;
    const { sorted, rank } = graph;
    const own = int(rank, task);
    const later = place > own;
    // Only tasks between where it was and what it now stands beside change their places.
    const beside = int(later ? graph.before : graph.behind, task);
    const other = beside < 0 ? own : int(rank, beside);
    const [low, high] = later ? [own, Math.max(own, other)] : [Math.min(own, other), own];
    const step = later ? 1 : -1;
    const to = later ? high : low;
    let count = 0;
    marked[task] = 1;
    for (let r = own + step; r !== to + step; r += step) {
      const t = int(sorted, r);
      marked[t] = later ? this.hangsOnMarked(t) : this.leadsToMarked(t);
      if (marked[t]) line[count++] = t;
    }
    const round = low < high && marked[beside] === 1;
    if (!round) {
      // What is not marked moves up to close the gap, in its order.
      let free = own;
      for (let r = own + step; r !== to + step; r += step) {
        const t = int(sorted, r);
        if (marked[t]) continue;
        sorted[free] = t;
        rank[t] = free;
        free += step;
      }
      sorted[free] = task;
      rank[task] = free;
      for (let i = 0; i < count; i++) {
        free += step;
        const t = int(line, i);
        sorted[free] = t;
        rank[t] = free;
      }
    }
    if (!round && high > this.lastStale) this.lastStale = high;
    marked[task] = 0;
    for (let i = 0; i < count; i++) marked[int(line, i)] = 0;
    return round ? -1 : low;
  }
  private hangsOnMarked(t: number): 0 | 1 {
    const { inAt, inTask, before } = this.graph;
    for (let k = int(inAt, t), to = int(inAt, t + 1); k < to; k++) if (this.marked[int(inTask, k)]) return 1;
    const other = int(before, t);
    return other >= 0 && this.marked[other] ? 1 : 0;
  }
  private leadsToMarked(t: number): 0 | 1 {
    const { outAt, outTask, behind } = this.graph;
    for (let k = int(outAt, t), to = int(outAt, t + 1); k < to; k++) if (this.marked[int(outTask, k)]) return 1;
    const other = int(behind, t);
    return other >= 0 && this.marked[other] ? 1 : 0;
  }

  private timeFrom(first: number): number {
    const { graph, lasts, linkHead } = this;
    const { tasks, sorted, before, inAt, inTask, inWait, slotUnit, release, start: starts, end: ends } = graph;
    const { heldBy, heldAt } = graph;
    for (let i = first; i < tasks; i++) {
      const t = int(sorted, i);
      let start = real(release, t);
      let by = -1;
      let where = -1;
      for (let k = int(inAt, t), to = int(inAt, t + 1); k < to; k++) {
        const end = real(ends, int(inTask, k)) + real(inWait, k);
        if (end > start) {
          start = end;
          by = int(inTask, k);
        }
      }
      linkHead[t] = start;
      const other = int(before, t);
      const free = this.changeOf(int(slotUnit, t), other, t) + (other < 0 ? 0 : real(ends, other));
      if (free > start || (free === start && other >= 0 && by < 0)) {
        start = free;
        by = other;
        where = other < 0 ? -1 : t;
      }
      starts[t] = start;
      ends[t] = start + real(lasts, t);
      heldBy[t] = by;
      heldAt[t] = where;
    }
    let span = 0;
    for (let t = 0; t < tasks; t++) {
      const end = real(ends, t);
      if (end > span) span = end;
    }
    graph.scores.span = span;
    return span;
  }

  /** Measures tails as all was timed last. O(tasks + links). */
  measureTails(): void {
    const { tail, linkTail, lasts, graph } = this;
    const { sorted, outAt, outTask, outWait, slotUnit, behind } = graph;
    for (let i = this.lastStale; i >= 0; i--) {
      const t = int(sorted, i);
      let own = 0;
      for (let k = int(outAt, t), to = int(outAt, t + 1); k < to; k++) {
        const other = int(outTask, k);
        const one = real(tail, other) + real(lasts, other) + real(outWait, k);
        if (one > own) own = one;
      }
      linkTail[t] = own;
      // As unitTail says, written out: this is done for each task at each step, and a call takes a sixth longer.
      const next = int(behind, t);
      const way = next < 0 ? 0 : this.changeOf(int(slotUnit, t), t, next) + real(lasts, next) + real(tail, next);
      tail[t] = way > own ? way : own;
    }
    this.lastStale = -1;
  }
  /** The way from the end of a task to the end of all by what comes behind it on a unit; -1: nothing does. */
  private unitTail(unit: number, task: number, next: number): number {
    return next < 0 ? 0 : this.changeOf(unit, task, next) + real(this.lasts, next) + real(this.tail, next);
  }

  /** About how long the longest way through what a move moves would be: its span is rarely less. Where it is more than `enough`, not all of it may be counted. O(tasks passed). */
  of(move: Move, enough = Infinity): number {
    return move.need < 0 ? this.ofShift(move, enough) : this.ofChoice(move);
  }

  /** After Balas and Vazacopoulos 1998: what is passed is timed in its new order, from what stands before it to what stands behind. */
  private ofShift(move: Move, enough: number): number {
    const { task, place } = move;
    const { line, start: starts, lasts, linkHead, linkTail, graph } = this;
    const { rank } = graph;
    const unit = int(graph.slotUnit, task);
    const later = place > int(rank, task);
    // In their new order: what it passes backwards comes the wrong way round, and stands behind it.
    const passed = graph.passedBy(move, line);
    const count = passed + 1;
    const last = passed > 0 ? int(line, passed - 1) : task;
    const outer = int(graph.before, later ? task : last);
    const inner = int(graph.behind, later ? last : task);
    line[passed] = task;
    if (!later)
      for (let i = 0, k = passed; i < k; i++, k--) {
        const t = int(line, i);
        line[i] = int(line, k);
        line[k] = t;
      }
    let free = outer < 0 ? 0 : real(graph.end, outer);
    let other = outer;
    for (let i = 0; i < count; i++) {
      const t = int(line, i);
      const start = Math.max(free + this.changeOf(unit, other, t), real(linkHead, t));
      const end = start + real(lasts, t);
      const least = end + real(linkTail, t);
      if (least > enough) return least;
      starts[t] = start;
      free = end;
      other = t;
    }
    let next = inner;
    let tail = next < 0 ? 0 : real(this.tail, next);
    let longest = 0;
    for (let i = count - 1; i >= 0; i--) {
      const t = int(line, i);
      const behind = next < 0 ? 0 : this.changeOf(unit, t, next) + real(lasts, next) + tail;
      const own = Math.max(behind, real(linkTail, t));
      const way = real(starts, t) + real(lasts, t) + own;
      if (way > longest) {
        if (way > enough) return way;
        longest = way;
      }
      next = t;
      tail = own;
    }
    return longest;
  }

  /** After Mastrolilli and Gambardella 2000: a task between two others of another unit. */
  private ofChoice({ task, place, need, choice }: Move): number {
    const { graph } = this;
    const unit = graph.unitsOf(need, choice)[0] ?? -1;
    const other = graph.placed(unit, place);
    const next = other >= 0 ? int(graph.behind, other) : int(graph.first, unit);
    const free = this.changeOf(unit, other, task) + (other < 0 ? 0 : real(graph.end, other));
    const start = Math.max(free, real(this.linkHead, task));
    const lasts = real(graph.choiceLasts, int(graph.choiceAt, need) + choice);
    const way = start + lasts + Math.max(real(this.linkTail, task), this.unitTail(unit, task, next));
    return way + this.dear * (lasts - real(this.lasts, task));
  }
}
