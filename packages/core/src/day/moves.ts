import type { DayGraph, Move } from './graph.js';
import type { Aims } from './model.js';
import { HAIR, int, real } from './shape.js';

/** Candidates that are timed at most before one is taken. Ours, by trial on ft10 and on made-up days. */
const WIDTH = 28;
/** Finds moves that could better an arrangement as it was timed last. */
export class MoveMaker {
  constructor(
    private readonly graph: DayGraph,
    private readonly aims: Aims,
    private readonly random: () => number,
    /** So many are given at most: all, where they are only guessed at. */
    private readonly width = WIDTH,
  ) {}

  /** The tasks that hold one another up, from something that costs back to where nothing does; the last first. */
  private critical(): number[] {
    const { graph, aims } = this;
    // What costs most of all, but not always that: jobs by what they cost, else the end of it all.
    let from = -1;
    if (aims.late > 0) {
      const cost = graph.model.jobs.map(({ due, weight }, job) => {
        const end = graph.endOf(job);
        return aims.late * weight * Math.max(0, end - (due ?? Infinity)) + aims.flow * end;
      });
      let dice = this.random() * cost.reduce((sum, one) => sum + one, 0);
      const job = cost.findIndex((one) => (dice -= one) <= 0);
      if (job >= 0) from = graph.lastOf(job);
    }
    if (from < 0 || (aims.span > 0 && this.random() < 0.2)) {
      // Any of those that end last.
      const end = graph.scores.span - HAIR;
      for (let t = 0, last = 0; t < graph.tasks; t++)
        if (real(graph.end, t) > end && this.random() * ++last < 1) from = t;
    }
    const path: number[] = [];
    for (let t = from; t >= 0 && path.length <= graph.tasks; t = int(graph.heldBy, t)) path.push(t);
    return path;
  }

  candidates(): Move[] {
    const { graph } = this;
    const path = this.critical();
    const moves: Move[] = [];
    // Blocks: tasks in a row that hold one another up on one unit.
    for (let i = 0; i < path.length;) {
      const unit = this.unitHolding(path[i] ?? 0);
      let k = i;
      while (k + 1 < path.length && unit >= 0 && this.unitHolding(path[k] ?? 0) === unit) k++;
      if (k > i) {
        const block = path.slice(i, k + 1).reverse();
        this.aroundBlock(block, moves);
      }
      i = Math.max(k, i + 1);
    }
    for (const task of path) this.elsewhere(task, moves);
    if (this.aims.change > 0) this.besideLike(moves);
    while (moves.length > this.width) {
      // Any of them, evenly.
      const out = Math.floor(this.random() * moves.length);
      moves[out] = moves[moves.length - 1] as Move;
      moves.pop();
    }
    if (moves.length === 0) this.anywhere(moves);
    return graph.tasks > 1 ? moves : [];
  }
  private unitHolding(task: number): number {
    const slot = int(this.graph.heldAt, task);
    return slot < 0 ? -1 : (this.graph.slotUnit[slot] ?? -1);
  }

  private aroundBlock(block: readonly number[], moves: Move[]): void {
    const { rank } = this.graph;
    const first = int(rank, block[0] as number);
    const last = int(rank, block[block.length - 1] as number);
    for (let i = 0; i < block.length; i++) {
      const task = block[i] as number;
      if (i < block.length - 1) moves.push({ task, place: last + 0.5, need: -1, choice: -1 });
      if (i > 0) moves.push({ task, place: first - 0.5, need: -1, choice: -1 });
      if (i > 1 && i < block.length - 1)
        moves.push({ task, place: int(rank, block[i - 1] as number) - 0.5, need: -1, choice: -1 });
    }
  }

  /** A task by other units: about when it is now, or one place earlier or later there. */
  private elsewhere(task: number, moves: Move[]): void {
    const { graph } = this;
    const own = int(graph.rank, task);
    for (let need = int(graph.taskNeeds, task); need < int(graph.taskNeeds, task + 1); need++)
      for (let choice = graph.choicesOf(need) - 1; choice >= 0; choice--) {
        if (choice === graph.choice[need]) continue;
        const line = graph.lineOf(graph.unitsOf(need, choice)[0] ?? 0);
        const next = line.findIndex((other) => int(graph.rank, other) > own);
        const behind = next < 0 ? line.length : next;
        const places = [own + 0.25];
        if (behind > 0) places.push(int(graph.rank, line[behind - 1] as number) - 0.5);
        if (behind < line.length) places.push(int(graph.rank, line[behind] as number) + 0.5);
        for (const place of places) moves.push({ task, place, need, choice });
      }
  }

  /** A task beside another of its heat on the unit that changes. */
  private besideLike(moves: Move[]): void {
    const { model } = this.graph;
    model.units.forEach(({ change }, unit) => {
      if (!change) return;
      const line = this.graph.lineOf(unit);
      if (line.length < 3) return;
      for (let tries = 0; tries < 2; tries++) {
        const i = Math.floor(this.random() * line.length);
        const task = line[i] as number;
        const state = model.tasks[task]?.state;
        const others = line.filter((other, k) => Math.abs(k - i) > 1 && model.tasks[other]?.state === state);
        this.beside(task, this.any(others), moves);
      }
    });
  }

  /** Any task beside any other of its unit: where nothing holds anything up. */
  anywhere(moves: Move[]): void {
    const { tasks, slotUnit } = this.graph;
    for (let tries = 0; tries < WIDTH; tries++) {
      const task = Math.floor(this.random() * tasks);
      const unit = int(slotUnit, int(this.graph.taskSlots, task));
      if (unit < 0) continue;
      this.beside(task, this.any(this.graph.lineOf(unit)), moves);
    }
  }

  /** A task before or behind another one, if there is one. */
  private beside(task: number, other: number | undefined, moves: Move[]): void {
    if (other !== undefined && other !== task)
      moves.push({
        task,
        place: int(this.graph.rank, other) + (this.random() < 0.5 ? 0.5 : -0.5),
        need: -1,
        choice: -1,
      });
  }
  /** Any one of a list. */
  private any<T>(list: readonly T[]): T | undefined {
    return list[Math.floor(this.random() * list.length)];
  }
}
