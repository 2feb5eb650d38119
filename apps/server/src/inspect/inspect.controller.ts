import { Controller, Get, Header, HttpCode, Param, Post, Query } from '@nestjs/common';
import type { JobFile } from '@kanga/core/job';
import { idSchema } from '@kanga/contract/finding';
import { outcomesQuerySchema } from '@kanga/contract/inspect';
import { Valid } from '../http/index.js';
import { InspectService } from './inspect.service.js';

@Controller('api')
export class InspectController {
  constructor(private readonly inspect: InspectService) {}

  @Post('jobs/:id/close')
  @HttpCode(200)
  close(@Param('id', new Valid(idSchema)) id: string): Promise<JobFile> {
    return this.inspect.close(id);
  }

  /** What came of the runs of so many days, for the fallout. */
  @Get('outcomes')
  @Header('content-type', 'application/json; charset=utf-8')
  outcomes(@Query(new Valid(outcomesQuerySchema)) { days }: { days: string }): Promise<string> {
    return this.inspect.outcomes(Number(days));
  }
}
