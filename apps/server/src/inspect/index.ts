export { InspectModule } from './inspect.module.js';
export { LogRepository } from './log.repository.js';
export { asCsv, asJson } from './log-table.js';
