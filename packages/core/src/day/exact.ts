import { alikeUnits, Hours, isTakenOnce, twinsOf, waysThrough, type Hold } from './exact-shape.js';
import { DayGraph, type Arrangement } from './graph.js';
import type { Aims, DayModel, Task } from './model.js';
import { HAIR, int, real } from './shape.js';
import { shortestOf, sortedByLinks } from './ways.js';

/** Tasks at most: a set of them is a number. */
const MOST_TASKS = 30;
/** Beginnings of one length that are kept at most, and of one set of tasks: beyond, a day is not small. Ours: what a laptop holds, and goes through in seconds. */
const MOST_KEPT = 40_000;
const MOST_OF_SET = 1500;

/** A beginning of a plan: some tasks put behind one another on their units, and all that matters for what may follow. */
interface Beginning {
  /** The tasks that are in it, a bit each. */
  done: number;
  /** By unit, the state that it was left in; -1: as it stood, or it does not matter any more. */
  states: Int8Array;
  /** From when each unit is free, each task can begin, and when each job is done so far, where that matters for what follows; last, when all of it ends. */
  times: Float64Array;
  /** The same with units that nothing tells apart in the order in which they are free. */
  form: Float64Array;
  /** Nothing that follows can be after hours. */
  isEarly: boolean;
  /** What is settled: changes, overtime, distances from pins, and the jobs that are done. */
  cost: number;
  before: Beginning | null;
  task: number;
  picks: readonly number[];
  /** Another one is nowhere worse. */
  isBeaten: boolean;
}

/** What an exact search came to: nothing is better than its best, it is not known yet, or the day is too large to know. */
export type Exactly = 'proven' | 'open' | 'too large';

/**
 * Tries every plan of a small day, task by task. Of beginnings with the same tasks, one that is nowhere better than another is left, and so is what cannot end below what is known (dynamic programming over sets, after Held
 * and Karp 1962, with dominance and bounds). It goes through the same plans as the search: every order and every choice, and nothing waits for longer than it must.
 * Work grows with the sets of tasks that can come first: at most 2 to the number of tasks, and far fewer where tasks follow one another.
 */
export class ExactDay {
  /** A plan that is better than what was known; null: there is none so far. */
  best: Arrangement | null = null;
  bestValue: number;
  state: Exactly = 'open';

  private readonly graph: DayGraph;
  private readonly units: number;
  private readonly whole: number;
  private readonly hours: Hours;
  private readonly alike: readonly (readonly number[])[];
  private readonly sorted: Int32Array;
  private readonly shortest: Float64Array;
  private readonly heads: Float64Array;
  private readonly jobEnds: Float64Array;
  /** By task, a bit for each that must be in a beginning before it: what it is linked to, and an earlier one that is just like it. */
  private readonly needed: Int32Array;
  /** By unit, by job and by state of a unit that takes time to change, a bit for each task that is of it. */
  private readonly ofUnit: Int32Array;
  private readonly ofJob: Int32Array;
  private readonly ofState: Int32Array;
  /** At most so long does each task take, and with all that comes with it, s. */
  private readonly longest: Float64Array;
  private readonly withAll: Float64Array;
  /** By task, every choice of its needs: one number of each. */
  private readonly ways: readonly (readonly (readonly number[])[])[];
  private layer: Beginning[];
  private at = 0;
  private next: Beginning[] = [];
  private known = new Map<string, Beginning[]>();

