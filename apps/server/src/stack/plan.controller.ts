import { Controller, Param, Req, Res } from '@nestjs/common';
import type { RunPlan } from '@kanga/core/job';
import type { Proven } from '@kanga/core/stack';
import { idSchema } from '@kanga/contract/finding';
import type { Request, Response } from 'express';
import { originOf, Route, Valid } from '../http/index.js';
import { ResultRepository } from '../run/index.js';
import { CardService } from './card.service.js';
import { PlanService } from './plan.service.js';

@Controller()
export class PlanController {
  constructor(
    private readonly plans: PlanService,
    private readonly cards: CardService,
  ) {}

  @Route('freezePlan')
  freeze(@Param('id', new Valid(idSchema)) id: string): Promise<RunPlan> {
    return this.plans.freeze(id);
  }

  @Route('pressCard')
  async card(
    @Param('id', new Valid(idSchema)) id: string,
    @Req() request: Request,
    @Res() response: Response,
  ): Promise<void> {
    const { name, data } = await this.cards.card(id, originOf(request));
    response.type('application/pdf').attachment(name).send(Buffer.from(data));
  }
}

@Controller()
export class ProvenController {
  constructor(private readonly results: ResultRepository) {}

  @Route('proven')
  list(): Promise<Proven[]> {
    return this.results.proven();
  }
}
