import { Controller, Header, Param, Query } from '@nestjs/common';
import type { JobFile } from '@kanga/core/job';
import { idSchema } from '@kanga/contract/finding';
import { outcomesQuerySchema } from '@kanga/contract/inspect';
import { Route, Valid } from '../http/index.js';
import { InspectService } from './inspect.service.js';

@Controller()
export class InspectController {
  constructor(private readonly inspect: InspectService) {}

  @Route('closeJob')
  close(@Param('id', new Valid(idSchema)) id: string): Promise<JobFile> {
    return this.inspect.close(id);
  }

  /** What came of the runs of so many days, for the fallout. */
  @Route('outcomes')
  @Header('content-type', 'application/json; charset=utf-8')
  outcomes(@Query(new Valid(outcomesQuerySchema)) { days }: { days: string }): Promise<string> {
    return this.inspect.outcomes(Number(days));
  }
}
