import { Inject, Injectable } from '@nestjs/common';
import { ROUTES } from '@kanga/contract/route';
import type { NextFunction, Request, Response } from 'express';
import type { Knex } from 'knex';
import { asAuthor, DB } from '../db/index.js';
import { hasToken, knownSource, type Doors } from '../http/index.js';
import { noteAsking, NOT_IN, type Asking } from './asking.js';
import { cookieOf } from './cookies.js';
import { PersonRepository } from './person.repository.js';
import { hashOfToken } from './secrets.js';
import { SignIns } from './sign-ins.js';

const ONLY_LOOKS = ['GET', 'HEAD'];
/** Whether it is well, and what time it is. */
const WITHOUT_DATABASE: readonly string[] = [ROUTES.health.path, ROUTES.clock.path];
/** That nobody has to sign in is believed for so long, ms: another server may have made the owner. */
const BELIEVED = 500;

/** Finds out who asks, before anything is answered. */
@Injectable()
export class Identify {
  private owner = false;
  private looked = -Infinity;
  private known: Promise<void> | null = null;

  constructor(
    @Inject(DB) private readonly db: Knex,
    private readonly people: PersonRepository,
    private readonly signIns: SignIns,
  ) {}

  /**
   * Whether everybody has to sign in. Once it is so it stays so. Until then what is known is answered at once, and asked anew beside it: a database that is away must not hold up what does
   * without it.
   */
  async everybodySignsIn(): Promise<boolean> {
    // Nobody is taken for the owner before that is known.
    this.known ??= this.look();
    await this.known.catch((error: unknown) => {
      this.known = null;
      throw error;
    });
    // What is not heard now is asked again by the next one.
    if (!this.owner && performance.now() - this.looked > BELIEVED) this.look().catch(() => undefined);
    return this.owner;
  }

  private async look(): Promise<void> {
    this.looked = performance.now();
    if (await this.people.hasOwner()) this.owner = true;
  }

  /** Somebody has become the owner. */
  ownerMade(): void {
    this.owner = true;
  }

  private async tablet(request: Request, secure: boolean): Promise<Asking['tablet']> {
    const token = cookieOf(request, 'kanga-tablet', secure);
    if (token === null) return null;
    const [row] = await this.db('tablet')
      .where({ token: hashOfToken(token) })
      .whereNull('gone_at')
      .select<{ id: string; name: string; stale: boolean }[]>(
        'id',
        'name',
        this.db.raw("coalesce(seen_at < now() - interval '60 seconds', true) AS stale"),
      );
    if (!row) return null;
    if (row.stale) await this.db('tablet').where({ id: row.id }).update({ seen_at: this.db.fn.now() });
    return { id: row.id, name: row.name };
  }

  private async asking(request: Request, doors: Doors): Promise<Asking> {
    const source = knownSource(request);
    const nobody: Asking = { ...source, by: 'nobody', person: null, tablet: null, ...NOT_IN };
    // They answer while the database is away, and to anybody.
    if (WITHOUT_DATABASE.includes(request.path)) return nobody;
    if (hasToken(request, source, doors)) return { ...nobody, by: 'token' };
    if (!(await this.everybodySignsIn())) return { ...nobody, by: 'alone' };
    const tablet = await this.tablet(request, source.secure);
    const token = cookieOf(request, 'kanga', source.secure);
    const signedIn = token === null ? null : await this.signIns.of(token);
    // Who signed in at a tablet is signed in there alone, and at no tablet that was taken away since.
    if (!signedIn || (signedIn.tabletId !== null && signedIn.tabletId !== tablet?.id)) return { ...nobody, tablet };
    const { id, person, provenAt, second, lacksSecond } = signedIn;
    return { ...nobody, by: 'person', person, tablet, signIn: id, provenAt, second, lacksSecond };
  }

  /** Before every request to the API: who asks, and in whose name it is done. */
  readonly first =
    (doors: Doors) =>
    (request: Request, response: Response, next: NextFunction): void => {
      // Files of the application are anybody's.
      if (!request.path.startsWith('/api/')) {
        next();
        return;
      }
      this.asking(request, doors).then((asking) => {
        noteAsking(request, asking);
        // What is told to somebody stays in no store of a device that others use; what never changes says so itself.
        if (asking.by !== 'alone') response.setHeader('Cache-Control', 'no-store');
        const from = asking.by === 'token' ? 'the machine itself' : asking.address;
        asAuthor(ONLY_LOOKS.includes(request.method) ? null : { who: asking.person?.id ?? null, from }, next);
      }, next);
    };
}
