import { Injectable } from '@nestjs/common';
import { artIdsOf, ofPair, valuesOf } from '@kanga/core/art';
import { bySize, comesInPairs, type Blank } from '@kanga/core/blank';
import { packingOf, type OrderFile } from '@kanga/core/order';
import { coolAtOf, pairNumbers, mayPack, pieceName, type PackEvent, type PackPiece } from '@kanga/core/pack';
import type { Job } from '@kanga/core/job';
import type { PackFile } from '@kanga/contract/pack';
import type { Knex } from 'knex';
import { BlankRepository } from '../blank/index.js';
import { notFound, refuse } from '../http/index.js';
import { JobService } from '../job/index.js';
import { OrderService } from '../order/index.js';
import { RunStore } from '../run/index.js';
import { PackRepository } from './pack.repository.js';

/** What is packed together: the jobs of an order, or one job. */
interface Wanted {
  title: string;
  name: string;
  customer: string;
  order: OrderFile | null;
  jobs: { id: string; what: string; set: string | null }[];
}

@Injectable()
export class PackService {
  constructor(
    private readonly packs: PackRepository,
    private readonly orders: OrderService,
    private readonly jobs: JobService,
    private readonly blanks: BlankRepository,
    private readonly runs: RunStore,
  ) {}

  private async ofOrder(id: string): Promise<Wanted> {
    const file = await this.orders.order(id);
    const { number, name, customer, lines } = file.order;
    const jobs = lines.flatMap(({ id: line, what, set = null }) =>
      file.jobs.filter((job) => job.line === line).map((job) => ({ id: job.id, what, set: job.again ? null : set })),
    );
    return { title: `order ${number}`, name, customer: customer.name, order: file, jobs };
  }

  private async ofJob(id: string): Promise<Wanted> {
    const { number, name, customer } = await this.jobs.job(id);
    return { title: `job ${number}`, name, customer, order: null, jobs: [{ id, what: name, set: null }] };
  }

  /** The pieces of a job as they stand. */
  private async piecesOf(
    job: Job,
    blank: Blank | null,
    { what, set }: { what: string; set: { from: number } | null },
    packed: ReadonlyMap<string, string>,
    db?: Knex,
  ): Promise<PackPiece[]> {
    const run = await this.runs.of(job.id, db);
    const goods = run?.plan.blank ?? blank;
    const numbers = Array.from({ length: run?.plan.pieces ?? job.pieces }, (_, piece) => piece);
    const of = numbers.flatMap((piece) => (goods && ofPair(goods, job.run, piece)) ?? []);
    const pairs = pairNumbers(of);
    const [artId = null] = artIdsOf(job.design);
    return numbers.map((piece): PackPiece => {
      const [side, pair] = [of[piece], pairs[piece]];
      const verdict = run?.bench.state.verdicts[piece]?.verdict ?? null;
      return {
        jobId: job.id,
        job: job.number,
        piece,
        blankId: goods?.id ?? '',
        artId,
        what,
        size: goods?.size ?? null,
        name: job.run === null ? '' : Object.values(valuesOf(job.run, piece)).filter(Boolean).join(' '),
        pair: side && pair !== undefined ? { of: side, number: pair } : null,
        set: set && set.from + (pair ?? piece),
        verdict,
        coolAt: run ? coolAtOf(run.plan, run.bench.state, piece) : null,
        bag: packed.get(`${job.id} ${piece}`) ?? null,
      };
    });
  }

  /** All pieces of what is wanted, line by line and size by size. */
  private async pieces({ jobs }: Wanted, db?: Knex): Promise<{ pieces: PackPiece[]; blanks: Blank[] }> {
    const packed = await this.packs.packed(
      jobs.map(({ id }) => id),
      db,
    );
    const found: { job: Job; blank: Blank | null; what: string; set: string | null }[] = [];
    for (const { id, what, set } of jobs) {
      const job = await this.jobs.job(id, db);
      found.push({ job, blank: job.blankId === null ? null : await this.blanks.find(job.blankId, db), what, set });
    }
    found.sort((a, b) =>
      a.what === b.what && a.blank && b.blank
        ? Number(a.job.order?.again ?? false) - Number(b.job.order?.again ?? false) || bySize(a.blank, b.blank)
        : 0,
    );
    /** How many sets each line has filled so far: its sizes follow one another. */
    const filled = new Map<string, number>();
    const pieces: PackPiece[] = [];
    for (const { job, blank, what, set } of found) {
      const from = filled.get(what) ?? 0;
      const own = await this.piecesOf(job, blank, { what, set: set === null ? null : { from } }, packed, db);
      pieces.push(...own);
      if (set !== null)
        filled.set(what, from + (blank && comesInPairs(blank) ? Math.ceil(own.length / 2) : own.length));
    }
    return { pieces, blanks: found.flatMap(({ blank }) => blank ?? []) };
  }

  private async file(wanted: Wanted): Promise<PackFile> {
    const { title, name, customer, order } = wanted;
    const { pieces, blanks } = await this.pieces(wanted);
    return {
      title,
      name,
      customer,
      orderId: order?.order.id ?? null,
      pieces,
      how: [...new Set(blanks.map(packingOf))],
    };
  }

  async order(id: string): Promise<PackFile> {
    return this.file(await this.ofOrder(id));
  }

  async job(id: string): Promise<PackFile> {
    return this.file(await this.ofJob(id));
  }

  /** Puts pieces into bags, or takes them out: all of it, or nothing where one may not be packed. */
  private async pack(wanted: Wanted, events: readonly PackEvent[]): Promise<void> {
    const ids = wanted.jobs.map(({ id }) => id);
    const strange = events.find(({ jobId }) => !ids.includes(jobId));
    if (strange) throw notFound(`job of ${wanted.title}`, strange.jobId);
    await this.packs.transaction(async (trx) => {
      await this.packs.lock(ids, trx);
      const known = await this.packs.known(
        events.map(({ id }) => id),
        trx,
      );
      const { pieces } = await this.pieces(wanted, trx);
      const now = new Date().toISOString();
      for (const event of events) {
        if (known.has(event.id)) continue;
        const piece = pieces.find((one) => one.jobId === event.jobId && one.piece === event.piece);
        if (!piece) throw notFound(`piece of ${wanted.title}`, String(event.piece + 1));
        if (event.kind === 'in') {
          const judged = mayPack(piece, now);
          if (!judged.ok) throw refuse(409, 'pack.refused', judged.title, judged.remedy);
        } else if (piece.bag === null)
          throw refuse(409, 'pack.out', `${pieceName(piece)} is in no bag`, 'Look at how it stands now.');
        await this.packs.add(event, trx);
        piece.bag = event.kind === 'in' ? event.bag : null;
      }
    });
  }

  async packOrder(id: string, events: readonly PackEvent[]): Promise<PackFile> {
    await this.pack(await this.ofOrder(id), events);
    return this.order(id);
  }

  async packJob(id: string, events: readonly PackEvent[]): Promise<PackFile> {
    await this.pack(await this.ofJob(id), events);
    return this.job(id);
  }
}
