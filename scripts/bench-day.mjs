import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './lib/machine.mjs';
import { boundOf, buildDay, DaySearch, spanBound, USUAL_AIMS } from '../packages/core/dist/day/index.js';
import { seeded } from '../packages/core/dist/numbers/index.js';
import { jobShop, keptPromises, madeShop, madeWork, plainTask } from '../packages/core/dist/testing/index.js';

/** Only the end of it all. */
const SPAN = { late: 0, over: 0, change: 0, span: 1, flow: 0, moved: 0 };
/** Published instances with their shortest schedules: Fisher and Thompson 1963, Lawrence 1984; written from memory, then proven to have just these by MiniZinc with Gecode. */
const published = () => JSON.parse(readFileSync(join(ROOT, 'scripts/jobshop.json'), 'utf8'));

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

/** Cases of the day: published job shops, filled flexible ones, shop days against rules, and a plan made anew. */
export const dayCases = ({ milliseconds, megabytes }) => ({
  jobshop: () => {
    const said = Object.entries(published()).map(([name, { optimum, jobs }]) => {
      const search = new DaySearch(jobShop(jobs), { aims: SPAN, seed: 1, bound: optimum });
      const took = runFor(search, 10);
      return `${name} ${search.bestValue} of ${optimum}${search.proven ? ` in ${(took / 1000).toFixed(1)} s` : ' after 10 s'}`;
    });
    return {
      what: 'Job shops of the literature',
      input: 'ft06, ft10 (Fisher and Thompson 1963) and la01 (Lawrence 1984), 10 s each, one seed',
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
      for (const seed of [1, 2]) {
        const { model, optimum } = filled(machines, each, seed * 31 + machines);
        const search = new DaySearch(model, { aims: SPAN, seed: 1, bound: optimum });
        runFor(search, 10);
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
      input: `${gaps.length} filled to the last second, 21 to 96 tasks on 3 to 8 machines, 10 s each`,
      time: 'at most 10 s each',
      memory: megabytes(),
      reached: `median ${percent(sorted[sorted.length >> 1])}, worst ${percent(sorted.at(-1))} above the optimum; aim: 2 % in 30 s`,
      grows: 'with tasks and machines',
    };
  },
  days: () => {
    const rows = [];
    for (const [jobs, presses] of [
      [8, 1],
      [16, 2],
      [24, 3],
      [32, 4],
      [44, 6],
    ]) {
      const model = shopDay(jobs, presses, 7 * jobs);
      const search = new DaySearch(model, { seed: 1, bound: boundOf(model, USUAL_AIMS) });
      const rule = search.bestValue;
      runFor(search, 6);
      rows.push({
        loads: model.tasks.filter(({ id }) => id.includes('press')).length,
        gain: 1 - search.bestValue / rule,
      });
    }
    const mean = rows.reduce((sum, { gain }) => sum + gain, 0) / rows.length;
    return {
      what: 'Shop days',
      input: `${rows.length} days of ${rows[0].loads} to ${rows.at(-1).loads} loads on 1 to 6 presses, 6 s each, against the best of five rules`,
      time: '6 s each',
      memory: megabytes(),
      reached: `never worse; ${(mean * 100).toFixed(0)} % less by the shop's aims on average (${rows.map(({ gain }) => `${(gain * 100).toFixed(0)} %`).join(', ')}); aim: 10 %`,
      grows: 'with loads',
    };
  },
  weeks: () => {
    const began = performance.now();
    const by = [];
    const { kept, promises } = keptPromises(200, 1, (said, done) => by.push(done / said));
    const took = performance.now() - began;
    by.sort((a, b) => a - b);
    const at = (share) => by[Math.floor(share * by.length)].toFixed(2);
    return {
      what: 'Promises that were kept',
      input: `${promises} promises of 200 made-up weeks, said to be kept nine times in ten: pace from twelve days before, then times by a gamma law and 3 % of beds pressed again, by a simulator that shares no code with the planner`,
      time: milliseconds(took),
      memory: megabytes(),
      reached: `${(kept * 100).toFixed(1)} % kept; done over said: ${at(0.1)} at the 10th percentile, ${at(0.5)} at the median, ${at(0.9)} at the 90th (1.00 would be exact); aim: 90 %`,
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
