import type { FaultCode } from '@kanga/core/inspect';
import type { Overrides } from '@kanga/core/stack';
import { seeded } from '../pictures/svg.js';
import { GOODS, type Goods } from './goods.js';

/** A job of before: what was pressed when, by whom, and what was wrong with which piece. */
export interface Order {
  name: string;
  customer: string;
  goods: Goods;
  pieces: number;
  /** When the press was begun, ms. */
  began: number;
  presser: string;
  judge: string;
  overrides: Partial<Overrides>;
  /** Pieces from 0. */
  spoiled: ReadonlyMap<number, FaultCode>;
  /** For what a hand does: no two runs have the same seconds. */
  seed: number;
}

const DAY = 24 * 3_600_000;
const HOUR = 3_600_000;
const SEED = 20_261;
const PEOPLE = ['Wren', 'Juniper'] as const;

/** The week in which paper was used again to save some: one piece in four took up the print of the one before. Days before today. */
const BAD_WEEK = { from: 52, to: 46, press: 'Front press', fault: 'blow-through', share: 0.26 } as const;
/** From so many days ago cushions are tried with less dwell, and come out well. */
const SHORTER = { goods: 'Cushion cover, 40 cm', from: 26, dwell: 75 } as const;

type Random = () => number;

function pick<T extends { weight: number }>(random: Random, list: readonly T[]): T {
  let at = random() * list.reduce((sum, { weight }) => sum + weight, 0);
  for (const one of list) if ((at -= one.weight) < 0) return one;
  const last = list.at(-1);
  if (!last) throw new RangeError('nothing to pick from');
  return last;
}

/** Which pieces of a run were spoiled, and by what. */
function spoils(random: Random, pieces: number, share: number, faults: Goods['faults']): Map<number, FaultCode> {
  const spoiled = new Map<number, FaultCode>();
  for (let piece = 0; piece < pieces; piece++) if (random() < share) spoiled.set(piece, pick(random, faults).code);
  return spoiled;
}

function orderOn(random: Random, ago: number, began: number): Order {
  const bad = ago <= BAD_WEEK.from && ago >= BAD_WEEK.to;
  const goods = pick(random, bad ? GOODS.filter(({ press }) => press !== 'Mug press') : GOODS);
  const [least, most] = goods.pieces;
  const pieces = least + Math.floor(random() * (most - least + 1));
  const one = goods.orders[Math.floor(random() * goods.orders.length)];
  const [customer = '', name = goods.blank] = one ?? [];
  const presser = PEOPLE[random() < 0.62 ? 0 : 1];
  const reused = bad && goods.press === BAD_WEEK.press;
  const shorter = goods.blank === SHORTER.goods && ago <= SHORTER.from;
  return {
    name,
    customer,
    goods,
    pieces,
    began,
    presser,
    judge: random() < 0.7 ? presser : PEOPLE[presser === PEOPLE[0] ? 1 : 0],
    overrides: {
      ...(reused ? { house: { reuse: 'same design' } } : {}),
      ...(shorter ? { dwell: SHORTER.dwell } : {}),
    },
    spoiled: reused
      ? spoils(random, pieces, BAD_WEEK.share, [{ code: BAD_WEEK.fault, weight: 1 }])
      : spoils(random, pieces, shorter ? 0 : goods.share, goods.faults),
    seed: Math.floor(random() * 1e9),
  };
}

/** Whether a day is one on which this shop works: Monday to Friday, and some Saturdays before a fair. */
const works = (at: number, random: Random): boolean => {
  const weekday = new Date(at).getUTCDay();
  return weekday !== 0 && (weekday !== 6 || random() < 0.12);
};

/**
 * The orders of so many days up to the day before yesterday, oldest first: the same ones on the same day, from a seed. About two a working day; one week has a cause that can
 * be found.
 */
export function pastOrders(now: number, days: number): Order[] {
  const random = seeded(SEED);
  const today = Math.floor(now / DAY) * DAY;
  const orders: Order[] = [];
  for (let ago = days; ago >= 2; ago--) {
    const day = today - ago * DAY;
    if (!works(day, random)) continue;
    const count = 1 + Math.floor(random() * 3);
    for (let n = 0; n < count; n++) orders.push(orderOn(random, ago, day + (8 + n * 3) * HOUR + random() * HOUR));
  }
  return orders;
}
