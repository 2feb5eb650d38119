/** What a unit of the day is: what can be taken by one thing at a time. Half of a person is taken where their hands are free half of the time. */
type UnitKind = 'press' | 'person' | 'printer' | 'jig';

/** A stretch of time that a unit is there, s from the beginning of the plan; what ends after `to` is overtime, and nothing may end after `over`. */
export interface Window {
  from: number;
  to: number;
  over: number;
}

/** Seconds that a unit takes from one state to another (a plate from one temperature to another), by the numbers of states; `first`: from how it stands at the beginning. They keep the triangle inequality. */
export interface Change {
  first: readonly number[];
  between: readonly (readonly number[])[];
}

export interface Unit {
  id: string;
  kind: UnitKind;
  /** In order, none touching another; null: always there. */
  windows: readonly Window[] | null;
  /** Null: it takes up anything at once. */
  change: Change | null;
}

/** A moment of a task: so many seconds after its start or its end. */
export interface Moment {
  of: 'start' | 'end';
  plus: number;
}

/** One way to meet a need: all of these units, by number; `lasts` is how long the task takes then, s, and counts at a task's first need alone. */
export interface Choice {
  units: readonly number[];
  lasts: number;
}

/** What a task holds, and from when until when: a press all along, hands for a part of it, a jig until it is cool. */
export interface Need {
  choices: readonly Choice[];
  from: Moment;
  to: Moment;
}

/** One piece of work that is not interrupted. Its first need says how long it takes. */
export interface Task {
  id: string;
  /** By number. */
  job: number;
  /** The state that it wants of a unit that takes time to change; 0 where that does not matter. */
  state: number;
  needs: readonly Need[];
  /** Not before, s. */
  release: number;
  /** Where somebody put it: it wants to begin then. Null: nowhere. */
  pinned: number | null;
}

/** A task that comes after another, so many seconds after its end or later. */
export interface Link {
  before: number;
  after: number;
  wait: number;
}

/** What is promised for some day: it is late by what its last task ends after `due`, s; null: nobody waits for it. */
export interface DayJob {
  id: string;
  due: number | null;
  weight: number;
}

/** All that a plan is made of: a flexible job shop with set-ups, several units for a task, waits and calendars. */
export interface DayModel {
  units: readonly Unit[];
  tasks: readonly Task[];
  links: readonly Link[];
  jobs: readonly DayJob[];
}

/** What a plan is judged by, each a sum of seconds. */
export interface Scores {
  /** Jobs after their due moments, times their weights. */
  late: number;
  /** Work after the end of shifts, and beyond all of them. */
  over: number;
  /** Units changing: plates warming and cooling. */
  change: number;
  /** When the last task ends. */
  span: number;
  /** Ends of all jobs: sooner is better, all else alike. */
  flow: number;
  /** Pinned tasks away from where somebody put them. */
  moved: number;
}
export type Aim = keyof Scores;
/** How much a second of each counts. */
export type Aims = Readonly<Record<Aim, number>>;

/** Pins stand, then nothing is late, then no overtime, then few changes, and all of it soon. Each counts so much more than the next that it comes first but in extremes. */
export const USUAL_AIMS: Aims = { moved: 1e4, late: 1e3, over: 1e2, change: 2, span: 0.1, flow: 0.02 };

/** Refuses what is no model, naming what is wrong: a task without a choice, a number that means nothing, a choice of two units twice. */
export function checkModel({ units, tasks, links, jobs }: DayModel): void {
  const known = (list: readonly unknown[], index: number) =>
    Number.isInteger(index) && index >= 0 && index < list.length;
  for (const { id, job, needs } of tasks) {
    if (!known(jobs, job))
      throw new RangeError(`task ${id} is of job number ${job}, and there are ${jobs.length} jobs`);
    if (needs.length === 0) throw new RangeError(`task ${id} needs nothing: it takes no time`);
    for (const { choices } of needs) {
      if (choices.length === 0) throw new RangeError(`task ${id} can be done by nothing of what it needs`);
      for (const choice of choices) {
        if (choice.units.length > 2)
          throw new RangeError(`task ${id} takes ${choice.units.length} units for one need; two at most`);
        for (const unit of choice.units)
          if (!known(units, unit))
            throw new RangeError(`task ${id} takes unit number ${unit}, and there are ${units.length} units`);
      }
      if (!choices.every(({ lasts }) => Number.isFinite(lasts) && lasts >= 0))
        throw new RangeError(`task ${id} lasts ${choices.map(({ lasts }) => lasts).join(', ')} s: give nought or more`);
    }
  }
  for (const { before, after, wait } of links) {
    if (!known(tasks, before) || !known(tasks, after))
      throw new RangeError(`a link goes from task number ${before} to ${after}, and there are ${tasks.length} tasks`);
    if (!(wait >= 0)) throw new RangeError(`a link waits ${wait} s: give nought or more`);
  }
}
