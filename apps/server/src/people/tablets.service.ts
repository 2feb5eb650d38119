import { randomUUID } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import type { Me, ShownCode, Tablet } from '@kanga/contract/people';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';
import { notFound, refuse } from '../http/index.js';
import { askingOf, noteAsking } from './asking.js';
import { Attempts } from './attempts.js';
import { setCookie } from './cookies.js';
import { Identify } from './identify.js';
import { MeService, type Exchange } from './me.service.js';
import { OneUse } from './one-use.js';
import { PersonRepository } from './person.repository.js';
import { hashOfToken, isHashOf, newToken } from './secrets.js';
import { SignIns } from './sign-ins.js';

interface TabletRow {
  id: string;
  name: string;
  enrolled_at: Date | null;
  seen_at: Date | null;
}

/** The tablets at the bench: made so once by an owner, then used by whoever stands there, by a touch and a PIN, or by a badge. */
@Injectable()
export class TabletsService {
  constructor(
    @Inject(DB) private readonly db: Knex,
    private readonly identify: Identify,
    private readonly people: PersonRepository,
    private readonly signIns: SignIns,
    private readonly attempts: Attempts,
    private readonly oneUse: OneUse,
    private readonly me: MeService,
  ) {}

  async list(): Promise<Tablet[]> {
    const rows = await this.db('tablet')
      .whereNull('gone_at')
      .orderBy('made_at')
      .select<TabletRow[]>('id', 'name', 'enrolled_at', 'seen_at');
    return rows.map(({ id, name, enrolled_at, seen_at }) => ({
      ...{ id, name, enrolled: enrolled_at?.toISOString() ?? null, seen: seen_at?.toISOString() ?? null },
    }));
  }

  async add(name: string): Promise<ShownCode> {
    if (!(await this.identify.everybodySignsIn()))
      throw refuse(
        409,
        'tablet.alone',
        'Nobody has to sign in here yet',
        'Make an owner first: a tablet of the bench is for people who are told apart.',
      );
    const id = randomUUID();
    await this.db('tablet').insert({ id, name });
    return this.oneUse.show('tablet', { tablet_id: id });
  }

  async remove(id: string): Promise<Tablet[]> {
    const gone = await this.db('tablet')
      .where({ id })
      .whereNull('gone_at')
      .update({ gone_at: this.db.fn.now(), token: null });
    if (gone === 0) throw notFound('tablet', id);
    await this.oneUse.forget({ tablet_id: id });
    await this.signIns.end({ tablet_id: id });
    return this.list();
  }

  /** Makes the device that asks a tablet of the bench: whoever was signed in there no longer is. */
  async take(exchange: Exchange, code: string): Promise<Me> {
    const { request, response } = exchange;
    const scopes = [`from:${askingOf(request).address}`];
    await this.attempts.begin(scopes);
    const { tablet_id } = await this.oneUse.isGood('tablet', code);
    await this.oneUse.use('tablet', code);
    await this.attempts.succeeded(scopes);
    const token = newToken();
    const [row] = (await this.db('tablet')
      .where({ id: tablet_id })
      .whereNull('gone_at')
      .update({ token: hashOfToken(token), enrolled_at: this.db.fn.now() }, ['id', 'name'])) as {
      id: string;
      name: string;
    }[];
    if (!row) throw notFound('tablet', tablet_id ?? '');
    await this.me.signOut(exchange);
    setCookie(request, response, 'kanga-tablet', token);
    noteAsking(request, { ...askingOf(request), tablet: { id: row.id, name: row.name } });
    return this.me.me(request);
  }

  private here(exchange: Pick<Exchange, 'request'>): { id: string; name: string } {
    const { tablet } = askingOf(exchange.request);
    if (!tablet)
      throw refuse(
        403,
        'tablet.none',
        'This device is no tablet of the bench',
        'An owner makes it one, under People: Add a tablet.',
      );
    return tablet;
  }

  async whoCan(exchange: Pick<Exchange, 'request'>): Promise<{ id: string; name: string; pin: boolean }[]> {
    this.here(exchange);
    const rows = await this.people.every();
    return rows
      .filter(({ pin, badge }) => pin !== null || badge !== null)
      .map(({ id, name, pin }) => ({ id, name, pin: pin !== null }));
  }

  async byPin(exchange: Exchange, { person: id, pin }: { person: string; pin: string }): Promise<Me> {
    const tablet = this.here(exchange);
    const scopes = [`pin:${tablet.id}:${id}`];
    await this.attempts.begin(scopes);
    const person = await this.people.one(id);
    if (!(await isHashOf(person?.pin ?? null, pin)) || !person)
      throw await this.me.refused(
        exchange,
        person,
        'PIN',
        refuse(401, 'tablet.pin', 'This is not the PIN', 'Try once more. An owner sets a new one, under People.'),
      );
    await this.attempts.succeeded(scopes);
    return this.me.enter(exchange, person, { proven: false, second: false, by: 'PIN' });
  }

  async byBadge(exchange: Exchange, badge: string): Promise<Me> {
    const tablet = this.here(exchange);
    const scopes = [`badge:${tablet.id}`];
    await this.attempts.begin(scopes);
    const person = await this.people.withBadge(hashOfToken(badge));
    if (!person)
      throw await this.me.refused(
        exchange,
        null,
        'badge',
        refuse(
          401,
          'tablet.badge',
          'Nobody has this badge',
          'It may be one of before: an owner makes a new one, under People.',
        ),
      );
    await this.attempts.succeeded(scopes);
    return this.me.enter(exchange, person, { proven: false, second: false, by: 'badge' });
  }
}
