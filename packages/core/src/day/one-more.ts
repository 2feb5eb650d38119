import type { DayShop } from './build.js';
import { lateIn, mostTaken, type DayView } from './view.js';
import type { DayWork } from './work.js';

/** Something that a shop could have one more of. */
export interface OneMore {
  kind: 'press' | 'person' | 'jig';
  /** Like which press, like whose hours, or which jig. */
  like: string;
}

/** What one more would bring. */
export interface OneMoreTold extends OneMore {
  /** Jobs that would not be late any more. */
  saved: number;
  /** So much sooner the last load is off, s, and so much less all jobs are late together, s. */
  sooner: number;
  lessLate: number;
}

/** The id and the name of what is only tried. */
const MORE = 'one more';

/** What is worth trying: a press like the one that is taken most, another person with the hours of whoever is, and another set of each jig that several loads wait for. O(works). */
export function oneMores(works: readonly DayWork[], view: Pick<DayView, 'busy'>): OneMore[] {
  const [press, person] = [mostTaken(view, ['press']), mostTaken(view, ['person'])];
  const beds = new Map<string, number>();
  for (const { jig, beds: own, stuck } of works)
    if (jig !== null && stuck === null && own > 0) beds.set(jig.name, (beds.get(jig.name) ?? 0) + own);
  return [
    ...(press ? [{ kind: 'press' as const, like: press.id }] : []),
    ...(person ? [{ kind: 'person' as const, like: person.id }] : []),
    ...[...beds].filter(([, count]) => count > 1).map(([name]) => ({ kind: 'jig' as const, like: name })),
  ];
}

/** Work and shop as they would be with one more of something. O(works). */
export function withOneMore(
  works: readonly DayWork[],
  shop: Pick<DayShop, 'presses' | 'shifts'>,
  { kind, like }: OneMore,
): { works: DayWork[]; presses: DayShop['presses']; shifts: DayShop['shifts'] } {
  const { presses, shifts } = shop;
  switch (kind) {
    case 'press': {
      const press = presses.find(({ id }) => id === like);
      return {
        works: works.map((work) => {
          const way = work.presses.find(({ pressId }) => pressId === like);
          return way ? { ...work, presses: [...work.presses, { ...way, pressId: MORE }] } : work;
        }),
        presses: press ? [...presses, { ...press, id: MORE, name: MORE }] : presses,
        shifts,
      };
    }
    case 'person': {
      const shift = shifts.find(({ name }) => name === like);
      return { works: [...works], presses, shifts: shift ? [...shifts, { ...shift, name: MORE }] : shifts };
    }
    case 'jig':
      return {
        works: works.map((work) =>
          work.jig?.name === like ? { ...work, jig: { ...work.jig, sets: work.jig.sets + 1 } } : work,
        ),
        presses,
        shifts,
      };
  }
}

/** What it brought: the plan with it held against the one without. O(jobs). */
export function broughtBy(more: OneMore, without: DayView, withIt: DayView): OneMoreTold {
  const [before, after] = [lateIn(without), lateIn(withIt)];
  const lateness = (late: typeof before) => late.reduce((sum, { due, end }) => sum + end - due, 0);
  return {
    ...more,
    saved: before.length - after.length,
    sooner: (without.lastOff ?? 0) - (withIt.lastOff ?? 0),
    lessLate: lateness(before) - lateness(after),
  };
}
