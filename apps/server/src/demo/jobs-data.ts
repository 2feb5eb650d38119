import type { BenchEvent } from '@kanga/core/bench';
import type { Stage } from '@kanga/core/finding';
import type { RunPlan } from '@kanga/core/job';
import type { PictureName } from './pictures/index.js';
import { BLANK } from './shop-data.js';

export interface DemoJob {
  name: string;
  pieces: number;
  /** Days from today. */
  dueIn: number;
  blank: keyof typeof BLANK;
  picture: PictureName | null;
  reached: Stage;
  /** Pressed and inspected already, for the log. */
  pressed?: true;
  /** The piece that came out spoiled, from 0. */
  spoiled?: number;
}

const HILL = 'Gannet Hill Observatory';
export const CUSTOMER = HILL;

export const DEMO_JOBS: readonly DemoJob[] = [
  { name: 'Volunteer tees', pieces: 2, dueIn: 2, blank: 'tee', picture: 'Open night badge.png', reached: 'blank' },
  { name: 'Star-chart cushions', pieces: 24, dueIn: 9, blank: 'cushion', picture: 'Star chart.png', reached: 'stack' },
  { name: 'Comet-tail socks', pieces: 8, dueIn: 5, blank: 'sock', picture: 'Comet tail.png', reached: 'sheet' },
  { name: 'Orbit bottle sleeves', pieces: 12, dueIn: 14, blank: 'sleeve', picture: 'Orbits.png', reached: 'art' },
  { name: 'Star-trail bags', pieces: 10, dueIn: 16, blank: 'bag', picture: null, reached: 'blank' },
  {
    name: 'Moon-phase masks',
    pieces: 6,
    dueIn: -1,
    blank: 'mask',
    picture: 'Moon phases.png',
    reached: 'inspect',
    pressed: true,
    spoiled: 3,
  },
  {
    name: 'Supporter bottle sleeves',
    pieces: 10,
    dueIn: -3,
    blank: 'sleeve',
    picture: 'Orbits.png',
    reached: 'inspect',
    pressed: true,
  },
];

/** Who pressed the demo jobs, and who looked at what came out. */
const [PRESSER, JUDGE] = ['Wren', 'Juniper'];

/** What a steady worker would have recorded: a few seconds over here and there; `spoiled` is the piece that ghosted, from 0. */
export function pressedEvents(
  plan: RunPlan,
  startedAt: number,
  newId: () => string,
  spoiled: number | null,
): BenchEvent[] {
  const events: BenchEvent[] = [];
  let now = startedAt;
  const after = (seconds: number) => new Date((now += seconds * 1000)).toISOString();
  const head = (seconds: number, by: string) => ({ id: newId(), at: after(seconds), by });
  events.push({ ...head(1, PRESSER), kind: 'heat', celsius: plan.dial ?? plan.settings.temperature.value });
  for (let bed = 0; bed < Math.ceil(plan.pieces / plan.atOnce); bed++) {
    plan.steps.forEach((what, step) => {
      const clock = what.at === 'rack' ? null : what.seconds;
      const over = (bed * 7 + step) % 4;
      if (clock !== null && plan.steps[step - 1]?.kind !== 'recover')
        events.push({ ...head(4, PRESSER), kind: 'start', bed, step });
      events.push({
        ...head(clock === null ? 9 + ((bed * 5 + step) % 6) : clock + over, PRESSER),
        kind: 'done',
        bed,
        step,
      });
    });
  }
  for (let piece = 0; piece < plan.pieces; piece++) {
    const judged = { ...head(6, JUDGE), piece, kind: 'verdict' as const };
    events.push(
      piece === spoiled
        ? { ...judged, verdict: 'spoiled', fault: 'ghost', note: 'Slipped while peeling.', spot: null, photo: null }
        : { ...judged, verdict: 'good' },
    );
  }
  return events;
}
