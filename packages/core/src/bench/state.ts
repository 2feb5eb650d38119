import type { Step } from '../stack/index.js';
import { secondsBetween } from './clock.js';
import type { BenchEvent, StepEvent, Verdict } from './event.js';
import type { Guidance } from './guidance.js';

/** What the bench has to know of a plan. */
export interface BenchPlan {
  steps: readonly Step[];
  pieces: number;
  /** Pieces that go through the steps together: a pair on a jig, several on one plate. */
  atOnce: number;
  /** `warmUp`: seconds from cold to hot; a press that stood for so long may have been switched off meanwhile. */
  press: { id: string; name: string; warmUp?: number };
  /** °C; plans of before did not say. */
  dial?: number;
}

/** What became of one step of one bed. */
export interface StepRecord {
  bed: number;
  step: number;
  press: { id: string; name: string };
  startedAt: string | null;
  endedAt: string;
  by: string | null;
  /** Stopped: the press was opened early, and the step was due again. Passed: nobody told when it was done, but what comes after it was told. */
  outcome: 'done' | 'skipped' | 'stopped' | 'passed';
  /** Seconds under the clock, never below 0; null for a step without one, skipped, or passed. */
  seconds: number | null;
  /** What the dial stood at, °C; null: plans of before did not say. */
  dial: number | null;
  /** Whether somebody had said that the plate was hot, and it had not stood for long since. */
  heatKnown: boolean;
}

/** The pieces that go through the steps together. */
export interface Bed {
  bed: number;
  /** Counted from 0. */
  pieces: number[];
  /** The step now due; the number of steps when it is through. */
  step: number;
  /** When the clock of that step began; null while it does not run. */
  startedAt: string | null;
  /** Seconds that this clock runs where they are not those of the step: what was stopped is finished. */
  rest: number | null;
  /** Seconds for which the step that is due was under the plate already, and was stopped. */
  hot: number;
  /** When its last step ended. */
  since: string | null;
  /** Given up: every piece on it was scrapped before it was through. */
  over: 'no' | 'through' | 'given up';
}

export interface BenchState {
  beds: Bed[];
  records: StepRecord[];
  verdicts: (Verdict | null)[];
  /** The press it is on now, and what its dial stands at, °C. */
  press: { id: string; name: string };
  dial: number | null;
  /** When a plate was last opened after a clock: it has to recover from there. */
  openedAt: string | null;
  /** When somebody last said that the plate is at its heat; null: nobody did, on this press. */
  heatSaidAt: string | null;
  /** How hands are led in this run; null: nobody chose. */
  guidance: Guidance | null;
  /** The event that undo would take back now, if any. */
  undoable: BenchEvent | null;
}

/** Beds that so many pieces make. */
export const bedsOf = ({ pieces, atOnce }: Pick<BenchPlan, 'pieces' | 'atOnce'>): number => Math.ceil(pieces / atOnce);

/** The bed that a piece is on, both counted from 0. */
export const bedOf = ({ atOnce }: Pick<BenchPlan, 'atOnce'>, piece: number): number => Math.floor(piece / atOnce);

/** Seconds of the clock that a step runs; null when it runs none. What cools has a clock of its own. */
export const clockOf = (step: Step | undefined): number | null =>
  !step ? null : (step.seconds ?? (step.at === 'rack' ? step.takes : null));

/** Whether a step runs a clock under the plate: no such step is ever passed unseen. */
export const isPressing = (step: Step | undefined): boolean => step?.at === 'press' && step.seconds !== null;

/** A clock that nobody starts: what cools begins when it is laid down, and after a wait for the heat the dwell begins at once. */
const startsItself = (steps: readonly Step[], step: number): boolean =>
  steps[step]?.at === 'rack' || steps[step - 1]?.kind === 'recover';

/** Events that still count, each once: those taken back are gone, and so is each undo. An undo of an undo has no effect. */
export function standing(events: readonly BenchEvent[]): Exclude<BenchEvent, { kind: 'undo' }>[] {
  const undone = new Set<string>();
  for (const event of events) if (event.kind === 'undo') undone.add(event.undoes);
  const seen = new Set<string>();
  const left: Exclude<BenchEvent, { kind: 'undo' }>[] = [];
  for (const event of events) {
    if (event.kind === 'undo' || undone.has(event.id) || seen.has(event.id)) continue;
    seen.add(event.id);
    left.push(event);
  }
  return left;
}

