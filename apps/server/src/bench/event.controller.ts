import { Body, Controller, Param, Query } from '@nestjs/common';
import type { BenchEvent } from '@kanga/core/bench';
import { newEventsSchema, sinceSchema, type Happened } from '@kanga/contract/bench';
import { idSchema } from '@kanga/contract/finding';
import { Route, Valid } from '../http/index.js';
import { JobService } from '../job/index.js';

@Controller()
export class EventController {
  constructor(private readonly jobs: JobService) {}

  @Route('events')
  since(
    @Param('id', new Valid(idSchema)) id: string,
    @Query(new Valid(sinceSchema)) { since = '0' }: { since?: string },
  ): Promise<Happened> {
    return this.jobs.happened(id, Number(since));
  }

  @Route('addEvents')
  record(
    @Param('id', new Valid(idSchema)) id: string,
    @Body(new Valid(newEventsSchema)) body: { events: BenchEvent[]; since?: number },
  ): Promise<Happened> {
    return this.jobs.record(id, body.events, body.since);
  }
}
