/** What is known of the shop's backups, and what is to be said of them. How they are made is none of its business. */
export type { Backup, Backups } from './backup.js';
export { checkBackups } from './check.js';
