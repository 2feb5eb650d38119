import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { Art } from '@kanga/core/art';
import { BUILT_IN_BLANKS } from '@kanga/core/blank';
import { changeOf } from '@kanga/core/job';
import { leadOf, piecesEach } from '@kanga/core/order';
import { JobService } from '../job/index.js';
import { OrderService } from '../order/index.js';
import { pictureItem } from './picture-item.js';
import type { PictureName } from './pictures/index.js';

const DAY = 24 * 3_600_000;

interface DemoLine {
  what: string;
  /** The range, or the name, of goods that come in one size. */
  goods: string;
  /** By size; of goods in one size, one figure under `''`. */
  counts: Record<string, number>;
  picture: PictureName | null;
}
interface DemoOrder {
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
}

const HILL = { name: 'Gannet Hill Observatory', reach: 'Hill Road 12', notes: 'Opens on Fridays.' };
const CHOIR = { name: 'Lower Lark Choir', reach: 'Old School, Lower Lark', notes: '' };
const ROWERS = { name: 'Saltmarsh Rowers', reach: 'Boathouse 3', notes: 'Pays on delivery.' };
const SCHOOL = { name: 'Fernhollow School', reach: 'Mill Lane 4', notes: 'The art teacher decides.' };

/** Orders in every state, for goods that no other demo job leans on the stock of. */
const ORDERS: readonly DemoOrder[] = [
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

const TERMS = 'Half on order, half when it is fetched. Colours as on the proof, as cloth and press give them.';

/** Fills the demo shop with orders. */
@Injectable()
export class DemoOrders {
  constructor(
    private readonly orders: OrderService,
    private readonly jobs: JobService,
  ) {}

  async load(pictures: ReadonlyMap<PictureName, Art>): Promise<void> {
    for (const order of ORDERS) await this.open(order, pictures);
  }

  private async open(demo: DemoOrder, pictures: ReadonlyMap<PictureName, Art>): Promise<void> {
    const { name, customer, note, dueIn, lines, prices } = demo;
    const id = randomUUID();
    const dayIn = (days: number) => new Date(Date.now() + days * DAY).toISOString().slice(0, 10);
    let file = await this.orders.open({ id, name, customer, note, due: dueIn === null ? null : dayIn(dueIn) });
    for (const { what, goods, counts, picture } of lines) {
      const sizes = BUILT_IN_BLANKS.filter((blank) => (blank.range ?? blank.name) === goods).flatMap((blank) => {
        const count = counts[blank.size ?? ''];
        return count === undefined ? [] : [{ blankId: blank.id, count }];
      });
      const line = randomUUID();
      file = await this.orders.setLine(id, line, { version: file.order.version, what, sizes });
      const lead = leadOf(file.jobs, line);
      const art = picture === null ? undefined : pictures.get(picture);
      if (!lead || !art) continue;
      const { job } = await this.jobs.file(lead.id);
      await this.jobs.save(lead.id, {
        ...changeOf(job),
        reached: 'sheet',
        design: [{ fill: 'own', items: [pictureItem(art.id)] }],
      });
    }
    file = await this.orders.order(id);
    if (prices) {
      const sizes = file.jobs.flatMap(({ line, blankId, pieces }) => {
        const at = file.order.lines.findIndex((one) => one.id === line);
        const blank = BUILT_IN_BLANKS.find((one) => one.id === blankId);
        const each = blank ? piecesEach(blank) : 1;
        return blank
          ? [
              {
                line,
                what: file.order.lines[at]?.what ?? '',
                blankId: blank.id,
                blankName: blank.name,
                count: pieces / each,
                price: prices[at] ?? 0,
              },
            ]
          : [];
      });
      await this.orders.quote(id, { until: dayIn(30), currency: 'EUR', sizes, shipping: 0, tax: null, terms: TERMS });
    }
    if (demo.taken) await this.orders.accept(id, customer.name);
    if (demo.cancelled) await this.orders.setState(id, 'cancelled');
  }
}
