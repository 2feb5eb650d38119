import { Inject, Injectable } from '@nestjs/common';
import type { LogEntry, LogPage, LogQuery } from '@kanga/contract/job';
import { addDays, startOfDay } from '@kanga/core/units';
import type { Knex } from 'knex';
import { DB, everyEntry, narrowToWords } from '../db/index.js';
import { ShopRepository } from '../shop/index.js';

/** As many entries as a page has. */
const PAGE = 100;

interface Row {
  id: string;
  job_id: string;
  job_number: number;
  job_name: string;
  blank_name: string;
  piece: number;
  side: string;
  press_name: string;
  who: string | null;
  temperature: number;
  planned: number;
  actual: number | null;
  at: Date;
  verdict: LogEntry['verdict'];
  fault: LogEntry['fault'];
  note: string;
}

const entryOf = (row: Row): LogEntry => ({
  id: Number(row.id),
  jobId: row.job_id,
  jobNumber: row.job_number,
  jobName: row.job_name,
  blankName: row.blank_name,
  piece: row.piece,
  side: row.side,
  pressName: row.press_name,
  by: row.who,
  temperature: row.temperature,
  planned: row.planned,
  actual: row.actual,
  at: row.at.toISOString(),
  verdict: row.verdict,
  fault: row.fault,
  note: row.note,
});

@Injectable()
export class LogRepository {
  constructor(
    @Inject(DB) private readonly db: Knex,
    private readonly shop: ShopRepository,
  ) {}

  /** Days are the shop's: they begin and end where it stands. */
  private narrowed({ text, press, blank, by, verdict, fault, from, to }: LogQuery, zone: string) {
    const query = this.db<Row>('pressing').orderBy([
      { column: 'at', order: 'desc' },
      { column: 'id', order: 'desc' },
    ]);
    narrowToWords(query, 'words', text);
    if (press) void query.where('press_name', press);
    if (blank) void query.where('blank_name', blank);
    if (by) void query.where('who', by);
    if (verdict) void query.where('verdict', verdict);
    if (fault) void query.where('fault', fault);
    if (from) void query.where('at', '>=', startOfDay(zone, from));
    if (to) void query.where('at', '<', startOfDay(zone, addDays(to, 1)));
    return query;
  }

  /** A page of the log, newest first. Each page goes on where the one before ended, so that none costs more than another. */
  async page(asked: LogQuery): Promise<LogPage> {
    const query = this.narrowed(asked, await this.shop.timeZone()).limit(PAGE + 1);
    if (asked.after) {
      const [at = '', id = ''] = asked.after.split('_');
      void query.whereRaw('(at, id) < (?, ?)', [at, id]);
    }
    const rows = await query.select<Row[]>('*');
    const shown = rows.slice(0, PAGE).map(entryOf);
    const last = shown.at(-1);
    return { entries: shown, next: rows.length > PAGE && last ? `${last.at}_${last.id}` : null };
  }

  /** Every entry, newest first, one by one: never all of them in memory. */
  every(asked: LogQuery): AsyncGenerator<LogEntry> {
    return everyEntry((after) => this.page(after === null ? asked : { ...asked, after }), asked.after ?? null);
  }

  /** What there is to narrow the log to. */
  async names(): Promise<{ presses: string[]; blanks: string[]; people: string[] }> {
    // One step of an index for each name, however many entries have it.
    const distinct = async (column: string): Promise<string[]> => {
      const { rows } = await this.db.raw<{ rows: { name: string }[] }>(
        `WITH RECURSIVE names AS (
           SELECT (SELECT min(:column:) FROM pressing) AS name
           UNION ALL
           SELECT (SELECT min(:column:) FROM pressing WHERE :column: > names.name) FROM names WHERE names.name IS NOT NULL
         ) SELECT name FROM names WHERE name IS NOT NULL`,
        { column },
      );
      return rows.map(({ name }) => name);
    };
    const [presses, blanks, people] = await Promise.all(['press_name', 'blank_name', 'who'].map(distinct));
    return { presses: presses ?? [], blanks: blanks ?? [], people: people ?? [] };
  }
}
