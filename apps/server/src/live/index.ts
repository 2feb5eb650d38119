export { LiveModule } from './live.module.js';
export { Live } from './live.service.js';
