import { randomUUID } from 'node:crypto';
import { Inject, Injectable, Logger, type OnModuleDestroy } from '@nestjs/common';
import type { Knex } from 'knex';
import pg from 'pg';
import { Subject, type Observable } from 'rxjs';
import { config } from '../config.js';
import { DB } from '../db/index.js';
import { opened, sealed, type Said } from './said.js';

/** The channel of PostgreSQL's NOTIFY on which they do. */
const CHANNEL = 'kanga_live';
/** The line is opened again so soon after it broke, and a lock that another one has is asked for again, ms. */
const AGAIN = 300;
/** The line is asked so often whether it is good, and so long it has to say so, ms: one whose other end vanished without a word, or was cut off for a while, says nothing by itself. */
const ASKED = { every: 2000, within: 4000 };
/** A server that vanished, was cut off or hangs has its line given up by the database within ten seconds: what it locked is free then. */
const ALIVE =
  "SET tcp_keepalives_idle = 4; SET tcp_keepalives_interval = 2; SET tcp_keepalives_count = 2; SET idle_session_timeout = '9s'";

/**
 * The other servers of the shop, as far as there are any: they share its database and nothing else. One connection of its own listens to them, and holds what only one of all may have; it
 * is opened again whenever it broke.
 */
@Injectable()
export class OtherServers implements OnModuleDestroy {
  private readonly logger = new Logger('Kanga');
  private readonly me = randomUUID();
  private readonly heard = new Subject<Said>();
  private readonly lost = new Subject<null>();
  /** What the others say. */
  readonly says: Observable<Said> = this.heard.asObservable();
  /** Tells when they may have said something that was not heard. */
  readonly missed: Observable<null> = this.lost.asObservable();
  private line: pg.Client | null = null;
  private readonly held = new Set<string>();
  /** What is being asked for: a lock that one connection takes twice it would have to give back twice. */
  private readonly asked = new Map<string, Promise<boolean>>();
  private ended = false;

  constructor(@Inject(DB) private readonly db: Knex) {}

  /** Begins to listen. */
  async open(): Promise<void> {
    await this.connect();
    await this.tell({ kind: 'hello' });
  }

  async onModuleDestroy(): Promise<void> {
    this.ended = true;
    this.heard.complete();
    this.lost.complete();
    await this.line?.end().catch(() => undefined);
  }

  private async connect(): Promise<void> {
    const line = new pg.Client({
      connectionString: config().databaseUrl,
      connectionTimeoutMillis: 5000,
      keepAlive: true,
      application_name: 'kanga line',
    });
    const lose = () => {
      // One that never came up says so by what it throws.
      if (this.line !== line) return;
      this.line = null;
      // Whatever it still is, nothing waits for it.
      line.connection.stream.destroy();
      if (!this.ended) this.comeBack();
    };
    line.on('error', lose);
    line.on('end', lose);
    line.on('notification', ({ payload = '' }) => {
      this.hear(payload);
    });
    try {
      await line.connect();
      await line.query(ALIVE);
      await line.query(`LISTEN ${CHANNEL}`);
    } catch (error) {
      void line.end().catch(() => undefined);
      throw error;
    }
    if (this.ended) {
      await line.end();
      return;
    }
    // What was held went with the line that held it.
    this.held.clear();
    this.line = line;
    this.lookAfter(line, lose);
  }

  /** Asks a line again and again whether it is good, and loses one that does not say so. */
  private lookAfter(line: pg.Client, lose: () => void): void {
    const late = setTimeout(lose, ASKED.within);
    line.query('SELECT 1').then(
      () => {
        clearTimeout(late);
        setTimeout(() => {
          if (this.line === line) this.lookAfter(line, lose);
        }, ASKED.every).unref();
      },
      () => {
        clearTimeout(late);
        lose();
      },
    );
  }

  private hear(payload: string): void {
    // What was said here is known here.
    if (payload.startsWith(this.me)) return;
    let said: Said;
    try {
      said = opened(payload.slice(this.me.length));
    } catch (error) {
      // Anybody with the database's password may say anything there.
      this.logger.warn(`something that no server of Kanga says was said to all: ${String(error)}`);
      return;
    }
    this.heard.next(said);
  }

  private comeBack(): void {
    setTimeout(() => {
      if (this.ended) return;
      this.connect().then(
        () => {
          this.lost.next(null);
        },
        () => {
          this.comeBack();
        },
      );
    }, AGAIN).unref();
  }

  /** Says something to all others; as part of a transaction they hear it exactly if that is kept. */
  async tell(said: Said, db: Knex = this.db): Promise<void> {
    await db.raw('SELECT pg_notify(?, ?)', [CHANNEL, `${this.me}${sealed(said)}`]);
  }

  /** Says something that others can do without. */
  mention(said: Said): void {
    if (this.ended) return;
    this.tell(said).catch((error: unknown) => {
      this.logger.warn(`the other servers could not be told: ${String(error)}`);
    });
  }

  /**
   * Whether this server has what only one of all may have, and takes it if it is free. It is free when the server that had it has ended, however that came. While the database is away
   * nobody can take anything: whoever had it goes on.
   */
  async has(what: string): Promise<boolean> {
    const { line } = this;
    if (!line || this.held.has(what)) return this.held.has(what);
    const asked = this.asked.get(what) ?? this.askFor(what, line).finally(() => this.asked.delete(what));
    this.asked.set(what, asked);
    return asked;
  }

  private async askFor(what: string, line: pg.Client): Promise<boolean> {
    const asked = line.query<{ got: boolean }>('SELECT pg_try_advisory_lock(hashtext($1)) AS got', [`kanga.${what}`]);
    // A line that breaks while it is asked has nothing.
    const got = await asked.then(({ rows }) => rows[0]?.got === true && this.line === line).catch(() => false);
    if (got) this.held.add(what);
    return got;
  }

  /** Whether this server has it now. */
  holds(what: string): boolean {
    return this.held.has(what);
  }

  /** Gives it back. */
  async leave(what: string): Promise<void> {
    if (!this.held.delete(what)) return;
    // A line that is gone has given it back already.
    await this.line?.query('SELECT pg_advisory_unlock(hashtext($1))', [`kanga.${what}`]).catch(() => undefined);
  }

  /** Does something while no other server does it; waits until it may. */
  async alone<T>(what: string, work: () => Promise<T>): Promise<T> {
    while (!(await this.has(what))) await new Promise((done) => setTimeout(done, AGAIN));
    try {
      return await work();
    } finally {
      await this.leave(what);
    }
  }
}
