export { LiveModule } from './live.module.js';
export { Live } from './live.service.js';
export { OtherServers } from './other-servers.js';
export type { PressOrder } from './said.js';
