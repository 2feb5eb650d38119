import { randomUUID } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import type { AnswerOf } from '@kanga/contract/api';
import type { Me } from '@kanga/contract/people';
import { RIGHTS } from '@kanga/contract/people';
import type { Request, Response } from 'express';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';
import { Refusal, refuse } from '../http/index.js';
import { AuditRepository } from './audit.repository.js';
import { Attempts } from './attempts.js';
import { askingOf, NOT_IN, noteAsking, rightsOf, type Asking } from './asking.js';
import { clearCookie, cookieOf, deviceOf, setCookie } from './cookies.js';
import { Identify } from './identify.js';
import { Mailer } from './mailer.js';
import { PROOF_LASTS } from './may.js';
import { OneTimeCodes } from './one-time-codes.js';
import { OneUse } from './one-use.js';
import { NO_CODES, PersonRepository, rightsIn, type PersonRow } from './person.repository.js';
import { hashed, hashOfToken, isHashOf, newToken } from './secrets.js';
import { SignIns } from './sign-ins.js';
import { WeakPasswords } from './weak-passwords.js';

/** A request and its answer: what a sign-in reads and sets. */
export interface Exchange {
  request: Request;
  response: Response;
}

const wrong = () =>
  refuse(
    401,
    'door.wrong',
    'Name and password do not fit',
    'Look at both once more. Who has forgotten the password gets a code from an owner.',
  );

/** Signing in and out, and what everybody does for themselves. */
@Injectable()
export class MeService {
  constructor(
    @Inject(DB) private readonly db: Knex,
    private readonly identify: Identify,
    private readonly people: PersonRepository,
    private readonly signIns: SignIns,
    private readonly attempts: Attempts,
    private readonly codes: OneTimeCodes,
    private readonly oneUse: OneUse,
    private readonly weak: WeakPasswords,
    private readonly book: AuditRepository,
    private readonly mailer: Mailer,
  ) {}

  async me(request: Request): Promise<Me> {
    const asking = askingOf(request);
    const { by, person, tablet, provenAt } = asking;
    return {
      // Who has the token of this Kanga need not sign in.
      mode: by !== 'token' && (await this.identify.everybodySignsIn()) ? 'people' : 'alone',
      person: person && { ...person, rights: [...rightsOf(asking)] },
      tablet,
      provenUntil: by === 'person' && provenAt !== null ? new Date(provenAt + PROOF_LASTS).toISOString() : null,
      lacksSecond: asking.lacksSecond,
      mails: this.mailer.isThere,
    };
  }

  /** The device that asks, where this person has signed in at it before; null: they have not. */
  private async knownDevice(request: Request, person: PersonRow): Promise<string | null> {
    const token = cookieOf(request, 'kanga-device', askingOf(request).secure);
    if (token === null) return null;
    const device = hashOfToken(token);
    const known = await this.db('known_device').where({ token: device, person_id: person.id }).first('token');
    return known === undefined ? null : device;
  }

  /** From now on the device that asks is known for this person, beside those who signed in at it before. */
  private async know({ request, response }: Exchange, person: PersonRow): Promise<void> {
    if ((await this.knownDevice(request, person)) !== null) return;
    const before = cookieOf(request, 'kanga-device', askingOf(request).secure);
    // A new one: what a browser brought along may have been put there.
    const token = newToken();
    const device = hashOfToken(token);
    if (before !== null)
      await this.db('known_device')
        .where({ token: hashOfToken(before) })
        .update({ token: device });
    await this.db('known_device').insert({ token: device, person_id: person.id });
    setCookie(request, response, 'kanga-device', token);
  }

  /** Whose tries these are: those of a device that the person signed in at before, or of everybody else. */
  private async scopes({ request }: Exchange, name: string, person: PersonRow | null): Promise<string[]> {
    const device = person && (await this.knownDevice(request, person));
    return device === null
      ? [`name:${hashOfToken(name.toLowerCase().trim())}`, `from:${askingOf(request).address}`]
      : [`device:${device}`];
  }

