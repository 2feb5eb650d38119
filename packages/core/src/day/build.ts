import { plateTakes, ratesKnown, ROOM, type PlateRates, type RatesMeasured } from '../heat/index.js';
import { daysBetween } from '../units/index.js';
import type { Pace } from './done.js';
import { AHEAD, minutesOf, type MomentOf, windowsOf, type Shift } from './hours.js';
import type { Change, Choice, DayJob, DayModel, Link, Moment, Need, Task, Unit } from './model.js';
import type { DayWork, PressWay } from './work.js';

/** What a plan is made of beside the work. */
export interface DayShop {
  presses: readonly {
    id: string;
    name: string;
    warmUp: number;
    rates: RatesMeasured | null;
    down: boolean;
    celsius: number | null;
  }[];
  printers: readonly { id: string; name: string }[];
  /** How fast presses are served, as it was measured; null or left out: as planned. */
  pace?: Pace | null;
  shifts: readonly Shift[];
  /** The day that it is, ISO 8601. */
  today: string;
  moment: MomentOf;
}

/** What somebody has put somewhere, or what runs: a task by its name, and when and on which press it begins, s from now. */
export interface Pin {
  task: string;
  at: number;
  unit: string | null;
}

/** What a task of the plan is to whoever reads it. */
export type DayKind = 'print' | 'table' | 'press' | 'inspect';
export interface DayPart {
  kind: DayKind;
  work: DayWork;
  /** Beds of a load, and how many loads its job has; one for all else. */
  beds: number;
  loads: number;
  /** °C of the press that was chosen first; 0 for what is not pressed. */
  heat: number;
}

/** A model with what its parts mean. */
export interface DayBuilt {
  model: DayModel;
  parts: DayPart[];
  /** Jobs that are not in it, and why. */
  left: { work: DayWork; why: string }[];
}

/** A load takes a press about so long, s: short enough for a rush order to come between. Ours. */
const LOAD = 2400;
/** Loads of one job at most, and tasks of a plan at most: what is due later waits for another day. Ours: what a search still betters in seconds. */
const [MOST_LOADS, MOST_TASKS] = [8, 420];
/** Sets of a jig that are told apart at most: more than a day's loads ever use at once. Ours. */
const MOST_SETS = 8;
const setOf = (jig: string, set: number): string => `${jig} ${set + 1}`;
/** Hands that start a printer, s. From memory, no published source. */
const START_PRINT = 120;
/** Hands are at a press all along where they are busy for more than this share of it. Ours. */
const HALF = 0.5;

/** The halves of a person as units, and whose half a unit is. */
const HALVES = [1, 2] as const;
const halfOf = (name: string, half: (typeof HALVES)[number]): string => `${name} ${half}`;
export const personOf = (id: string): string => id.slice(0, -2);

/** How a plate warms and cools, as far as anybody measured it. */
export const ratesOf = ({ rates, warmUp }: DayShop['presses'][number]): PlateRates => ratesKnown(warmUp, rates);

const START: Moment = { of: 'start', plus: 0 };
const END: Moment = { of: 'end', plus: 0 };

