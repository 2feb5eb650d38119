import { Module } from '@nestjs/common';
import { ArtModule } from '../art/index.js';
import { BlankModule } from '../blank/index.js';
import { ShopModule } from '../shop/index.js';
import { EventRepository } from './event.repository.js';
import { JobController } from './job.controller.js';
import { JobRepository } from './job.repository.js';
import { JobService } from './job.service.js';
import { ResultRepository } from './result.repository.js';
import { TicketController } from './ticket.controller.js';
import { TicketService } from './ticket.service.js';

@Module({
  imports: [ArtModule, BlankModule, ShopModule],
  controllers: [TicketController, JobController],
  providers: [JobService, JobRepository, EventRepository, ResultRepository, TicketService],
  exports: [JobService, JobRepository, EventRepository, ResultRepository],
})
export class JobModule {}
