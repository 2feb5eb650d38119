import { Body, Controller, Get, HttpCode, Param, Post } from '@nestjs/common';
import type { BenchEvent } from '@kanga/core/bench';
import { newEventsSchema } from '@kanga/contract/bench';
import { idSchema } from '@kanga/contract/finding';
import { Valid } from '../http/index.js';
import { JobService } from '../job/index.js';

@Controller('api/jobs/:id/events')
export class EventController {
  constructor(private readonly jobs: JobService) {}

  @Get()
  all(@Param('id', new Valid(idSchema)) id: string): Promise<BenchEvent[]> {
    return this.jobs.happened(id);
  }

  @Post()
  @HttpCode(200)
  record(
    @Param('id', new Valid(idSchema)) id: string,
    @Body(new Valid(newEventsSchema)) body: { events: BenchEvent[] },
  ): Promise<BenchEvent[]> {
    return this.jobs.record(id, body.events);
  }
}
