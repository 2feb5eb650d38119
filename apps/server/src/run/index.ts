export { RunModule } from './run.module.js';
export { ActualRepository, type PressingKey } from './actual.repository.js';
export { EventRepository } from './event.repository.js';
export { PlateRatesRepository } from './plate-rates.repository.js';
export { PressingRepository } from './pressing.repository.js';
export { ResultRepository } from './result.repository.js';
export { RunStore } from './run-store.js';
