import { Module } from '@nestjs/common';
import { ArtModule } from '../art/index.js';
import { BlankModule } from '../blank/index.js';
import { LiveModule } from '../live/index.js';
import { ShopModule } from '../shop/index.js';
import { ActualRepository } from './actual.repository.js';
import { EventRepository } from './event.repository.js';
import { JobController } from './job.controller.js';
import { JobRepository } from './job.repository.js';
import { JobService } from './job.service.js';
import { PressingRepository } from './pressing.repository.js';
import { RecipeRepository } from './recipe.repository.js';
import { Recount } from './recount.js';
import { ResultRepository } from './result.repository.js';
import { RunStore } from './run-store.js';
import { TicketController } from './ticket.controller.js';
import { TicketService } from './ticket.service.js';

@Module({
  imports: [ArtModule, BlankModule, LiveModule, ShopModule],
  controllers: [TicketController, JobController],
  providers: [
    JobService,
    JobRepository,
    ActualRepository,
    EventRepository,
    Recount,
    RunStore,
    PressingRepository,
    RecipeRepository,
    ResultRepository,
    TicketService,
  ],
  exports: [
    TicketService,
    JobService,
    JobRepository,
    ActualRepository,
    EventRepository,
    PressingRepository,
    RecipeRepository,
    ResultRepository,
  ],
})
export class JobModule {}
