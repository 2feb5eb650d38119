import { randomInt } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';
import { notFound, refuse } from '../http/index.js';
import { Live } from '../live/index.js';
import type { Asking } from './asking.js';
import { PersonRepository } from './person.repository.js';
import { PeopleService } from './people.service.js';

/** Tables in which it is told who did something, in a column of its own. */
const WITH_WHO = ['pressing', 'run_result', 'test_cloth', 'stock_event', 'pack_event', 'packed'] as const;
/** Tables in whose bodies it is. */
const WITH_BY = ['bench_event', 'press', 'press_check', 'recipe', 'run_plan'] as const;
/** As many entries of each kind as are told; how many there are is told in any case. */
const MOST = 1000;

/** A name that stands for one that was taken out, and says nothing of it. */
const pseudonym = (what: string): string =>
  `${what} ${randomInt(36 ** 5)
    .toString(36)
    .padStart(5, '0')
    .toUpperCase()}`;

interface Erased {
  erased: Record<string, number>;
  as: string;
}

/** What is kept of people and of customers: told and taken out on request. What happened stays, under a name that says nothing. */
@Injectable()
export class PersonalDataService {
  constructor(
    @Inject(DB) private readonly db: Knex,
    private readonly people: PersonRepository,
    private readonly list: PeopleService,
    private readonly live: Live,
  ) {}

  async ofPerson(id: string): Promise<Record<string, unknown>> {
    const person = await this.people.ever(id);
    if (!person) throw notFound('person', id);
    const { name, role, rights, gone_at } = person;
    const counts: Record<string, number> = {};
    for (const table of WITH_WHO) counts[table] = await this.count(this.db(table).where({ who: name }));
    for (const table of WITH_BY) counts[table] = await this.count(this.saysBy(table, name));
    const [signIns, passkeys, changes, pressed] = await Promise.all([
      this.db('sign_in')
        .where({ person_id: id })
        .orderBy('made_at', 'desc')
        .limit(MOST)
        .select('device', 'address', 'made_at', 'seen_at', 'ended_at'),
      this.db('passkey').where({ person_id: id }).select('name', 'made_at', 'used_at'),
      this.db('audit')
        .where({ who: id })
        .orderBy('seq', 'desc')
        .limit(MOST)
        .select('seq', 'at', 'came_from', 'what', 'subject'),
      this.db('bench_event')
        .whereRaw(`body->>'by' = ?`, [name])
        .orderBy('seq', 'desc')
        .limit(MOST)
        .select('at', 'kind', 'job_id'),
    ]);
    return { person: { id, name, role, rights, gone: gone_at }, signIns, passkeys, changes, pressed, entries: counts };
  }

  private async count(rows: Knex.QueryBuilder): Promise<number> {
    const [row] = (await rows.count()) as { count: string }[];
    return Number(row?.count ?? 0);
  }

  /** Rows in whose body somebody stands as who did it. */
  private saysBy(table: string, name: string, trx: Knex = this.db): Knex.QueryBuilder {
    return trx(table).whereRaw('position(? in body::text) > 0', [`"by": ${JSON.stringify(name)}`]);
  }

  /** Changes a row that is otherwise only ever added to; for this transaction, and for nothing else. */
  private erasing<T>(work: (trx: Knex.Transaction) => Promise<T>): Promise<T> {
    return this.db.transaction(async (trx) => {
      await trx.raw(`SELECT set_config('kanga.erasing', 'yes', true)`);
      return work(trx);
    });
  }

