import { plateAfter, plateTakes, ROOM, usualRates } from '../heat/index.js';
import type { DayBuilt, DayKind, DayShop } from './build.js';
import { dispatch } from './dispatch.js';
import { DayGraph, type Arrangement } from './graph.js';
import { USUAL_AIMS, type Aims, type Scores } from './model.js';
import { shareBy, strayEnds, sureBy, USUAL_SPREAD } from './surety.js';

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
  left: { jobId: string; number: number; name: string; why: string }[];
  scores: Scores;
  /** Seconds of warming and cooling that going by due day alone would take more. */
  heatSaved: number;
  /** When the last load comes off, s; null: none is planned. */
  lastOff: number | null;
  /** Share of the time until then that each press and each person is taken. */
  busy: { id: string; kind: 'press' | 'person'; share: number }[];
}

/** Points of a curve between two temperatures. */
const POINTS = 6;

/** What a plan looks like. O(runs of the surety · time of a plan). */
export function viewDay(built: DayBuilt, arrangement: Arrangement, shop: DayShop, aims: Aims = USUAL_AIMS): DayView {
  const graph = new DayGraph(built.model);
  dispatch(graph, 'due', aims);
  const byDue = graph.scores.change;
  graph.load(arrangement);
  graph.time(aims);
  const scores = { ...graph.scores };
  const { units, tasks, jobs } = built.model;
  const heldBy = (t: number): string[] => {
    const ids: string[] = [];
    for (let s = graph.taskSlots[t] ?? 0; s < (graph.taskSlots[t + 1] ?? 0); s++) {
      const unit = units[graph.slotUnit[s] ?? -1];
      if (unit) ids.push(`${unit.kind} ${unit.id}`);
    }
    return ids;
  };
  const rows = built.parts.map((part, t): DayRow => {
    const { jobId, number, name, artId, atOnce } = part.work;
    const held = heldBy(t);
    const of = (kind: string) => held.filter((id) => id.startsWith(`${kind} `)).map((id) => id.slice(kind.length + 1));
    return {
      task: tasks[t]?.id ?? '',
      kind: part.kind,
      jobId,
      number,
      name,
      artId,
      unitId: of('press')[0] ?? of('printer')[0] ?? '',
      who: [...new Set(of('person').map((id) => id.replace(/ [12]$/, '')))],
      start: graph.start[t] ?? 0,
      end: graph.end[t] ?? 0,
      beds: part.beds,
      atOnce,
      load: part.load,
      loads: part.loads,
      heat: part.heat,
      pinned: (tasks[t]?.pinned ?? null) !== null,
    };
  });
  numberLoads(rows);
  const ends = strayEnds(graph, USUAL_SPREAD, 1);
  const promises = jobs.map(({ id, due }, j): DayPromise => {
    const own = rows.filter(({ jobId }) => jobId === id);
    const list = ends[j] ?? new Float64Array();
    return {
      jobId: id,
      number: own[0]?.number ?? 0,
      name: own[0]?.name ?? '',
      due,
      end: Math.max(...own.map(({ end }) => end), 0),
      sure: sureBy(list, 0.9),
      kept: due === null ? null : shareBy(list, due),
    };
  });
  const pressed = rows.filter(({ kind }) => kind === 'press');
  const lastOff = pressed.length === 0 ? null : Math.max(...pressed.map(({ end }) => end));
  return {
    rows,
    plates: shop.presses
      .filter(({ down }) => !down)
      .map((press) => ({ pressId: press.id, line: plateLine(press, pressed) })),
    promises,
    left: built.left.map(({ work: { jobId, number, name }, why }) => ({ jobId, number, name, why })),
    scores,
    heatSaved: byDue - scores.change,
    lastOff,
    busy: busyOf(rows, shop),
  };
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
  const rates = press.rates ?? usualRates(press.warmUp);
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

/** How much of the time until all is done each press and each person is taken; half hands count half. */
function busyOf(rows: readonly DayRow[], { presses, shifts }: DayShop): DayView['busy'] {
  const last = Math.max(1, ...rows.map(({ end }) => end));
  const share = (own: readonly DayRow[]) => own.reduce((sum, { start, end }) => sum + end - start, 0) / last;
  return [
    ...presses
      .filter(({ down }) => !down)
      .map(({ id }) => ({
        id,
        kind: 'press' as const,
        share: share(rows.filter(({ unitId, kind }) => kind === 'press' && unitId === id)),
      })),
    ...shifts.map(({ name }) => ({
      id: name,
      kind: 'person' as const,
      share: share(rows.filter(({ who }) => who.includes(name))),
    })),
  ];
}
