import { Injectable } from '@nestjs/common';
import type { Batch } from '@kanga/core/inspect';
import { blocksUpTo, runPlanOf, type JobView, type RunPlan } from '@kanga/core/job';
import { blankItem, inkItem, paperItem } from '@kanga/core/stock';
import { Refusal } from '../http/index.js';
import { JobRepository, JobService } from '../job/index.js';
import { Live } from '../live/index.js';
import { StockLedger } from '../stock/index.js';

@Injectable()
export class PlanService {
  constructor(
    private readonly jobs: JobService,
    private readonly repository: JobRepository,
    private readonly live: Live,
    private readonly stock: StockLedger,
  ) {}

  /** Freezes the plan as it stands and moves the job to the press. Frozen already: gives that plan. Stops that nobody waived refuse it. */
  async freeze(id: string): Promise<RunPlan> {
    const view = await this.jobs.view(id);
    if (view.plan) return view.plan;
    const blocks = blocksUpTo(view, 'stack');
    const planned = runPlanOf(view, new Date().toISOString());
    const plan = planned && { ...planned, ...(await this.batchesOf(view)) };
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

  /** The batches that are in use now of what a job is made of, as far as anybody wrote them down. */
  private async batchesOf({ job, media, printer }: JobView): Promise<Pick<RunPlan, 'batches'>> {
    const levels = await this.stock.levels();
    const of = (thing: Batch['thing'], item: string | null) => {
      const batch = (item === null ? undefined : levels.get(item)?.batch) ?? '';
      return batch === '' ? [] : [{ thing, batch }];
    };
    const inks = printer?.inks.flatMap(({ name }) => of('ink', inkItem(printer.id, name))) ?? [];
    const used = [
      ...of('blank', job.blankId === null ? null : blankItem(job.blankId)),
      ...of('paper', media && paperItem(media.id)),
      ...inks.filter(({ batch }, i) => inks.findIndex((one) => one.batch === batch) === i),
    ];
    if (used.length === 0) return {};
    const known = await this.repository.batchesKnown(used);
    return { batches: used.map((one, i) => ({ ...one, fresh: known[i] !== true })) };
  }
}
