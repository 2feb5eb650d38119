import type { DayModel, Task, Window } from './model.js';
import { int, type GraphShape } from './shape.js';
import { firstWithin, overtimeOf } from './windows.js';

/** What a task would hold, s after its start. */
export interface Hold {
  unit: number;
  from: number;
  until: number;
}

/** Pairs of tasks of one job that are just alike, and so is all that hangs on them: the first may as well come first. O(tasks²). */
export function twinsOf(shape: GraphShape): [number, number][] {
  const { tasks } = shape.model;
  const signs = new Map<number, string>();
  const ins = (t: number) => {
    const list: string[] = [];
    for (let k = int(shape.inAt, t); k < int(shape.inAt, t + 1); k++)
      list.push(`${int(shape.inTask, k)}+${shape.inWait[k]}`);
    return list.sort().join();
  };
  /** All that is to be known of a task and of what hangs on it alone; what hangs on others as well is named. */
  const signOf = (t: number): string => {
    const known = signs.get(t);
    if (known !== undefined) return known;
    const { job, state, needs, release, pinned } = tasks[t] as Task;
    const outs: string[] = [];
    for (let k = int(shape.outAt, t); k < int(shape.outAt, t + 1); k++) {
      const next = int(shape.outTask, k);
      const isOwn = int(shape.inAt, next + 1) - int(shape.inAt, next) === 1;
      outs.push(`${isOwn ? signOf(next) : `#${next}`}+${shape.outWait[k]}`);
    }
    const sign = JSON.stringify([job, state, needs, release, pinned === null ? null : t, outs.sort()]);
    signs.set(t, sign);
    return sign;
  };
  const last = new Map<string, number>();
  return tasks.flatMap((_, t): [number, number][] => {
    const sign = `${ins(t)} ${signOf(t)}`;
    const twin = last.get(sign);
    last.set(sign, t);
    return twin === undefined ? [] : [[twin, t]];
  });
}

/** Groups of units that nothing tells apart: with the same hours, and taken in the same ways by all. O(units² · choices). */
export function alikeUnits({ units, tasks }: DayModel): number[][] {
  const needs = [...new Set(tasks.flatMap((task) => task.needs.map(({ choices }) => JSON.stringify(choices))))].map(
    (text) => JSON.parse(text) as { units: number[]; lasts: number }[],
  );
  const said = (choices: readonly { units: readonly number[]; lasts: number }[], a: number, b: number) =>
    choices
      .map((choice) => {
        const named = choice.units.map((unit) => (unit === a ? b : unit === b ? a : unit)).sort((x, y) => x - y);
        return `${named.join()}:${choice.lasts}`;
      })
      .sort()
      .join(' ');
  const isAlike = (a: number, b: number) =>
    units[a]?.change === null &&
    units[b]?.change === null &&
    JSON.stringify(units[a]?.windows) === JSON.stringify(units[b]?.windows) &&
    needs.every((choices) => said(choices, a, b) === said(choices, -1, -1));
  const groups: number[][] = [];
  units.forEach((_, unit) => {
    const group = groups.find(([first]) => first !== undefined && isAlike(first, unit));
    if (group) group.push(unit);
    else groups.push([unit]);
  });
  return groups.filter(({ length }) => length > 1);
}

/** When units are there. */
export class Hours {
  private readonly windows: readonly (readonly Window[] | null)[];
  /** The first moment from which on work could be after hours, and how long hours may keep work waiting until then, s. */
  private readonly firstOver: number;
  private readonly closed: number;

  constructor({ units }: DayModel) {
    this.windows = units.map(({ windows }) => windows);
    const all = units.flatMap(({ windows }) => windows ?? []);
    this.firstOver = all.reduce((least, { to, over }) => (over > to ? Math.min(least, to) : least), Infinity);
    this.closed = units
      .map(({ windows }) =>
        (windows ?? []).reduce(
          ({ sum, free }, { from, to }) => ({ sum: sum + (from < this.firstOver ? from - free : 0), free: to }),
          { sum: 0, free: 0 },
        ),
      )
      .reduce((sum, one) => sum + one.sum, 0);
  }

  /** The earliest moment from `from` on at which all that is held lies within the hours of its unit; infinite: never. */
  within(from: number, held: readonly Hold[]): number {
    let start = from;
    for (let again = true; again;) {
      again = false;
      for (const { unit, from: begins, until } of held) {
        const windows = this.windows[unit];
        if (!windows) continue;
        const fits = firstWithin(windows, start + begins, until - begins);
        if (fits === null) return Infinity;
        if (start + begins < fits) {
          start = fits - begins;
          again = true;
        }
      }
    }
    return start;
  }
  overtime(unit: number, from: number, until: number): number {
    const windows = this.windows[unit];
    return windows ? overtimeOf(windows, from, until) : 0;
  }
  /** Whether nothing that goes on from a moment for so long at most can come after hours. */
  isWithin(from: number, lasts: number): boolean {
    return from + lasts + this.closed <= this.firstOver;
  }
}

/** Whether no task could take one unit for two of its needs. */
export const isTakenOnce = ({ tasks }: DayModel): boolean =>
  tasks.every(({ needs }) => {
    const taken = needs.flatMap(({ choices }) => [...new Set(choices.flatMap(({ units }) => units))]);
    return new Set(taken).size === taken.length;
  });

/** Every way through lists of so many: one number of each. */
export function waysThrough(counts: readonly number[]): number[][] {
  return counts.reduce<number[][]>(
    (ways, count) => ways.flatMap((way) => Array.from({ length: count }, (_, i) => [...way, i])),
    [[]],
  );
}
