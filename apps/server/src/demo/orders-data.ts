import type { PictureName } from './pictures/index.js';

interface DemoLine {
  what: string;
  /** The range, or the name, of goods that come in one size. */
  goods: string;
  /** By size; of goods in one size, one figure under `''`. */
  counts: Record<string, number>;
  picture: PictureName | null;
  /** The set that one of it belongs to. */
  set?: string;
}
export interface DemoOrder {
  name: string;
  customer: { name: string; reach: string; notes: string };
  /** Days from today; null: nobody said. */
  dueIn: number | null;
  note: string;
  lines: DemoLine[];
  /** The price of a piece or a pair of each line, in the coins of the shop; null: not quoted yet. */
  prices: number[] | null;
  taken: boolean;
  cancelled?: true;
  /** All of it was pressed and judged a day ago: the piece that was spoiled (from 0), whether its jobs are closed, and how many pieces lie in bags. */
  made?: { spoiled: number | null; jobsClosed: boolean; packed: number; closed?: true };
}

const HILL = { name: 'Gannet Hill Observatory', reach: 'Hill Road 12', notes: 'Opens on Fridays.' };
const CHOIR = { name: 'Lower Lark Choir', reach: 'Old School, Lower Lark', notes: '' };
const ROWERS = { name: 'Saltmarsh Rowers', reach: 'Boathouse 3', notes: 'Pays on delivery.' };
const SCHOOL = { name: 'Fernhollow School', reach: 'Mill Lane 4', notes: 'The art teacher decides.' };

const CLUB = { name: 'Saltmarsh Sailing Club', reach: 'Quay 1, Saltmarsh', notes: 'Wants the invoice by post.' };
const CAFE = { name: 'Lantern Café', reach: 'Market Place 9', notes: '' };

/** Orders in every state, for goods that no other demo job leans on the stock of. */
export const DEMO_ORDERS: readonly DemoOrder[] = [
  {
    name: 'Open night crew',
    customer: HILL,
    dueIn: 11,
    note: 'Names come by Monday.',
    lines: [
      {
        what: 'Crew shirts',
        goods: 'Volunteer tee',
        counts: { S: 4, M: 9, L: 12, XL: 5 },
        picture: 'Open night badge.png',
      },
      { what: 'Comet socks', goods: 'Crew sock', counts: { '39–42': 8, '27–30': 4 }, picture: 'Comet tail.png' },
    ],
    prices: null,
    taken: false,
  },
  {
    name: 'Choir shirts',
    customer: CHOIR,
    dueIn: 18,
    note: '',
    lines: [{ what: 'Choir shirts', goods: 'Volunteer tee', counts: { M: 10, L: 14 }, picture: 'Orbits.png' }],
    prices: [1400],
    taken: false,
  },
  {
    name: 'Regatta socks',
    customer: ROWERS,
    dueIn: 6,
    note: '',
    lines: [{ what: 'Regatta socks', goods: 'Crew sock', counts: { '39–42': 10 }, picture: 'Comet tail.png' }],
    prices: [1550],
    taken: true,
  },
  {
    name: 'Summer fair shirts',
    customer: SCHOOL,
    dueIn: null,
    note: 'Wants to see a drawing first.',
    lines: [{ what: 'Fair shirts', goods: 'Volunteer tee', counts: { S: 15, M: 10 }, picture: null }],
    prices: null,
    taken: false,
  },
  {
    name: 'School trip bags',
    customer: SCHOOL,
    dueIn: 9,
    note: 'More than there are on the shelf.',
    lines: [{ what: 'Trip bags', goods: 'Drawstring bag', counts: { '': 32 }, picture: 'Star chart.png' }],
    prices: [690],
    taken: true,
  },
  {
    name: 'Regatta kit',
    customer: CLUB,
    dueIn: 24,
    note: '',
    lines: [
      {
        what: 'Crew shirts',
        goods: 'Volunteer tee',
        counts: { M: 4, L: 4 },
        picture: 'Orbits.png',
        set: 'Regatta kit',
      },
      { what: 'Mugs', goods: 'Mug, 325 ml', counts: { '': 8 }, picture: 'Comet tail.png', set: 'Regatta kit' },
    ],
    prices: [1450, 890],
    taken: false,
  },
  {
    name: 'Table coasters',
    customer: CAFE,
    dueIn: 1,
    note: '',
    lines: [{ what: 'Coasters', goods: 'Ceramic coaster, round', counts: { '': 6 }, picture: 'Moon phases.png' }],
    prices: [450],
    taken: true,
    made: { spoiled: null, jobsClosed: true, packed: 0 },
  },
  {
    name: 'Notebooks for the readings',
    customer: CAFE,
    dueIn: 3,
    note: '',
    lines: [{ what: 'Notebooks', goods: 'Notebook cover, faux leather', counts: { '': 5 }, picture: 'Star chart.png' }],
    prices: [1290],
    taken: true,
    made: { spoiled: null, jobsClosed: true, packed: 3 },
  },
  {
    name: 'Luggage tags',
    customer: CLUB,
    dueIn: 2,
    note: '',
    lines: [
      { what: 'Tags', goods: 'Luggage tag with a strap slot', counts: { '': 6 }, picture: 'Open night badge.png' },
    ],
    prices: [390],
    taken: true,
    made: { spoiled: 4, jobsClosed: false, packed: 0 },
  },
  {
    name: 'Signs for the boathouse',
    customer: ROWERS,
    dueIn: -6,
    note: '',
    lines: [{ what: 'Signs', goods: 'Metal sign, coated', counts: { '': 3 }, picture: 'Comet tail.png' }],
    prices: [1600],
    taken: true,
    made: { spoiled: null, jobsClosed: true, packed: 3, closed: true },
  },
  {
    name: 'Something for the tombola',
    customer: HILL,
    dueIn: 40,
    note: 'They are still counting.',
    lines: [],
    prices: null,
    taken: false,
  },
  {
    name: 'Winter concert shirts',
    customer: CHOIR,
    dueIn: -20,
    note: 'The concert was called off.',
    lines: [{ what: 'Concert shirts', goods: 'Volunteer tee', counts: { L: 6 }, picture: 'Moon phases.png' }],
    prices: [1450],
    taken: false,
    cancelled: true,
  },
];
