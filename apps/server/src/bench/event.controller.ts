import { Body, Controller, Param, Query } from '@nestjs/common';
import type { BenchEvent } from '@kanga/core/bench';
import { newEventsSchema, sinceSchema, type Happened } from '@kanga/contract/bench';
import { idSchema } from '@kanga/contract/finding';
import { Route, Valid } from '../http/index.js';
import { RunService } from './run.service.js';

@Controller()
export class EventController {
  constructor(private readonly runs: RunService) {}

  @Route('events')
  since(
    @Param('id', new Valid(idSchema)) id: string,
    @Query(new Valid(sinceSchema)) { since = '0' }: { since?: string },
  ): Promise<Happened> {
    return this.runs.happened(id, Number(since));
  }

  @Route('addEvents')
  record(
    @Param('id', new Valid(idSchema)) id: string,
    @Body(new Valid(newEventsSchema)) body: { events: BenchEvent[]; since?: number },
  ): Promise<Happened> {
    return this.runs.record(id, body.events, body.since);
  }
}
