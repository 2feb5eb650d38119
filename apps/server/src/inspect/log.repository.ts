import { Inject, Injectable } from '@nestjs/common';
import type { BenchEvent } from '@kanga/core/bench';
import type { RunPlan } from '@kanga/core/job';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';

export interface Run {
  jobId: string;
  jobNumber: number;
  jobName: string;
  plan: RunPlan;
  events: BenchEvent[];
}

/** How many runs the log page looks back over. */
const RUNS = 60;

@Injectable()
export class LogRepository {
  constructor(@Inject(DB) private readonly db: Knex) {}

  /** The newest runs with their events, in two queries however many there are. */
  async newest(): Promise<Run[]> {
    const runs = await this.db('run_plan')
      .join('job', 'job.id', 'run_plan.job_id')
      .orderBy('run_plan.frozen_at', 'desc')
      .limit(RUNS)
      .select<{ id: string; number: number; name: string; body: RunPlan }[]>(
        'job.id',
        'job.number',
        'job.name',
        'run_plan.body',
      );
    const ids = runs.map((run) => run.id);
    const rows = await this.db('bench_event')
      .whereIn('job_id', ids)
      .orderBy('seq')
      .select<{ job_id: string; body: BenchEvent }[]>('job_id', 'body');
    const byJob = new Map<string, BenchEvent[]>(ids.map((id) => [id, []]));
    for (const row of rows) byJob.get(row.job_id)?.push(row.body);
    return runs.map((run) => ({
      jobId: run.id,
      jobNumber: run.number,
      jobName: run.name,
      plan: run.body,
      events: byJob.get(run.id) ?? [],
    }));
  }
}
