import type { DayGraph, Move } from './graph.js';
import { int, real, type GraphShape } from './shape.js';

/**
 * A graph where nothing closes, and each task holds one unit for just as long as it lasts, so that a slot is a task: it is timed in a fraction of the time, and what a move would come to is guessed. Units may take time to
 * change, and tasks may choose theirs.
 */
export class PlainTimes {
  /** By task: the longest way from its end to the end of all. */
  private readonly tail: Float64Array;
  private readonly start: Float64Array;
  private readonly line: Int32Array;
  private readonly waits: Int32Array;
  private readonly lasts: Float64Array;
  private readonly state: Int32Array;
  /** By unit, seconds from each state to each; the first row is how it stands. Null: it takes up anything at once. */
  private readonly changes: readonly (Float64Array | null)[];
  private readonly states: number;
  /** How dear a second more of work is where a task takes a slower unit: what is guessed does not see who waits behind it. Changed from round to round. */
  dear = 1;

  constructor(private readonly graph: DayGraph) {
    const { units, tasks } = graph.model;
    this.tail = new Float64Array(graph.tasks);
    this.start = new Float64Array(graph.tasks);
    this.line = new Int32Array(graph.tasks + 1);
    this.waits = new Int32Array(graph.tasks);
    this.lasts = new Float64Array(graph.tasks);
    this.state = Int32Array.from(tasks, ({ state }) => state);
    this.states = 1 + Math.max(0, ...this.state);
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
    const table = this.changes[unit];
    if (!table) return 0;
    const row = after < 0 ? 0 : int(this.state, after) + 1;
    return real(table, row * this.states + int(this.state, task));
  }

  /** Times everything as it is arranged, as the graph itself would: when the last task ends; infinite: it goes round in a circle. Of the graph's scores it sets the span alone: nothing else counts. O(tasks + links). */
  time(): number {
    const { waits, graph, lasts } = this;
    const { tasks, sorted, rank, before, behind, inAt, inTask, inWait, outAt, outTask, slotUnit } = graph;
    let filled = 0;
    for (let t = 0; t < tasks; t++) {
      const count = int(inAt, t + 1) - int(inAt, t) + (int(before, t) < 0 ? 0 : 1);
      waits[t] = count;
      if (count === 0) sorted[filled++] = t;
    }
    let span = 0;
    for (let i = 0; i < filled; i++) {
      const t = int(sorted, i);
      rank[t] = i;
      let start = real(graph.release, t);
      let by = -1;
      let where = -1;
      for (let k = int(inAt, t), to = int(inAt, t + 1); k < to; k++) {
        const end = real(graph.end, int(inTask, k)) + real(inWait, k);
        if (end > start) {
          start = end;
          by = int(inTask, k);
        }
      }
      const other = int(before, t);
      const free = this.changeOf(int(slotUnit, t), other, t) + (other < 0 ? 0 : real(graph.end, other));
      if (free > start || (free === start && other >= 0 && by < 0)) {
        start = free;
        by = other;
        where = other < 0 ? -1 : t;
      }
      const long = graph.lasts(t);
      lasts[t] = long;
      const ends = start + long;
      graph.start[t] = start;
      graph.end[t] = ends;
      graph.heldBy[t] = by;
      graph.heldAt[t] = where;
      if (ends > span) span = ends;
      for (let k = int(outAt, t), to = int(outAt, t + 1); k < to; k++) {
        const next = int(outTask, k);
        if ((waits[next] = int(waits, next) - 1) === 0) sorted[filled++] = next;
      }
      const next = int(behind, t);
      if (next >= 0 && (waits[next] = int(waits, next) - 1) === 0) sorted[filled++] = next;
    }
    if (filled < tasks) return Infinity;
    graph.scores.span = span;
    return span;
  }

  /** Measures tails as all was timed last. O(tasks + links). */
  measureTails(): void {
    const { tail, graph } = this;
    for (let i = graph.tasks - 1; i >= 0; i--) {
      const t = int(graph.sorted, i);
      tail[t] = Math.max(this.linkTail(t), this.unitTail(int(graph.slotUnit, t), t, int(graph.behind, t)));
    }
  }
  private linkTail(t: number): number {
    let tail = 0;
    for (let k = int(this.graph.outAt, t), to = int(this.graph.outAt, t + 1); k < to; k++) {
      const other = int(this.graph.outTask, k);
      const one = real(this.tail, other) + real(this.lasts, other) + real(this.graph.outWait, k);
      if (one > tail) tail = one;
    }
    return tail;
  }
  private linkHead(t: number): number {
    let head = real(this.graph.release, t);
    for (let k = int(this.graph.inAt, t), to = int(this.graph.inAt, t + 1); k < to; k++) {
      const one = real(this.graph.end, int(this.graph.inTask, k)) + real(this.graph.inWait, k);
      if (one > head) head = one;
    }
    return head;
  }
  /** The way from the end of a task to the end of all by what comes behind it on a unit; -1: nothing does. */
  private unitTail(unit: number, task: number, next: number): number {
    return next < 0 ? 0 : this.changeOf(unit, task, next) + real(this.lasts, next) + real(this.tail, next);
  }

  /** About how long the longest way through what a move moves would be: its span is rarely less. O(tasks passed). */
  of(move: Move): number {
    return move.need < 0 ? this.ofShift(move) : this.ofChoice(move);
  }

  /** After Balas and Vazacopoulos 1998: what is passed is timed in its new order, from what stands before it to what stands behind. */
  private ofShift(move: Move): number {
    const { task, place } = move;
    const { line, start: starts, graph } = this;
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
    if (!later) line.subarray(0, count).reverse();
    let free = outer < 0 ? 0 : real(graph.end, outer);
    let other = outer;
    for (let i = 0; i < count; i++) {
      const t = int(line, i);
      const start = Math.max(free + this.changeOf(unit, other, t), this.linkHead(t));
      starts[t] = start;
      free = start + real(this.lasts, t);
      other = t;
    }
    let next = inner;
    let tail = next < 0 ? 0 : real(this.tail, next);
    let longest = 0;
    for (let i = count - 1; i >= 0; i--) {
      const t = int(line, i);
      const behind = next < 0 ? 0 : this.changeOf(unit, t, next) + real(this.lasts, next) + tail;
      const own = Math.max(behind, this.linkTail(t));
      const way = real(starts, t) + real(this.lasts, t) + own;
      if (way > longest) longest = way;
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
    const start = Math.max(free, this.linkHead(task));
    const lasts = real(graph.choiceLasts, int(graph.choiceAt, need) + choice);
    const way = start + lasts + Math.max(this.linkTail(task), this.unitTail(unit, task, next));
    return way + this.dear * (lasts - real(this.lasts, task));
  }
}
