import { Controller, Param, Post } from '@nestjs/common';
import type { RunPlan } from '@kanga/core/job';
import { idSchema } from '@kanga/contract/finding';
import { Valid } from '../http/index.js';
import { PlanService } from './plan.service.js';

@Controller('api/jobs/:id/plan')
export class PlanController {
  constructor(private readonly plans: PlanService) {}

  @Post()
  freeze(@Param('id', new Valid(idSchema)) id: string): Promise<RunPlan> {
    return this.plans.freeze(id);
  }
}
