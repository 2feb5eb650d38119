import { randomUUID } from 'node:crypto';
import { Inject, Injectable, type OnModuleDestroy, type OnModuleInit } from '@nestjs/common';
import type { Role, SecondStep, SignInRule } from '@kanga/contract/people';
import type { Response } from 'express';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';
import { hashOfToken, newToken } from './secrets.js';
import { rightsIn, type PersonRow } from './person.repository.js';
import type { Asking } from './asking.js';

const HOUR = 3600_000;
/** How long a sign-in lasts, unused and at most, ms: a day's work at one's own device, a shift at a tablet that all use. Ours. */
const LASTS = { own: { unused: 12 * HOUR, most: 14 * 24 * HOUR }, tablet: { unused: HOUR, most: 12 * HOUR } };
/** That somebody is still there is written down so often at most, s. */
const NOTED = 60;
/** Lines that stay open are looked after so often: somebody may have been signed out at another server, ms. */
const LOOKED_AFTER = 15_000;

/** Whether the rule of the shop is for somebody. */
const isNeeded = (rule: SecondStep, role: Role): boolean =>
  rule === 'everybody' || (rule === 'owners' && role === 'owner');

export interface SignedIn {
  id: string;
  person: NonNullable<Asking['person']>;
  tabletId: string | null;
  second: boolean;
  lacksSecond: boolean;
  provenAt: number | null;
}

/** Where people are signed in. A browser has a token; what is kept of it is its hash. */
@Injectable()
export class SignIns implements OnModuleInit, OnModuleDestroy {
  /** Answers that stay open, by the sign-in that they are for. */
  private readonly lines = new Map<Response, string>();
  private timer: ReturnType<typeof setInterval> | null = null;

  constructor(@Inject(DB) private readonly db: Knex) {}

  onModuleInit(): void {
    this.timer = setInterval(() => {
      // A database that is away is no reason to hang up; it is looked again soon.
      this.hangUp().catch(() => undefined);
    }, LOOKED_AFTER);
    this.timer.unref();
  }

  onModuleDestroy(): void {
    if (this.timer) clearInterval(this.timer);
  }

  /** Signs somebody in; gives the token for their browser. `proven`: they have just shown that it is them. */
  async begin(
    person: Pick<PersonRow, 'id'>,
    at: { device: string; address: string; tabletId: string | null },
    { proven, second }: { proven: boolean; second: boolean },
  ): Promise<string> {
    const token = newToken();
    const { most } = at.tabletId === null ? LASTS.own : LASTS.tablet;
    await this.db('sign_in').insert({
      id: randomUUID(),
      token: hashOfToken(token),
      person_id: person.id,
      tablet_id: at.tabletId,
      device: at.device,
      address: at.address,
      until: new Date(Date.now() + most),
      proven_at: proven ? new Date() : null,
      second,
    });
    return token;
  }

  /** Who has this token; null: nobody, no more, or not yet. */
  async of(token: string): Promise<SignedIn | null> {
    const unused = `CASE WHEN sign_in.tablet_id IS NULL THEN ${LASTS.own.unused / 1000} ELSE ${LASTS.tablet.unused / 1000} END`;
    const row = await this.db('sign_in')
      .join('person', 'person.id', 'sign_in.person_id')
      .where('sign_in.token', hashOfToken(token))
      .whereNull('sign_in.ended_at')
      .whereNull('person.gone_at')
      .whereRaw('sign_in.until > now()')
      .whereRaw(`sign_in.seen_at > now() - make_interval(secs => ${unused})`)
      .first<
        | (Pick<PersonRow, 'name' | 'role' | 'rights'> & {
            id: string;
            person_id: string;
            tablet_id: string | null;
            proven_at: Date | null;
            second: boolean;
            stale: boolean;
            second_step: SecondStep;
          })
        | undefined
      >(
        'sign_in.id',
        'sign_in.person_id',
        'sign_in.tablet_id',
        'sign_in.proven_at',
        'sign_in.second',
        'person.name',
        'person.role',
        'person.rights',
        this.db.raw(`sign_in.seen_at < now() - interval '${NOTED} seconds' AS stale`),
        this.db.raw('(SELECT second_step FROM sign_in_rule) AS second_step'),
      );
    if (!row) return null;
    if (row.stale) await this.db('sign_in').where({ id: row.id }).update({ seen_at: this.db.fn.now() });
    return {
      id: row.id,
      person: { id: row.person_id, name: row.name, role: row.role, rights: rightsIn(row) },
      tabletId: row.tablet_id,
      second: row.second,
      // A tablet that was enrolled is one step, the PIN or badge another.
      lacksSecond: row.tablet_id === null && !row.second && isNeeded(row.second_step, row.role),
      provenAt: row.proven_at?.getTime() ?? null,
    };
  }

