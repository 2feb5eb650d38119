import { randomUUID } from 'node:crypto';
import { Injectable, Logger } from '@nestjs/common';
import { benchState } from '@kanga/core/bench';
import { changeOf, runPlanOf } from '@kanga/core/job';
import { JobRepository, JobService } from '../job/index.js';
import { EventRepository, PressingRepository, ResultRepository } from '../run/index.js';
import { pressedEvents } from './jobs-data.js';

/** Presses jobs of the demo shop as if somebody had. */
@Injectable()
export class DemoPress {
  private readonly logger = new Logger(DemoPress.name);

  constructor(
    private readonly jobs: JobRepository,
    private readonly jobService: JobService,
    private readonly events: EventRepository,
    private readonly pressings: PressingRepository,
    private readonly results: ResultRepository,
  ) {}

  /** Presses a job from a moment on (ms), judges its pieces, and closes it where that is wanted; `spoiled`: the piece that was, from 0. */
  async job(
    id: string,
    { began, spoiled, close }: { began: number; spoiled: number | null; close: boolean },
  ): Promise<void> {
    const view = await this.jobService.view(id);
    const plan = runPlanOf(view, new Date(began).toISOString());
    if (!plan) {
      this.logger.warn(`the demo job ${view.job.name} could not be pressed`);
      return;
    }
    await this.jobs.transaction(async (trx) => {
      await this.jobs.freeze(id, plan, trx);
      const events = pressedEvents(plan, began, randomUUID, spoiled);
      await this.events.add(id, events, trx);
      const state = benchState(plan, events);
      await this.pressings.keep(view.job, plan, state, null, trx);
      await this.results.keep(id, plan, state, trx);
      if (close) await this.jobs.close(id, trx);
      else await this.jobs.save(id, { ...changeOf(await this.jobService.job(id, trx)), reached: 'inspect' }, trx);
    });
  }
}
