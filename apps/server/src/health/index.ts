export { HealthModule } from './health.module.js';
