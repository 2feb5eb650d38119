import { seeded } from '../numbers/index.js';
import { bestRule } from './dispatch.js';
import { DayGraph, type Arrangement, type Move } from './graph.js';
import { HAIR, int, real } from './shape.js';
import { MoveMaker } from './moves.js';
import { PlainTimes } from './plain.js';
import { USUAL_AIMS, type Aims, type DayModel, type Scores } from './model.js';

/** How a search goes on; what is left out is as usual. */
export interface SearchAsked {
  aims?: Aims;
  /** The same seed does the same. */
  seed?: number;
  /** Where to begin; left out: with the best of the rules. */
  from?: Arrangement;
  /** At this value it is proven: nothing can be better. */
  bound?: number;
}

/** Steps without a better plan before a round is over: more the more tasks there are. Ours, by trial on ft10. */
const STALLED = { most: 600, least: 40, each: 6 };
/** Arrangements that are kept to begin anew between them, rounds that may pass without a better one before others are sought, and steps at random that lead far from all of them. Ours, by trial on ft10. */
const ELITE = 8;
const STALE = 30;
const FAR_OFF = 100;
/** Seconds that a second more of work on a slower unit is reckoned as at most. Ours, by trial on flexible shops. */
const DEAREST = 2;
/** How often the next of two like guesses is taken. */
const TIED = 0.4;
interface Elite {
  arrangement: Arrangement;
  value: number;
}
/** Beyond all guesses. */
const FAR = 1e12;

/**
 * Tabu search on a disjunctive graph: tasks of critical blocks are put before or behind their block (the neighbourhood N6 of Balas and Vazacopoulos 1998), or done by other units (as Mastrolilli and
 * Gambardella 2000 do); tasks of one heat are put side by side. Candidates are timed anew, or guessed at first where only the end of all counts. Anytime and seeded.
 */
export class DaySearch {
  readonly graph: DayGraph;
  best: Arrangement;
  bestValue: number;
  bestScores: Scores;

  private readonly aims: Aims;
  private readonly random: () => number;
  private readonly patience: number;
  private readonly bound: number;
  private steps = 0;
  /** Until which step a task may not come before another one, and a choice not be taken again. */
  private readonly pairTabu: Int32Array;
  private readonly choiceTabu: Int32Array;
  private readonly passed: Int32Array;
  /** Where only the end of all counts, and most moves need not be timed. */
  private readonly plain: PlainTimes | null;
  private readonly moves: MoveMaker;
  private guessed = new Float64Array(64);
  private value: number;
  private sinceBest = 0;
  private readonly elite: Elite[] = [];
  /** Rounds since the best of the elite became better. */
  private stale = 0;
  private roundBest: Arrangement;
  private roundValue: number;

  constructor(model: DayModel, { aims = USUAL_AIMS, seed = 1, from, bound = 0 }: SearchAsked = {}) {
    this.graph = new DayGraph(model);
    this.aims = aims;
    this.bound = bound;
    this.random = seeded(seed);
    const { tasks } = this.graph;
    const { span, ...others } = aims;
    const isSpan = span > 0 && others.late === 0 && others.flow === 0 && others.change === 0;
    this.plain = isSpan && PlainTimes.fits(this.graph) ? new PlainTimes(this.graph) : null;
    this.moves = new MoveMaker(this.graph, aims, this.random, this.plain ? Infinity : undefined);
    this.patience = Math.min(STALLED.most, STALLED.least + STALLED.each * tasks);
    this.pairTabu = new Int32Array(tasks * tasks);
    this.choiceTabu = new Int32Array(this.graph.choiceLasts.length);
    // As many as there are on all units of a task.
    const widest = this.graph.taskSlots.reduce((most, to, t, all) => Math.max(most, to - (all[t - 1] ?? 0)), 0);
    this.passed = new Int32Array(widest * this.graph.slots);
    if (from) this.graph.load(from);
    else bestRule(this.graph, aims);
    this.value = this.graph.time(aims);
    this.plain?.time();
    this.best = this.graph.save();
    this.bestValue = this.value;
    this.bestScores = { ...this.graph.scores };
    this.roundBest = this.best;
    this.roundValue = this.value;
  }

  /** Whether nothing can be better. */
  get proven(): boolean {
    return this.bestValue <= this.bound + HAIR;
  }

  /** Goes on for so many steps, or until it is proven; whether the best became better. */
  run(steps: number): boolean {
    const before = this.bestValue;
    for (let i = 0; i < steps && !this.proven; i++) this.step();
    return this.bestValue < before - HAIR;
  }

