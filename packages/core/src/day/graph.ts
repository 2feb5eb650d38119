import { DayLines, type Move } from './lines.js';
import type { Aims, DayModel, Scores, Window } from './model.js';
import { int, real } from './shape.js';
import { BEYOND, firstWithin, overtimeOf } from './windows.js';

export type { Arrangement, Move } from './lines.js';

/** When things are, in one arrangement. */
interface Times {
  start: Float64Array;
  end: Float64Array;
  /** What each task adds: changes before it, time after hours, distance from its pin. */
  change: Float64Array;
  over: Float64Array;
  moved: Float64Array;
}

/**
 * One arrangement of a model that is changed in place and timed: every task as early as its links, its units and their windows allow (semi-active). Timing all is O(tasks + links + slots), times the
 * windows that are looked at; what a move changes is timed from the first task that it touches on, and only where something before it changed.
 */
export class DayGraph extends DayLines {
  /** By task, as it was timed last as a whole. */
  readonly start: Float64Array;
  readonly end: Float64Array;
  /** What holds a task up: the task before it on a unit, or one that it is linked to; -1: nothing. */
  readonly heldBy: Int32Array;
  /** The slot of it that is held up; -1: a link, or nothing. */
  readonly heldAt: Int32Array;
  readonly scores: Scores = { late: 0, over: 0, change: 0, span: 0, flow: 0, moved: 0 };

  private readonly times: Times;
  private readonly trial: Times;
  private readonly waits: Int32Array;
  private readonly marked: Uint8Array;
  private readonly line: Int32Array;

  constructor(model: DayModel) {
    super(model);
    const { tasks } = this;
    const times = (): Times => ({
      start: new Float64Array(tasks),
      end: new Float64Array(tasks),
      change: new Float64Array(tasks),
      over: new Float64Array(tasks),
      moved: new Float64Array(tasks),
    });
    this.times = times();
    this.trial = times();
    this.start = this.times.start;
    this.end = this.times.end;
    this.heldBy = new Int32Array(tasks).fill(-1);
    this.heldAt = new Int32Array(tasks).fill(-1);
    this.waits = new Int32Array(tasks);
    this.marked = new Uint8Array(tasks);
    this.line = new Int32Array(tasks);
  }

  /** For how long a slot is held. */
  heldFor(slot: number): number {
    return (
      this.edge(this.times, slot, this.toEnd, this.toPlus) - this.edge(this.times, slot, this.fromEnd, this.fromPlus)
    );
  }
  /** The task of a job that ends last; -1: it has none. */
  lastOf(job: number): number {
    let last = -1;
    for (let k = int(this.jobAt, job), to = int(this.jobAt, job + 1); k < to; k++) {
      const t = int(this.jobLast, k);
      if (last < 0 || real(this.end, t) > real(this.end, last)) last = t;
    }
    return last;
  }
  /** When a job is done; 0: there is nothing to be done for it. */
  endOf(job: number): number {
    const last = this.lastOf(job);
    return last < 0 ? 0 : real(this.end, last);
  }
  private edge(times: Times, slot: number, ofEnd: Uint8Array, plus: Float64Array): number {
    const need = int(this.slotNeed, slot);
    const task = int(this.slotTask, slot);
    return real(ofEnd[need] ? times.end : times.start, task) + real(plus, need);
  }

  /** Times everything as it is arranged: its value by the aims; infinite: it goes round in a circle, and nothing else is said of it. */
  time(aims: Aims): number {
    const { tasks, waits, sorted, times, slotTask } = this;
    let filled = 0;
    for (let t = 0; t < tasks; t++) {
      let count = int(this.inAt, t + 1) - int(this.inAt, t);
      for (let s = int(this.taskSlots, t), to = int(this.taskSlots, t + 1); s < to; s++) {
        const other = int(this.before, s);
        if (other >= 0 && int(slotTask, other) !== t) count++;
      }
      waits[t] = count;
      if (count === 0) sorted[filled++] = t;
    }
    for (let i = 0; i < filled; i++) {
      const t = int(sorted, i);
      this.rank[t] = i;
      this.place(t, times, true);
      for (let k = int(this.outAt, t), to = int(this.outAt, t + 1); k < to; k++) {
        const other = int(this.outTask, k);
        if ((waits[other] = int(waits, other) - 1) === 0) sorted[filled++] = other;
      }
      for (let s = int(this.taskSlots, t), to = int(this.taskSlots, t + 1); s < to; s++) {
        const next = int(this.behind, s);
        if (next < 0) continue;
        const other = int(slotTask, next);
        if (other !== t && (waits[other] = int(waits, other) - 1) === 0) sorted[filled++] = other;
      }
    }
    if (filled < tasks) return Infinity;
    const { scores } = this;
    scores.change = scores.over = scores.moved = 0;
    for (let t = 0; t < tasks; t++) {
      scores.change += real(times.change, t);
      scores.over += real(times.over, t);
      scores.moved += real(times.moved, t);
    }
    this.judge(times, scores);
    return valueOf(scores, aims);
  }

