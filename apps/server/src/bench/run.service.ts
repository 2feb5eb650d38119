import { Injectable } from '@nestjs/common';
import { allPressed, type BenchEvent } from '@kanga/core/bench';
import type { Happened } from '@kanga/contract/bench';
import type { Knex } from 'knex';
import { refuse } from '../http/index.js';
import { Turns } from '../process/index.js';
import { closedRefusal, JobRepository, JobService } from '../job/index.js';
import { Live } from '../live/index.js';
import { EventRepository, PressingRepository, ResultRepository, RunStore } from '../run/index.js';
import { misfit } from './misfit.js';

const tail = (events: readonly BenchEvent[], since: number): Happened => {
  const from = Math.min(since, events.length);
  return { from, events: events.slice(from) };
};

/** What happens to runs at the press: told, kept, and counted. */
@Injectable()
export class RunService {
  constructor(
    private readonly jobs: JobService,
    private readonly rows: JobRepository,
    private readonly events: EventRepository,
    private readonly pressings: PressingRepository,
    private readonly results: ResultRepository,
    private readonly runs: RunStore,
    private readonly live: Live,
    private readonly turns: Turns,
  ) {}

  /** What happened at the press, oldest first, from an entry on. Screens ask for it whenever their live line was cut: nothing else is read for it. */
  async happened(id: string, since: number): Promise<Happened> {
    const run = await this.runs.of(id);
    if (!run) await this.jobs.job(id);
    return tail(run?.bench.events ?? [], since);
  }

  /** Adds events of the press to a job whose plan is frozen, and gives what the sender does not know yet: all from `since` on, or else what is new. */
  record(id: string, sent: readonly BenchEvent[], since?: number): Promise<Happened> {
    return this.turns.first(() => this.keep(id, sent, since));
  }

  private async keep(id: string, sent: readonly BenchEvent[], since?: number): Promise<Happened> {
    try {
      const { told, message } = await this.rows.transaction(async (trx) => {
        const { told, news } = await this.take(id, sent, since, trx);
        const message = news.events.length > 0 ? ({ kind: 'run', jobId: id, ...news } as const) : null;
        if (message) await this.live.publishElsewhere(message, trx);
        return { told, message };
      });
      if (message) this.live.publishHere(message);
      return told;
    } catch (error) {
      this.runs.forget(id);
      throw error;
    }
  }

  private async take(
    id: string,
    sent: readonly BenchEvent[],
    since: number | undefined,
    trx: Knex.Transaction,
  ): Promise<{ told: Happened; news: Happened }> {
    const job = await this.jobs.job(id, trx, true);
    const run = await this.runs.of(id, trx);
    const seen = new Set<string>();
    const fresh = sent.filter((event) => !run?.bench.has(event.id) && !seen.has(event.id) && seen.add(event.id));
    const from = run?.bench.events.length ?? 0;
    const told = () => tail(run?.bench.events ?? [], since ?? from);
    if (fresh.length === 0) return { told: told(), news: { from, events: [] } };
    if (job.status === 'closed') throw closedRefusal(job);
    if (!run)
      throw refuse(
        409,
        'bench.no-plan',
        `Job ${job.number} is not at the press`,
        'Start it at the press from the stack first.',
      );
    const wrong = misfit(run.plan, fresh, Date.now());
    if (wrong) throw wrong;
    const elsewhere = await this.events.elsewhere(id, fresh, trx);
    if (elsewhere !== null)
      throw refuse(409, 'bench.other-job', `The entry ${elsewhere} is one of another job`, 'Reload the press screen.');
    const last = await this.events.add(id, fresh, trx);
    const beds = run.bench.add(fresh);
    this.runs.took(id, last);
    const { state } = run.bench;
    await this.pressings.press(job, run.plan, state, beds, trx);
    if (job.reached === 'press' && allPressed(state)) await this.rows.pressedThrough(id, trx);
    const judged = (bed: number) => state.beds[bed]?.pieces.some((piece) => state.verdicts[piece]) ?? false;
    // Nothing came of a run of which nothing was ever judged; and what a swatch is worth is read off it.
    if (job.study) return { told: told(), news: { from, events: fresh } };
    if (
      fresh.some(({ kind }) => kind === 'verdict' || kind === 'undo' || kind === 'swap') ||
      [...(beds ?? [])].some(judged)
    )
      await this.results.keep(id, run.plan, state, trx);
    return { told: told(), news: { from, events: fresh } };
  }
}
