import { Injectable } from '@nestjs/common';
import { runPlanOf } from '@kanga/core/job';
import { codeOf, pieceAddress } from '@kanga/core/sheet';
import { unitPrinter } from '@kanga/core/units';
import { refuse } from '../http/index.js';
import { JobService } from '../job/index.js';
import { ShopService } from '../shop/index.js';
import { pressCardPdf } from './press-card.js';

@Injectable()
export class CardService {
  constructor(
    private readonly jobs: JobService,
    private readonly shop: ShopService,
  ) {}

  /** The press card of a job: of the plan as it was frozen, or as it stands while nobody has gone to the press. */
  async card(id: string, origin: string): Promise<{ name: string; data: Uint8Array }> {
    const [view, { settings }] = await Promise.all([this.jobs.view(id), this.shop.read()]);
    const plan = view.plan ?? runPlanOf(view, new Date().toISOString());
    const [side] = plan?.blank.sides ?? [];
    if (!plan || !side || !view.template)
      throw refuse(409, 'card.no-plan', 'There is no plan for a press card yet', 'Choose a blank first.');
    const { job } = view;
    return {
      name: `kanga-job-${job.number}-press-card.pdf`,
      data: await pressCardPdf({
        shop: settings.shopName,
        title: `${job.number}  ${job.name}`,
        pieces: plan.pieces,
        plan,
        side,
        template: view.template,
        findings: view.findings.stack.filter(({ severity }) => severity !== 'note'),
        code: codeOf(pieceAddress(origin, job.number, 1)),
        print: unitPrinter(settings.units, settings),
      }),
    };
  }
}
