import { Inject, Injectable } from '@nestjs/common';
import type { Me } from '@kanga/contract/people';
import {
  generateAuthenticationOptions,
  generateRegistrationOptions,
  verifyAuthenticationResponse,
  verifyRegistrationResponse,
  type AuthenticationResponseJSON,
  type RegistrationResponseJSON,
} from '@simplewebauthn/server';
import type { Request } from 'express';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';
import { refuse, Refusal } from '../http/index.js';
import { askingOf } from './asking.js';
import { Attempts } from './attempts.js';
import { MeService, type Exchange } from './me.service.js';
import { hashOfUse, OneUse } from './one-use.js';
import { PersonRepository } from './person.repository.js';

const notGood = (): Refusal =>
  refuse(
    401,
    'door.passkey',
    'This passkey does not fit',
    'Try once more, or sign in by password. A passkey is good for the name of Kanga under which it was made.',
  );

/** The name under which Kanga is open in a browser: a passkey is bound to it, and an address in figures cannot have any (Web Authentication, 5.1.2). */
function nameOf(request: Request): string {
  const { hostname } = new URL(askingOf(request).origin);
  if (/^[\d.]+$|^\[/.test(hostname))
    throw refuse(
      409,
      'door.passkey-name',
      `A passkey cannot be made for an address in figures such as ${hostname}`,
      'Open Kanga by a name: localhost at its own machine, or the machine’s name in the network.',
    );
  return hostname;
}

interface PasskeyRow {
  id: string;
  person_id: string;
  public_key: Buffer;
  counter: string;
  transports: string[];
}

/** What a browser answered, for the library that reads it: whatever is wrong in it is a refusal. */
const read = <T>(work: () => Promise<T>): Promise<T> =>
  work().catch((error: unknown) => {
    throw error instanceof Refusal ? error : notGood();
  });

/** Passkeys (Web Authentication, level 3), by a library. What is signed is good once, and for five minutes. */
@Injectable()
export class PasskeysService {
  constructor(
    @Inject(DB) private readonly db: Knex,
    private readonly me: MeService,
    private readonly people: PersonRepository,
    private readonly oneUse: OneUse,
    private readonly attempts: Attempts,
  ) {}

  async offer(request: Request): Promise<Record<string, unknown>> {
    const { person } = await this.me.own(request);
    const has = await this.db('passkey').where({ person_id: person.id }).select<{ id: string }[]>('id');
    const options = await generateRegistrationOptions({
      rpName: 'Kanga',
      rpID: nameOf(request),
      userName: person.name,
      userID: new TextEncoder().encode(person.id),
      attestationType: 'none',
      excludeCredentials: has,
      authenticatorSelection: { residentKey: 'required', userVerification: 'required' },
    });
    await this.oneUse.keep('passkey', options.challenge, { person_id: person.id });
    return { ...options };
  }

  async add(request: Request, name: string, answer: Record<string, unknown>): Promise<void> {
    const { person } = await this.me.own(request);
    const { verified, registrationInfo } = await read(() =>
      verifyRegistrationResponse({
        response: answer as unknown as RegistrationResponseJSON,
        expectedChallenge: (challenge) => this.was(challenge, person.id),
        expectedOrigin: askingOf(request).origin,
        expectedRPID: nameOf(request),
      }),
    );
    if (!verified) throw notGood();
    const { id, publicKey, counter, transports } = registrationInfo.credential;
    await this.db('passkey').insert({
      ...{ id, name, counter, person_id: person.id },
      public_key: Buffer.from(publicKey),
      transports: transports ?? [],
    });
  }

  /** Whether this was to be signed, by this person or by whoever can; it is used up. */
  private async was(challenge: string, personId: string | null): Promise<boolean> {
    const used = await this.db('one_use')
      .where({ kind: 'passkey', hash: hashOfUse('passkey', challenge), person_id: personId })
      .where('until', '>', this.db.fn.now())
      .delete();
    return used > 0;
  }

  async remove(request: Request, id: string): Promise<void> {
    const { person } = await this.me.own(request);
    const gone = await this.db('passkey').where({ id, person_id: person.id }).delete();
    if (gone === 0)
      throw refuse(
        404,
        'passkey.unknown',
        'There is no such passkey of yours',
        'Reload the page: it may be gone already.',
      );
  }

  /** To sign in: whoever has a passkey for this name. */
  async ask(request: Request): Promise<Record<string, unknown>> {
    const options = await generateAuthenticationOptions({ rpID: nameOf(request), userVerification: 'required' });
    await this.oneUse.keep('passkey', options.challenge);
    return { ...options };
  }

  async use(exchange: Exchange, answer: Record<string, unknown>): Promise<Me> {
    const { request } = exchange;
    const scopes = [`from:${askingOf(request).address}`];
    await this.attempts.begin(scopes);
    const { id } = answer;
    const row =
      typeof id === 'string' ? await this.db('passkey').where({ id }).first<PasskeyRow | undefined>() : undefined;
    const person = row && (await this.people.one(row.person_id));
    if (!row || !person) throw await this.me.refused(exchange, null, 'passkey', notGood());
    const { verified, authenticationInfo } = await read(() =>
      verifyAuthenticationResponse({
        response: answer as unknown as AuthenticationResponseJSON,
        expectedChallenge: (challenge) => this.was(challenge, null),
        expectedOrigin: askingOf(request).origin,
        expectedRPID: nameOf(request),
        credential: { id: row.id, publicKey: new Uint8Array(row.public_key), counter: Number(row.counter) },
      }),
    );
    if (!verified) throw await this.me.refused(exchange, person, 'passkey', notGood());
    await this.db('passkey')
      .where({ id: row.id })
      .update({ counter: authenticationInfo.newCounter, used_at: this.db.fn.now() });
    await this.attempts.succeeded(scopes);
    return this.me.enter(exchange, person, { proven: true, second: true, by: 'passkey' });
  }
}