  /** `below`: what a plan that is known comes to; only better ones are sought. */
  constructor(
    model: DayModel,
    private readonly aims: Aims,
    below: number,
  ) {
    const graph = new DayGraph(model);
    const { tasks, jobs, inAt, inTask } = graph;
    this.graph = graph;
    this.bestValue = below;
    this.units = model.units.length;
    this.whole = 2 ** tasks - 1;
    this.hours = new Hours(model);
    this.alike = alikeUnits(model);
    this.sorted = sortedByLinks(graph);
    this.shortest = Float64Array.from(model.tasks, shortestOf);
    this.heads = new Float64Array(tasks);
    this.jobEnds = new Float64Array(jobs);
    const bitsOf = (isOf: (task: Task, t: number) => boolean) =>
      model.tasks.reduce((bits, task, t) => (isOf(task, t) ? bits | (1 << t) : bits), 0);
    this.ofUnit = Int32Array.from(model.units, (_, unit) =>
      bitsOf(({ needs }) => needs.some(({ choices }) => choices.some(({ units }) => units.includes(unit)))),
    );
    this.ofJob = Int32Array.from(model.jobs, (_, job) => bitsOf((task) => task.job === job));
    const states = Math.max(0, ...model.units.map(({ change }) => change?.first.length ?? 0));
    this.ofState = Int32Array.from({ length: states }, (_, state) =>
      bitsOf(
        (task) =>
          task.state === state &&
          task.needs.some(({ choices }) => choices.every(({ units }) => units.some((unit) => graph.changes[unit]))),
      ),
    );
    const widest = Math.max(
      0,
      ...model.units.flatMap(({ change }) => (change ? [...change.first, ...change.between.flat()] : [])),
    );
    this.ways = model.tasks.map(({ needs }) => waysThrough(needs.map(({ choices }) => choices.length)));
    this.longest = Float64Array.from(model.tasks, ({ needs }) =>
      Math.max(...(needs[0]?.choices.map(({ lasts }) => lasts) ?? [0])),
    );
    this.withAll = Float64Array.from(model.tasks, ({ needs }, t) => {
      const beyond = Math.max(0, ...needs.map(({ to }) => to.plus));
      const waits = Math.max(0, ...graph.outWait.slice(graph.outAt[t], graph.outAt[t + 1]));
      return real(this.longest, t) + beyond + waits + widest * needs.length;
    });
    const isSmall = tasks <= MOST_TASKS && isTakenOnce(model);
    this.needed = new Int32Array(tasks);
    for (let t = 0; t < tasks; t++)
      for (let k = int(inAt, t); k < int(inAt, t + 1); k++)
        this.needed[t] = int(this.needed, t) | (1 << int(inTask, k));
    if (isSmall) for (const [first, then] of twinsOf(graph)) this.needed[then] = int(this.needed, then) | (1 << first);
    else this.state = 'too large';
    const times = new Float64Array(this.units + tasks + jobs + 1);
    times.set(graph.release, this.units);
    const nothing = { done: 0, states: new Int8Array(this.units).fill(-1), times, form: times, isEarly: false };
    this.layer = [{ ...nothing, cost: 0, before: null, task: -1, picks: [], isBeaten: false }];
  }

  /** Goes on from so many beginnings. */
  run(beginnings: number): Exactly {
    for (let i = 0; i < beginnings && this.state === 'open'; i++) {
      const one = this.layer[this.at++];
      if (!one) this.nextLayer();
      else if (!one.isBeaten) this.goOn(one);
    }
    return this.state;
  }

  private nextLayer(): void {
    const layer = this.next.filter(({ isBeaten }) => !isBeaten);
    if (layer.length === 0 || layer[0]?.done === this.whole) {
      const best = layer.reduce<Beginning | null>((a, b) => (a === null || b.cost < a.cost ? b : a), null);
      if (best) this.settle(best);
      this.state = 'proven';
    }
    [this.layer, this.at, this.next, this.known] = [layer, 0, [], new Map()];
  }

  private settle(last: Beginning): void {
    const steps: Beginning[] = [];
    for (let one: Beginning | null = last; one && one.task >= 0; one = one.before) steps.push(one);
    const { graph } = this;
    graph.clear();
    for (const { task, picks } of steps.reverse())
      picks.forEach((choice, i) => graph.append(int(graph.taskNeeds, task) + i, choice));
    this.bestValue = graph.time(this.aims);
    this.best = graph.save();
  }

