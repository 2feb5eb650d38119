import { PAGE } from '@kanga/contract/finding';
import type { Knex } from 'knex';

/** Narrows a list to what has all words of a text, whatever their capitals, in its column of words, or where else `also` (SQL with one place for a pattern) says. */
export function narrowToWords(query: Knex.QueryBuilder, column: string, find = '', also?: string): void {
  for (const word of find.toLowerCase().split(/\s+/).filter(Boolean)) {
    const pattern = `%${word.replace(/[\\%_]/g, '\\$&')}%`;
    if (also === undefined) void query.whereRaw(`${column} LIKE ?`, [pattern]);
    else void query.whereRaw(`(${column} LIKE ? OR ${also})`, [pattern, pattern]);
  }
}

/**
 * What a list is in the order of (SQL): a rank, a day or a moment, a number; all of them grow along it, or all fall. A page goes on behind where the one before
 * ended, so that none costs more than another, and nothing is missed where a job has moved meanwhile.
 */
export interface ListOrder {
  /** Comes before all else; nothing: they are all alike in it. */
  rank?: string;
  by: { day: string } | { moment: string };
  number: string;
  falls?: boolean;
}

interface Placed extends Record<string, unknown> {
  cursor: string;
}

/** A page of a list, and where it goes on; null at its end. */
export async function pageOf<Row>(
  query: Knex.QueryBuilder,
  { rank, by, number, falls = false }: ListOrder,
  { after, most }: { after: string | undefined; most: number },
  db: Knex,
): Promise<{ rows: Row[]; next: string | null }> {
  const isDay = 'day' in by;
  // A cursor has milliseconds: what was put away in the same one is told apart by its number.
  const day = isDay ? by.day : `date_trunc('milliseconds', ${by.moment})`;
  const told = isDay ? `(${day})::text` : `to_char(${day} AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')`;
  const keys = [...(rank === undefined ? [] : [rank]), day, number];
  if (after !== undefined) {
    const [ranked = '', at = '', numbered = ''] = after.split('_');
    const types = [...(rank === undefined ? [] : ['int']), isDay ? 'date' : 'timestamptz', 'int'];
    void query.whereRaw(
      `(${keys.join(', ')}) ${falls ? '<' : '>'} (${types.map((type) => `?::${type}`).join(', ')})`,
      rank === undefined ? [at, numbered] : [ranked, at, numbered],
    );
  }
  // One more than is shown: whether there are more.
  const found = (await query
    .select(db.raw(`concat_ws('_', ${rank ?? '0'}, ${told}, ${number}) AS cursor`))
    .orderByRaw(keys.map((key) => (falls ? `${key} DESC` : key)).join(', '))
    .limit(most + 1)) as Placed[];
  const shown = found.slice(0, most).map(({ cursor, ...row }) => ({ cursor, row: row as Row }));
  return {
    rows: shown.map(({ row }) => row),
    next: found.length > most ? (shown.at(-1)?.cursor ?? null) : null,
  };
}

/** All of a list, page after page. */
export async function everyRow<Row>(
  pageFrom: (asked: { most: string; after?: string }) => Promise<{ rows: Row[]; next: string | null }>,
): Promise<Row[]> {
  const most = String(PAGE.most);
  let { rows, next } = await pageFrom({ most });
  while (next !== null) {
    const page: { rows: Row[]; next: string | null } = await pageFrom({ most, after: next });
    rows = [...rows, ...page.rows];
    next = page.next;
  }
  return rows;
}

/** The entries of a list one by one, page after page: never all of them in memory. `from`: where to begin; null: at its beginning. */
export async function* everyEntry<Entry>(
  pageFrom: (after: string | null) => Promise<{ entries: Entry[]; next: string | null }>,
  from: string | null,
): AsyncGenerator<Entry> {
  for (let after = from, first = true; first || after !== null; first = false) {
    const { entries, next }: { entries: Entry[]; next: string | null } = await pageFrom(after);
    yield* entries;
    after = next;
  }
}
