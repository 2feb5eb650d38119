export {
  archiveSchema,
  jobChangeSchema,
  jobFileSchema,
  type JobList,
  type JobPage,
  jobPageSchema,
  type JobsQuery,
  jobsQuerySchema,
  type JobSummary,
  jobSummarySchema,
  newApprovalSchema,
  type NewJob,
  newJobSchema,
  packedJobFileSchema,
  repeatSchema,
} from './job.js';
export { runPlanSchema } from './run-plan.js';
export { type Ticket, ticketSchema } from './ticket.js';
export { type LogEntry, logExportSchema, type LogPage, logPageSchema, type LogQuery, logQuerySchema } from './log.js';
export { type BlankBefore, isBefore, upgradeBlank, upgradePlan, upgradeTicket } from './upgrade.js';
