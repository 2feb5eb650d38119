import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { Blank } from '@kanga/core/blank';
import { changeOf, fingerprintOf, PIECES_LIMITS, repeatOf, type Job, type JobChange } from '@kanga/core/job';
import {
  designOn,
  differsFromQuote,
  ORDER_LIMITS,
  piecesEach,
  type Order,
  type OrderChange,
  type OrderFile,
} from '@kanga/core/order';
import { artIdsOf } from '@kanga/core/art';
import type { LineChange, NewOrder, NewQuote, OrderPage, OrdersQuery } from '@kanga/contract/order';
import type { Knex } from 'knex';
import { ArtService } from '../art/index.js';
import { BlankRepository } from '../blank/index.js';
import { everyRow } from '../db/index.js';
import { notFound, refuse } from '../http/index.js';
import { JobRepository, JobService } from '../job/index.js';
import { mustBeOpen } from './must-be-open.js';
import { OrderRepository } from './order.repository.js';

/** What a job of a size is called: by its order, its line where that says more, and its size. */
function jobName(order: Pick<Order, 'name'>, what: string, { size }: Pick<Blank, 'size'>): string {
  const line = order.name.toLowerCase().includes(what.toLowerCase()) ? order.name : `${order.name}: ${what}`;
  return (size === null ? line : `${line}, ${size}`).slice(0, 120);
}

@Injectable()
export class OrderService {
  constructor(
    private readonly orders: OrderRepository,
    private readonly jobs: JobRepository,
    private readonly jobService: JobService,
    private readonly blanks: BlankRepository,
    private readonly art: ArtService,
  ) {}

  list(asked: OrdersQuery): Promise<OrderPage> {
    return this.orders.page(asked);
  }

  /** Every open order, by due day. */
  allOpen(): Promise<OrderFile[]> {
    return everyRow(async (asked) => {
      const { orders, next } = await this.orders.page(asked);
      return { rows: orders, next };
    });
  }

  async order(id: string, db?: Knex, lock = false): Promise<OrderFile> {
    const found = await this.orders.find(id, db, lock);
    if (!found) throw notFound('order', id);
    return found;
  }

  async open({ id, due, ...words }: NewOrder): Promise<OrderFile> {
    await this.orders.transaction((trx) =>
      this.orders.add(id, due, { ...words, lines: [], quote: null, accepted: null }, trx),
    );
    return this.order(id);
  }

  /** Changes an order that is as it was when somebody looked at it; one that is not open changes no more. */
  private async changed(
    id: string,
    version: number | null,
    change: (file: OrderFile, trx: Knex.Transaction) => Promise<Order> | Order,
  ): Promise<OrderFile> {
    await this.orders.transaction(async (trx) => {
      const file = await this.order(id, trx, true);
      const { order } = file;
      if (version !== null && order.version !== version)
        throw refuse(
          409,
          'order.changed',
          `Somebody else saved order ${order.number} meanwhile`,
          'Look at how it stands now, and make your change again if it is still wanted.',
        );
      await this.orders.save(await change(file, trx), trx);
    });
    return this.order(id);
  }

  /** Who ordered, what it is called and by when; its jobs are called and due alike. */
  change(id: string, { version, ...words }: OrderChange): Promise<OrderFile> {
    return this.changed(id, version, async ({ order }, trx) => {
      mustBeOpen(order);
      const next = { ...order, ...words };
      for (const { id: line, what } of order.lines)
        for (const job of await this.jobs.ofLine({ id, line }, trx)) {
          if (job.status === 'closed') continue;
          const blank = job.blankId === null ? null : await this.blanks.find(job.blankId, trx);
          const name = blank ? jobName(next, what, blank) : job.name;
          await this.jobs.save(job.id, { ...changeOf(job), name, customer: words.customer.name, due: words.due }, trx);
        }
      return next;
    });
  }

  private async goods(id: string, trx: Knex.Transaction): Promise<Blank> {
    const blank = await this.blanks.find(id, trx);
    if (!blank)
      throw refuse(
        422,
        'order.no-blank',
        'Some goods of this line are not on the shelf',
        'Choose others, or add them to the shelf.',
      );
    return blank;
  }

