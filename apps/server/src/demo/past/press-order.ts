import { RunningBench, tellingOf, todoOf, type BenchEvent } from '@kanga/core/bench';
import { jigsOf, type RunPlan } from '@kanga/core/job';
import { seeded } from '../pictures/svg.js';
import type { Order } from './orders.js';

/** A run never takes more acts than this: what would is a plan that cannot be pressed. */
const MOST_ACTS = 20_000;

/** An id that is the same for the same run: the past is the same whenever it is loaded. */
function idsFrom(random: () => number): () => string {
  const hex = (letters: number) =>
    Array.from({ length: letters }, () => Math.floor(random() * 16).toString(16)).join('');
  return () => `${hex(8)}-${hex(4)}-4${hex(3)}-8${hex(3)}-${hex(12)}`;
}

/**
 * What two steady people would have recorded of an order, led by each pressing: made ready a little faster or slower each time, opened a second or two late, cool before it is
 * taken off the rack, and judged at the end.
 */
export function pressOrder(plan: RunPlan, order: Order): BenchEvent[] {
  const random = seeded(order.seed);
  const newId = idsFrom(random);
  const bench = new RunningBench(plan);
  let now = order.began;
  const happens = <T extends object>(seconds: number, by: string, what: T): BenchEvent & T => {
    now += seconds * 1000;
    const event = { id: newId(), at: new Date(now).toISOString(), by, ...what } as unknown as BenchEvent & T;
    bench.add([event]);
    return event;
  };
  happens(20, order.presser, { kind: 'heat', celsius: plan.dial ?? plan.settings.temperature.value });
  for (let act = 0; act < MOST_ACTS; act++) {
    const { first } = todoOf(plan, bench.state, jigsOf(plan), 'each pressing');
    if (!first) break;
    const { clock, before, what } = first;
    if (clock?.startedAt) {
      const left = clock.seconds - (now - Date.parse(clock.startedAt)) / 1000;
      happens(Math.max(1, left + 1 + random() * 2.5), order.presser, tellingOf(first));
    } else {
      const hands = [...before, ...(clock ? [] : [what])].reduce((sum, { takes }) => sum + takes, 3);
      happens(hands * (0.7 + random() * 0.6), order.presser, tellingOf(first));
    }
  }
  for (let piece = 0; piece < plan.pieces; piece++) {
    const fault = order.spoiled.get(piece);
    happens(
      4 + random() * 5,
      order.judge,
      fault
        ? { kind: 'verdict', piece, verdict: 'spoiled', fault, note: '', spot: null, photo: null }
        : { kind: 'verdict', piece, verdict: 'good' },
    );
  }
  return [...bench.events];
}