  /** All tasks that may come next, each in every way. */
  private goOn(one: Beginning): void {
    for (let t = 0; t < this.graph.tasks; t++) {
      if (one.done & (1 << t) || int(this.needed, t) & ~one.done) continue;
      for (const picks of this.ways[t] ?? []) this.keep(this.withTask(one, t, picks));
    }
  }

  /** A beginning with one more task, timed as the graph would time it: behind all that its units have. */
  private withTask(one: Beginning, task: number, picks: readonly number[]): Beginning {
    const { graph, units, aims, hours, whole } = this;
    const { needs, job, state, pinned } = graph.model.tasks[task] as Task;
    const lasts = needs[0]?.choices[picks[0] ?? 0]?.lasts ?? 0;
    const times = one.times.slice();
    const states = one.states.slice();
    const held: Hold[] = [];
    let start = real(times, units + task);
    let changed = 0;
    needs.forEach(({ choices, from, to }, i) => {
      for (const unit of choices[picks[i] ?? 0]?.units ?? []) {
        const begins = (from.of === 'end' ? lasts : 0) + from.plus;
        const change = this.changeOf(unit, states[unit] ?? -1, state);
        changed += change;
        start = Math.max(start, real(times, unit) + change - begins);
        held.push({ unit, from: begins, until: (to.of === 'end' ? lasts : 0) + to.plus });
        if (graph.changes[unit]) states[unit] = state;
      }
    });
    start = hours.within(start, held);
    let moved = 0;
    if (pinned !== null) {
      if (start < pinned) start = hours.within(pinned, held);
      moved = start - pinned;
    }
    // What no hours take is planned beyond them: those plans are not gone through.
    if (start === Infinity) this.state = 'too large';
    const end = start + lasts;
    const done = one.done | (1 << task);
    let over = 0;
    for (const { unit, from, until } of held) {
      over += hours.overtime(unit, start + from, start + until);
      times[unit] = start + until;
    }
    // What no task wants any more does not tell beginnings apart.
    for (let unit = 0; unit < units; unit++)
      if ((int(this.ofUnit, unit) & ~done) === 0) {
        times[unit] = 0;
        states[unit] = -1;
      }
    times[units + task] = 0;
    for (let k = int(graph.outAt, task); k < int(graph.outAt, task + 1); k++) {
      const other = units + int(graph.outTask, k);
      times[other] = Math.max(real(times, other), end + real(graph.outWait, k));
    }
    const [jobAt, last] = [units + graph.tasks + job, times.length - 1];
    times[jobAt] = Math.max(real(times, jobAt), end);
    times[last] = Math.max(real(times, last), end);
    let cost = one.cost + aims.change * changed + aims.over * over + aims.moved * moved;
    if ((int(this.ofJob, job) & ~done) === 0) {
      cost += this.jobCosts(job, real(times, jobAt));
      times[jobAt] = 0;
    }
    if (done === whole) cost += aims.span * real(times, last);
    let left = 0;
    let latest = Math.max(...times);
    for (let t = 0; t < graph.tasks; t++) {
      if (done & (1 << t)) continue;
      left += real(this.withAll, t);
      // What is pinned waits for its moment, and all behind it does.
      latest = Math.max(latest, graph.model.tasks[t]?.pinned ?? 0);
    }
    const isEarly = hours.isWithin(latest, left);
    return { done, states, times, form: this.formOf(times), isEarly, cost, before: one, task, picks, isBeaten: false };
  }
  private changeOf(unit: number, from: number, to: number): number {
    const { change } = this.graph.model.units[unit] ?? { change: null };
    return (from < 0 ? change?.first : change?.between[from])?.[to] ?? 0;
  }
  private jobCosts(job: number, end: number): number {
    const { graph, aims } = this;
    const late = end - real(graph.jobDue, job);
    return (late > 0 ? aims.late * real(graph.jobWeight, job) * late : 0) + aims.flow * end;
  }
  private formOf(times: Float64Array): Float64Array {
    if (this.alike.length === 0) return times;
    const form = times.slice();
    for (const group of this.alike) {
      const free = group.map((unit) => real(times, unit)).sort((a, b) => a - b);
      group.forEach((unit, i) => (form[unit] = free[i] ?? 0));
    }
    return form;
  }