  /** Says what is wanted of a line: each size is a job. What is at the press already is neither changed nor taken off. */
  setLine(id: string, line: string, { version, what, set, sizes }: LineChange): Promise<OrderFile> {
    return this.changed(id, version, async ({ order }, trx) => {
      mustBeOpen(order);
      const known = order.lines.some((one) => one.id === line);
      if (!known && order.lines.length >= ORDER_LIMITS.lines)
        throw refuse(
          422,
          'order.lines',
          `An order has ${ORDER_LIMITS.lines} lines at most`,
          'Make a second order of the rest.',
        );
      const jobs = await this.jobs.ofLine({ id, line }, trx);
      const frozen = async (job: Job) => job.status === 'closed' || (await this.jobs.plan(job.id, trx)) !== null;
      const refused = (job: Job, doing: string) =>
        refuse(
          409,
          'order.at-press',
          `Job ${job.number} is at the press: its size cannot be ${doing}`,
          'What is pressed stays in the order. Add what is wanted besides as a line of its own.',
        );
      /** Whether other sizes, or more or fewer of one, are wanted now. */
      let isAnother = false;
      for (const job of jobs.filter(({ blankId }) => !sizes.some((size) => size.blankId === blankId))) {
        if (await frozen(job)) throw refused(job, 'taken off');
        await this.jobs.putAway(job.id, 'deleted_at', true, trx);
        isAnother = true;
      }
      const [lead] = jobs;
      const from = lead?.blankId ? await this.goods(lead.blankId, trx) : null;
      for (const { blankId, count, run } of sizes) {
        const blank = await this.goods(blankId, trx);
        const pieces = count * piecesEach(blank);
        if (pieces > PIECES_LIMITS.most)
          throw refuse(
            422,
            'order.pieces',
            `${pieces} pieces of one size are more than ${PIECES_LIMITS.most}`,
            'Split them over two lines.',
          );
        const counted = run?.reduce((sum, row) => sum + row.count, 0);
        if (counted !== undefined && counted !== pieces)
          throw refuse(
            422,
            'order.run',
            `The names of ${blank.size ?? blank.name} come to ${counted} pieces, and ${pieces} are wanted`,
            'Correct the count, or the names.',
          );
        const name = jobName(order, what, blank);
        const had = jobs.find((job) => job.blankId === blankId);
        isAnother ||= had?.pieces !== pieces;
        if (had) {
          // Fewer or more of what had names leaves the names to whoever knows them.
          const rows = run ?? (had.pieces === pieces ? had.run : null);
          if (had.pieces === pieces && had.name === name && run === undefined) continue;
          if (had.pieces !== pieces || run !== undefined) if (await frozen(had)) throw refused(had, 'changed');
          await this.jobs.save(had.id, { ...changeOf(had), name, pieces, run: rows }, trx);
          continue;
        }
        const jobId = randomUUID();
        const head = { name, customer: order.customer.name, due: order.due, pieces };
        await this.jobs.open(jobId, head, trx);
        await this.jobs.belong(jobId, { id, line, follows: true }, trx);
        const opened = await this.jobs.find(jobId, trx);
        if (!opened) throw new Error(`job ${jobId} was not opened`);
        await this.jobs.save(
          jobId,
          { ...(await this.sizeOf(opened, lead ?? null, from, blank)), run: run ?? null },
          trx,
        );
      }
      const written = { id: line, what, ...(set === undefined ? {} : { set }) };
      const lines =
        sizes.length === 0
          ? order.lines.filter((one) => one.id !== line)
          : known
            ? order.lines.map((one) => (one.id === line ? written : one))
            : [...order.lines, written];
      // What the customer took was something else.
      return { ...order, lines, accepted: isAnother ? null : order.accepted };
    });
  }

  /** Opens an order that does one again: its lines, sizes, art and names; no day, no quote, and nothing of where it stood. */
  async repeat(id: string, again: string): Promise<OrderFile> {
    await this.orders.transaction(async (trx) => {
      const { order } = await this.order(id, trx, true);
      if (await this.orders.find(again, trx)) return;
      const { name, customer, note } = order;
      const lines = order.lines.map((line) => ({ from: line.id, to: { ...line, id: randomUUID() } }));
      const body = { name, customer, note, lines: lines.map(({ to }) => to), quote: null, accepted: null };
      await this.orders.add(again, null, body, trx);
      for (const { from, to } of lines)
        for (const job of await this.jobs.ofLine({ id, line: from }, trx)) {
          const blank = job.blankId === null ? null : await this.blanks.find(job.blankId, trx);
          const change = repeatOf(job, {}, blank);
          const jobId = randomUUID();
          await this.jobs.open(jobId, change, trx);
          await this.jobs.belong(jobId, { id: again, line: to.id, follows: job.order?.follows ?? true }, trx);
          await this.jobs.save(
            jobId,
            { ...change, reached: artIdsOf(job.design).length > 0 ? change.reached : 'art', version: 1 },
            trx,
          );
        }
    });
    return this.order(again);
  }