  private step(): void {
    this.steps++;
    const moves = this.moves.candidates();
    const taken = this.plain ? this.takeLikeliest(this.plain, moves) : this.takeBest(moves);
    this.noteBest();
    if (this.value < this.roundValue - HAIR) {
      this.roundBest = this.graph.save();
      this.roundValue = this.value;
      this.sinceBest = 0;
    } else if (++this.sinceBest > this.patience || !taken) this.restart();
  }

  private noteBest(): void {
    if (this.value >= this.bestValue - HAIR) return;
    this.best = this.graph.save();
    this.bestValue = this.value;
    this.bestScores = { ...this.graph.scores };
  }

  /** Goes on from an arrangement that was found elsewhere. */
  adopt(arrangement: Arrangement): void {
    this.graph.load(arrangement);
    this.value = this.graph.time(this.aims);
    this.plain?.time();
    this.noteBest();
  }

  /** Takes the move that comes to least of those that may be taken; now and then any of the others where there is none. Whether one was taken. */
  private takeBest(moves: readonly Move[]): boolean {
    let pick: Move | null = null;
    let pickValue = Infinity;
    let loose: Move | null = null;
    let looseValue = Infinity;
    for (const move of moves) {
      const value = this.graph.weigh(move, this.aims);
      if (value === Infinity) continue;
      const forbidden = this.isTabu(move);
      if (value < pickValue && (!forbidden || value < this.bestValue - HAIR)) [pick, pickValue] = [move, value];
      if (forbidden && value < looseValue) [loose, looseValue] = [move, value];
    }
    const taken = pick ?? (this.random() < 0.5 ? loose : null);
    if (taken) this.take(taken);
    return taken !== null;
  }

  /** Takes the move that is guessed to come to least, of those that may be taken; any of the others where there is none. Whether one was taken. */
  private takeLikeliest(plain: PlainTimes, moves: readonly Move[]): boolean {
    const { graph } = this;
    plain.measureTails();
    if (this.guessed.length < moves.length) this.guessed = new Float64Array(2 * moves.length);
    const { guessed } = this;
    const least = this.bestValue / this.aims.span - HAIR;
    let enough = Infinity;
    for (let i = 0; i < moves.length; i++) {
      const move = moves[i] as Move;
      const span = plain.of(move, enough);
      const isFree = span < least || !this.isTabu(move);
      guessed[i] = isFree ? span : span + FAR * (1 + this.random());
      if (isFree && span < enough) enough = span;
    }
    for (let left = moves.length; left > 0; left--) {
      let likeliest = 0;
      for (let i = 1; i < moves.length; i++) {
        const more = real(guessed, i) - real(guessed, likeliest);
        if (more < 0 || (more === 0 && this.random() < TIED)) likeliest = i;
      }
      const move = moves[likeliest] as Move;
      const before = this.beforeOf(move);
      graph.apply(move);
      const span = move.need < 0 ? plain.timeShift(move) : plain.time();
      if (span < Infinity) {
        graph.keep();
        this.value = this.aims.span * span;
        this.forbidBack(before);
        return true;
      }
      // Round in a circle: as it was, and the next.
      graph.revert(move);
      if (move.need >= 0) plain.time();
      guessed[likeliest] = Infinity;
    }
    return false;
  }

  private take(move: Move): void {
    this.forbidBack(this.beforeOf(move));
    this.graph.apply(move);
    this.graph.keep();
    this.value = this.graph.time(this.aims);
  }

  /** A round has come to nothing more: its best joins the elite, and the next begins between two of those, or far off the best of all where there are few yet. */
  private restart(): void {
    const { elite } = this;
    const least = elite[0]?.value ?? Infinity;
    this.join({ arrangement: this.roundBest, value: this.roundValue });
    this.stale = (elite[0]?.value ?? Infinity) < least - HAIR ? 0 : this.stale + 1;
    if (this.stale > STALE) {
      // They have become alike: others are sought.
      elite.length = this.stale = 0;
    }
    if (this.plain) this.plain.dear = DEAREST * this.random();
    this.pairTabu.fill(0);
    this.choiceTabu.fill(0);
    this.sinceBest = 0;
    const one = elite[Math.floor(this.random() * elite.length)];
    const other = elite[Math.floor(this.random() * elite.length)];
    const isFew = elite.length < ELITE / 2;
    if (!isFew && one && other && one !== other) {
      this.graph.load(one.arrangement);
      this.value = this.graph.time(this.aims);
      this.towards(other.arrangement);
    } else {
      this.graph.load(this.best);
      this.value = this.graph.time(this.aims);
      this.shake(isFew ? FAR_OFF : 12 + Math.floor(this.random() * 24));
    }
    this.plain?.time();
    this.roundBest = this.graph.save();
    this.roundValue = this.value;
  }

