export { LiveModule } from './live.module.js';
export { Live } from './live.service.js';
export { OtherServers, type PressOrder } from './other-servers.js';
