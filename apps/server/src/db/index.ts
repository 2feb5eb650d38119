export { asAuthor, type Author } from './acting.js';
export { DB } from './knex.js';
export { DbModule } from './db.module.js';
export { everyEntry, everyRow, type ListOrder, narrowToWords, pageOf } from './listing.js';
export { migrate, whenThere } from './migrate.js';
