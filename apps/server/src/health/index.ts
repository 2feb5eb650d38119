export { HealthModule } from './health.module.js';
export { Metrics } from './metrics.js';
