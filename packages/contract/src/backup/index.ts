/** What is told of the shop's backups. The file itself is described in docs/formats/backup.md. */
export { backupsSchema, type DemoReset, demoResetSchema } from './backup.js';
