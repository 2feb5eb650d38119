import { shiftsOf, type DayModel, type DayShop, type DayWork, type Need, type Task } from '../day/index.js';
import { seeded } from '../numbers/index.js';

const START = { of: 'start', plus: 0 } as const;
const END = { of: 'end', plus: 0 } as const;

/** A task on one of some units, for so long on each, all of it. */
export const plainTask = (
  job: number,
  choices: readonly (readonly [unit: number, lasts: number])[],
  more: Partial<Task> = {},
): Task => ({
  id: '',
  job,
  state: 0,
  release: 0,
  pinned: null,
  needs: [{ choices: choices.map(([unit, lasts]) => ({ units: [unit], lasts })), from: START, to: END } satisfies Need],
  ...more,
});

/** A job shop as the literature writes it: for each job its machines, from 0, and times, in order. */
export function jobShop(jobs: readonly (readonly (readonly [machine: number, time: number])[])[]): DayModel {
  const machines = Math.max(...jobs.flat().map(([machine]) => machine)) + 1;
  const tasks = jobs.flatMap((steps, job) => steps.map(([machine, time]) => plainTask(job, [[machine, time]])));
  const links = tasks.flatMap((task, t) =>
    t > 0 && tasks[t - 1]?.job === task.job ? [{ before: t - 1, after: t, wait: 0 }] : [],
  );
  return {
    units: Array.from({ length: machines }, (_, i) => ({ id: `${i}`, kind: 'press', windows: null, change: null })),
    tasks,
    links,
    jobs: jobs.map((_, i) => ({ id: `${i}`, due: null, weight: 1 })),
  };
}

/** The sixth instance of Fisher and Thompson (1963): its shortest schedule ends at 55. */
export const FT06 = jobShop([
  [
    [2, 1],
    [0, 3],
    [1, 6],
    [3, 7],
    [5, 3],
    [4, 6],
  ],
  [
    [1, 8],
    [2, 5],
    [4, 10],
    [5, 10],
    [0, 10],
    [3, 4],
  ],
  [
    [2, 5],
    [3, 4],
    [5, 8],
    [0, 9],
    [1, 1],
    [4, 7],
  ],
  [
    [1, 5],
    [0, 5],
    [2, 5],
    [3, 3],
    [4, 8],
    [5, 9],
  ],
  [
    [2, 9],
    [1, 3],
    [4, 5],
    [5, 4],
    [0, 3],
    [3, 1],
  ],
  [
    [1, 3],
    [3, 3],
    [5, 9],
    [0, 10],
    [4, 4],
    [2, 1],
  ],
]);

/** Open jobs of a made-up shop with so many presses, some to be printed first, some on jigs. */
export function madeWork(jobs: number, presses: number, seed: number): DayWork[] {
  const random = seeded(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const days = ['2026-11-30', '2026-12-01', '2026-12-02', '2026-12-03', null];
  return Array.from({ length: jobs }, (_, i) => {
    const beds = 1 + Math.floor(random() * 24);
    const [heat, busy] = [pick([182, 193, 196, 202, 207]), 50 + Math.floor(random() * 90)];
    const share = 0.3 + 0.5 * random();
    const all = Array.from({ length: presses }, (__, p) => `press ${p}`);
    const some = all.filter(() => random() < 0.6);
    return {
      jobId: `job ${i}`,
      number: i,
      name: `Job ${i}`,
      artId: null,
      order: null,
      due: pick(days),
      ready: null,
      beds,
      atOnce: 1,
      pieces: beds,
      print: random() < 0.6 ? { printerId: 'printer', seconds: 120 + random() * 1200, dries: 300 } : null,
      table: 20 + random() * 60,
      presses: (some.length > 0 ? some : all.slice(0, 1)).map((pressId) => ({
        pressId,
        heat,
        busy,
        hands: busy * share,
        cool: 90,
      })),
      jig: random() < 0.2 ? { name: `jig ${Math.floor(random() * 3)}`, sets: 1 } : null,
      inspect: 20,
      pack: 40,
      stuck: null,
    };
  });
}

/** A made-up shop with so many presses and people, its day beginning at eight. */
export function madeShop(presses: number, people: number, today: string): DayShop {
  const now = Date.parse(`${today}T08:00:00Z`);
  return {
    presses: Array.from({ length: presses }, (_, p) => ({
      id: `press ${p}`,
      name: `${p}`,
      warmUp: 900,
      rates: null,
      down: false,
      celsius: null,
    })),
    printers: [{ id: 'printer', name: 'Printer' }],
    shifts: shiftsOf(Array.from({ length: people }, (_, i) => `Person ${i}`)),
    today,
    moment: (day, clock) => (Date.parse(`${day}T${clock}:00Z`) - now) / 1000,
  };
}

/** What is wrong with a plan, in words: checked from the model and the times alone, by nothing that the planner has. */
export function faultsOf(
  model: DayModel,
  graph: { start: ArrayLike<number>; end: ArrayLike<number>; choice: ArrayLike<number> },
): string[] {
  const faults: string[] = [];
  const near = 1e-6;
  const held: { unit: number; task: number; from: number; to: number }[] = [];
  let need = 0;
  model.tasks.forEach((task, t) => {
    const [start, end] = [graph.start[t] ?? NaN, graph.end[t] ?? NaN];
    if (!(start >= task.release - near)) faults.push(`${t} begins before it may`);
    task.needs.forEach((one, i) => {
      const choice = one.choices[graph.choice[need] ?? -1];
      if (!choice) faults.push(`${t} has no choice for its need ${i}`);
      else {
        if (i === 0 && Math.abs(end - start - choice.lasts) > near)
          faults.push(`${t} does not last as long as it does`);
        for (const unit of choice.units)
          held.push({
            unit,
            task: t,
            from: (one.from.of === 'end' ? end : start) + one.from.plus,
            to: (one.to.of === 'end' ? end : start) + one.to.plus,
          });
      }
      need++;
    });
  });
  for (const { before, after, wait } of model.links)
    if ((graph.start[after] ?? 0) < (graph.end[before] ?? 0) + wait - near)
      faults.push(`${after} does not wait for ${before}`);
  model.units.forEach(({ windows, change }, unit) => {
    const own = held.filter((one) => one.unit === unit).sort((a, b) => a.from - b.from || a.to - b.to);
    own.forEach((one, i) => {
      const state = model.tasks[one.task]?.state ?? 0;
      const last = own[i - 1];
      const changes = !change
        ? 0
        : ((last ? change.between[model.tasks[last.task]?.state ?? 0]?.[state] : change.first[state]) ?? 0);
      if (one.from < (last?.to ?? 0) + changes - near)
        faults.push(`unit ${unit} has ${last?.task ?? 'a change'} and ${one.task} at once`);
      if (windows && !windows.some(({ from, over }) => from <= one.from + near && one.to <= over + near))
        faults.push(`unit ${unit} is not there for ${one.task}`);
    });
  });
  return faults;
}
