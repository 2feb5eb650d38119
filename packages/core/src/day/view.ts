import { plateAfter, plateTakes, ROOM } from '../heat/index.js';
import { personOf, ratesOf, type DayBuilt, type DayKind, type DayPart, type DayShop } from './build.js';
import { lateBound } from './bound.js';
import { dispatch } from './dispatch.js';
import { DayGraph, type Arrangement } from './graph.js';
import { USUAL_AIMS, type Aims, type Scores, type Unit } from './model.js';
import { HAIR, int, real } from './shape.js';
import { shareBy, spreadOf, strayEnds, sureBy } from './surety.js';

/** One thing of the plan, as it is drawn and read. Times in s from the moment of the plan. */
export interface DayRow {
  task: string;
  kind: DayKind;
  jobId: string;
  number: number;
  name: string;
  artId: string | null;
  /** The press, the printer; empty for what is done at the table. */
  unitId: string;
  /** Who does it, or is at it. */
  who: string[];
  start: number;
  end: number;
  beds: number;
  atOnce: number;
  load: number;
  loads: number;
  heat: number;
  /** Somebody put it there. */
  pinned: boolean;
}
/** A job's promise: when it is done, and how sure that is. */
export interface DayPromise {
  jobId: string;
  number: number;
  name: string;
  /** Seconds from now; null: nobody waits for it. */
  due: number | null;
  end: number;
  /** By when it is done nine times in ten, and the share of days on which it keeps its due day. */
  sure: number;
  kept: number | null;
}
export interface DayView {
  rows: DayRow[];
  /** By press: how hot its plate is when, °C. */
  plates: { pressId: string; line: { at: number; celsius: number }[] }[];
  promises: DayPromise[];
  /** What is not in the plan, and why; `due`: its day, null: nobody waits for it. */
  left: { jobId: string; number: number; name: string; why: string; due: string | null }[];
  scores: Scores;
  /** No plan is late by less than this in all, s; and whether no plan at all is better than this one. */
  lateAtLeast: number;
  proven: boolean;
  /** Seconds of warming and cooling that going by due day alone would take more. */
  heatSaved: number;
  /** When the last load comes off, s; null: none is planned. */
  lastOff: number | null;
  /** Share of the time until then that each press and each person is taken. */
  busy: { id: string; kind: 'press' | 'person'; share: number }[];
}

/** The promises of a plan that are not kept. */
export const lateIn = ({ promises }: Pick<DayView, 'promises'>): (DayPromise & { due: number })[] =>
  promises.filter((one): one is DayPromise & { due: number } => one.due !== null && one.end > one.due);

/** What is taken most of a plan's presses and people, or of one kind of them; null: there is none. */
export const mostTaken = (
  { busy }: Pick<DayView, 'busy'>,
  kinds: readonly DayView['busy'][number]['kind'][] = ['press', 'person'],
): DayView['busy'][number] | null =>
  busy
    .filter(({ kind }) => kinds.includes(kind))
    .reduce<DayView['busy'][number] | null>((a, b) => (a === null || b.share > a.share ? b : a), null);

/** Points of a curve between two temperatures. */
const POINTS = 6;

/** What arrangements of a day look like, each by itself: what they share is worked out once. `provenAt`: what no plan is better than, where that is known. O(runs of the surety · time of a plan) for each. */
export function dayViewer(
  built: DayBuilt,
  shop: DayShop,
  aims: Aims = USUAL_AIMS,
): (arrangement: Arrangement, provenAt?: number) => DayView {
  const graph = new DayGraph(built.model);
  dispatch(graph, 'due', aims);
  const byDue = graph.scores.change;
  const presses = shop.presses.filter(({ down }) => !down);
  const lateAtLeast = lateBound(built.model);
  const left = built.left.map(({ work: { jobId, number, name, due }, why }) => ({ jobId, number, name, why, due }));
  return (arrangement, provenAt = -Infinity) => {
    graph.load(arrangement);
    const value = graph.time(aims);
    const scores = { ...graph.scores };
    const rows = built.parts.map((part, t) => rowOf(part, t, graph));
    numberLoads(rows);
    const pressed = rows.filter(({ kind }) => kind === 'press');
    return {
      rows,
      plates: presses.map((press) => ({ pressId: press.id, line: plateLine(press, pressed) })),
      busy: busyOf(graph),
      // Last: the days that it tries are not this one.
      promises: promisesOf(built, graph, shop),
      left,
      scores,
      lateAtLeast,
      proven: value <= provenAt + HAIR,
      heatSaved: byDue - scores.change,
      lastOff: pressed.length === 0 ? null : Math.max(...pressed.map(({ end }) => end)),
    };
  };
}

