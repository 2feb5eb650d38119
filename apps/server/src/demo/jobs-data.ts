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
  for (let piece = 0; piece < plan.pieces; piece++) {
    plan.steps.forEach(({ seconds }, step) => {
      if (seconds !== null) events.push({ id: newId(), at: after(4), kind: 'start', piece, step });
      events.push({
        id: newId(),
        at: after(seconds === null ? 9 + ((piece * 5 + step) % 6) : seconds + ((piece * 7 + step) % 4)),
        kind: 'done',
        piece,
        step,
      });
    });
  }
  for (let piece = 0; piece < plan.pieces; piece++) {
    const head = { id: newId(), at: after(6), piece, kind: 'verdict' as const };
    events.push(
      piece === spoiled
        ? { ...head, verdict: 'spoiled', fault: 'ghost', note: 'Slipped while peeling.' }
        : { ...head, verdict: 'good' },
    );
  }
  return events;
}
