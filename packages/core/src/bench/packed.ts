import type { BenchEvent, StepEvent } from './event.js';

/**
 * Events in columns: what a screen is sent of a long run takes little more than half the bytes, and a fraction of the time to write and to read. Each letter of `kinds` is one event, in order;
 * `x` stands for one that is kept whole in `others`, in turn. The other columns hold one entry for each that is not.
 */
export interface PackedEvents {
  kinds: string;
  /** One behind the other, 36 letters each. */
  ids: string;
  /** One behind the other, 24 letters each: they are cut out of this far sooner than they could be written anew from milliseconds. */
  at: string;
  people: (string | null)[];
  /** Places in `people`. */
  by: number[];
  /** Of an undo: how many events lie between it and what it takes back, and nothing in `step`. */
  bed: number[];
  step: number[];
  /** By how many steps a start or an end reaches back to the one that was due; 0 or left out: it tells of itself alone. */
  back?: number[];
  others: BenchEvent[];
}

const LETTERS: Readonly<Record<StepEvent['kind'] | 'undo', string>> = {
  start: 's',
  done: 'd',
  skip: 'k',
  stop: 'o',
  repeat: 'r',
  undo: 'u',
};
const WHOLE = 'x';
const KINDS = new Map(
  (Object.keys(LETTERS) as (keyof typeof LETTERS)[]).map((kind): [string, keyof typeof LETTERS] => [
    LETTERS[kind],
    kind,
  ]),
);
const ID_LETTERS = 36;
const MOMENT_LETTERS = 24;

/** Packs events, oldest first; `unpackEvents` gives the same again, whatever they are. O(n). */
export function packEvents(events: readonly BenchEvent[]): PackedEvents {
  const packed: PackedEvents & { back: number[] } = {
    kinds: '',
    ids: '',
    at: '',
    people: [],
    by: [],
    bed: [],
    step: [],
    back: [],
    others: [],
  };
  const [kinds, ids, moments]: [string[], string[], string[]] = [[], [], []];
  const places = new Map<string | null, number>();
  const numbers = new Map<string, number>();
  events.forEach((event, n) => {
    const undone = event.kind === 'undo' ? numbers.get(event.undoes) : undefined;
    const fits = event.id.length === ID_LETTERS && event.at.length === MOMENT_LETTERS;
    numbers.set(event.id, n);
    const finished = event.kind === 'start' && event.seconds !== undefined;
    // A word that reaches back to itself says nothing, and is kept all the same.
    const idle = 'from' in event && event.from === event.step;
    const whole =
      finished ||
      idle ||
      event.kind === 'swap' ||
      event.kind === 'verdict' ||
      event.kind === 'heat' ||
      event.kind === 'guide';
    if (!fits || whole || (event.kind === 'undo' && undone === undefined)) {
      kinds.push(WHOLE);
      packed.others.push(event);
      return;
    }
    kinds.push(LETTERS[event.kind]);
    ids.push(event.id);
    moments.push(event.at);
    let place = places.get(event.by);
    if (place === undefined) {
      place = packed.people.push(event.by) - 1;
      places.set(event.by, place);
    }
    packed.by.push(place);
    if (event.kind === 'undo') packed.bed.push(n - (undone ?? 0) - 1);
    else {
      packed.bed.push(event.bed);
      packed.step.push(event.step);
      packed.back.push('from' in event && event.from !== undefined ? event.step - event.from : 0);
    }
  });
  return { ...packed, kinds: kinds.join(''), ids: ids.join(''), at: moments.join('') };
}

/** The events that were packed. O(n). Throws a RangeError when the columns do not belong together. */
export function unpackEvents({
  kinds,
  ids,
  at: moments,
  people,
  by,
  bed,
  step,
  back,
  others,
}: PackedEvents): BenchEvent[] {
  const events: BenchEvent[] = [];
  let [column, steps, whole] = [0, 0, 0];
  const taken = <T>(value: T | undefined): T => {
    if (value === undefined) throw new RangeError('The columns of packed events are of different lengths.');
    return value;
  };
  for (const letter of kinds) {
    const kind = KINDS.get(letter);
    if (kind === undefined) {
      events.push(taken(others[whole++]));
      continue;
    }
    const id = ids.slice(column * ID_LETTERS, (column + 1) * ID_LETTERS);
    const at = moments.slice(column * MOMENT_LETTERS, (column + 1) * MOMENT_LETTERS);
    const person = taken(people[taken(by[column])]);
    const where = taken(bed[column++]);
    // Written out: objects that are put together from others take seventy times as long.
    if (kind === 'undo') events.push({ id, at, by: person, kind, undoes: taken(events[events.length - where - 1]).id });
    else {
      const reaches = back?.[steps] ?? 0;
      const on = taken(step[steps++]);
      if (reaches === 0 || (kind !== 'start' && kind !== 'done'))
        events.push({ id, at, by: person, kind, bed: where, step: on });
      else events.push({ id, at, by: person, kind, bed: where, step: on, from: on - reaches });
    }
  }
  return events;
}