/** Lays out the day: units, tasks and links of everything that can be planned; by due day, as much as a plan takes. O(jobs · loads · people). */
export function buildDay(works: readonly DayWork[], shop: DayShop, pins: readonly Pin[] = []): DayBuilt {
  const { shifts, today, moment, pace } = shop;
  const presses = shop.presses.filter(({ down }) => !down);
  const heats = [...new Set(works.flatMap((work) => work.presses.map(({ heat }) => heat)))].sort((a, b) => a - b);
  const sets = new Map<string, number>();
  for (const { jig } of works)
    if (jig) sets.set(jig.name, Math.min(MOST_SETS, Math.max(sets.get(jig.name) ?? 0, jig.sets)));
  const units: Unit[] = [
    ...presses.map((press): Unit => ({ id: press.id, kind: 'press', windows: null, change: changesOf(press, heats) })),
    ...shop.printers.map(({ id }): Unit => ({ id, kind: 'printer', windows: null, change: null })),
    // Two halves of each person: hands that are free half of the time serve two presses.
    ...shifts.flatMap((shift): Unit[] => {
      const windows = windowsOf(shift, today, moment);
      return HALVES.map((half) => ({ id: halfOf(shift.name, half), kind: 'person', windows, change: null }));
    }),
    ...[...sets].flatMap(([name, count]) =>
      Array.from({ length: count }, (_, i): Unit => ({ id: setOf(name, i), kind: 'jig', windows: null, change: null })),
    ),
  ];
  const at = new Map(units.map(({ id }, i) => [id, i]));
  const unitOf = (id: string) => at.get(id) ?? -1;
  const people = shifts.map(({ name }) => HALVES.map((half) => unitOf(halfOf(name, half))));
  const isStaffed = units.some(({ kind, windows }) => kind === 'person' && windows !== null && windows.length > 0);
  const dayEnd = shifts.map(({ to }) => to).reduce((a, b) => (minutesOf(b) > minutesOf(a) ? b : a), '00:00');

  const built: DayBuilt = { model: { units, tasks: [], links: [], jobs: [] }, parts: [], left: [] };
  const [tasks, links, jobs]: [Task[], Link[], DayJob[]] = [[], [], []];
  const pinned = new Map(pins.map((pin) => [pin.task, pin]));
  const whole = (lasts: number): Choice[] => people.map((pair) => ({ units: pair, lasts }));
  const half = (): Choice[] => people.flatMap((pair) => pair.map((unit) => ({ units: [unit], lasts: 0 })));
  const add = (part: DayPart, id: string, state: number, needs: Need[], release: number): number => {
    const pin = pinned.get(id) ?? null;
    const bound =
      pin && pin.unit !== null && at.has(pin.unit)
        ? needs.map((need, i) => {
            const there = need.choices.filter(({ units: own }) => own.includes(unitOf(pin.unit ?? '')));
            return i === 0 && there.length > 0 ? { ...need, choices: there } : need;
          })
        : needs;
    tasks.push({ id, job: jobs.length - 1, state, needs: bound, release, pinned: pin?.at ?? null });
    built.parts.push(part);
    return tasks.length - 1;
  };

  const byDue = [...works].sort((a, b) => (a.due ?? '9999').localeCompare(b.due ?? '9999') || a.number - b.number);
  for (const work of byDue) {
    const there = work.presses.filter(({ pressId }) => at.has(pressId));
    const ways = there
      .filter(({ pressId, heat }) => comesTo(presses, pressId, heat))
      .map((way) => ({ ...way, busy: way.busy * (pace?.factor ?? 1), hands: way.hands * (pace?.factor ?? 1) }));
    const why =
      work.stuck ??
      (work.beds > 0 && ways.length === 0
        ? there.length > 0
          ? 'its press does not come to its heat, as its plate was measured'
          : `${work.presses.length > 0 ? 'its press is down' : 'no press takes it'}`
        : !isStaffed
          ? 'nobody works on any of the next days'
          : tasks.length > MOST_TASKS
            ? 'it is due later than what is planned so far'
            : work.ready !== null && daysBetween(today, work.ready) >= AHEAD
              ? `its blanks come in ${daysBetween(today, work.ready)} days`
              : null);
    if (why !== null) {
      built.left.push({ work, why });
      continue;
    }
    const release = work.ready === null ? 0 : Math.max(0, moment(work.ready, '00:00'));
    jobs.push({ id: work.jobId, due: work.due === null ? null : moment(work.due, dayEnd), weight: 1 });
    const part = (kind: DayKind, rest: Partial<DayPart> = {}): DayPart => ({
      kind,
      work,
      beds: 0,
      loads: 1,
      heat: 0,
      ...rest,
    });
    let before = -1;
    if (work.print && work.beds > 0)
      before = add(
        part('print'),
        `${work.jobId} print`,
        0,
        [
          {
            choices: [{ units: printerOf(work, unitOf), lasts: Math.max(START_PRINT, work.print.seconds) }],
            from: START,
            to: END,
          },
          { choices: half(), from: START, to: { of: 'start', plus: START_PRINT } },
        ],
        0,
      );
    const dries = work.print?.dries ?? 0;
    const ends: number[] = [];
    const perLoad = Math.max(
      1,
      Math.round(LOAD / Math.max(1, ways[0]?.busy ?? LOAD)),
      Math.ceil(work.beds / MOST_LOADS),
    );
    const loads = Math.ceil(work.beds / perLoad);
    for (let load = 1; load <= loads; load++) {
      // As even as whole beds are: no last load of one.
      const beds = Math.floor((work.beds * load) / loads) - Math.floor((work.beds * (load - 1)) / loads);
      const rest = { beds, loads, heat: ways[0]?.heat ?? 0 };
      let ready = before;
      let waits = dries;
      if (work.table > 0) {
        const lasts = work.table * beds;
        const table = add(
          part('table', rest),
          `${work.jobId} table ${load}`,
          0,
          [{ choices: whole(lasts), from: START, to: END }],
          release,
        );
        if (before >= 0) links.push({ before, after: table, wait: dries });
        [ready, waits] = [table, 0];
      }
      const press = add(
        part('press', rest),
        `${work.jobId} press ${load}`,
        heats.indexOf(ways[0]?.heat ?? 0),
        pressNeeds(work, ways, beds, unitOf, { whole, half }),
        release,
      );
      if (ready >= 0) links.push({ before: ready, after: press, wait: waits });
      ends.push(press);
    }
    const hands = work.pieces * (work.inspect + work.pack);
    if (hands > 0) {
      const last = add(
        part('inspect'),
        `${work.jobId} inspect`,
        0,
        [{ choices: whole(hands), from: START, to: END }],
        0,
      );
      for (const press of ends) links.push({ before: press, after: last, wait: ways[0]?.cool ?? 0 });
    }
  }
  built.model = { units, tasks, links, jobs };
  return built;
}

