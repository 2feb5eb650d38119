import { Injectable } from '@nestjs/common';
import { allPressed, benchState } from '@kanga/core/bench';
import type { JobFile } from '@kanga/core/job';
import { refuse } from '../http/index.js';
import { JobRepository, JobService } from '../job/index.js';
import { EventRepository, ResultRepository } from '../run/index.js';
import { Live } from '../live/index.js';
import { ShopRepository } from '../shop/index.js';
import { ClothRepository } from './cloth.repository.js';

const DAY = 24 * 3600 * 1000;

@Injectable()
export class InspectService {
  constructor(
    private readonly jobs: JobService,
    private readonly repository: JobRepository,
    private readonly events: EventRepository,
    private readonly results: ResultRepository,
    private readonly live: Live,
    private readonly cloth: ClothRepository,
    private readonly shop: ShopRepository,
  ) {}

  /** Closes a job whose pieces are all pressed and judged. Closed already: nothing changes. */
  async close(id: string): Promise<JobFile> {
    await this.repository.transaction(async (trx) => {
      const job = await this.jobs.job(id, trx, true);
      if (job.status === 'closed') return;
      const plan = await this.repository.plan(id, trx);
      const state = plan && benchState(plan, await this.events.of(id, trx));
      if (!state || !allPressed(state))
        throw refuse(
          409,
          'job.not-pressed',
          `Job ${job.number} is not pressed to the end`,
          'Press or skip what is left, then inspect.',
        );
      const open = state.verdicts.filter((verdict) => verdict === null).length;
      if (open > 0)
        throw refuse(
          409,
          'job.not-inspected',
          `${open} ${open === 1 ? 'piece is' : 'pieces are'} not judged yet`,
          'Mark each piece good or spoiled first.',
        );
      const spoiled = state.verdicts.filter((verdict) => verdict?.verdict === 'spoiled').length;
      if (!job.study) await this.cloth.settle(id, plan, spoiled, trx);
      await this.repository.close(id, trx);
    });
    this.live.publish({ kind: 'runs' });
    return this.jobs.file(id);
  }

  /** As JSON. */
  async outcomes(days: number): Promise<string> {
    return this.results.outcomes(new Date(Date.now() - days * DAY).toISOString(), await this.shop.timeZone());
  }
}
