import { randomUUID } from 'node:crypto';
import type { Art } from '@kanga/core/art';
import type { Blank } from '@kanga/core/blank';
import { changeOf, type JobFile } from '@kanga/core/job';
import type { OrderFile, OrderJob } from '@kanga/core/order';
import type { Problem } from '@kanga/contract/finding';
import type { TestServer } from './test-server.js';

/** What an order of the tests is opened with. */
export const words = {
  name: 'Crew',
  customer: { name: 'Gannet Hill Observatory', reach: 'Hill Road 12\nBy the gate', notes: '' },
  due: '2027-01-10',
  note: '',
};

/** The job of an order at a place. */
export const nth = (file: OrderFile, i: number): OrderJob => {
  const job = file.jobs[i];
  if (!job) throw new Error(`the order has no job ${i}`);
  return job;
};

/** All sizes of an order at one price, as a quote has them. */
export const quotedAt = ({ jobs }: OrderFile, price: number) =>
  jobs.map(({ line, blankId, pieces }) => ({
    line,
    what: 'Crew shirts',
    blankId,
    blankName: 'Volunteer tee',
    count: pieces,
    price,
  }));

/** What the tests of orders do with a server. */
export function testOrders(server: TestServer) {
  async function goods(range: string): Promise<Blank[]> {
    const { body } = await server.ask<Blank[]>('GET', 'blanks');
    return body.filter((blank) => blank.range === range);
  }
  async function open(change: object = {}): Promise<OrderFile> {
    const { status, body } = await server.ask<OrderFile>('POST', 'orders', { ...words, id: randomUUID(), ...change });
    if (status !== 201) throw new Error(`opening answered ${status}: ${JSON.stringify(body)}`);
    return body;
  }
  const setLine = (file: OrderFile, line: string, sizes: object[], version = file.order.version) =>
    server.ask<OrderFile & Problem>('PUT', `orders/${file.order.id}/lines/${line}`, {
      version,
      what: 'Crew shirts',
      sizes,
    });
  /** An order of tees, in as many sizes as counts are given. */
  async function ordered(...counts: number[]): Promise<{ file: OrderFile; line: string; tees: Blank[] }> {
    const tees = await goods('Volunteer tee');
    const line = randomUUID();
    const sizes = counts.map((count, i) => ({ blankId: tees[i]?.id, count }));
    const { body } = await setLine(await open(), line, sizes);
    return { file: body, line, tees };
  }
  const jobOf = async (id: string) => (await server.ask<JobFile>('GET', `jobs/${id}`)).body;
  /** Puts a picture on a job, by hand where a place is given. */
  async function draw(id: string, placement: object | null = null): Promise<void> {
    const { job } = await jobOf(id);
    const { body: arts } = await server.ask<Art[]>('GET', 'art');
    const item = {
      kind: 'picture',
      id: 'p',
      artId: arts[0]?.id,
      placement,
      placedBy: 'goods',
      repeat: 'once',
      mirroredInFile: false,
    };
    const { status, body } = await server.ask('PUT', `jobs/${id}`, {
      ...changeOf(job),
      reached: 'sheet',
      design: [{ fill: 'own', items: [item] }],
    });
    if (status !== 200) throw new Error(`drawing answered ${status}: ${JSON.stringify(body)}`);
  }
  const placementOf = async (id: string) => {
    const item = (await jobOf(id)).job.design[0]?.items[0];
    return item?.kind === 'picture' ? item.placement : undefined;
  };
  const orderOf = async ({ order }: OrderFile) => (await server.ask<OrderFile>('GET', `orders/${order.id}`)).body;
  return { goods, open, setLine, ordered, jobOf, draw, placementOf, orderOf };
}
