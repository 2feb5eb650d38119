import { Inject, Injectable } from '@nestjs/common';
import { PAGE } from '@kanga/contract/finding';
import type { AuditEntry, AuditQuery } from '@kanga/contract/people';
import type { Knex } from 'knex';
import { asAuthor, DB, everyEntry, type Author } from '../db/index.js';

interface AuditRow {
  seq: string;
  at: Date;
  name: string | null;
  came_from: string;
  what: string;
  subject: string;
  before: Record<string, unknown> | null;
  after: Record<string, unknown> | null;
}

/** Where something personal stands, as the book has it. */
const placeOf = (value: unknown): string | null => {
  const { personal } = (value ?? {}) as { personal?: unknown };
  return typeof personal === 'string' ? personal : null;
};

/** Kinds of entries whose subject is a person. */
const OF_PERSON = ['person', 'passkey', 'sign-in', 'refused'];

/** The book of changes, as the database writes it. */
@Injectable()
export class AuditRepository {
  constructor(@Inject(DB) private readonly db: Knex) {}

  /** Writes down what no row of a table tells: who came in, and who was refused. */
  async note(what: 'sign-in' | 'refused', person: { id: string } | null, by: string, where: Author): Promise<void> {
    // Asked within: a query begins when it is waited for.
    await asAuthor(where, async () => {
      await this.db.raw('SELECT audit_add(?, ?, NULL, ?::jsonb)', [what, person?.id ?? '', JSON.stringify({ by })]);
    });
  }

  private narrowed({ what, who }: AuditQuery): Knex.QueryBuilder {
    const rows = this.db('audit');
    if (what !== undefined) void rows.where({ what });
    if (who !== undefined) void rows.where({ who });
    return rows;
  }

  async page(query: AuditQuery): Promise<{ entries: AuditEntry[]; next: string | null; total: number }> {
    const most = Number(query.most ?? PAGE.usual);
    const rows = this.narrowed(query)
      .leftJoin('person', 'person.id', 'audit.who')
      .orderBy('audit.seq', 'desc')
      .limit(most + 1)
      .select<AuditRow[]>('audit.seq', 'audit.at', 'person.name', 'came_from', 'what', 'subject', 'before', 'after');
    if (query.after !== undefined) void rows.where('audit.seq', '<', Number(query.after));
    const [found, counted] = await Promise.all([
      rows as Promise<AuditRow[]>,
      this.narrowed(query).count<{ count: string }[]>(),
    ]);
    const entries = await this.shown(found.slice(0, most));
    const last = entries.at(-1);
    return {
      entries,
      next: found.length > most && last ? String(last.seq) : null,
      total: Number(counted[0]?.count ?? 0),
    };
  }

  /** With what is personal put back where it stood, as far as it is still there; what a person is called, where it is about one. */
  private async shown(rows: readonly AuditRow[]): Promise<AuditEntry[]> {
    const values = rows.flatMap(({ before, after }) => [...Object.values(before ?? {}), ...Object.values(after ?? {})]);
    const places = values.map(placeOf).filter((place) => place !== null);
    const subjects = rows
      .filter(({ what }) => OF_PERSON.includes(what))
      .map(({ subject }) => subject)
      .filter((subject) => subject !== '');
    const [personal, people] = await Promise.all([
      this.db('personal').whereIn('id', places).select<{ id: string; value: string }[]>('id', 'value'),
      this.db('person').whereIn('id', subjects).select<{ id: string; name: string }[]>('id', 'name'),
    ]);
    const texts = new Map(personal.map(({ id, value }) => [id, value]));
    const names = new Map(people.map(({ id, name }) => [id, name]));
    const open = (of: Record<string, unknown> | null) =>
      of &&
      Object.fromEntries(
        Object.entries(of).map(([key, value]) => {
          const place = placeOf(value);
          return [key, place === null ? value : (texts.get(place) ?? 'taken out')];
        }),
      );
    return rows.map(({ seq, at, name, came_from, what, subject, before, after }) => ({
      ...{ seq: Number(seq), at: at.toISOString(), who: name, from: came_from, what },
      subject: names.get(subject) ?? subject,
      before: open(before),
      after: open(after),
    }));
  }

  /** All entries that are asked for, the newest first. */
  every(query: AuditQuery): AsyncGenerator<AuditEntry> {
    const most = String(PAGE.most);
    return everyEntry(
      (after) => this.page({ ...query, most, ...(after === null ? {} : { after }) }),
      query.after ?? null,
    );
  }
}
