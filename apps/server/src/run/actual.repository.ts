import { Inject, Injectable } from '@nestjs/common';
import { thinned, type Sample } from '@kanga/core/bench';
import type { ActualCourse } from '@kanga/contract/bench';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';

/** Names one pressing: a bed at a step, from the moment that its clock began. */
export interface PressingKey {
  jobId: string;
  bed: number;
  step: number;
  startedAt: string;
}

const keyRow = ({ jobId, bed, step, startedAt }: PressingKey) => ({ job_id: jobId, bed, step, started_at: startedAt });

@Injectable()
export class ActualRepository {
  constructor(@Inject(DB) private readonly db: Knex) {}

  /**
   * Keeps a course of readings, thinned; what was kept of the same pressing before is replaced. Nothing is kept of a job that was deleted meanwhile.
   */
  async keep(key: PressingKey, pressId: string, samples: readonly Sample[]): Promise<void> {
    const { jobId, bed, step, startedAt } = key;
    await this.db.raw(
      `INSERT INTO actual (job_id, bed, step, started_at, press_id, samples)
       SELECT job_id, ?, ?, ?, ?, ? FROM run_plan WHERE job_id = ?
       ON CONFLICT (job_id, bed, step, started_at) DO UPDATE SET samples = EXCLUDED.samples`,
      [bed, step, startedAt, pressId, JSON.stringify(thinned(samples)), jobId],
    );
  }

  /** What is kept of a pressing already, as after a restart in the middle of it. */
  async begun(key: PressingKey): Promise<Sample[]> {
    const row = await this.db('actual').where(keyRow(key)).first<{ samples: Sample[] } | undefined>('samples');
    return row?.samples ?? [];
  }

  async of(jobId: string, db: Knex = this.db): Promise<ActualCourse[]> {
    const rows = await db('actual')
      .where({ job_id: jobId })
      .orderBy('started_at')
      .select<{ bed: number; step: number; started_at: Date; press_id: string; samples: Sample[] }[]>(
        'bed',
        'step',
        'started_at',
        'press_id',
        'samples',
      );
    return rows.map(({ bed, step, started_at, press_id, samples }) => ({
      bed,
      step,
      startedAt: started_at.toISOString(),
      pressId: press_id,
      samples,
    }));
  }
}