  async erasePerson(asking: Asking, id: string): Promise<Erased> {
    const person = await this.people.ever(id);
    if (!person) throw notFound('person', id);
    if (person.gone_at === null) await this.list.remove(asking, id);
    const as = pseudonym('Person');
    const { name } = person;
    const erased = await this.erasing(async (trx) => {
      const done: Record<string, number> = {};
      // Before the name is gone: where it stands among what happened.
      await trx('run_plan')
        .whereIn('job_id', this.saysBy('bench_event', name, trx).select('job_id'))
        .increment('renamed', 1);
      for (const table of WITH_WHO) done[table] = await trx(table).where({ who: name }).update({ who: as });
      for (const table of WITH_BY)
        done[table] = await this.saysBy(table, name, trx).update({
          body: trx.raw('replace(body::text, ?, ?)::jsonb', [
            `"by": ${JSON.stringify(name)}`,
            `"by": ${JSON.stringify(as)}`,
          ]),
        });
      done['settings'] = await trx('settings')
        .whereRaw(`jsonb_exists(body->'people', ?)`, [name])
        .update({ body: trx.raw(`jsonb_set(body, '{people}', (body->'people') - ?::text)`, [name]) });
      done['day_book'] = await trx('day_book')
        .whereRaw('position(? in body::text) > 0', [`"name": ${JSON.stringify(name)}`])
        .update({
          body: trx.raw('replace(body::text, ?, ?)::jsonb', [
            `"name": ${JSON.stringify(name)}`,
            `"name": ${JSON.stringify(as)}`,
          ]),
        });
      done['sign_in'] = await trx('sign_in')
        .where({ person_id: id })
        .update({ device: '', address: '', ended_at: trx.fn.now() });
      done['known_device'] = await trx('known_device').where({ person_id: id }).delete();
      done['passkey'] = await trx('passkey').where({ person_id: id }).delete();
      await trx('person').where({ id }).update({ name: as });
      return done;
    });
    // After the last change of the name was written down: the book keeps where it stood, and no more what.
    erased['personal'] = await this.db('personal').where({ person_id: id }).delete();
    this.live.publish({ kind: 'runs' });
    return { erased, as };
  }

  async ofCustomer(name: string): Promise<Record<string, unknown>> {
    const [jobs, orders] = await Promise.all([
      this.db('job')
        .whereRaw('lower(customer) = lower(?)', [name])
        .orderBy('number')
        .select('number', 'name', 'customer', 'due', 'approval', 'created_at'),
      this.orders(name).orderBy('number').select('number', 'status', 'due', 'body', 'created_at'),
    ]);
    return { customer: name, jobs, orders };
  }

  private orders(name: string, trx: Knex = this.db): Knex.QueryBuilder {
    return trx('shop_order').whereRaw(`lower(body#>>'{customer,name}') = lower(?)`, [name]);
  }

  async eraseCustomer(name: string): Promise<Erased> {
    const open = await this.count(
      this.db('job').whereRaw('lower(customer) = lower(?)', [name]).where({ status: 'open' }).whereNull('deleted_at'),
    );
    if (open > 0)
      throw refuse(
        409,
        'customer.open',
        `There are ${open} open jobs for ${name}`,
        'Close or delete them first: what is still to be made has to be for somebody.',
      );
    const as = pseudonym('Customer');
    const nobody = JSON.stringify({ name: as, reach: '', notes: '' });
    const erased = await this.erasing(async (trx) => ({
      shop_order: await this.orders(name, trx).update({
        body: trx.raw(
          `jsonb_set(body, '{customer}', ?::jsonb) || CASE WHEN body->'accepted' = 'null' THEN '{}' ELSE jsonb_build_object('accepted', jsonb_set(body->'accepted', '{by}', '"the customer"')) END`,
          [nobody],
        ),
      }),
      job: await trx('job')
        .whereRaw('lower(customer) = lower(?)', [name])
        .update({
          customer: as,
          approval: trx.raw(
            `CASE WHEN approval IS NULL THEN NULL ELSE jsonb_set(approval, '{by}', '"the customer"') END`,
          ),
        }),
    }));
    if (erased.job + erased.shop_order === 0)
      throw refuse(
        404,
        'customer.unknown',
        `There is no customer ${name}`,
        'Write the name as it stands in the order or the job.',
      );
    this.live.publish({ kind: 'runs' });
    return { erased, as };
  }
}
