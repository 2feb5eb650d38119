import type { DayGraph, Move } from './graph.js';
import { int, real } from './shape.js';

/** Guesses what a shift would come to, where nothing changes, nothing closes and nothing is held longer than it lasts: a slot is a task there. */
export class Guess {
  /** By task: the longest way from its end to the end of all. */
  private readonly tail: Float64Array;
  private readonly start: Float64Array;
  private readonly line: Int32Array;

  constructor(private readonly graph: DayGraph) {
    this.tail = new Float64Array(graph.tasks);
    this.start = new Float64Array(graph.tasks);
    this.line = new Int32Array(graph.tasks + 1);
  }

  /** Whether a model is as plain as that. */
  static fits({ hasWindows, changes, slots, tasks, choiceLasts }: DayGraph): boolean {
    return !hasWindows && !changes.includes(1) && slots === tasks && choiceLasts.length === tasks;
  }

  /** Measures tails as all was timed last. O(tasks + links + slots). */
  measureTails(): void {
    const { tail, graph } = this;
    for (let i = graph.tasks - 1; i >= 0; i--) {
      const t = int(graph.sorted, i);
      tail[t] = Math.max(this.linkTail(t), this.unitTail(int(graph.behind, t)));
    }
  }
  private linkTail(t: number): number {
    let tail = 0;
    for (let k = int(this.graph.outAt, t), to = int(this.graph.outAt, t + 1); k < to; k++) {
      const other = int(this.graph.outTask, k);
      const one = real(this.tail, other) + this.graph.lasts(other);
      if (one > tail) tail = one;
    }
    return tail;
  }
  private linkHead(t: number): number {
    let head = real(this.graph.release, t);
    for (let k = int(this.graph.inAt, t), to = int(this.graph.inAt, t + 1); k < to; k++) {
      const one = real(this.graph.end, int(this.graph.inTask, k));
      if (one > head) head = one;
    }
    return head;
  }
  private unitTail(other: number): number {
    return other < 0 ? 0 : real(this.tail, other) + this.graph.lasts(other);
  }

  /** About how long the longest way through what a shift moves would be (Balas and Vazacopoulos 1998): its span is rarely less. O(tasks passed). */
  of(move: Move): number {
    const { task, place } = move;
    const { line, start: starts, graph } = this;
    const { rank } = graph;
    const later = place > int(rank, task);
    // In their new order: what it passes backwards comes the wrong way round, and stands behind it.
    const passed = graph.passedBy(move, line);
    const count = passed + 1;
    const last = passed > 0 ? int(line, passed - 1) : task;
    const [outer, inner] = later
      ? [int(graph.before, task), int(graph.behind, last)]
      : [int(graph.before, last), int(graph.behind, task)];
    line[passed] = task;
    if (!later) line.subarray(0, count).reverse();
    let free = outer < 0 ? 0 : real(graph.end, outer);
    for (let i = 0; i < count; i++) {
      const t = int(line, i);
      const start = Math.max(free, this.linkHead(t));
      starts[t] = start;
      free = start + this.graph.lasts(t);
    }
    let tail = this.unitTail(inner);
    let longest = 0;
    for (let i = count - 1; i >= 0; i--) {
      const t = int(line, i);
      const own = Math.max(tail, this.linkTail(t));
      const lasts = this.graph.lasts(t);
      const way = real(starts, t) + lasts + own;
      if (way > longest) longest = way;
      tail = own + lasts;
    }
    return longest;
  }
}
