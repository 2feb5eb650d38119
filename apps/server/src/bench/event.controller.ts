import { Body, Controller, Get, HttpCode, Param, Post, Query } from '@nestjs/common';
import type { BenchEvent } from '@kanga/core/bench';
import { newEventsSchema, sinceSchema, type Happened } from '@kanga/contract/bench';
import { idSchema } from '@kanga/contract/finding';
import { Valid } from '../http/index.js';
import { JobService } from '../job/index.js';

@Controller('api/jobs/:id/events')
export class EventController {
  constructor(private readonly jobs: JobService) {}

  @Get()
  since(
    @Param('id', new Valid(idSchema)) id: string,
    @Query(new Valid(sinceSchema)) { since = '0' }: { since?: string },
  ): Promise<Happened> {
    return this.jobs.happened(id, Number(since));
  }

  @Post()
  @HttpCode(200)
  record(
    @Param('id', new Valid(idSchema)) id: string,
    @Body(new Valid(newEventsSchema)) body: { events: BenchEvent[]; since?: number },
  ): Promise<Happened> {
    return this.jobs.record(id, body.events, body.since);
  }
}
