import { Injectable } from '@nestjs/common';
import { runPlanOf } from '@kanga/core/job';
import { pieceAddress } from '@kanga/core/sheet';
import { dayIn } from '@kanga/core/units';
import { refuse } from '../http/index.js';
import { JobService } from '../job/index.js';
import { DocumentMaker, task } from '../process/index.js';
import { ShopService } from '../shop/index.js';
import type { makePressCard } from './press-card.js';

const CARD = task<typeof makePressCard>(new URL('./press-card.js', import.meta.url), 'makePressCard');

@Injectable()
export class CardService {
  constructor(
    private readonly jobs: JobService,
    private readonly shop: ShopService,
    private readonly documents: DocumentMaker,
  ) {}

  /** The press card of a job: of the plan as it was frozen, or as it stands while nobody has gone to the press. */
  async card(id: string, origin: string): Promise<{ name: string; data: Buffer }> {
    const [view, { settings }] = await Promise.all([this.jobs.view(id), this.shop.read()]);
    const plan = view.plan ?? runPlanOf(view, dayIn(settings.timeZone, new Date().toISOString()));
    const [side] = plan?.blank.sides ?? [];
    if (!plan || !side || !view.template)
      throw refuse(409, 'card.no-plan', 'There is no plan for a press card yet', 'Choose a blank first.');
    const { job } = view;
    return {
      name: `kanga-job-${job.number}-press-card.pdf`,
      data: await this.documents.make(CARD, {
        shop: settings.shopName,
        title: `${job.number}  ${job.name}`,
        pieces: plan.pieces,
        plan,
        side,
        template: view.template,
        findings: view.findings.stack.filter(({ severity }) => severity !== 'note'),
        address: pieceAddress(origin, job.number, 1),
        units: settings.units,
        calendar: { dates: settings.dates, timeZone: settings.timeZone },
      }),
    };
  }
}
