export * from './knex.js';
export * from './db.module.js';
