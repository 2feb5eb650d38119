import { Inject, Injectable } from '@nestjs/common';
import { packEvents, RunningBench, type PackedEvents } from '@kanga/core/bench';
import type { RunPlan } from '@kanga/core/job';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';
import { EventRepository } from './event.repository.js';

/** A run whose plan is frozen, with everything that happened to it. */
export interface StoredRun {
  plan: RunPlan;
  bench: RunningBench;
}

/** As many runs as are kept in memory: those of a busy shop, of which each is written to many times an hour. */
const MOST = 60;

/** Events of one part of a packed run: a part that is full never changes again. */
const PART = 2000;

interface KeptRun extends StoredRun {
  /** The number of its last entry in the database. */
  last: string | null;
  frozenAt: string;
  /** So often was a name taken out of what happened. */
  renamed: number;
  /** Its full parts, as far as anybody asked for them. */
  parts: PackedEvents[];
}

/** Runs in memory, in step with the database: what is added to one is found without reading all that came before it. */
@Injectable()
export class RunStore {
  /** The one that was asked for last comes last. */
  private readonly runs = new Map<string, KeptRun>();

  constructor(
    @Inject(DB) private readonly db: Knex,
    private readonly events: EventRepository,
  ) {}

  /** The run of a job; null while it has no plan. What is kept is held against the last entry in the database. */
  async of(jobId: string, db: Knex = this.db): Promise<StoredRun | null> {
    const row = await db('run_plan')
      .where({ job_id: jobId })
      .first<{ frozen_at: Date; renamed: number; last: string | null } | undefined>(
        'frozen_at',
        'renamed',
        db.raw('(SELECT max(seq) FROM bench_event WHERE job_id = run_plan.job_id)::text AS last'),
      );
    if (!row) {
      this.runs.delete(jobId);
      return null;
    }
    const kept = this.runs.get(jobId);
    const frozenAt = row.frozen_at.toISOString();
    if (kept?.last === row.last && kept.frozenAt === frozenAt && kept.renamed === row.renamed) {
      this.keep(jobId, kept);
      return kept;
    }
    const body = await db('run_plan').where({ job_id: jobId }).first<{ body: RunPlan } | undefined>('body');
    if (!body) return null;
    const plan = body.body;
    const bench = new RunningBench(plan, await this.events.of(jobId, db));
    const run = { plan, bench, last: row.last, frozenAt, renamed: row.renamed, parts: [] };
    this.keep(jobId, run);
    return run;
  }

  private keep(jobId: string, run: KeptRun): void {
    this.runs.delete(jobId);
    this.runs.set(jobId, run);
    const [oldest] = this.runs.keys();
    if (this.runs.size > MOST && oldest !== undefined) this.runs.delete(oldest);
  }

  /** What happened to a run, in parts for a screen; undefined when it is not kept (any more). */
  packed(jobId: string): PackedEvents[] | undefined {
    const run = this.runs.get(jobId);
    if (!run) return undefined;
    const { parts, bench } = run;
    while ((parts.length + 1) * PART <= bench.events.length)
      parts.push(packEvents(bench.events.slice(parts.length * PART, (parts.length + 1) * PART)));
    return [...parts, packEvents(bench.events.slice(parts.length * PART))];
  }

  /** After something was added to it: the number of its last entry. */
  took(jobId: string, last: string): void {
    const run = this.runs.get(jobId);
    if (run) run.last = last;
  }

  /** After something went wrong half way: it is read again. */
  forget(jobId: string): void {
    this.runs.delete(jobId);
  }
}