  /** Who has to come in by two steps. */
  async rule(): Promise<SignInRule> {
    const row = await this.db('sign_in_rule').first<{ second_step: SecondStep }>('second_step');
    return { secondStep: row.second_step };
  }

  async setRule({ secondStep }: SignInRule): Promise<void> {
    await this.db('sign_in_rule').update({ second_step: secondStep });
  }

  /** Notes that somebody has shown a second step. */
  async cameBySecond(id: string): Promise<void> {
    await this.db('sign_in').where({ id }).update({ second: true });
  }

  /** Notes that somebody has shown that it is them; the token of before is of no more use. */
  async prove(id: string): Promise<string> {
    const token = newToken();
    await this.db('sign_in')
      .where({ id })
      .update({ token: hashOfToken(token), proven_at: this.db.fn.now() });
    return token;
  }

  async listOf(
    personId: string,
  ): Promise<{ id: string; device: string; address: string; made_at: Date; seen_at: Date }[]> {
    return this.db('sign_in')
      .where({ person_id: personId })
      .whereNull('ended_at')
      .whereRaw('until > now()')
      .orderBy('seen_at', 'desc')
      .limit(100)
      .select('id', 'device', 'address', 'made_at', 'seen_at');
  }

  /** Signs out whoever is meant; what stays open for them is hung up. */
  async end(
    which: { id?: string; person_id?: string; tablet_id?: string },
    except: string | null = null,
  ): Promise<void> {
    const ending = this.db('sign_in').where(which).whereNull('ended_at');
    if (except !== null) void ending.whereNot({ id: except });
    const ended = await ending.update({ ended_at: this.db.fn.now() }, ['id']);
    const ids = new Set((ended as { id: string }[]).map(({ id }) => id));
    for (const [line, id] of this.lines) if (ids.has(id)) line.destroy();
  }

  /** The names of who was at a tablet in the last days: what they did while the server was away comes later. */
  async lately(tabletId: string): Promise<string[]> {
    const rows = await this.db('sign_in')
      .join('person', 'person.id', 'sign_in.person_id')
      .where('sign_in.tablet_id', tabletId)
      .whereRaw("sign_in.seen_at > now() - interval '3 days'")
      .distinct<{ name: string }[]>('person.name');
    return rows.map(({ name }) => name);
  }

  /** An answer that stays open as long as somebody is signed in. */
  watch(line: Response, signIn: string): void {
    this.lines.set(line, signIn);
    line.once('close', () => this.lines.delete(line));
  }

  private async hangUp(): Promise<void> {
    const ids = [...new Set(this.lines.values())];
    if (ids.length === 0) return;
    const rows = await this.db('sign_in')
      .join('person', 'person.id', 'sign_in.person_id')
      .whereIn('sign_in.id', ids)
      .whereNull('sign_in.ended_at')
      .whereNull('person.gone_at')
      .whereRaw('sign_in.until > now()')
      .select<{ id: string }[]>('sign_in.id');
    const good = new Set(rows.map(({ id }) => id));
    for (const [line, id] of this.lines) if (!good.has(id)) line.destroy();
    // Who looks at a screen is there, though it asks for nothing else.
    await this.db('sign_in')
      .whereIn('id', [...good])
      .update({ seen_at: this.db.fn.now() });
  }
}