/** As long as this a press is taken to need from cold to hot where nobody says, s. */
const USUAL_WARM_UP = 900;

/** Seconds that the press of a plan takes from cold to hot. */
export const warmUpOf = ({ press }: BenchPlan): number => press.warmUp ?? USUAL_WARM_UP;

/** Whether it is known at a moment that the plate is hot: somebody said so, and it has not stood longer since than it would take to heat up again. */
export function heatIsKnown(plan: BenchPlan, { heatSaidAt, openedAt }: BenchState, at: string): boolean {
  if (heatSaidAt === null) return false;
  const last = openedAt !== null && openedAt > heatSaidAt ? openedAt : heatSaidAt;
  return secondsBetween(last, at) <= warmUpOf(plan);
}

/** Replays the events of one run; kept apart from `benchState` so that each rule has a name. Its state is right after every event. */
export class Replay {
  readonly state: BenchState;

  constructor(private readonly plan: BenchPlan) {
    const { pieces, atOnce, press, dial = null } = plan;
    this.state = {
      beds: Array.from({ length: bedsOf(plan) }, (_, bed) => ({
        bed,
        pieces: Array.from({ length: Math.min(atOnce, pieces - bed * atOnce) }, (__, i) => bed * atOnce + i),
        step: 0,
        startedAt: null,
        rest: null,
        hot: 0,
        since: null,
        over: plan.steps.length === 0 ? 'through' : 'no',
      })),
      records: [],
      verdicts: Array.from({ length: pieces }, () => null),
      press: { id: press.id, name: press.name },
      dial,
      openedAt: null,
      heatSaidAt: null,
      guidance: null,
      undoable: null,
    };
  }

  /** Takes an event that stands, and keeps what follows from it in step. */
  see(event: Exclude<BenchEvent, { kind: 'undo' }>): void {
    if (event.kind === 'guide') {
      // No deed at the bench: whoever takes the last step back does not mean it.
      this.state.guidance = event.guidance;
      return;
    }
    if (!this.take(event)) return;
    this.state.undoable = event;
    if (event.kind === 'swap' || event.kind === 'heat') return;
    const bed = this.state.beds[event.kind === 'verdict' ? bedOf(this.plan, event.piece) : event.bed];
    if (bed) this.settle(bed);
  }

  /** False when it is stale and changes nothing. */
  private take(event: Exclude<BenchEvent, { kind: 'undo' | 'guide' }>): boolean {
    if (event.kind === 'swap') {
      this.state.press = event.press;
      this.state.dial = event.dial;
      this.state.openedAt = null;
      this.state.heatSaidAt = null;
      return true;
    }
    if (event.kind === 'heat') {
      this.state.heatSaidAt = event.at;
      return true;
    }
    return event.kind === 'verdict' ? this.judge(event) : this.move(event);
  }

  private judge(event: Verdict): boolean {
    const bed = this.state.beds[bedOf(this.plan, event.piece)];
    if (!bed || event.piece >= this.plan.pieces) return false;
    this.state.verdicts[event.piece] = event;
    // Whoever judges a piece has it in the hand: it has cooled.
    const last = this.plan.steps.length - 1;
    if (bed.step === last && this.plan.steps[last]?.at === 'rack') this.end(bed, event, 'done');
    return true;
  }