  async signIn(
    exchange: Exchange,
    { name, password, code }: { name: string; password: string; code?: string },
  ): Promise<Me> {
    const person = await this.people.named(name.trim());
    const scopes = await this.scopes(exchange, name, person);
    await this.attempts.begin(scopes);
    const right = await isHashOf(person?.password ?? null, password);
    if (!person || !right) throw await this.refused(exchange, person, 'password', wrong());
    await this.checkCode(exchange, person, code);
    await this.attempts.succeeded(scopes);
    const second = person.code !== null;
    return this.enter(exchange, person, { proven: true, second, by: second ? 'password and code' : 'password' });
  }

  /** Signs a person in at this device, whoever was there before. `proven`: by what only they have; `second`: by two steps. */
  async enter(
    exchange: Exchange,
    person: PersonRow,
    { proven, second, by }: { proven: boolean; second: boolean; by: string },
  ): Promise<Me> {
    const { request, response } = exchange;
    const before = askingOf(request);
    if (before.signIn !== null) await this.signIns.end({ id: before.signIn });
    const device = deviceOf(request.get('user-agent') ?? '');
    const at = { device, address: before.address, tabletId: before.tablet?.id ?? null };
    const token = await this.signIns.begin(person, at, { proven: proven && !before.tablet, second });
    setCookie(request, response, 'kanga', token);
    await this.book.note('sign-in', person, by, { who: person.id, from: before.address });
    if (proven) await this.know(exchange, person);
    return this.now(request, person, await this.signIns.of(token));
  }

  /** Writes down who was refused, and gives the refusal. */
  async refused<R extends Refusal>(
    { request }: Pick<Exchange, 'request'>,
    person: PersonRow | null,
    by: string,
    refusal: R,
  ): Promise<R> {
    await this.book.note('refused', person, by, { who: null, from: askingOf(request).address });
    return refusal;
  }

  private async checkCode(exchange: Exchange, person: PersonRow, code: string | undefined): Promise<void> {
    try {
      await this.codes.check(person, code);
    } catch (error) {
      // That a code is asked for is no refusal of one.
      throw error instanceof Refusal && code !== undefined
        ? await this.refused(exchange, person, 'one-time code', error)
        : error;
    }
  }

  /** Who asks from now on. */
  private now(request: Request, person: PersonRow, signedIn: Awaited<ReturnType<SignIns['of']>>): Promise<Me> {
    const asking: Asking = {
      ...askingOf(request),
      by: 'person',
      person: { id: person.id, name: person.name, role: person.role, rights: rightsIn(person) },
      signIn: signedIn?.id ?? null,
      provenAt: signedIn?.provenAt ?? null,
      second: signedIn?.second ?? false,
      lacksSecond: signedIn?.lacksSecond ?? false,
    };
    noteAsking(request, asking);
    return this.me(request);
  }

  async signOut({ request, response }: Exchange): Promise<Me> {
    const asking = askingOf(request);
    if (asking.signIn !== null) await this.signIns.end({ id: asking.signIn });
    clearCookie(request, response, 'kanga');
    noteAsking(request, {
      ...asking,
      by: asking.by === 'person' ? 'nobody' : asking.by,
      person: null,
      ...NOT_IN,
    });
    return this.me(request);
  }

  /** The person who asks, with what is kept of them. */
  async own(request: Request): Promise<{ person: PersonRow; signIn: string }> {
    const { person, signIn } = askingOf(request);
    const row = person && (await this.people.one(person.id));
    if (!row || signIn === null)
      throw refuse(
        409,
        'door.nobody',
        'Nobody is signed in here',
        'This is for who signs in; first there has to be an owner, under People.',
      );
    return { person: row, signIn };
  }

  async prove(exchange: Exchange, { password, code }: { password: string; code?: string }): Promise<Me> {
    const { person, signIn } = await this.own(exchange.request);
    const scopes = await this.scopes(exchange, person.name, person);
    await this.attempts.begin(scopes);
    if (!(await isHashOf(person.password, password))) throw await this.refused(exchange, person, 'password', wrong());
    await this.checkCode(exchange, person, code);
    await this.attempts.succeeded(scopes);
    const token = await this.signIns.prove(signIn);
    setCookie(exchange.request, exchange.response, 'kanga', token);
    return this.now(exchange.request, person, await this.signIns.of(token));
  }

