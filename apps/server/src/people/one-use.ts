import { Inject, Injectable } from '@nestjs/common';
import type { ShownCode } from '@kanga/contract/people';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';
import { refuse } from '../http/index.js';
import { PersonRepository, type PersonRow } from './person.repository.js';
import { hashOfCode, hashOfToken, newCode } from './secrets.js';

type Kind = 'owner' | 'invitation' | 'tablet' | 'passkey';
/** How long each can be used, s. */
const LASTS: Readonly<Record<Kind, number>> = { owner: 24 * 3600, invitation: 48 * 3600, tablet: 1800, passkey: 300 };

/** As it is kept; a code that people type is the same however they type it. */
export const hashOfUse = (kind: Kind, code: string): string =>
  kind === 'passkey' ? hashOfToken(code) : hashOfCode(code);

const unknown = () =>
  refuse(
    401,
    'door.code-unknown',
    'This code is not known',
    'It may have been used, or be too old. Look at it once more, or have a new one shown.',
  );

/** What is good for one use. */
@Injectable()
export class OneUse {
  constructor(
    @Inject(DB) private readonly db: Knex,
    private readonly people: PersonRepository,
  ) {}

  /** A code to be shown once; one of before for the same thing is of no more use. */
  async show(kind: Kind, of: { person_id?: string; tablet_id?: string } = {}): Promise<ShownCode> {
    const code = newCode();
    const until = await this.keep(kind, code, of);
    return { code, until: until.toISOString() };
  }

  async keep(kind: Kind, code: string, of: { person_id?: string; tablet_id?: string } = {}): Promise<Date> {
    await this.db('one_use').where('until', '<', this.db.fn.now()).delete();
    if (kind !== 'passkey')
      await this.db('one_use')
        .where({ kind, ...of })
        .delete();
    const until = new Date(Date.now() + LASTS[kind] * 1000);
    await this.db('one_use').insert({ hash: hashOfUse(kind, code), kind, ...of, until });
    return until;
  }

  private good(kind: Kind, code: string): Knex.QueryBuilder {
    return this.db('one_use')
      .where({ kind, hash: hashOfUse(kind, code) })
      .where('until', '>', this.db.fn.now());
  }

  /** Refuses a code that is not good; it stays so. */
  async isGood(kind: Kind, code: string): Promise<{ person_id: string | null; tablet_id: string | null }> {
    const row = await this.good(kind, code).first<{ person_id: string | null; tablet_id: string | null } | undefined>(
      'person_id',
      'tablet_id',
    );
    if (!row) throw unknown();
    return row;
  }

  async personOf(kind: Kind, code: string): Promise<PersonRow> {
    const { person_id } = await this.isGood(kind, code);
    const person = person_id === null ? null : await this.people.one(person_id);
    if (!person) throw unknown();
    return person;
  }

  /** Uses a code up; of two who do so at once, one. */
  async use(kind: Kind, code: string): Promise<void> {
    if ((await this.good(kind, code).delete()) === 0) throw unknown();
  }

  /** No code of somebody is of any use any more. */
  async forget(of: { person_id?: string; tablet_id?: string }): Promise<void> {
    await this.db('one_use').where(of).delete();
  }
}