  private move(event: StepEvent): boolean {
    const bed = this.state.beds[event.bed];
    if (!bed) return false;
    if (event.kind === 'repeat') return this.goBack(bed, event);
    const from = 'from' in event ? (event.from ?? event.step) : event.step;
    if (from !== bed.step) return false;
    const { steps } = this.plan;
    const clock = clockOf(steps[bed.step]);
    const running = clock !== null && bed.startedAt !== null;
    switch (event.kind) {
      case 'start':
        if (clockOf(steps[event.step]) === null || !this.passable(from, event.step)) return false;
        if (from === event.step && running) return false;
        while (bed.step < event.step) this.end(bed, event, 'passed');
        bed.startedAt = event.at;
        bed.rest = event.seconds ?? null;
        return true;
      case 'stop':
        if (!running || this.plan.steps[bed.step]?.at !== 'press') return false;
        bed.hot += this.record(bed, event, 'stopped').seconds ?? 0;
        bed.startedAt = null;
        bed.rest = null;
        this.state.openedAt = event.at;
        return true;
      case 'done':
        if (clock !== null && !running) return false;
        if (event.step >= steps.length || !this.passable(from + 1, event.step + 1)) return false;
        // What is told is the clock that ends, or else the last of these steps.
        if (running) this.end(bed, event, 'done');
        while (bed.step <= event.step) this.end(bed, event, bed.step === event.step && !running ? 'done' : 'passed');
        return true;
      case 'skip':
        if (bed.step >= this.plan.steps.length) return false;
        this.end(bed, event, 'skipped');
        return true;
    }
  }

  /** Whether steps, up to but without `until`, may be over without a word of their own. */
  private passable(from: number, until: number): boolean {
    return from <= until && !this.plan.steps.slice(from, until).some(isPressing);
  }

  private goBack(bed: Bed, event: StepEvent): boolean {
    if (event.step >= bed.step) return false;
    bed.step = event.step;
    bed.rest = null;
    bed.hot = 0;
    bed.startedAt = startsItself(this.plan.steps, bed.step) ? event.at : null;
    bed.since = event.at;
    return true;
  }

  private record(bed: Bed, { at, by }: BenchEvent, outcome: StepRecord['outcome']): StepRecord {
    const { step } = bed;
    const startedAt = outcome === 'passed' ? null : bed.startedAt;
    const timed = startedAt !== null && outcome !== 'skipped' && clockOf(this.plan.steps[step]) !== null;
    const record: StepRecord = {
      bed: bed.bed,
      step,
      press: this.state.press,
      startedAt,
      endedAt: at,
      by,
      outcome,
      // Two clocks that disagree must not make a time that ran backwards.
      seconds: timed ? Math.max(0, secondsBetween(startedAt, at)) : null,
      dial: this.state.dial,
      heatKnown: heatIsKnown(this.plan, this.state, startedAt ?? at),
    };
    this.state.records.push(record);
    return record;
  }

  private end(bed: Bed, event: BenchEvent, outcome: StepRecord['outcome']): void {
    const step = this.plan.steps[bed.step];
    if (step?.at === 'press' && step.seconds !== null && outcome === 'done') this.state.openedAt = event.at;
    this.record(bed, event, outcome);
    bed.step++;
    bed.rest = null;
    bed.hot = 0;
    bed.since = event.at;
    bed.startedAt = bed.step < this.plan.steps.length && startsItself(this.plan.steps, bed.step) ? event.at : null;
  }

  private settle(bed: Bed): void {
    const scrapped = bed.pieces.every((piece) => this.state.verdicts[piece]?.verdict === 'spoiled');
    bed.over = bed.step >= this.plan.steps.length ? 'through' : scrapped ? 'given up' : 'no';
  }
}

/**
 * The state of a run as a pure function of its plan and the recorded events, in order. An event about any step but the
 * one due on its bed is stale (a second screen, a second press of a button) and changes nothing. O(events + pieces).
 */
export function benchState(plan: BenchPlan, events: readonly BenchEvent[]): BenchState {
  const replay = new Replay(plan);
  for (const event of standing(events)) replay.see(event);
  return replay.state;
}

/** Whether every bed is over: nothing is left to do at the press. */
export const allPressed = ({ beds }: BenchState): boolean => beds.every(({ over }) => over !== 'no');

/** Pieces that can be judged: those through every step, and those scrapped on the way. In order. */
export const pressedPieces = ({ beds, verdicts }: BenchState): number[] =>
  beds.flatMap(({ pieces, over }) =>
    pieces.filter((piece) => over === 'through' || verdicts[piece]?.verdict === 'spoiled'),
  );
