import type { FaultCode } from '@kanga/core/inspect';
import type { PictureName } from '../pictures/index.js';

/** What this shop is asked for again and again. */
export interface Goods {
  /** By its name on the built-in shelf. */
  blank: string;
  picture: PictureName;
  press: 'Back press' | 'Front press' | 'Mug press';
  /** Pieces of an order, from and to. */
  pieces: readonly [number, number];
  /** How often it is asked for, against the others. */
  weight: number;
  /** The share that is spoiled in a usual week, and by what. */
  share: number;
  faults: readonly { code: FaultCode; weight: number }[];
  /** Customers and what their orders are called. All of them are invented. */
  orders: readonly (readonly [customer: string, name: string])[];
}

const HILL = 'Gannet Hill Observatory';
const RUNNERS = 'Pebblewick Runners';
const SCHOOL = 'Thistledown School';
const BAKERY = 'Tansy Lane Bakery';
const CHOIR = 'Quillfeather Choir';

export const GOODS: readonly Goods[] = [
  {
    blank: 'Volunteer tee, size L',
    picture: 'Open night badge.png',
    press: 'Front press',
    pieces: [8, 26],
    weight: 5,
    share: 0.025,
    faults: [
      { code: 'ghost', weight: 3 },
      { code: 'specks', weight: 4 },
      { code: 'yellow', weight: 1 },
      { code: 'press-line', weight: 2 },
    ],
    orders: [
      [HILL, 'Volunteer tees'],
      [CHOIR, 'Summer concert tees'],
      [BAKERY, 'Counter tees'],
      [SCHOOL, 'Science fair tees'],
    ],
  },
  {
    blank: 'Running shirt, on foam',
    picture: 'Comet tail.png',
    press: 'Back press',
    pieces: [10, 30],
    weight: 3,
    share: 0.03,
    faults: [
      { code: 'press-line', weight: 3 },
      { code: 'creases', weight: 2 },
      { code: 'specks', weight: 2 },
    ],
    orders: [
      [RUNNERS, 'Club shirts'],
      [RUNNERS, 'Night run shirts'],
    ],
  },
  {
    blank: 'Crew sock on a jig',
    picture: 'Comet tail.png',
    press: 'Front press',
    pieces: [8, 24],
    weight: 4,
    share: 0.035,
    faults: [
      { code: 'sock-line', weight: 4 },
      { code: 'ghost', weight: 1 },
      { code: 'specks', weight: 1 },
    ],
    orders: [
      [HILL, 'Comet-tail socks'],
      [RUNNERS, 'Team socks'],
      [SCHOOL, 'House socks'],
    ],
  },
  {
    blank: 'Cushion cover, 40 cm',
    picture: 'Star chart.png',
    press: 'Back press',
    pieces: [6, 20],
    weight: 4,
    share: 0.045,
    faults: [
      { code: 'patches', weight: 3 },
      { code: 'specks', weight: 2 },
      { code: 'melted', weight: 1 },
    ],
    orders: [
      [HILL, 'Star-chart cushions'],
      [SCHOOL, 'Leavers’ cushions'],
      [BAKERY, 'Window seat cushions'],
    ],
  },
  {
    blank: 'Fabric mask, two layers',
    picture: 'Moon phases.png',
    press: 'Front press',
    pieces: [10, 30],
    weight: 2,
    share: 0.03,
    faults: [
      { code: 'ghost', weight: 2 },
      { code: 'blow-through', weight: 1 },
      { code: 'white-edge', weight: 1 },
    ],
    orders: [
      [HILL, 'Moon-phase masks'],
      [CHOIR, 'Rehearsal masks'],
    ],
  },
  {
    blank: 'Neoprene bottle sleeve',
    picture: 'Orbits.png',
    press: 'Back press',
    pieces: [8, 24],
    weight: 4,
    share: 0.02,
    faults: [
      { code: 'white-edge', weight: 2 },
      { code: 'pale', weight: 1 },
    ],
    orders: [
      [HILL, 'Orbit bottle sleeves'],
      [RUNNERS, 'Finish line sleeves'],
      [BAKERY, 'Cold brew sleeves'],
    ],
  },
  {
    blank: 'Drawstring bag',
    picture: 'Star trail.png',
    press: 'Back press',
    pieces: [10, 26],
    weight: 3,
    share: 0.025,
    faults: [
      { code: 'specks', weight: 3 },
      { code: 'creases', weight: 2 },
    ],
    orders: [
      [SCHOOL, 'Trip bags'],
      [HILL, 'Star-trail bags'],
    ],
  },
  {
    blank: 'Mouse pad, fabric face',
    picture: 'Star chart.png',
    press: 'Front press',
    pieces: [6, 20],
    weight: 2,
    share: 0.02,
    faults: [
      { code: 'specks', weight: 2 },
      { code: 'pale', weight: 1 },
    ],
    orders: [
      [HILL, 'Gift shop mouse pads'],
      [CHOIR, 'Patrons’ mouse pads'],
    ],
  },
  {
    blank: 'Mug, 325 ml',
    picture: 'Moon phases.png',
    press: 'Mug press',
    pieces: [6, 18],
    weight: 3,
    share: 0.04,
    faults: [
      { code: 'pale', weight: 3 },
      { code: 'white-edge', weight: 1 },
      { code: 'broken', weight: 1 },
    ],
    orders: [
      [HILL, 'Moon-phase mugs'],
      [BAKERY, 'Breakfast mugs'],
    ],
  },
];
