import { Inject, Injectable } from '@nestjs/common';
import type { Person, Right, Role } from '@kanga/contract/people';
import { RIGHTS } from '@kanga/contract/people';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';

/** A person as the database has them. */
export interface PersonRow {
  id: string;
  name: string;
  role: Role;
  rights: Right[];
  password: string | null;
  pin: string | null;
  badge: string | null;
  code: string | null;
  code_step: string | null;
  code_offered: string | null;
  gone_at: Date | null;
}

/** One-time codes are asked for no more. */
export const NO_CODES = { code: null, code_offered: null } as const;

/** An owner may everything, whatever was written down of them. */
export const rightsIn = ({ role, rights }: Pick<PersonRow, 'role' | 'rights'>): Right[] =>
  role === 'owner' ? [...RIGHTS] : RIGHTS.filter((right) => rights.includes(right));

@Injectable()
export class PersonRepository {
  constructor(@Inject(DB) private readonly db: Knex) {}

  /** Whether somebody has to sign in: there is an owner who can. */
  async hasOwner(): Promise<boolean> {
    const row = await this.db('person')
      .whereNull('gone_at')
      .where({ role: 'owner' })
      .whereNotNull('password')
      .first('id');
    return row !== undefined;
  }

  private there(): Knex.QueryBuilder {
    return this.db('person').whereNull('gone_at');
  }

  async named(name: string): Promise<PersonRow | null> {
    return (await this.there().whereRaw('lower(name) = lower(?)', [name]).first<PersonRow | undefined>()) ?? null;
  }

  async one(id: string): Promise<PersonRow | null> {
    return (await this.there().where({ id }).first<PersonRow | undefined>()) ?? null;
  }

  /** One who may be gone: what they did stays. */
  async ever(id: string): Promise<PersonRow | null> {
    return (await this.db('person').where({ id }).first<PersonRow | undefined>()) ?? null;
  }

  async withBadge(badge: string): Promise<PersonRow | null> {
    return (await this.there().where({ badge }).first<PersonRow | undefined>()) ?? null;
  }

  async every(): Promise<PersonRow[]> {
    return this.there().orderByRaw('lower(name)').select<PersonRow[]>('*');
  }

  /** Everybody as they are shown: of secrets, whether there are any. */
  async shown(): Promise<Person[]> {
    const [rows, passkeys, seen] = await Promise.all([
      this.every(),
      this.db('passkey').groupBy('person_id').select<{ person_id: string; count: string }[]>('person_id').count(),
      this.db('sign_in').groupBy('person_id').select<{ person_id: string; max: Date }[]>('person_id').max('seen_at'),
    ]);
    return rows.map((row) => ({
      id: row.id,
      name: row.name,
      role: row.role,
      rights: rightsIn(row),
      password: row.password !== null,
      pin: row.pin !== null,
      badge: row.badge !== null,
      code: row.code !== null,
      passkeys: Number(passkeys.find(({ person_id }) => person_id === row.id)?.count ?? 0),
      lastSeen: seen.find(({ person_id }) => person_id === row.id)?.max.toISOString() ?? null,
    }));
  }

  async add(row: { id: string; name: string; role: Role; rights: readonly Right[]; password?: string }): Promise<void> {
    await this.db('person').insert({ ...row, rights: [...row.rights] });
  }

  async change(id: string, change: Partial<Omit<PersonRow, 'id' | 'code_step'>>): Promise<boolean> {
    return (await this.there().where({ id }).update(change)) > 0;
  }

  /** Notes that the one-time code of a step was used; false: it was before, or a later one. */
  async useStep(id: string, step: number): Promise<boolean> {
    const used = await this.db('person')
      .where({ id })
      .andWhere((earlier) => earlier.whereNull('code_step').orWhere('code_step', '<', step))
      .update({ code_step: step });
    return used > 0;
  }

  /** How many owners can sign in. */
  async owners(): Promise<number> {
    return (await this.there().where({ role: 'owner' }).whereNotNull('password').select<unknown[]>('id')).length;
  }
}
