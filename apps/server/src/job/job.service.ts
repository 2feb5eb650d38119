import { randomUUID } from 'node:crypto';
import { isDeepStrictEqual } from 'node:util';
import { Injectable } from '@nestjs/common';
import { artIdsOf, fontsOf } from '@kanga/core/art';
import { benchState } from '@kanga/core/bench';
import type { Waiver } from '@kanga/core/finding';
import {
  changeOf,
  fingerprintOf,
  viewJob,
  type Approval,
  type Job,
  type JobChange,
  packJobFile,
  repeatOf,
  type JobFile,
  type PackedJobFile,
  type Repeat,
  type RunPlan,
  type JobView,
} from '@kanga/core/job';
import { designOn } from '@kanga/core/order';
import { unitPrinter } from '@kanga/core/units';
import type { JobPage, JobsQuery, JobSummary, NewJob } from '@kanga/contract/job';
import type { Knex } from 'knex';
import { ArtService } from '../art/index.js';
import { BlankRepository } from '../blank/index.js';
import { notFound, refuse } from '../http/index.js';
import { Live } from '../live/index.js';
import { Turns } from '../process/index.js';
import { EventRepository, PressingRepository, ResultRepository, RunStore } from '../run/index.js';
import { ShopService } from '../shop/index.js';
import { facesFor } from '../text/index.js';
import { JobListRepository } from './job-list.repository.js';
import { JobRepository } from './job.repository.js';

/** Choices that the frozen plan was made from: at the press they can no longer change. */
const PLANNED: (keyof JobChange)[] = [
  'pieces',
  'blankId',
  'bleed',
  'design',
  'run',
  'mediaId',
  'gap',
  'pressId',
  'overrides',
];

const changed = (job: Job, change: JobChange, key: keyof JobChange): boolean =>
  !isDeepStrictEqual(job[key], change[key]);

/** A closed job changes no more. */
export const closedRefusal = (job: Job) =>
  refuse(
    409,
    'job.closed',
    `Job ${job.number} is closed`,
    'Make a new job for a repeat; what was pressed stays in the log.',
  );

/** A choice that names something which is not there (any more). */
function missingChoice(error: unknown): unknown {
  const { code, constraint } = (error ?? {}) as { code?: string; constraint?: string };
  const what = /^job_(\w+)_id_fkey$/.exec(constraint ?? '')?.[1];
  return code === '23503' && what
    ? refuse(422, `job.no-${what}`, `The ${what} chosen for this job is not there`, `Choose another ${what}.`)
    : error;
}

@Injectable()
export class JobService {
  constructor(
    private readonly jobs: JobRepository,
    private readonly events: EventRepository,
    private readonly blanks: BlankRepository,
    private readonly lists: JobListRepository,
    private readonly art: ArtService,
    private readonly shop: ShopService,
    private readonly results: ResultRepository,
    private readonly pressings: PressingRepository,
    private readonly live: Live,
    private readonly runs: RunStore,
    private readonly turns: Turns,
  ) {}

  list(asked: JobsQuery): Promise<JobPage> {
    return this.lists.page(asked);
  }

  /** Every job of a list, however long it is. */
  every(asked: JobsQuery): Promise<JobSummary[]> {
    return this.lists.every(asked);
  }

  /** Puts a job away or deletes it, or takes it back; done twice it changes nothing. */
  async putAway(id: string, how: 'archived_at' | 'deleted_at', away: boolean): Promise<JobSummary> {
    const changed = await this.jobs.putAway(id, how, away);
    if (!changed) throw notFound('job', id);
    this.runs.forget(id);
    this.live.publish({ kind: 'runs' });
    return changed;
  }

  async job(id: string, db?: Knex, lock = false): Promise<Job> {
    const job = await this.jobs.find(id, db, lock);
    if (job) return job;
    if (await this.jobs.isDeleted(id, db))
      throw refuse(410, 'job.deleted', 'This job was deleted', 'Take it back under Jobs, Deleted.');
    throw notFound('job', id);
  }

  async file(id: string, db?: Knex): Promise<JobFile> {
    const job = await this.job(id, db);
    const [blank, arts, run, bagged] = await Promise.all([
      job.blankId ? this.blanks.find(job.blankId) : null,
      this.art.findAll(artIdsOf(job.design)),
      this.runs.of(id, db),
      this.jobs.bagged(id, db),
    ]);
    // What is kept grows: whoever has this file has it as it is now.
    return { job, blank, arts, plan: run?.plan ?? null, events: [...(run?.bench.events ?? [])], bagged };
  }

  /** The same for a screen. What happened to a long run is packed once, and then only what came since. */
  async packed(id: string): Promise<PackedJobFile> {
    return packJobFile(await this.file(id), this.runs.packed(id));
  }

  /** The job with everything that follows from it, worked out by the core as the screens do; `change`: as if it were so. */
  async view(id: string, change: (job: Job) => Partial<Job> = () => ({})): Promise<JobView> {
    const [kept, { settings, ...floor }, proven] = await Promise.all([
      this.file(id),
      this.shop.read(),
      this.results.proven(),
    ]);
    const file = { ...kept, job: { ...kept.job, ...change(kept.job) } };
    const { house, energy } = settings;
    const faces = await facesFor(fontsOf(file.job.design));
    const print = unitPrinter(settings.units, settings);
    return this.turns.after(() => viewJob(file, { ...floor, house, energy, proven }, print, { faces }));
  }

  async open(sent: NewJob): Promise<JobFile> {
    const id = randomUUID();
    await this.jobs.open(id, sent);
    return this.file(id);
  }

