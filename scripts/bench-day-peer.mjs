import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ROOT } from './lib/machine.mjs';
import { DaySearch } from '../packages/core/dist/day/index.js';
import { seeded } from '../packages/core/dist/numbers/index.js';
import { plainTask } from '../packages/core/dist/testing/index.js';

const AIMS = { late: 10, over: 0, change: 0, span: 1, flow: 0, moved: 0 };
/** How long each may take over one day, s. */
const [SEARCHED, SOLVED] = [2, 60];

/** A small day: jobs of up to three tasks, each on one or two of some units, which take their time from one state to another. */
function smallDay(tasks, units, seed) {
  const random = seeded(seed);
  const whole = (most) => 1 + Math.floor(random() * most);
  const states = 3;
  const row = () => Array.from({ length: states }, () => whole(9));
  const between = Array.from({ length: units }, () => {
    const table = Array.from({ length: states }, (_, i) => row().map((one, j) => (i === j ? 0 : one)));
    for (let k = 0; k < states; k++)
      for (let i = 0; i < states; i++)
        for (let j = 0; j < states; j++) table[i][j] = Math.min(table[i][j], table[i][k] + table[k][j]);
    return table;
  });
  const first = Array.from({ length: units }, row);
  const jobs = Math.ceil(tasks / 3);
  const all = Array.from({ length: tasks }, (_, t) => {
    const own = [...Array(units).keys()].sort(() => random() - 0.5).slice(0, whole(2));
    return { job: Math.floor(t / 3), state: whole(states) - 1, choices: own.map((unit) => [unit, 2 + whole(14)]) };
  });
  const links = all.flatMap(({ job }, t) =>
    t > 0 && all[t - 1].job === job ? [{ before: t - 1, after: t, wait: whole(4) - 1 }] : [],
  );
  const due = Array.from({ length: jobs }, () => 12 + whole(30));
  const weight = Array.from({ length: jobs }, () => whole(3));
  return { units, states, first, between, all, links, due, weight };
}

const modelOf = ({ units, first, between, all, links, due, weight }) => ({
  units: Array.from({ length: units }, (_, u) => ({
    id: `${u}`,
    kind: 'press',
    windows: null,
    change: { first: first[u], between: between[u] },
  })),
  tasks: all.map(({ job, state, choices }) => plainTask(job, choices, { state })),
  links,
  jobs: due.map((one, j) => ({ id: `${j}`, due: one, weight: weight[j] })),
});

/** The same for MiniZinc, whose numbers of things begin at 1. */
function dataOf({ units, states, first, between, all, links, due, weight }, far) {
  const list = (numbers) => `[${numbers.join(',')}]`;
  const flat = (name, sizes, numbers) =>
    `${name}=array${sizes.length}d(${sizes.map((size) => `1..${size}`).join(',')},${list(numbers.flat(Infinity))});`;
  const lasts = all.map(({ choices }) =>
    Array.from({ length: units }, (_, u) => choices.find(([unit]) => unit === u)?.[1] ?? -1),
  );
  return [
    `tasks=${all.length};units=${units};states=${states};jobs=${due.length};links=${links.length};far=${far};`,
    flat('lasts', [all.length, units], lasts),
    `state=${list(all.map((one) => one.state + 1))};job=${list(all.map((one) => one.job + 1))};`,
    flat('first', [units, states], first),
    flat('between', [units, states, states], between),
    `before=${list(links.map((one) => one.before + 1))};after=${list(links.map((one) => one.after + 1))};wait=${list(links.map((one) => one.wait))};`,
    `due=${list(due)};weight=${list(weight)};`,
  ].join('\n');
}

/** Whether MiniZinc with Gecode proves that nothing is better than a value; the better one that it finds; null: neither within the time. */
function judged(day, value) {
  const { stdout, error } = spawnSync(
    'minizinc',
    [
      '--solver',
      'gecode',
      '--time-limit',
      `${SOLVED * 1000}`,
      '-D',
      dataOf(day, value),
      join(ROOT, 'scripts/day-small.mzn'),
    ],
    { encoding: 'utf8' },
  );
  if (error) throw error;
  if (stdout.includes('UNSATISFIABLE')) return value;
  const found = stdout.split('\n').filter((line) => /^\d+$/.test(line));
  return found.length > 0 ? Number(found.at(-1)) : null;
}

/** Small days beside a constraint solver, where Debian's package minizinc is installed. */
export const peerCases = ({ megabytes }) => ({
  peer: () => {
    const what = 'Small days beside a constraint solver';
    if (spawnSync('minizinc', ['--version']).error)
      return {
        what,
        input: 'none',
        time: 'not measured',
        memory: megabytes(),
        reached: 'not measured: install Debian’s package minizinc',
        grows: 'with tasks',
      };
    let [equal, open] = [0, 0];
    const above = [];
    const sizes = [8, 10, 12, 14];
    const days = sizes.flatMap((tasks) => [1, 2, 3].map((seed) => smallDay(tasks, 3, 100 * tasks + seed)));
    for (const day of days) {
      const search = new DaySearch(modelOf(day), { aims: AIMS, seed: 1 });
      const began = performance.now();
      while (performance.now() - began < SEARCHED * 1000) search.run(20);
      const least = judged(day, Math.round(search.bestValue));
      if (least === null) open++;
      else if (least >= search.bestValue - 1e-6) equal++;
      else above.push(`${((search.bestValue / least - 1) * 100).toFixed(1)} %`);
    }
    return {
      what,
      input: `${days.length} days of ${sizes[0]} to ${sizes.at(-1)} tasks on 3 units with set-ups, waits and due times; MiniZinc with Gecode has ${SOLVED} s to find anything better, or to prove that nothing is`,
      time: `${SEARCHED} s each for the search`,
      memory: megabytes(),
      reached: `${equal} of ${days.length} proven to be the optimum${above.length > 0 ? `; ${above.join(', ')} above what the solver found` : '; nothing better was found'}${open > 0 ? `; ${open} not proven within the time` : ''}; aim: all`,
      grows: 'with tasks',
    };
  },
});
