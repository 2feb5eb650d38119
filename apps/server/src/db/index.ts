export * from './knex.js';
export * from './db.module.js';
export * from './migrate.js';
