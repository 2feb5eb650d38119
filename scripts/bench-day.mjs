import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { drawCalibration } from './lib/calibration.mjs';
import { ROOT } from './lib/machine.mjs';
import {
  boundOf,
  buildDay,
  DayGraph,
  DaySearch,
  dispatch,
  lateBound,
  RULES,
  spanBound,
  USUAL_AIMS,
} from '../packages/core/dist/day/index.js';
import { seeded } from '../packages/core/dist/numbers/index.js';
import { jobShop, keptPromises, madeShop, madeWork, plainTask } from '../packages/core/dist/testing/index.js';

/** Only the end of it all. */
const SPAN = { late: 0, over: 0, change: 0, span: 1, flow: 0, moved: 0 };
/** Published instances with their shortest schedules: Fisher and Thompson 1963, Lawrence 1984; written from memory, then proven to have just these by MiniZinc with Gecode. */
const published = () => JSON.parse(readFileSync(join(ROOT, 'scripts/jobshop.json'), 'utf8'));

/** How long each flexible shop is searched, s. */
const FLEXIBLE = 30;

/** Goes on for some seconds, or until it is proven; how long that took, ms. */
function runFor(search, seconds) {
  const began = performance.now();
  while (!search.proven && performance.now() - began < seconds * 1000) search.run(20);
  return performance.now() - began;
}

/**
 * A flexible job shop with set-ups whose shortest schedule is known: every machine is filled to the end with tasks and a set-up of 5 before each, tasks that do not overlap are chained into jobs, and other machines take
 * longer. No schedule is shorter: all machines together have no second to spare.
 */
function filled(machines, tasksEach, seed) {
  const random = seeded(seed);
  const whole = (least, most) => least + Math.floor(random() * (most - least + 1));
  const setUp = 5;
  const end = tasksEach * (setUp + 20);
  const all = [];
  for (let machine = 0; machine < machines; machine++) {
    const cuts = Array.from({ length: tasksEach - 1 }, (_, i) => (i + 1) * 25 + whole(-8, 8));
    [0, ...cuts].forEach((from, i) => all.push({ machine, start: from + setUp, end: cuts[i] ?? end }));
  }
  all.sort((a, b) => a.start - b.start);
  const jobs = [];
  for (const one of all) {
    const job = jobs.filter(
      (list) => list.length < 6 && list.at(-1).end <= one.start && list.at(-1).machine !== one.machine,
    );
    const pick = job[Math.floor(random() * job.length)];
    if (pick && random() < 0.9) pick.push(one);
    else jobs.push([one]);
  }
  const states = all.length;
  const tasks = [];
  const links = [];
  jobs.forEach((list, job) =>
    list.forEach(({ machine, start, end: to }, i) => {
      const other = (machine + whole(1, machines - 1)) % machines;
      const lasts = to - start;
      tasks.push(
        plainTask(
          job,
          machines > 1 && random() < 0.6
            ? [
                [machine, lasts],
                [other, lasts + whole(1, 6)],
              ]
            : [[machine, lasts]],
          { state: tasks.length },
        ),
      );
      if (i > 0) links.push({ before: tasks.length - 2, after: tasks.length - 1, wait: 0 });
    }),
  );
  const row = Array.from({ length: states }, () => setUp);
  const change = {
    first: row,
    between: Array.from({ length: states }, (_, i) => row.map((one, j) => (i === j ? 0 : one))),
  };
  return {
    optimum: end,
    model: {
      units: Array.from({ length: machines }, (_, i) => ({ id: `${i}`, kind: 'press', windows: null, change })),
      tasks,
      links,
      jobs: jobs.map((_, j) => ({ id: `${j}`, due: null, weight: 1 })),
    },
  };
}

/** A made-up shop day, tight enough for something to be late. */
function shopDay(jobs, presses, seed) {
  const shop = madeShop(presses, presses + 1, '2026-12-01');
  const works = madeWork(jobs, presses, seed).map((work) => ({
    ...work,
    due: work.due && work.number % 3 > 0 ? shop.today : work.due,
  }));
  return buildDay(works, shop).model;
}

/**
 * The same with a moment for each job by which it is wanted, spread over the shortest time that all of it could take, and nobody going home: a night between would count more than anything that an order can change (due
 * moments of such tightness as studies of weighted tardiness have them).
 */
function tightDay(jobs, presses, seed) {
  const model = shopDay(jobs, presses, seed);
  const random = seeded(seed);
  const end = spanBound(model);
  return {
    ...model,
    units: model.units.map((unit) => ({ ...unit, windows: null })),
    jobs: model.jobs.map((job) => ({ ...job, due: Math.round(end * (0.15 + 0.75 * random())), weight: 1 })),
  };
}