/** Whether a plate ever comes to a temperature, as far as it was measured. */
function comesTo(presses: DayShop['presses'], pressId: string, heat: number): boolean {
  const press = presses.find(({ id }) => id === pressId);
  return press !== undefined && Number.isFinite(plateTakes(ratesOf(press), ROOM, heat));
}

const printerOf = ({ print }: DayWork, unitOf: (id: string) => number): number[] => {
  const unit = print ? unitOf(print.printerId) : -1;
  return unit < 0 ? [] : [unit];
};

/** A press for all of it, hands all along or half of the time, and a jig until it is cool and off. */
function pressNeeds(
  work: DayWork,
  ways: readonly PressWay[],
  beds: number,
  unitOf: (id: string) => number,
  { whole, half }: { whole: (lasts: number) => Choice[]; half: () => Choice[] },
): Need[] {
  const share = Math.max(...ways.map(({ hands, busy }) => hands / Math.max(1, busy)));
  return [
    {
      choices: ways.map(({ pressId, busy }) => ({ units: [unitOf(pressId)], lasts: busy * beds })),
      from: START,
      to: END,
    },
    { choices: share > HALF ? whole(0) : half(), from: START, to: END },
    ...(work.jig === null
      ? []
      : [
          {
            choices: Array.from({ length: Math.min(MOST_SETS, work.jig.sets) }, (_, i) => ({
              units: [unitOf(setOf(work.jig?.name ?? '', i))],
              lasts: 0,
            })),
            from: START,
            to: { of: 'end' as const, plus: ways[0]?.cool ?? 0 },
          },
        ]),
  ];
}

/** Seconds between all temperatures of a plate, and to each from how it stands. */
function changesOf(press: DayShop['presses'][number], heats: readonly number[]): Change {
  const own = ratesOf(press);
  const never = AHEAD * 86_400;
  const takes = (from: number, to: number) => Math.min(never, Math.round(plateTakes(own, from, to)));
  return {
    first: heats.map((heat) => takes(press.celsius ?? ROOM, heat)),
    between: heats.map((from) => heats.map((to) => takes(from, to))),
  };
}
