import { Module } from '@nestjs/common';
import { ArtModule } from '../art/index.js';
import { BlankModule } from '../blank/index.js';
import { LiveModule } from '../live/index.js';
import { RunModule } from '../run/index.js';
import { ShopModule } from '../shop/index.js';
import { JobController } from './job.controller.js';
import { JobListRepository } from './job-list.repository.js';
import { JobRepository } from './job.repository.js';
import { JobService } from './job.service.js';
import { TicketController } from './ticket.controller.js';
import { TicketService } from './ticket.service.js';

@Module({
  imports: [ArtModule, BlankModule, LiveModule, RunModule, ShopModule],
  controllers: [TicketController, JobController],
  providers: [JobService, JobRepository, JobListRepository, TicketService],
  exports: [TicketService, JobService, JobRepository],
})
export class JobModule {}
