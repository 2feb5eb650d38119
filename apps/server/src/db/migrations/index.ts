import type { Knex } from 'knex';
import * as first from './0001-first.js';
import * as sides from './0002-sides.js';
import * as proofProfile from './0003-proof-profile.js';
import * as sheets from './0004-sheets.js';
import * as pressChecks from './0005-press-checks.js';
import * as houseRules from './0006-house-rules.js';
import * as pressPlans from './0007-press-plans.js';
import * as bench from './0008-bench.js';
import * as places from './0009-places.js';
import * as kept from './0010-kept.js';
import * as evidence from './0011-evidence.js';
import * as numbers from './0012-numbers.js';
import * as guidance from './0013-guidance.js';
import * as studies from './0014-studies.js';
import * as orders from './0015-orders.js';
import * as stock from './0016-stock.js';
import * as pack from './0017-pack.js';
import * as day from './0018-day.js';
import * as plateRates from './0019-plate-rates.js';
import * as lists from './0020-lists.js';
import * as people from './0021-people.js';
import * as signIns from './0022-sign-ins.js';

const MIGRATIONS: Record<string, Knex.Migration> = {
  '0001-first': first,
  '0002-sides': sides,
  '0003-proof-profile': proofProfile,
  '0004-sheets': sheets,
  '0005-press-checks': pressChecks,
  '0006-house-rules': houseRules,
  '0007-press-plans': pressPlans,
  '0008-bench': bench,
  '0009-places': places,
  '0010-kept': kept,
  '0011-evidence': evidence,
  '0012-numbers': numbers,
  '0013-guidance': guidance,
  '0014-studies': studies,
  '0015-orders': orders,
  '0016-stock': stock,
  '0017-pack': pack,
  '0018-day': day,
  '0019-plate-rates': plateRates,
  '0020-lists': lists,
  '0021-people': people,
  '0022-sign-ins': signIns,
};

/** The migrations in order, forward only; Knex runs each in a transaction of its own. */
export const migrationSource: Knex.MigrationSource<string> = {
  getMigrations: () => Promise.resolve(Object.keys(MIGRATIONS)),
  getMigrationName: (name) => name,
  getMigration: (name) => {
    const migration = MIGRATIONS[name];
    return migration ? Promise.resolve(migration) : Promise.reject(new Error(`no migration named ${name}`));
  },
};