  /** A new job that does one again, or some of its pieces. What was waived there is waived here: whoever said why has said it. */
  async repeat(id: string, wanted: Repeat): Promise<JobFile> {
    const { job, blank, plan, events } = await this.file(id);
    const beyond = wanted.pieces?.find((piece) => piece >= job.pieces);
    if (beyond !== undefined)
      throw refuse(
        422,
        'repeat.no-piece',
        `Job ${job.number} has no piece ${beyond + 1}`,
        `It has ${job.pieces}; they are counted from 0 here.`,
      );
    const again = randomUUID();
    const change = repeatOf(job, wanted, blank);
    try {
      await this.jobs.transaction(async (trx) => {
        await this.jobs.open(again, change, trx);
        await this.jobs.save(again, { ...change, version: 1 }, trx);
        for (const waiver of job.waivers) await this.jobs.waive(again, waiver, trx);
        // What is made again for an order stays with it.
        if (job.order && wanted.pieces && this.areSpoiled(plan, events, wanted.pieces))
          await this.jobs.belong(again, { ...job.order, follows: false, again: true }, trx);
      });
    } catch (error) {
      throw missingChoice(error);
    }
    return this.file(again);
  }

  private areSpoiled(plan: RunPlan | null, events: JobFile['events'], pieces: readonly number[]): boolean {
    const verdicts = plan ? benchState(plan, events).verdicts : [];
    return pieces.every((piece) => verdicts[piece]?.verdict === 'spoiled');
  }

  async save(id: string, change: JobChange): Promise<JobFile> {
    try {
      await this.jobs.transaction(async (trx) => {
        const job = await this.job(id, trx, true);
        if (job.version !== change.version) {
          throw refuse(
            409,
            'job.changed',
            `Somebody else saved job ${job.number} meanwhile`,
            'Look at how it stands now, and make your change again if it is still wanted.',
          );
        }
        if (job.status === 'closed') throw closedRefusal(job);
        const replanned = PLANNED.some((key) => changed(job, change, key));
        if (replanned && (await this.jobs.plan(id, trx))) {
          if ((await this.events.of(id, trx)).length > 0) {
            throw refuse(
              409,
              'job.at-press',
              `Job ${job.number} is at the press`,
              'Its plan is frozen as it was when pressing began. Make a new job for a different plan.',
            );
          }
          await this.jobs.dropPlan(id, trx);
          this.live.publish({ kind: 'runs' });
        }
        await this.knowArt(change);
        await this.jobs.save(id, change, trx);
        if (job.order && changed(job, change, 'design')) await this.spread(job, job.order, change, trx);
        if (change.name !== job.name) await this.pressings.rename(id, change.name, trx);
      });
    } catch (error) {
      throw missingChoice(error);
    }
    return this.file(id);
  }

  /**
   * A design is changed on one size of a line. In the line's first job it is the line's: the other sizes get it, made to fit, unless they have one of their own or are at the press. On another
   * size it is that size's own from now on.
   */
  private async spread(
    job: Job,
    order: NonNullable<Job['order']>,
    { design, blankId }: JobChange,
    trx: Knex.Transaction,
  ): Promise<void> {
    if (order.again) return;
    const [lead, ...others] = await this.jobs.ofLine(order, trx);
    if (lead?.id !== job.id) {
      await this.jobs.belong(job.id, { ...order, follows: false }, trx);
      return;
    }
    const from = blankId === null ? null : await this.blanks.find(blankId, trx);
    const arts = await this.art.findAll(artIdsOf(design));
    for (const other of others) {
      const follows = other.order?.follows === true && other.status === 'open';
      const to = other.blankId === null ? null : await this.blanks.find(other.blankId, trx);
      if (!follows || !from || !to || (await this.jobs.plan(other.id, trx))) continue;
      await this.jobs.save(other.id, { ...changeOf(other), design: designOn(design, arts, from, to) }, trx);
    }
  }

  /** Refuses a design that names a picture which is not there. */
  private async knowArt({ design }: JobChange): Promise<void> {
    const wanted = artIdsOf(design);
    const known = await this.art.known(wanted);
    if (wanted.some((one) => !known.has(one)))
      throw refuse(422, 'job.no-art', 'The art chosen for this job is not there', 'Choose another picture.');
  }

  async waive(id: string, waiver: Pick<Waiver, 'code' | 'reason'>): Promise<JobFile> {
    const { job, blocks } = await this.view(id);
    if (job.status === 'closed') throw closedRefusal(job);
    const stop = Object.values(blocks)
      .flat()
      .find((finding) => finding.code === waiver.code);
    if (!stop)
      throw refuse(
        404,
        'waiver.no-stop',
        `Nothing called “${waiver.code}” stops this job`,
        'It may be fixed already. Reload the job.',
      );
    if (!stop.waivable) throw refuse(422, 'waiver.not-possible', `“${stop.title}” cannot be waived`, stop.remedy);
    await this.jobs.waive(id, waiver);
    return this.file(id);
  }

  /** Records the customer's word on what stands now; what they saw has to be that. */
  async approve(id: string, { by, fingerprint }: Pick<Approval, 'by' | 'fingerprint'>): Promise<JobFile> {
    const file = await this.file(id);
    if (file.job.status === 'closed') throw closedRefusal(file.job);
    if (fingerprintOf(file) !== fingerprint) {
      throw refuse(
        409,
        'approval.changed',
        'The art changed since that proof was made',
        'Look at the proof as it is now, and have that approved.',
      );
    }
    const approval = { by, fingerprint, at: new Date().toISOString() };
    await this.jobs.transaction((trx) => this.jobs.approve(id, approval, trx));
    return this.file(id);
  }
}
