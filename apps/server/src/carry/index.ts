/** The whole shop out into a folder of open formats, and in again. One job alone is a ticket (job); everything at once, byte for byte, is a backup. */
export { CarryModule } from './carry.module.js';
export { CarryOutService } from './carry-out.service.js';
export { CarryInService } from './carry-in.service.js';
