import { Module } from '@nestjs/common';
import { JobModule } from '../job/index.js';
import { PlanController } from './plan.controller.js';
import { PlanService } from './plan.service.js';

@Module({ imports: [JobModule], controllers: [PlanController], providers: [PlanService] })
export class StackModule {}