  async setPassword(exchange: Exchange, { was, password }: { was: string; password: string }): Promise<Me> {
    const { person, signIn } = await this.own(exchange.request);
    const scopes = await this.scopes(exchange, person.name, person);
    await this.attempts.begin(scopes);
    if (!(await isHashOf(person.password, was))) throw await this.refused(exchange, person, 'password', wrong());
    await this.attempts.succeeded(scopes);
    await this.weak.refuse(password, person.name);
    await this.people.change(person.id, { password: await hashed(password) });
    await this.forgetDevices(person.id, signIn);
    const { second } = askingOf(exchange.request);
    return this.enter(exchange, person, { proven: true, second, by: 'new password' });
  }

  /** Who has a new password has to sign in everywhere else; other devices are known no more. */
  private async forgetDevices(personId: string, except: string | null): Promise<void> {
    await this.signIns.end({ person_id: personId }, except);
    await this.db('known_device').where({ person_id: personId }).delete();
  }

  async takeInvitation(exchange: Exchange, { code, password }: { code: string; password: string }): Promise<Me> {
    const scopes = [`from:${askingOf(exchange.request).address}`];
    await this.attempts.begin(scopes);
    const person = await this.oneUse.personOf('invitation', code);
    await this.weak.refuse(password, person.name);
    await this.oneUse.use('invitation', code);
    await this.attempts.succeeded(scopes);
    await this.people.change(person.id, { password: await hashed(password) });
    await this.forgetDevices(person.id, null);
    return this.enter(exchange, person, { proven: true, second: false, by: 'invitation' });
  }

  /** The code from the terminal makes an owner, or gives one who forgot the password a new one. */
  async makeOwner(
    exchange: Exchange,
    { code, name, password }: { code: string; name: string; password: string },
  ): Promise<Me> {
    const scopes = [`from:${askingOf(exchange.request).address}`];
    await this.attempts.begin(scopes);
    await this.oneUse.isGood('owner', code);
    await this.weak.refuse(password, name);
    await this.oneUse.use('owner', code);
    await this.attempts.succeeded(scopes);
    const there = await this.people.named(name);
    const kept = { role: 'owner' as const, rights: [...RIGHTS], password: await hashed(password) };
    const id = there?.id ?? randomUUID();
    if (there) await this.people.change(id, { ...kept, ...NO_CODES });
    else await this.people.add({ id, name, ...kept });
    await this.forgetDevices(id, null);
    this.identify.ownerMade();
    const person = await this.people.one(id);
    if (!person) throw new Error('the owner that was made is gone');
    return this.enter(exchange, person, { proven: true, second: false, by: 'code of the terminal' });
  }

  async list(request: Request): Promise<AnswerOf<'signIns'>> {
    const { person, signIn } = await this.own(request);
    const [signIns, passkeys] = await Promise.all([
      this.signIns.listOf(person.id),
      this.db('passkey')
        .where({ person_id: person.id })
        .orderBy('made_at')
        .select<{ id: string; name: string; made_at: Date; used_at: Date | null }[]>(
          'id',
          'name',
          'made_at',
          'used_at',
        ),
    ]);
    return {
      signIns: signIns.map(({ id, device, address, made_at, seen_at }) => ({
        ...{ id, device, address, here: id === signIn },
        ...{ made: made_at.toISOString(), seen: seen_at.toISOString() },
      })),
      code: person.code !== null,
      passkeys: passkeys.map(({ id, name, made_at, used_at }) => ({
        ...{ id, name, made: made_at.toISOString(), used: used_at?.toISOString() ?? null },
      })),
    };
  }

  /** Signs out one of one's own devices, and no other's. */
  async endSignIn(request: Request, id: string): Promise<AnswerOf<'signIns'>> {
    const { person } = await this.own(request);
    await this.signIns.end({ id, person_id: person.id });
    return this.list(request);
  }
}