  /** The choices of a new size: those of the line's first, its design made to fit. */
  private async sizeOf(opened: Job, lead: Job | null, from: Blank | null, blank: Blank): Promise<JobChange> {
    if (!lead || !from) return { ...changeOf(opened), blankId: blank.id, reached: 'art' };
    const { mediaId, pressId, reached } = lead;
    return {
      ...changeOf(opened),
      blankId: blank.id,
      mediaId,
      pressId,
      reached: reached === 'blank' || reached === 'art' ? reached : 'sheet',
      design: await this.designFor(lead, from, blank),
    };
  }

  /** The design of the line’s first job, made to fit another size. */
  private async designFor({ design }: Job, from: Blank, to: Blank): Promise<Job['design']> {
    return designOn(design, await this.art.findAll(artIdsOf(design)), from, to);
  }

  /** A size that follows its line has the line's design again. */
  async follow(id: string, jobId: string, follows: boolean): Promise<OrderFile> {
    await this.orders.transaction(async (trx) => {
      const { order, jobs } = await this.order(id, trx, true);
      mustBeOpen(order);
      const mine = jobs.find((job) => job.id === jobId);
      if (!mine) throw notFound('job of this order', jobId);
      const [lead, ...others] = await this.jobs.ofLine({ id, line: mine.line }, trx);
      const own = others.find((job) => job.id === jobId);
      if (!lead || !own) return;
      await this.jobs.belong(jobId, { id, line: mine.line, follows }, trx);
      if (!follows) return;
      if (mine.atPress || own.status === 'closed')
        throw refuse(409, 'order.at-press', `Job ${own.number} is at the press`, 'Its design stays as it was pressed.');
      if (lead.blankId === null || own.blankId === null) return;
      const [from, to] = [await this.goods(lead.blankId, trx), await this.goods(own.blankId, trx)];
      await this.jobs.save(jobId, { ...changeOf(own), design: await this.designFor(lead, from, to) }, trx);
    });
    return this.order(id);
  }

  quote(id: string, quote: NewQuote): Promise<OrderFile> {
    return this.changed(id, null, ({ order, jobs }) => {
      mustBeOpen(order);
      const strange = quote.sizes.find(
        ({ line, blankId }) => !jobs.some((job) => job.line === line && job.blankId === blankId),
      );
      if (strange)
        throw refuse(
          409,
          'quote.changed',
          `${strange.what} is not in this order any more`,
          'Look at the order as it stands now, and quote that.',
        );
      return { ...order, quote: { ...quote, at: new Date().toISOString() }, accepted: null };
    });
  }

  /** The customer’s word on the whole order: on its prices, and on the art of every size as the quote showed it. */
  async accept(id: string, by: string): Promise<OrderFile> {
    const blanks = await this.blanks.all();
    const taken = await this.changed(id, null, (file) => {
      const { order } = file;
      mustBeOpen(order);
      if (!order.quote)
        throw refuse(
          409,
          'quote.none',
          `Order ${order.number} was not quoted yet`,
          'Make a quote first: its prices are what is accepted.',
        );
      if (differsFromQuote(file, blanks))
        throw refuse(
          409,
          'quote.differs',
          `Order ${order.number} was changed since it was quoted`,
          'Quote it again: what the customer takes is what they were told.',
        );
      return { ...order, accepted: { by, at: new Date().toISOString() } };
    });
    for (const { id: jobId, artId, status } of taken.jobs)
      if (artId !== null && status === 'open')
        await this.jobService.approve(jobId, { by, fingerprint: fingerprintOf(await this.jobService.file(jobId)) });
    return taken;
  }

  /** Closes an order, cancels it, or opens it again. What nobody wants any more is out of the way: jobs of a cancelled order are archived, but for what is at the press already. */
  async setState(id: string, status: Order['status']): Promise<OrderFile> {
    const file = await this.changed(id, null, ({ order, jobs }) => {
      const open = jobs.filter((job) => job.status === 'open');
      if (status === 'closed' && open.length > 0)
        throw refuse(
          409,
          'order.jobs-open',
          `Order ${order.number} has open jobs: ${open.map(({ number }) => number).join(', ')}`,
          'Close them first, or take their sizes off the order.',
        );
      return { ...order, status };
    });
    for (const job of file.jobs)
      if (job.status === 'open' && !job.atPress)
        await this.jobService.putAway(job.id, 'archived_at', status === 'cancelled');
    return file;
  }
}
