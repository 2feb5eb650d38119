import { DayGraph, type Move } from './graph.js';
import type { Aims } from './model.js';
import { int } from './shape.js';

/** Candidates that are timed at most before one is taken. Ours, by trial on ft10 and on made-up days. */
const WIDTH = 28;
/** How close to nothing a difference is nothing. */
const HAIR = 1e-6;

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
  critical(): number[] {
    const { graph, aims } = this;
    const { jobs, tasks } = graph.model;
    // What costs most of all, but not always that: jobs by what they cost, else the end of it all.
    let from = -1;
    if (aims.late > 0) {
      const cost = new Float64Array(jobs.length);
      const lastOf = new Int32Array(jobs.length).fill(-1);
      tasks.forEach(({ job }, t) => {
        const last = lastOf[job] ?? -1;
        if (last < 0 || (this.graph.end[t] ?? 0) > (this.graph.end[last] ?? 0)) lastOf[job] = t;
      });
      let sum = 0;
      jobs.forEach(({ due, weight }, j) => {
        const last = lastOf[j] ?? -1;
        if (last < 0) return;
        const end = this.graph.end[last] ?? 0;
        cost[j] = (due !== null ? aims.late * weight * Math.max(0, end - due) : 0) + aims.flow * end;
        sum += cost[j] ?? 0;
      });
      let dice = this.random() * sum;
      for (let j = 0; j < jobs.length; j++) {
        dice -= cost[j] ?? 0;
        if (dice <= 0 && (lastOf[j] ?? -1) >= 0) {
          from = lastOf[j] ?? -1;
          break;
        }
      }
    }
    if (from < 0 || (aims.span > 0 && this.random() < 0.2)) {
      let latest: number[] = [];
      let end = -Infinity;
      this.graph.end.forEach((one, t) => {
        if (one > end + HAIR) {
          end = one;
          latest = [t];
        } else if (one > end - HAIR) latest.push(t);
      });
      from = latest[Math.floor(this.random() * latest.length)] ?? 0;
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
    const { model, rank } = this.graph;
    model.units.forEach(({ change }, unit) => {
      if (!change) return;
      const line = this.graph.lineOf(unit);
      if (line.length < 3) return;
      for (let tries = 0; tries < 2; tries++) {
        const i = Math.floor(this.random() * line.length);
        const task = line[i] as number;
        const state = model.tasks[task]?.state;
        const others = line.filter((other, k) => k !== i && Math.abs(k - i) > 1 && model.tasks[other]?.state === state);
        const beside = others[Math.floor(this.random() * others.length)];
        if (beside !== undefined)
          moves.push({ task, place: int(rank, beside) + (this.random() < 0.5 ? 0.5 : -0.5), need: -1, choice: -1 });
      }
    });
  }

  /** Any task beside any other of its unit: where nothing holds anything up. */
  anywhere(moves: Move[]): void {
    const { tasks, slotUnit, rank } = this.graph;
    for (let tries = 0; tries < WIDTH; tries++) {
      const task = Math.floor(this.random() * tasks);
      const unit = int(slotUnit, int(this.graph.taskSlots, task));
      if (unit < 0) continue;
      const line = this.graph.lineOf(unit);
      const beside = line[Math.floor(this.random() * line.length)];
      if (beside !== undefined && beside !== task)
        moves.push({ task, place: int(rank, beside) + (this.random() < 0.5 ? 0.5 : -0.5), need: -1, choice: -1 });
    }
  }
}
