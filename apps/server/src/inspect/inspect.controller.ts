import { Controller, Get, HttpCode, Param, Post } from '@nestjs/common';
import type { JobFile } from '@kanga/core/job';
import { idSchema } from '@kanga/contract/finding';
import type { LogEntry } from '@kanga/contract/job';
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

  @Get('log')
  log(): Promise<LogEntry[]> {
    return this.inspect.log();
  }
}