/** Cases of the day: published job shops, filled flexible ones, shop days against rules, and a plan made anew. */
export const dayCases = ({ milliseconds, megabytes }) => ({
  jobshop: () => {
    const seeds = Array.from({ length: 10 }, (_, i) => i + 1);
    const said = Object.entries(published()).map(([name, { optimum, jobs }]) => {
      const runs = seeds.map((seed) => {
        const search = new DaySearch(jobShop(jobs), { aims: SPAN, seed, bound: optimum });
        return { took: runFor(search, 10), value: search.bestValue, proven: search.proven };
      });
      const proven = runs.filter((run) => run.proven);
      const took = proven.map((run) => run.took).sort((a, b) => a - b);
      const median = took.length > 0 ? `, ${(took[took.length >> 1] / 1000).toFixed(1)} s in the median` : '';
      const worst = Math.max(...runs.map(({ value }) => value));
      return `${name} ${optimum} with ${proven.length} of ${seeds.length} seeds${median}${worst > optimum ? `, ${worst} at worst` : ''}`;
    });
    return {
      what: 'Job shops of the literature',
      input: 'ft06, ft10 (Fisher and Thompson 1963) and la01 (Lawrence 1984), 10 s each at most, ten seeds',
      time: 'at most 10 s each',
      memory: megabytes(),
      reached: `${said.join('; ')}; aim: the optimum of each`,
      grows: 'with what is given to it',
    };
  },
  flexible: () => {
    const gaps = [];
    for (const [machines, each] of [
      [3, 7],
      [4, 8],
      [5, 8],
      [5, 12],
      [6, 13],
      [8, 12],
    ])
      for (const seed of [1, 2, 3, 4, 5]) {
        const { model, optimum } = filled(machines, each, seed * 31 + machines);
        const search = new DaySearch(model, { aims: SPAN, seed: 1, bound: optimum });
        runFor(search, FLEXIBLE);
        gaps.push({
          tasks: model.tasks.length,
          gap: search.bestValue / optimum - 1,
          bound: spanBound(model) / optimum,
        });
      }
    const sorted = gaps.map(({ gap }) => gap).sort((a, b) => a - b);
    const percent = (share) => `${(share * 100).toFixed(1)} %`;
    return {
      what: 'Flexible job shops with set-ups',
      input: `${gaps.length} filled to the last second, 21 to 96 tasks on 3 to 8 machines, ${FLEXIBLE} s each at most`,
      time: `at most ${FLEXIBLE} s each`,
      memory: megabytes(),
      reached: `${sorted.filter((gap) => gap <= 0.02).length} within 2 %; median ${percent(sorted[sorted.length >> 1])}, worst ${percent(sorted.at(-1))} above the optimum; aim: 2 % in 30 s`,
      grows: 'with tasks and machines',
    };
  },
  days: () => {
    const rows = [];
    for (const [jobs, presses] of [
      [12, 1],
      [20, 2],
      [32, 3],
      [48, 4],
      [72, 6],
    ])
      for (const seed of [1, 2, 3]) {
        const model = tightDay(jobs, presses, 100 * jobs + seed);
        const bound = boundOf(model, USUAL_AIMS);
        const graph = new DayGraph(model);
        // The least late by any of the five rules, each for itself.
        const rule = Math.min(...RULES.map((one) => (dispatch(graph, one, USUAL_AIMS), graph.scores.late)));
        const search = new DaySearch(model, { seed: 1, bound });
        const value = search.bestValue;
        runFor(search, 6);
        rows.push({
          loads: model.tasks.filter(({ id }) => id.includes('press')).length,
          gain: rule > 0 ? 1 - search.bestScores.late / rule : 0,
          isWorse: search.bestValue > value,
          gap: search.bestScores.late > 0 ? 1 - lateBound(model) / search.bestScores.late : 0,
        });
      }
    const mean = (of) => rows.reduce((sum, row) => sum + of(row), 0) / rows.length;
    const percent = (share) => `${(share * 100).toFixed(0)} %`;
    const loads = rows.map((row) => row.loads).sort((a, b) => a - b);
    const gains = rows.map(({ gain }) => gain).sort((a, b) => a - b);
    return {
      what: 'Shop days',
      input: `${rows.length} made-up days of ${loads[0]} to ${loads.at(-1)} loads on 1 to 6 presses with a wanted moment for each job, 6 s each, beside the best of five dispatching rules`,
      time: '6 s each',
      memory: megabytes(),
      reached: `${rows.some(({ isWorse }) => isWorse) ? 'worse on some' : 'never worse'}; ${percent(mean(({ gain }) => gain))} less late on average (${percent(gains[0])} to ${percent(gains.at(-1))}), ${percent(mean(({ gap }) => gap))} of what is late above the bound; aim: 10 % less`,
      grows: 'with loads',
    };
  },
  weeks: () => {
    const began = performance.now();
    const by = [];
    const shares = [];
    const { kept, promises } = keptPromises(200, 1, (said, done, share) => {
      by.push(done / said);
      shares.push(share);
    });
    const { off } = drawCalibration(shares);
    const took = performance.now() - began;
    by.sort((a, b) => a - b);
    const at = (share) => by[Math.floor(share * by.length)].toFixed(2);
    return {
      what: 'Promises that were kept',
      input: `${promises} promises of 200 made-up weeks, said to be kept nine times in ten: pace from twelve days before, then times by a gamma law and 3 % of beds pressed again, by a simulator that shares no code with the planner`,
      time: milliseconds(took),
      memory: megabytes(),
      reached: `${(kept * 100).toFixed(1)} % kept; done over said: ${at(0.1)} at the 10th percentile, ${at(0.5)} at the median, ${at(0.9)} at the 90th (1.00 would be exact); over all sureties ${(off * 100).toFixed(1)} points off on average (docs/promises.svg); aim: 90 %`,
      grows: 'with weeks',
    };
  },
  replan: () => {
    const model = shopDay(30, 3, 11);
    const search = new DaySearch(model, { seed: 1 });
    runFor(search, 2);
    const began = performance.now();
    const again = new DaySearch(model, { seed: 2, from: search.best });
    again.run(20);
    const took = performance.now() - began;
    return {
      what: 'A plan made anew',
      input: `${model.tasks.length} tasks, from the plan that was, 20 steps`,
      time: milliseconds(took),
      memory: megabytes(),
      reached: 'no worse than it was; aim: 500 ms',
      grows: 'with tasks',
    };
  },
});