  /** Lateness, span and flow of timed tasks. */
  private judge({ end }: Times, scores: Scores): void {
    scores.late = scores.span = scores.flow = 0;
    for (let j = 0; j < this.jobs; j++) {
      let last = 0;
      for (let k = int(this.jobAt, j), to = int(this.jobAt, j + 1); k < to; k++) {
        const one = real(end, int(this.jobLast, k));
        if (one > last) last = one;
      }
      scores.flow += last;
      if (last > scores.span) scores.span = last;
      const due = real(this.jobDue, j);
      if (last > due) scores.late += real(this.jobWeight, j) * (last - due);
    }
  }

  /**
   * What an arrangement that was timed would come to with a move: nothing of it stays. Infinite: it goes round in a circle, or changes nothing. O(tasks that it touches and passes).
   */
  weigh(move: Move, aims: Aims): number {
    if (!this.apply(move)) return Infinity;
    const value = this.retime(move, aims);
    this.revert(move);
    return value;
  }

  private readonly trialScores: Scores = { late: 0, over: 0, change: 0, span: 0, flow: 0, moved: 0 };
  private retime({ task, place }: Move, aims: Aims): number {
    const { rank, sorted, marked, line, times, trial, dirty } = this;
    const own = int(rank, task);
    const later = place > own;
    const [low, high] = later ? [own, Math.floor(place)] : [Math.ceil(place), own];
    // What hangs on the task comes with it, and may not be what it comes behind (or before).
    let count = 0;
    marked[task] = 1;
    if (later) {
      for (let r = low + 1; r <= high; r++) {
        const t = int(sorted, r);
        marked[t] = this.hangsOn(t) ? 1 : 0;
        if (!marked[t]) line[count++] = t;
      }
      for (let r = low; r <= high; r++) if (marked[int(sorted, r)]) line[count++] = int(sorted, r);
    } else {
      for (let r = high - 1; r >= low; r--) {
        const t = int(sorted, r);
        marked[t] = this.leadsTo(t) ? 1 : 0;
      }
      for (let r = low; r <= high; r++) if (marked[int(sorted, r)]) line[count++] = int(sorted, r);
      for (let r = low; r < high; r++) if (!marked[int(sorted, r)]) line[count++] = int(sorted, r);
    }
    marked[task] = 0;
    const round = later ? this.hangsOn(task) : this.leadsTo(task);
    for (let r = low; r <= high; r++) marked[int(sorted, r)] = 0;
    if (round) return Infinity;
    trial.start.set(times.start);
    trial.end.set(times.end);
    const scores = this.trialScores;
    scores.change = this.scores.change;
    scores.over = this.scores.over;
    scores.moved = this.scores.moved;
    for (let i = 0; i < count; i++) this.placeAgain(int(line, i), scores);
    for (let r = high + 1; r < this.tasks; r++) {
      const t = int(sorted, r);
      if (!dirty[t]) continue;
      this.placeAgain(t, scores);
    }
    this.judge(trial, scores);
    return valueOf(scores, aims);
  }

  private placeAgain(t: number, scores: Scores): void {
    const { times, trial, dirty } = this;
    dirty[t] = 0;
    this.place(t, trial, false);
    scores.change += real(trial.change, t) - real(times.change, t);
    scores.over += real(trial.over, t) - real(times.over, t);
    scores.moved += real(trial.moved, t) - real(times.moved, t);
    if (trial.start[t] === times.start[t] && trial.end[t] === times.end[t]) return;
    for (let k = int(this.outAt, t), to = int(this.outAt, t + 1); k < to; k++) dirty[int(this.outTask, k)] = 1;
    for (let s = int(this.taskSlots, t), to = int(this.taskSlots, t + 1); s < to; s++) {
      const next = int(this.behind, s);
      if (next >= 0) dirty[int(this.slotTask, next)] = 1;
    }
  }

