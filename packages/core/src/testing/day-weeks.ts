import {
  buildDay,
  DayGraph,
  DaySearch,
  dayViewer,
  paceOf,
  shareBy,
  spreadOf,
  strayEnds,
  type DayShop,
  type DoneBed,
} from '../day/index.js';
import { normals, seeded } from '../numbers/index.js';
import { madeShop, madeWork } from './day.js';
import { runDay } from './day-run.js';

const DAY = '2026-11-30';
/** How times stray in this made-up shop, which the planner is not told: of a day, of one bed, of all else at the table, and how often a bed has to be pressed again. */
const LAW = { day: 0.1, bed: 0.3, rest: 0.2, again: 0.03 };

/** A gamma-distributed factor of mean 1 with a coefficient of variation (Marsaglia and Tsang, A simple method for generating gamma variables, 2000); not what the planner takes times to be. */
function gamma(random: () => number, normal: () => number, variation: number): number {
  const shape = 1 / variation ** 2;
  const [d, c] = [shape - 1 / 3, 1 / Math.sqrt(9 * (shape - 1 / 3))];
  for (;;) {
    const x = normal();
    const v = (1 + c * x) ** 3;
    if (v > 0 && Math.log(random()) < 0.5 * x * x + d - d * v + d * Math.log(v)) return (d * v) / shape;
  }
}

/** The log of the days before: thirty pressings of one job on each of twelve, 100 s apart by the plan. */
function fortnight(slow: () => number, bed: () => number): DoneBed[] {
  const log: DoneBed[] = [];
  for (let day = 16; day < 28; day++) {
    let at = Date.parse(`2026-11-${day}T08:00:00Z`);
    const today = slow();
    for (let i = 0; i < 30; i++) {
      log.push({
        jobId: 'past',
        number: 1,
        name: '',
        artId: null,
        press: 'press 0',
        at: new Date(at).toISOString(),
        seconds: 50,
        planned: 50,
        cycle: 100,
        pieces: 1,
        spoiled: 0,
        celsius: 196,
      });
      at += Math.round(100_000 * today * bed());
    }
  }
  return log;
}

/**
 * Weeks of made-up shops: a pace is learned from the log of the fortnight before, a day is planned and promised by it, and then it comes as it comes, with times by a law that the planner does not know and beds that are
 * pressed again. The share of promises that were kept when nine in ten were said, and how many there were; `heard`: of each promise by when it was said and when it was done, s, and on
 * what share of days it was said to be done by then.
 */
export function keptPromises(
  weeks: number,
  seed: number,
  heard: (said: number, done: number, share: number) => void = () => undefined,
): { kept: number; promises: number } {
  let [kept, promises] = [0, 0];
  for (let week = 0; week < weeks; week++) {
    const random = seeded(seed * 1000 + week);
    const normal = normals(random);
    const bed = () => gamma(random, normal, LAW.bed) * (random() < LAW.again ? 2 : 1);
    const log = fortnight(() => gamma(random, normal, LAW.day), bed);
    const shop: DayShop = { ...madeShop(2, 3, DAY), pace: paceOf(log, (moment) => moment.slice(0, 10)) };
    const built = buildDay(madeWork(10, 2, seed * 1000 + week), shop);
    const search = new DaySearch(built.model, { seed: 1 });
    search.run(60);
    const view = dayViewer(built, shop)(search.best);
    const graph = new DayGraph(built.model);
    graph.load(search.best);
    graph.time({ moved: 1, late: 1, over: 1, change: 1, span: 1, flow: 1 });
    const stray = strayEnds(graph, spreadOf(built, shop), 1);
    const today = gamma(random, normal, LAW.day);
    const factor = shop.pace?.factor ?? 1;
    const lasts = built.parts.map(({ kind, beds }, t) => {
      const planned = (graph.end[t] ?? 0) - (graph.start[t] ?? 0);
      if (kind !== 'press') return planned * today * gamma(random, normal, LAW.rest);
      // What the steps say, as the shop really does it.
      let sum = 0;
      for (let i = 0; i < beds; i++) sum += bed();
      return (planned / factor / beds) * today * sum;
    });
    const ends = runDay(built.model, graph, lasts);
    built.model.jobs.forEach(({ id }, job) => {
      const promise = view.promises.find(({ jobId }) => jobId === id);
      const done = ends[job];
      if (!promise || done === undefined) return;
      promises++;
      if (done <= promise.sure) kept++;
      heard(promise.sure, done, shareBy(stray[job] ?? new Float64Array(), done));
    });
  }
  return { kept: kept / promises, promises };
}
