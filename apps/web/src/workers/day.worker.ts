import { expose } from 'comlink';
import {
  boundOf,
  broughtBy,
  buildDay,
  DayGraph,
  DaySearch,
  dayViewer,
  ExactDay,
  follow,
  isWorth,
  oneMores,
  triedIn,
  USUAL_AIMS,
  withOneMore,
  workFor,
  type DayBook,
  type DayShop,
  type DayView,
  type DayWork,
  type OneMoreTold,
  type Pace,
  type Pin,
  type Shift,
  type Tried,
} from '@kanga/core/day';
import type { Blank } from '@kanga/core/blank';
import type { ShopFloor } from '@kanga/core/job';
import { momentIn, unitPrinter, type ShopUnits } from '@kanga/core/units';

/** What a plan is asked with: `now` is ISO 8601, and the zone is where the shop stands. */
export interface DayAsked {
  works: DayWork[];
  presses: DayShop['presses'];
  printers: DayShop['printers'];
  pace: Pace | null;
  shifts: readonly Shift[];
  pins: Pin[];
  today: string;
  now: string;
  zone: string;
  /** The plan that was taken: it is followed unless another is worth the changes. Null: none was. */
  taken: DayBook['taken'];
  /** How long it is bettered at most, ms. */
  patience: number;
}

/** How long the search goes on between two looks, ms: what is found is shown then. */
const LOOK = 400;

/** An order that is only tried: so many of some goods, whose blanks are there from a day on. */
export interface TriedOrder {
  blank: Blank;
  pieces: number;
  ready: string | null;
  floor: ShopFloor;
  units: ShopUnits;
}
/** How long the search goes on without a better plan before every plan is tried, ms, where the day is small enough for that; and how many beginnings of plans at once. */
const QUIET = 500;
const BEGINNINGS = 20;
/** How long each of both plans of a trial is bettered, ms. */
const TRIAL = 2000;

/** Hears nothing. */
const deaf = () => undefined;

const work = {
  /** Tries an order in the plan: what is promised of it, and what it would push. */
  tryOrder(asked: DayAsked, { blank, pieces, ready, floor, units }: TriedOrder): Tried {
    const extra = workFor(blank, pieces, ready, floor, unitPrinter(units));
    // Both are given the same time, so that what differs is the order's doing.
    const trial = { ...asked, patience: TRIAL };
    return triedIn(work.plan(trial, deaf), work.plan({ ...trial, works: [...asked.works, extra] }, deaf));
  },
  /** What one more press, person or set of jigs would bring, each by itself. */
  oneMore(asked: DayAsked): OneMoreTold[] {
    // What somebody took goes by what there is: with more, all is planned anew, and so is what it is held against.
    const trial = { ...asked, patience: TRIAL, taken: null };
    const without = work.plan(trial, deaf);
    return oneMores(asked.works, without).map((more) =>
      broughtBy(more, without, work.plan({ ...trial, ...withOneMore(asked.works, asked, more) }, deaf)),
    );
  },
  /** Plans the day, and tells of every better plan on the way; the last is the answer. */
  plan(asked: DayAsked, hear: (view: DayView) => void): DayView {
    const { works, pins, now, zone, patience, taken, ...rest } = asked;
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
    const viewOf = dayViewer(built, shop);
    const bound = boundOf(built.model, USUAL_AIMS);
    const graph = new DayGraph(built.model);
    const followed = taken && {
      value: follow(graph, taken, now, USUAL_AIMS),
      late: graph.scores.late,
      arrangement: graph.save(),
    };
    const search = new DaySearch(built.model, {
      seed: 1,
      bound,
      ...(followed && followed.value < Infinity ? { from: followed.arrangement } : {}),
    });
    /** What no plan is better than. */
    let provenAt = bound;
    /** The best so far, or what is followed where that is not worth its changes. */
    const look = () => {
      const keeps = followed && !isWorth({ value: search.bestValue, late: search.bestScores.late }, followed);
      return viewOf(keeps ? followed.arrangement : search.best, provenAt);
    };
    let view = look();
    if (built.model.tasks.length < 2) return view;
    hear(view);
    const till = performance.now() + patience;
    let looked = performance.now();
    let bettered = looked;
    let better = false;
    let exact: ExactDay | null = null;
    while (performance.now() < till && !search.proven && exact?.state !== 'proven') {
      if (search.run(5)) {
        better = true;
        bettered = performance.now();
      }
      if (performance.now() - bettered > QUIET) {
        exact ??= new ExactDay(built.model, USUAL_AIMS, search.bestValue);
        if (exact.run(BEGINNINGS) === 'proven') {
          if (exact.best) search.adopt(exact.best);
          provenAt = search.bestValue;
          better = true;
        }
      }
      if (!better || performance.now() - looked < LOOK) continue;
      view = look();
      hear(view);
      better = false;
      looked = performance.now();
    }
    return better ? look() : view;
  },
};
export type DayPlanning = typeof work;
expose(work);
