import { expose } from 'comlink';
import {
  boundOf,
  buildDay,
  DaySearch,
  USUAL_AIMS,
  viewDay,
  type DayShop,
  type DayView,
  type DayWork,
  type Pin,
  type Shift,
} from '@kanga/core/day';
import { momentIn } from '@kanga/core/units';

/** What a plan is asked with: `now` is ISO 8601, and the zone is where the shop stands. */
export interface DayAsked {
  works: DayWork[];
  presses: DayShop['presses'];
  printers: DayShop['printers'];
  shifts: Shift[];
  pins: Pin[];
  today: string;
  now: string;
  zone: string;
  /** How long it is bettered at most, ms. */
  patience: number;
}

/** How long the search goes on between two looks, ms: what is found is shown then. */
const LOOK = 400;

const work = {
  /** Plans the day, and tells of every better plan on the way; the last is the answer. */
  plan(asked: DayAsked, hear: (view: DayView) => void): DayView {
    const { works, pins, now, zone, patience, ...rest } = asked;
    const from = Date.parse(now);
    const known = new Map<string, number>();
    const shop: DayShop = {
      ...rest,
      moment: (day, clock) => {
        const key = `${day} ${clock}`;
        const seconds = known.get(key) ?? (Date.parse(momentIn(zone, day, clock)) - from) / 1000;
        known.set(key, seconds);
        return seconds;
      },
    };
    const built = buildDay(works, shop, pins);
    const search = new DaySearch(built.model, { seed: 1, bound: boundOf(built.model, USUAL_AIMS) });
    let view = viewDay(built, search.best, shop);
    if (built.model.tasks.length < 2) return view;
    hear(view);
    const till = performance.now() + patience;
    let looked = performance.now();
    let better = false;
    while (performance.now() < till && !search.proven) {
      better = search.run(5) || better;
      if (!better || performance.now() - looked < LOOK) continue;
      view = viewDay(built, search.best, shop);
      hear(view);
      better = false;
      looked = performance.now();
    }
    return better ? viewDay(built, search.best, shop) : view;
  },
};
export type DayPlanning = typeof work;
expose(work);
