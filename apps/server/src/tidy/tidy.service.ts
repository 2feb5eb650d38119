import { Inject, Injectable, Logger, type OnApplicationBootstrap, type OnModuleDestroy } from '@nestjs/common';
import type { Storage } from '@kanga/contract/tidy';
import type { Knex } from 'knex';
import { config } from '../config.js';
import { DB } from '../db/index.js';
import { roomIn } from '../http/index.js';

/** For how many days a deleted job can be taken back, and for how many a picture or a print that nothing uses is kept. */
const DELETED_DAYS = 30;
const UNUSED_DAYS = 90;
const SWEEP_EVERY = 3_600_000;

/** Pictures that a job has on one of its sides, be the job put away or deleted: it can come back. */
const USED_ART = `SELECT DISTINCT (jsonb_path_query(design, '$.**.artId') #>> '{}')::uuid FROM job`;
/** Prints that are of use: not cancelled, and of a job that is neither put away nor deleted. */
const USED_PRINT = `
  SELECT print_id FROM print_job JOIN job ON job.id = job_id
  WHERE archived_at IS NULL AND deleted_at IS NULL
    AND NOT EXISTS (SELECT FROM print_event WHERE print_event.print_id = print_job.print_id AND kind = 'cancelled')`;

interface Sum {
  count: string;
  bytes: string | null;
}
const measured = ({ count, bytes }: Sum) => ({ count: Number(count), bytes: Number(bytes ?? 0) });

@Injectable()
export class TidyService implements OnApplicationBootstrap, OnModuleDestroy {
  private readonly logger = new Logger('tidy');
  private timer: NodeJS.Timeout | null = null;

  constructor(@Inject(DB) private readonly db: Knex) {}

  onApplicationBootstrap(): void {
    this.timer = setInterval(() => {
      this.sweep().catch((error: unknown) => {
        this.logger.warn(`what is due could not be taken away: ${String(error)}`);
      });
    }, SWEEP_EVERY);
    this.timer.unref();
  }

  onModuleDestroy(): void {
    if (this.timer) clearInterval(this.timer);
  }

  async look(): Promise<Storage> {
    const one = async <T>(sql: string): Promise<T> => {
      const { rows } = await this.db.raw<{ rows: T[] }>(sql);
      if (!rows[0]) throw new Error('the database gave no sum');
      return rows[0];
    };
    const art = 'SELECT count(*), sum(bytes) AS bytes FROM art JOIN blob ON blob.id = blob_id';
    const print = 'SELECT count(*), sum(bytes) AS bytes FROM print JOIN blob ON blob.id = pdf_blob_id';
    const [whole, arts, prints, freeArts, freePrints, gone, disk] = await Promise.all([
      one<{ bytes: string }>('SELECT pg_database_size(current_database()) AS bytes'),
      one<Sum>(art),
      one<Sum>(print),
      one<Sum>(`${art} WHERE NOT demo AND art.id NOT IN (${USED_ART})`),
      one<Sum>(`${print} WHERE print.id NOT IN (${USED_PRINT})`),
      one<{ count: string }>('SELECT count(*) FROM job WHERE deleted_at IS NOT NULL'),
      roomIn(config().data),
    ]);
    return {
      database: Number(whole.bytes),
      pictures: measured(arts),
      prints: measured(prints),
      unused: { pictures: measured(freeArts), prints: measured(freePrints), days: UNUSED_DAYS },
      deleted: { jobs: Number(gone.count), days: DELETED_DAYS },
      disk: { free: Math.round(disk.free), guard: Math.round(disk.guard) },
    };
  }

  /** Takes away what is due. Two at once do it one after the other; the second finds nothing. */
  async sweep(): Promise<void> {
    await this.db.transaction(async (trx) => {
      await trx.raw(`SELECT pg_advisory_xact_lock(hashtext('kanga.tidy'))`);
      await this.purgeJobs(trx);
      await this.takeUnused(trx);
    });
  }

  private async purgeJobs(trx: Knex.Transaction): Promise<void> {
    const rows = await trx('job')
      .whereRaw(`deleted_at < now() - make_interval(days => ${DELETED_DAYS})`)
      .select<{ id: string }[]>('id');
    if (rows.length === 0) return;
    const ids = rows.map(({ id }) => id);
    await trx.raw(`SET LOCAL kanga.purge = 'on'`);
    await trx('waiver').whereIn('job_id', ids).delete();
    await trx('bench_event').whereIn('job_id', ids).delete();
    await trx('run_plan').whereIn('job_id', ids).delete();
    await trx('photo').whereIn('job_id', ids).delete();
    await trx('test_cloth').whereIn('job_id', ids).update({ job_id: null });
    const prints = await trx('print_job').whereIn('job_id', ids).delete().returning<{ print_id: string }[]>('print_id');
    // Prints that no other job shares.
    const alone = await trx('print')
      .whereIn(
        'id',
        prints.map(({ print_id }) => print_id),
      )
      .whereNotIn('id', trx('print_job').select('print_id'))
      .pluck<string[]>('id');
    await trx('print_event').whereIn('print_id', alone).delete();
    await trx('print').whereIn('id', alone).delete();
    await trx('job').whereIn('id', ids).delete();
    this.logger.warn(`${ids.length} jobs that were deleted ${DELETED_DAYS} days ago are gone for good`);
  }

  private async takeUnused(trx: Knex.Transaction): Promise<void> {
    const late = `unused_since < now() - make_interval(days => ${UNUSED_DAYS})`;
    await trx.raw(`UPDATE art SET unused_since = NULL WHERE unused_since IS NOT NULL AND id IN (${USED_ART})`);
    await trx.raw(
      `UPDATE art SET unused_since = now() WHERE unused_since IS NULL AND NOT demo AND id NOT IN (${USED_ART})`,
    );
    await trx.raw(`DELETE FROM art WHERE ${late}`);
    await trx.raw(`UPDATE print SET unused_since = NULL WHERE unused_since IS NOT NULL AND id IN (${USED_PRINT})`);
    await trx.raw(
      `UPDATE print SET unused_since = now() WHERE unused_since IS NULL AND pdf_blob_id IS NOT NULL AND id NOT IN (${USED_PRINT})`,
    );
    // What was printed stays as a record; only its pages go.
    await trx.raw(`UPDATE print SET pdf_blob_id = NULL WHERE pdf_blob_id IS NOT NULL AND ${late}`);
    await trx.raw(
      `DELETE FROM blob WHERE sha256 IS NOT NULL AND NOT EXISTS (SELECT FROM art WHERE blob_id = blob.id)
         AND NOT EXISTS (SELECT FROM print WHERE pdf_blob_id = blob.id)`,
    );
  }
}
