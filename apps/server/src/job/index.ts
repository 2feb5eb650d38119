export * from './job.module.js';
export * from './job.service.js';
export * from './job.repository.js';
export * from './event.repository.js';
export * from './pressing.repository.js';
export * from './recipe.repository.js';
export * from './result.repository.js';
export * from './ticket.service.js';
