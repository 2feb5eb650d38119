import { Injectable } from '@nestjs/common';
import { blocksUpTo, runPlanOf, type RunPlan } from '@kanga/core/job';
import { Refusal } from '../http/index.js';
import { JobRepository, JobService } from '../job/index.js';
import { Live } from '../live/index.js';

@Injectable()
export class PlanService {
  constructor(
    private readonly jobs: JobService,
    private readonly repository: JobRepository,
    private readonly live: Live,
  ) {}

  /** Freezes the plan as it stands and moves the job to the press. Frozen already: gives that plan. Stops that nobody waived refuse it. */
  async freeze(id: string): Promise<RunPlan> {
    const view = await this.jobs.view(id);
    if (view.plan) return view.plan;
    const blocks = blocksUpTo(view, 'stack');
    const plan = runPlanOf(view, new Date().toISOString());
    if (blocks.length > 0 || !plan) {
      throw new Refusal(409, {
        code: 'plan.stopped',
        title: `${blocks.length} ${blocks.length === 1 ? 'thing stops' : 'things stop'} this job from going to the press`,
        remedy: 'Mend each, or waive it knowingly, then start again.',
        faults: blocks.map((block) => ({ field: block.code, message: `${block.title}. ${block.remedy}` })),
      });
    }
    const frozen = await this.repository.transaction(async (trx) => {
      // Two screens at once: the first freezes, the second gets the same plan.
      await this.jobs.job(id, trx, true);
      const meanwhile = await this.repository.plan(id, trx);
      if (meanwhile) return meanwhile;
      await this.repository.freeze(id, plan, trx);
      await this.repository.reach(id, 'press', trx);
      return plan;
    });
    this.live.publish({ kind: 'runs' });
    return frozen;
  }
}
