import { Body, Controller, Get, Param, Post, Put } from '@nestjs/common';
import type { Waiver } from '@kanga/core/finding';
import type { Approval, JobChange, JobFile } from '@kanga/core/job';
import { idSchema, newWaiverSchema } from '@kanga/contract/finding';
import { jobChangeSchema, newApprovalSchema, newJobSchema, type JobSummary, type NewJob } from '@kanga/contract/job';
import { Valid } from '../http/index.js';
import { JobService } from './job.service.js';

@Controller('api/jobs')
export class JobController {
  constructor(private readonly jobs: JobService) {}

  @Get()
  list(): Promise<JobSummary[]> {
    return this.jobs.list();
  }

  @Post()
  open(@Body(new Valid(newJobSchema)) sent: NewJob): Promise<JobFile> {
    return this.jobs.open(sent);
  }

  @Get(':id')
  file(@Param('id', new Valid(idSchema)) id: string): Promise<JobFile> {
    return this.jobs.file(id);
  }

  @Put(':id')
  save(
    @Param('id', new Valid(idSchema)) id: string,
    @Body(new Valid(jobChangeSchema)) change: JobChange,
  ): Promise<JobFile> {
    return this.jobs.save(id, change);
  }

  @Post(':id/waivers')
  waive(
    @Param('id', new Valid(idSchema)) id: string,
    @Body(new Valid(newWaiverSchema)) waiver: Pick<Waiver, 'code' | 'reason'>,
  ): Promise<JobFile> {
    return this.jobs.waive(id, waiver);
  }

  @Post(':id/approval')
  approve(
    @Param('id', new Valid(idSchema)) id: string,
    @Body(new Valid(newApprovalSchema)) sent: Pick<Approval, 'by' | 'fingerprint'>,
  ): Promise<JobFile> {
    return this.jobs.approve(id, sent);
  }
}
