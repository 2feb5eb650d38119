import { Body, Controller, Param, Query } from '@nestjs/common';
import type { Waiver } from '@kanga/core/finding';
import type { Approval, JobChange, JobFile, PackedJobFile, Repeat } from '@kanga/core/job';
import { idSchema, newWaiverSchema } from '@kanga/contract/finding';
import {
  archiveSchema,
  jobChangeSchema,
  jobsQuerySchema,
  newApprovalSchema,
  newJobSchema,
  repeatSchema,
  type JobPage,
  type JobsQuery,
  type JobSummary,
  type NewJob,
} from '@kanga/contract/job';
import { Route, Valid } from '../http/index.js';
import { JobService } from './job.service.js';

@Controller()
export class JobController {
  constructor(private readonly jobs: JobService) {}

  @Route('jobs')
  list(@Query(new Valid(jobsQuerySchema)) asked: JobsQuery): Promise<JobPage> {
    return this.jobs.list(asked);
  }

  @Route('addJob')
  open(@Body(new Valid(newJobSchema)) sent: NewJob): Promise<JobFile> {
    return this.jobs.open(sent);
  }

  @Route('job')
  file(@Param('id', new Valid(idSchema)) id: string): Promise<JobFile> {
    return this.jobs.file(id);
  }

  @Route('packedJob')
  packed(@Param('id', new Valid(idSchema)) id: string): Promise<PackedJobFile> {
    return this.jobs.packed(id);
  }

  @Route('changeJob')
  save(
    @Param('id', new Valid(idSchema)) id: string,
    @Body(new Valid(jobChangeSchema)) change: JobChange,
  ): Promise<JobFile> {
    return this.jobs.save(id, change);
  }

  /** Puts a job away, out of the lists, or takes it out again. */
  @Route('archiveJob')
  archive(
    @Param('id', new Valid(idSchema)) id: string,
    @Body(new Valid(archiveSchema)) { archived }: { archived: boolean },
  ): Promise<JobSummary> {
    return this.jobs.putAway(id, 'archived_at', archived);
  }

  /** Deletes a job; for a time it can be taken back. */
  @Route('deleteJob')
  remove(@Param('id', new Valid(idSchema)) id: string): Promise<JobSummary> {
    return this.jobs.putAway(id, 'deleted_at', true);
  }

  @Route('undeleteJob')
  undelete(@Param('id', new Valid(idSchema)) id: string): Promise<JobSummary> {
    return this.jobs.putAway(id, 'deleted_at', false);
  }

  /** Opens a job that does this one again, or some of its pieces. */
  @Route('repeatJob')
  repeat(
    @Param('id', new Valid(idSchema)) id: string,
    @Body(new Valid(repeatSchema)) wanted: Repeat,
  ): Promise<JobFile> {
    return this.jobs.repeat(id, wanted);
  }

  @Route('waive')
  waive(
    @Param('id', new Valid(idSchema)) id: string,
    @Body(new Valid(newWaiverSchema)) waiver: Pick<Waiver, 'code' | 'reason'>,
  ): Promise<JobFile> {
    return this.jobs.waive(id, waiver);
  }

  @Route('approve')
  approve(
    @Param('id', new Valid(idSchema)) id: string,
    @Body(new Valid(newApprovalSchema)) sent: Pick<Approval, 'by' | 'fingerprint'>,
  ): Promise<JobFile> {
    return this.jobs.approve(id, sent);
  }
}
