export { JobModule } from './job.module.js';
export { closedRefusal, JobService } from './job.service.js';
export { FIRST_ART } from './job-row.js';
export { JobRepository } from './job.repository.js';
export { TicketService } from './ticket.service.js';
