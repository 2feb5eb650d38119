import { randomUUID } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';
import { refuse } from '../http/index.js';

/** So many may fail before the next one has to wait. */
const FREE = 5;
/** From one address more people sign in. */
const FREE_FROM_ADDRESS = 30;
/** The longest that anybody waits, s. */
const LONGEST = 900;
/** What failed so long ago no longer counts, s. */
const FORGOTTEN = 24 * 3600;

const freeOf = (scope: string): number => (scope.startsWith('from:') ? FREE_FROM_ADDRESS : FREE);

/**
 * Tries that failed, and how long the next one waits. What is counted is a device that is known, or else a name from devices that are not, and an address (OWASP, "Slow Down Online Guessing
 * Attacks with Device Cookies"): who tries somebody's passwords elsewhere does not keep them out of where they are known.
 */
@Injectable()
export class Attempts {
  constructor(@Inject(DB) private readonly db: Knex) {}

  /** Counts one try of each before it is made, so that many at once are counted as many; refuses when one has to wait. */
  async begin(scopes: readonly string[]): Promise<void> {
    for (const scope of scopes) {
      const wait = Math.ceil(await this.count(scope));
      if (wait > 0)
        throw refuse(
          429,
          'door.wait',
          `Too many tries that failed: the next one can be made in ${wait < 90 ? `${wait} seconds` : `${Math.ceil(wait / 60)} minutes`}`,
          'Wait so long. Where you have signed in before, only your own tries count. An owner who has forgotten the password gets a code by ./kanga code at the machine.',
        );
    }
  }

  /** Lets a try through and counts it, in one statement; or says how long it has to wait, s. */
  private async count(scope: string): Promise<number> {
    const mine = randomUUID();
    const wait = `CASE WHEN attempt.failed < :free THEN 0 ELSE least(:longest, 2 ^ least(30, attempt.failed - :free + 1)) END`;
    const waits = `attempt.last_at + make_interval(secs => ${wait}) > clock_timestamp()`;
    const { rows } = await this.db.raw<{ rows: { through: boolean; wait: number }[] }>(
      `INSERT INTO attempt VALUES (:scope, 1, clock_timestamp(), :mine) ON CONFLICT (scope) DO UPDATE SET
         failed = CASE WHEN attempt.last_at < now() - make_interval(secs => :forgotten) THEN 1 WHEN ${waits} THEN attempt.failed ELSE attempt.failed + 1 END,
         last_at = CASE WHEN ${waits} THEN attempt.last_at ELSE clock_timestamp() END,
         try = CASE WHEN ${waits} THEN attempt.try ELSE :mine END
       RETURNING try = :mine AS through, extract(epoch FROM last_at + make_interval(secs => ${wait}) - clock_timestamp())::float8 AS wait`,
      { scope, mine, free: freeOf(scope), longest: LONGEST, forgotten: FORGOTTEN },
    );
    const [counted] = rows;
    return counted && !counted.through ? Math.max(1, counted.wait) : 0;
  }

  /** One that did not fail: nothing is held against it. An address goes on being counted: it has one less. What is of no more use goes as well. */
  async succeeded(scopes: readonly string[]): Promise<void> {
    const isAddress = (scope: string) => scope.startsWith('from:');
    const rows = () => this.db('attempt');
    await rows()
      .whereIn(
        'scope',
        scopes.filter((scope) => !isAddress(scope)),
      )
      .delete();
    await rows().whereIn('scope', scopes.filter(isAddress)).where('failed', '>', 0).decrement('failed', 1);
    await rows().whereRaw('last_at < now() - make_interval(secs => ?)', [FORGOTTEN]).delete();
  }
}
