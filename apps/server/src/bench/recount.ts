import { Injectable, Logger, type OnApplicationBootstrap } from '@nestjs/common';
import { JobRepository } from '../job/index.js';
import { ResultRepository, RunStore } from '../run/index.js';

/** Counts anew, once and beside the work of the day, what was counted before it was asked whether pieces were pressed as planned. */
@Injectable()
export class Recount implements OnApplicationBootstrap {
  private readonly logger = new Logger('recount');

  constructor(
    private readonly jobs: JobRepository,
    private readonly runs: RunStore,
    private readonly results: ResultRepository,
  ) {}

  onApplicationBootstrap(): void {
    this.all().catch((error: unknown) => {
      // What is not counted proves nothing; it is tried again at the next start.
      this.logger.warn(`what came of former runs could not be counted anew: ${String(error)}`);
    });
  }

  async all(): Promise<void> {
    for (const id of await this.results.uncounted())
      await this.jobs.transaction(async (trx) => {
        await this.jobs.find(id, trx, true);
        const run = await this.runs.of(id, trx);
        if (run) await this.results.keep(id, run.plan, run.bench.state, trx);
      });
  }
}