  /** Whether something marked stands right beside a task: linked to it, or next to it on a unit; before it or after it, as the lists are. */
  private isBesideMarked(t: number, at: Int32Array, tasks: Int32Array, line: Int32Array): boolean {
    for (let k = int(at, t), to = int(at, t + 1); k < to; k++) if (this.marked[int(tasks, k)]) return true;
    for (let s = int(this.taskSlots, t), to = int(this.taskSlots, t + 1); s < to; s++) {
      const other = int(line, s);
      if (other >= 0 && this.marked[int(this.slotTask, other)] && int(this.slotTask, other) !== t) return true;
    }
    return false;
  }
  private hangsOn(t: number): boolean {
    return this.isBesideMarked(t, this.inAt, this.inTask, this.before);
  }
  private leadsTo(t: number): boolean {
    return this.isBesideMarked(t, this.outAt, this.outTask, this.behind);
  }

  private place(t: number, times: Times, why: boolean): void {
    const { slotTask } = this;
    const lasts = this.lasts(t);
    let start = real(this.release, t);
    let by = -1;
    let where = -1;
    let changed = 0;
    for (let k = int(this.inAt, t), to = int(this.inAt, t + 1); k < to; k++) {
      const from = real(times.end, int(this.inTask, k)) + real(this.inWait, k);
      if (from > start) {
        start = from;
        by = int(this.inTask, k);
      }
    }
    for (let s = int(this.taskSlots, t), to = int(this.taskSlots, t + 1); s < to; s++) {
      const unit = int(this.slotUnit, s);
      if (unit < 0) continue;
      const other = int(this.before, s);
      const need = int(this.slotNeed, s);
      let from = -(this.fromEnd[need] ? lasts : 0) - real(this.fromPlus, need);
      if (this.changes[unit]) {
        const change = this.changeOf(unit, other < 0 ? -1 : int(slotTask, other), t);
        changed += change;
        from += change;
      }
      if (other >= 0 && int(slotTask, other) !== t) from += this.edge(times, other, this.toEnd, this.toPlus);
      if (from > start || (from === start && other >= 0 && by < 0)) {
        start = from;
        by = other < 0 ? -1 : int(slotTask, other);
        where = other < 0 ? -1 : s;
      }
    }
    if (this.hasWindows) start = this.inWindows(t, start, lasts);
    const pinned = real(this.pinned, t);
    if (pinned === pinned) {
      // It waits for its moment; what keeps it from it counts.
      if (start < pinned) start = this.hasWindows ? this.inWindows(t, pinned, lasts) : pinned;
      times.moved[t] = start - pinned;
    }
    times.start[t] = start;
    times.end[t] = start + lasts;
    times.change[t] = changed;
    if (this.hasWindows) times.over[t] = this.overtime(t, times);
    if (why) {
      this.heldBy[t] = by;
      this.heldAt[t] = where;
    }
  }

  /** The windows of the unit of a slot; null: it is always there, or the slot is not used. */
  private windowsAt(slot: number): readonly Window[] | null {
    return this.model.units[int(this.slotUnit, slot)]?.windows ?? null;
  }

  /** The earliest moment from `from` on at which everything that a task holds lies within a window of its unit. */
  private inWindows(task: number, from: number, lasts: number): number {
    let start = from;
    for (let again = true; again;) {
      again = false;
      for (let s = int(this.taskSlots, task), to = int(this.taskSlots, task + 1); s < to; s++) {
        const windows = this.windowsAt(s);
        if (!windows) continue;
        const need = int(this.slotNeed, s);
        const begins = (this.fromEnd[need] ? lasts : 0) + real(this.fromPlus, need);
        const ends = (this.toEnd[need] ? lasts : 0) + real(this.toPlus, need);
        const fits = firstWithin(windows, start + begins, ends - begins);
        if (fits === null) return Math.max(start, BEYOND);
        if (start + begins < fits) {
          start = fits - begins;
          again = true;
        }
      }
    }
    return start;
  }

  /** Seconds that the units of a task are held after the end of their windows. */
  private overtime(task: number, times: Times): number {
    let sum = 0;
    for (let s = int(this.taskSlots, task), to = int(this.taskSlots, task + 1); s < to; s++) {
      const windows = this.windowsAt(s);
      if (!windows) continue;
      sum += overtimeOf(
        windows,
        this.edge(times, s, this.fromEnd, this.fromPlus),
        this.edge(times, s, this.toEnd, this.toPlus),
      );
    }
    return sum;
  }
}

const valueOf = (scores: Scores, aims: Aims): number =>
  aims.late * scores.late +
  aims.over * scores.over +
  aims.change * scores.change +
  aims.span * scores.span +
  aims.flow * scores.flow +
  aims.moved * scores.moved;
