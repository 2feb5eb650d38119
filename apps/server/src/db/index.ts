export { DB } from './knex.js';
export { DbModule } from './db.module.js';
export { migrate } from './migrate.js';