/** The people whose halves are among some units, each once. */
const peopleIn = (units: readonly Unit[]): string[] => [
  ...new Set(units.filter(({ kind }) => kind === 'person').map(({ id }) => personOf(id))),
];

function rowOf({ kind, work, beds, loads, heat }: DayPart, t: number, graph: DayGraph): DayRow {
  const { jobId, number, name, artId, atOnce } = work;
  const { tasks, units } = graph.model;
  const slots = graph.slotUnit.subarray(int(graph.taskSlots, t), int(graph.taskSlots, t + 1));
  const held = [...slots].flatMap((unit) => units[unit] ?? []);
  return {
    task: tasks[t]?.id ?? '',
    kind,
    jobId,
    number,
    name,
    artId,
    unitId: held.find((unit) => unit.kind === 'press' || unit.kind === 'printer')?.id ?? '',
    who: peopleIn(held),
    start: real(graph.start, t),
    end: real(graph.end, t),
    beds,
    atOnce,
    load: 1,
    loads,
    heat,
    pinned: (tasks[t]?.pinned ?? null) !== null,
  };
}

function promisesOf(built: DayBuilt, graph: DayGraph, shop: DayShop): DayPromise[] {
  const { parts, model } = built;
  const planned = model.jobs.map((_, job) => graph.endOf(job));
  const stray = strayEnds(graph, spreadOf(built, shop), 1);
  const works = new Map(parts.map(({ work }) => [work.jobId, work]));
  return model.jobs.map(({ id, due }, job) => {
    const ends = stray[job] ?? new Float64Array();
    return {
      jobId: id,
      number: works.get(id)?.number ?? 0,
      name: works.get(id)?.name ?? '',
      due,
      end: planned[job] ?? 0,
      sure: sureBy(ends, 0.9),
      kept: due === null ? null : shareBy(ends, due),
    };
  });
}

/** Loads of a job are alike: they are numbered as they are pressed, and what makes one ready goes with it. */
function numberLoads(rows: readonly DayRow[]): void {
  for (const kind of ['press', 'table'] as const) {
    const own = rows.filter((row) => row.kind === kind).sort((a, b) => a.start - b.start);
    const count = new Map<string, number>();
    for (const row of own) {
      const load = (count.get(row.jobId) ?? 0) + 1;
      count.set(row.jobId, load);
      row.load = load;
    }
  }
}

/** How hot a plate is: it is held, and goes to the next temperature just in time. */
function plateLine(press: DayShop['presses'][number], pressed: readonly DayRow[]): { at: number; celsius: number }[] {
  const rates = ratesOf(press);
  const own = pressed.filter(({ unitId }) => unitId === press.id).sort((a, b) => a.start - b.start);
  let now = press.celsius ?? ROOM;
  const line = [{ at: 0, celsius: now }];
  for (const { start, end, heat } of own) {
    const takes = plateTakes(rates, now, heat);
    const begins = Math.max(line.at(-1)?.at ?? 0, start - takes);
    for (let i = 0; i <= POINTS && takes > 0; i++) {
      const seconds = (takes * i) / POINTS;
      line.push({ at: begins + seconds, celsius: plateAfter(rates, now, seconds, heat > now) });
    }
    now = heat;
    line.push({ at: start, celsius: heat }, { at: end, celsius: heat });
  }
  return line;
}

/** How much of the time until all is done each press and each person is taken; half of a person counts half. */
function busyOf(graph: DayGraph): DayView['busy'] {
  const { units } = graph.model;
  const held = new Float64Array(units.length);
  graph.slotUnit.forEach((unit, slot) => {
    if (unit >= 0) held[unit] = real(held, unit) + graph.heldFor(slot);
  });
  const span = Math.max(1, graph.scores.span);
  const shareOf = (own: (unit: Unit) => boolean) => {
    const taken = units.flatMap((unit, i) => (own(unit) ? [real(held, i)] : []));
    return taken.reduce((sum, one) => sum + one, 0) / taken.length / span;
  };
  return [
    ...units
      .filter(({ kind }) => kind === 'press')
      .map(({ id }) => ({ id, kind: 'press' as const, share: shareOf((unit) => unit.id === id) })),
    ...peopleIn(units).map((id) => ({
      id,
      kind: 'person' as const,
      share: shareOf((unit) => unit.kind === 'person' && personOf(unit.id) === id),
    })),
  ];
}