  /** What is good stays, but of each value one alone: others of the same are most often the same where it matters. The worst goes when there are too many. */
  private join(one: Elite): void {
    const { elite } = this;
    if (elite.some(({ value }) => Math.abs(value - one.value) < HAIR)) return;
    elite.push(one);
    elite.sort((a, b) => a.value - b.value);
    if (elite.length > ELITE) elite.pop();
  }

  /** Some steps whatever they cost. */
  private shake(times: number): void {
    for (let i = 0; i < times; i++) {
      // What is critical alone would lead back to where it stood.
      const moves: Move[] = [];
      if (this.random() < 0.5) this.moves.anywhere(moves);
      else moves.push(...this.moves.candidates());
      const move = moves[Math.floor(this.random() * moves.length)];
      if (!move) continue;
      if (this.graph.weigh(move, this.aims) < Infinity) this.take(move);
    }
  }

  /** About half of the way from the arrangement as it stands to another one, neighbours on a unit changing places (path relinking; Peng, Lü and Cheng 2015). */
  private towards({ choice, order }: Arrangement): void {
    const { graph } = this;
    const place = new Int32Array(graph.slots).fill(-1);
    for (const line of order) line.forEach((slot, i) => (place[slot] = i));
    for (let need = 0; need < graph.needs; need++) {
      const own = int(choice, need);
      if (own === graph.choice[need] || this.random() < 0.5) continue;
      const task = int(graph.needTask, need);
      const move = { task, place: int(graph.rank, task) + 0.25, need, choice: own };
      if (graph.weigh(move, this.aims) < Infinity) this.take(move);
    }
    const turned = () => {
      const all: [number, number][] = [];
      for (let s = 0; s < graph.slots; s++) {
        const next = int(graph.behind, s);
        if (next >= 0 && int(place, next) >= 0 && int(place, next) < int(place, s))
          all.push([int(graph.slotTask, s), int(graph.slotTask, next)]);
      }
      return all;
    };
    const far = turned().length;
    for (let tries = 0; tries < 4 * graph.tasks; tries++) {
      const left = turned();
      if (left.length <= far / 3) return;
      const [task, other] = left[Math.floor(this.random() * left.length)] as [number, number];
      const move = { task, place: int(graph.rank, other) + 0.5, need: -1, choice: -1 };
      if (graph.weigh(move, this.aims) < Infinity) this.take(move);
    }
  }

  private isTabu(move: Move): boolean {
    const { task, place, need, choice } = move;
    const { graph, steps, passed } = this;
    if (need >= 0) return int(this.choiceTabu, int(graph.choiceAt, need) + choice) > steps;
    const count = graph.passedBy(move, passed);
    if (count === 0) return false;
    // Against what it comes to stand beside: to forbid all that it passes would forbid too much.
    const beside = int(passed, count - 1);
    const later = place > int(graph.rank, task);
    return int(this.pairTabu, later ? beside * graph.tasks + task : task * graph.tasks + beside) > steps;
  }
  /** What is so before a move that a move changes: a choice, or who came before whom. */
  private beforeOf(move: Move): { task: number; need: number; later: boolean; passed: number } {
    const { task, place, need } = move;
    const { graph, passed } = this;
    return need >= 0
      ? { task, need: int(graph.choiceAt, need) + int(graph.choice, need), later: false, passed: 0 }
      : { task, need: -1, later: place > int(graph.rank, task), passed: graph.passedBy(move, passed) };
  }
  /** What was so before a move may not be so again for a while. */
  private forbidBack({ task, need, later, passed: count }: ReturnType<DaySearch['beforeOf']>): void {
    const { graph, passed, pairTabu } = this;
    const until = this.steps + 5 + Math.floor(this.random() * (5 + graph.tasks / 12));
    if (need >= 0) this.choiceTabu[need] = until;
    for (let i = 0; i < count; i++) {
      const other = int(passed, i);
      pairTabu[later ? task * graph.tasks + other : other * graph.tasks + task] = until;
    }
  }
}
