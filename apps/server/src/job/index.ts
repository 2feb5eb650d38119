export * from './job.module.js';
export * from './job.service.js';
export * from './job.repository.js';
export * from './ticket.service.js';
