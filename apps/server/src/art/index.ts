export { ArtModule } from './art.module.js';
export { ArtService } from './art.service.js';
export { type Spooled, spoolTo, withSpoolFile, withSpoolFolder } from './spool.js';
