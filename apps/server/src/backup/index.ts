/** The server's way to the shop's backups, which `./kanga backup` makes: it asks for one, and tells of those there are. */
export { BackupModule } from './backup.module.js';
export { BackupService } from './backup.service.js';