  /** No plan that begins so comes to less: what is settled, each task left as early as its links and units let it begin, and each state that is wanted yet entered once. */
  private leastOf({ done, states, times, cost }: Beginning): number {
    const { graph, units, aims, heads, jobEnds, shortest } = this;
    if (done === this.whole) return cost;
    let least = cost;
    let span = real(times, times.length - 1);
    for (let j = 0; j < graph.jobs; j++) jobEnds[j] = real(times, units + graph.tasks + j);
    for (let t = 0; t < graph.tasks; t++) heads[t] = real(times, units + t);
    for (const t of this.sorted) {
      if (done & (1 << t)) continue;
      const { needs, job } = graph.model.tasks[t] as Task;
      let head = real(heads, t);
      for (const { choices, from } of needs) {
        const begins = (from.of === 'end' ? real(this.longest, t) : 0) + from.plus;
        let soonest = Infinity;
        for (const choice of choices) {
          let free = -Infinity;
          for (const unit of choice.units) free = Math.max(free, real(times, unit));
          soonest = Math.min(soonest, free);
        }
        head = Math.max(head, soonest - begins);
      }
      const end = head + real(shortest, t);
      jobEnds[job] = Math.max(real(jobEnds, job), end);
      span = Math.max(span, end);
      for (let k = int(graph.outAt, t); k < int(graph.outAt, t + 1); k++) {
        const other = int(graph.outTask, k);
        heads[other] = Math.max(real(heads, other), end + real(graph.outWait, k));
      }
    }
    for (let j = 0; j < graph.jobs; j++) if (int(this.ofJob, j) & ~done) least += this.jobCosts(j, real(jobEnds, j));
    this.ofState.forEach((tasks, state) => {
      if (tasks & ~done) least += aims.change * this.entering(state, states);
    });
    return least + aims.span * span;
  }
  /** Seconds at least until some unit is in a state. */
  private entering(state: number, states: Int8Array): number {
    let least = Infinity;
    this.graph.model.units.forEach(({ change }, unit) => {
      if (!change) return;
      if (states[unit] === state) least = 0;
      if (states[unit] === -1) least = Math.min(least, change.first[state] ?? 0);
      change.between.forEach((row, from) => {
        if (from !== state) least = Math.min(least, row[state] ?? 0);
      });
    });
    return least;
  }

  /** Keeps a beginning unless it cannot end below what is known, or another with the same tasks is nowhere worse. */
  private keep(one: Beginning): void {
    if (this.leastOf(one) >= this.bestValue - HAIR) return;
    const key = `${one.done} ${one.states.join()}`;
    const others = this.known.get(key) ?? [];
    if (others.length === 0) this.known.set(key, others);
    if (others.some((other) => isNoWorse(other, one))) return;
    let kept = 0;
    for (const other of others)
      if (isNoWorse(one, other)) other.isBeaten = true;
      else others[kept++] = other;
    others.length = kept;
    others.push(one);
    this.next.push(one);
    if (others.length > MOST_OF_SET || this.next.length > MOST_KEPT) this.state = 'too large';
  }
}

/** Whether whatever follows comes to no more after one than after another with the same tasks: it costs no more and nothing is later; and where later could spare overtime (the next morning), nothing is earlier. */
function isNoWorse(one: Beginning, other: Beginning): boolean {
  if (one.cost > other.cost + HAIR) return false;
  const { form, isEarly } = one;
  for (let i = 0; i < form.length; i++) {
    const [a, b] = [real(form, i), real(other.form, i)];
    if (a > b || (!isEarly && a !== b)) return false;
  }
  return true;
}
