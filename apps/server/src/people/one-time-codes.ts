import { Injectable, Logger } from '@nestjs/common';
import { Secret, TOTP } from 'otpauth';
import { config } from '../config.js';
import { refuse } from '../http/index.js';
import { PersonRepository, type PersonRow } from './person.repository.js';
import { keyAt, open, seal } from './secrets.js';

/** RFC 6238 as every app reads it: SHA-1, six digits, 30 s. */
const USUAL = { issuer: 'Kanga', algorithm: 'SHA1', digits: 6, period: 30 };
/** A clock may be off by one step. */
const WINDOW = 1;

const totpOf = (secret: string, label: string): TOTP =>
  new TOTP({ ...USUAL, label, secret: Secret.fromBase32(secret) });

/** One-time codes (RFC 6238), each good once. Their secrets are sealed with a key that is not in the database. */
@Injectable()
export class OneTimeCodes {
  private key: Buffer | null = null;

  constructor(private readonly people: PersonRepository) {}

  private keyOf(): Buffer {
    return (this.key ??= keyAt(config().key));
  }

  /** Offers a secret; it is kept, sealed, until it is shown to be right, at whichever server. */
  async begin(person: PersonRow): Promise<{ address: string; secret: string }> {
    const secret = new Secret({ size: 20 }).base32;
    await this.people.change(person.id, { code_offered: seal(this.keyOf(), secret, person.id) });
    return { address: totpOf(secret, person.name).toString(), secret };
  }

  async keep(person: PersonRow, code: string): Promise<void> {
    const secret = person.code_offered === null ? null : open(this.keyOf(), person.code_offered, person.id);
    const step = secret === null ? null : this.stepOf(secret, code);
    if (secret === null || step === null)
      throw refuse(
        422,
        'door.code-wrong',
        'This is not the code of now',
        'Look whether the clock of the device that shows it is right, and begin again.',
      );
    await this.people.change(person.id, { code: person.code_offered, code_offered: null });
    await this.people.useStep(person.id, step);
  }

  private stepOf(secret: string, code: string): number | null {
    const delta = totpOf(secret, '').validate({ token: code, window: WINDOW });
    return delta === null ? null : Math.floor(Date.now() / 1000 / USUAL.period) + delta;
  }

  /** Refuses whoever has one-time codes and does not say the one of now, or says it twice. */
  async check(person: PersonRow, code: string | undefined): Promise<void> {
    if (person.code === null) return;
    if (code === undefined)
      throw refuse(401, 'door.code', 'Type the one-time code as well', 'The app on your phone shows it: six digits.');
    const secret = open(this.keyOf(), person.code, person.id);
    if (secret === null) {
      new Logger('Kanga').error(
        `the one-time codes of ${person.id} were sealed with another key than ${config().key} holds`,
      );
      throw refuse(
        503,
        'door.key',
        'One-time codes cannot be checked: the key of this Kanga is another one',
        `Put the key file of before (or of the first server) at ${config().key}; or ./kanga code at the machine gives the owner a new password without codes.`,
      );
    }
    const step = this.stepOf(secret, code);
    if (step === null || !(await this.people.useStep(person.id, step)))
      throw refuse(
        401,
        'door.code-wrong',
        'This is not the code of now, or it was used already',
        'Wait for the next one: there is one every 30 seconds.',
      );
  }
}
