import { Inject, Injectable, type OnModuleDestroy } from '@nestjs/common';
import { allPressed, pressedPieces, RunningBench, type BenchEvent } from '@kanga/core/bench';
import type { RunPlan } from '@kanga/core/job';
import type { RunAtPress } from '@kanga/contract/bench';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';
import { Live } from '../live/index.js';

export interface Run {
  jobId: string;
  jobNumber: number;
  jobName: string;
  plan: RunPlan;
  bench: RunningBench;
}

/** When something happened to a run last: what came to the press last is what lies there. */
const lastOf = ({ plan, bench }: Run): string => bench.events.at(-1)?.at ?? plan.frozenAt;

/** The runs that are at a press, kept in memory and in step with what is recorded: controllers ask for them every second. */
@Injectable()
export class RunBook implements OnModuleDestroy {
  private runs: Promise<Map<string, Run>> | null = null;
  private readonly listening;

  constructor(
    @Inject(DB) private readonly db: Knex,
    live: Live,
  ) {
    this.listening = live.messages.subscribe((message) => {
      if (message.kind === 'runs') this.runs = null;
      else if (message.kind === 'run') void this.take(message.jobId, message.events);
    });
  }

  onModuleDestroy(): void {
    this.listening.unsubscribe();
  }

  private async take(jobId: string, events: readonly BenchEvent[]): Promise<void> {
    const kept = this.runs;
    if (!kept) return;
    const run = (await kept.catch(() => null))?.get(jobId);
    if (!run) {
      // Of a job that was not there when the book was opened.
      if (this.runs === kept) this.runs = null;
      return;
    }
    run.bench.add(events);
  }

  private async load(): Promise<Map<string, Run>> {
    const rows = await this.db('run_plan')
      .join('job', 'job.id', 'run_plan.job_id')
      .where({ 'job.status': 'open', 'job.deleted_at': null, 'job.archived_at': null })
      .orderBy('run_plan.frozen_at', 'desc')
      .limit(200)
      .select<{ id: string; number: number; name: string; body: RunPlan }[]>(
        'job.id',
        'job.number',
        'job.name',
        'run_plan.body',
      );
    const events = await this.db('bench_event')
      .whereIn(
        'job_id',
        rows.map(({ id }) => id),
      )
      .orderBy('seq')
      .select<{ job_id: string; body: BenchEvent }[]>('job_id', 'body');
    const byJob = new Map<string, BenchEvent[]>(rows.map(({ id }) => [id, []]));
    for (const { job_id, body } of events) byJob.get(job_id)?.push(body);
    return new Map(
      rows.map(({ id, number, name, body: plan }) => {
        const own = byJob.get(id) ?? [];
        return [id, { jobId: id, jobNumber: number, jobName: name, plan, bench: new RunningBench(plan, own) }] as const;
      }),
    );
  }

  /** Every run that is at a press, the one that something happened to last first. */
  async all(): Promise<Run[]> {
    this.runs ??= this.load().catch((error: unknown) => {
      this.runs = null;
      throw error;
    });
    return [...(await this.runs).values()].sort((a, b) => lastOf(b).localeCompare(lastOf(a)));
  }

  /** What lies at a press: the run on it that something happened to last, and that is not pressed to its end. */
  async at(pressId: string): Promise<Run | null> {
    return (await this.all()).find(({ bench: { state } }) => state.press.id === pressId && !allPressed(state)) ?? null;
  }

  async list(): Promise<RunAtPress[]> {
    return (await this.all()).map((run) => ({
      jobId: run.jobId,
      jobNumber: run.jobNumber,
      jobName: run.jobName,
      pressId: run.bench.state.press.id,
      pieces: run.plan.pieces,
      pressed: pressedPieces(run.bench.state).length,
      last: lastOf(run),
    }));
  }
}
