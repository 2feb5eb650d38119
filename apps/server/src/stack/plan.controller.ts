import { Controller, Get, Param, Post, Req, Res } from '@nestjs/common';
import type { RunPlan } from '@kanga/core/job';
import type { Proven } from '@kanga/core/stack';
import { idSchema } from '@kanga/contract/finding';
import type { Request, Response } from 'express';
import { Valid } from '../http/index.js';
import { ResultRepository } from '../job/index.js';
import { originOf } from '../sheet/index.js';
import { CardService } from './card.service.js';
import { PlanService } from './plan.service.js';

@Controller('api/jobs/:id')
export class PlanController {
  constructor(
    private readonly plans: PlanService,
    private readonly cards: CardService,
  ) {}

  @Post('plan')
  freeze(@Param('id', new Valid(idSchema)) id: string): Promise<RunPlan> {
    return this.plans.freeze(id);
  }

  @Get('press-card')
  async card(
    @Param('id', new Valid(idSchema)) id: string,
    @Req() request: Request,
    @Res() response: Response,
  ): Promise<void> {
    const { name, data } = await this.cards.card(id, originOf(request));
    response.type('application/pdf').attachment(name).send(Buffer.from(data));
  }
}

@Controller('api/proven')
export class ProvenController {
  constructor(private readonly results: ResultRepository) {}

  @Get()
  list(): Promise<Proven[]> {
    return this.results.proven();
  }
}
