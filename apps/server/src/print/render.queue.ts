import { setTimeout as wait } from 'node:timers/promises';
import { Injectable, Logger, type OnApplicationShutdown } from '@nestjs/common';
import type { Knex } from 'knex';
import pg from 'pg';
import PgBoss from 'pg-boss';
import { config } from '../config.js';
import { PrintRepository } from './print.repository.js';
import { Renderer } from './renderer.js';

const QUEUE = 'render';
/** Whoever renders says so this often; silent for so long, another takes it up, seconds. */
const BEAT = 2;
const SILENCE = 8;
/** Who has nothing to render looks again after so long, ms. */
const LOOK = 500;
/** A database that says nothing for so long is given up on for now, ms. */
const PATIENCE = 20_000;

/**
 * Renders wait in a queue in the database, which any number of workers share: the server itself, and `./kanga worker` on other machines.
 * A worker that falls silent is taken over from; whoever finishes first has finished it, once.
 */
@Injectable()
export class RenderQueue implements OnApplicationShutdown {
  private readonly log = new Logger('renders');
  private boss: PgBoss | null = null;
  private pool: pg.Pool | null = null;
  private watch: NodeJS.Timeout | null = null;
  private ending = false;
  /** The entry of the queue that is being rendered here. */
  private taken: string | null = null;

  constructor(
    private readonly prints: PrintRepository,
    private readonly renderer: Renderer,
  ) {}

  /** Opens the queue; `work`: takes renders from it, too. */
  async open(work: boolean): Promise<void> {
    // A pool of its own, so that a database that is away is given up on soon, and asked again.
    const pool = new pg.Pool({
      connectionString: config().databaseUrl,
      max: 3,
      connectionTimeoutMillis: 5000,
      query_timeout: PATIENCE,
    });
    const complain = ({ message }: Error) => {
      this.log.error(message);
    };
    pool.on('error', complain);
    this.pool = pool;
    const boss = new PgBoss({ db: { executeSql: (text, values) => pool.query(text, values) } });
    boss.on('error', complain);
    await boss.start();
    await boss.createQueue(QUEUE, { name: QUEUE, retryLimit: 20, retryDelay: 0, expireInSeconds: 6 * 3600 });
    this.boss = boss;
    for (const id of await this.prints.lost(QUEUE)) await boss.send(QUEUE, { print: id });
    if (!work) return;
    void this.take(boss);
    this.watch = setInterval(() => {
      this.takeOver().catch((error: unknown) => {
        this.log.error(error);
      });
    }, SILENCE * 500);
  }

  /** Puts a print in the queue as part of the transaction in which it is asked for: there is never the one without the other. */
  async add(print: string, trx: Knex.Transaction): Promise<void> {
    if (!this.boss) throw new Error('the queue of renders is not open');
    const connection = (await trx.client.acquireConnection()) as pg.Client;
    await this.boss.send(QUEUE, { print }, { db: { executeSql: (text, values) => connection.query(text, values) } });
  }

  /**
   * Takes renders one after the other until it ends. The queue's own worker lets go of what it tells the database after each: a database that is lost in that
   * very moment would take the server with it.
   */
  private async take(boss: PgBoss): Promise<void> {
    while (!this.ending) {
      try {
        const [job] = await boss.fetch<{ print: string }>(QUEUE);
        if (!job) {
          await wait(LOOK);
          continue;
        }
        this.taken = job.id;
        await this.render(job.data.print, job.id).then(
          () => boss.complete(QUEUE, job.id),
          (error: unknown) => boss.fail(QUEUE, job.id, { message: String(error) }),
        );
      } catch (error) {
        // The database is away: what was taken counts as silent soon, and whoever looks then takes it up.
        this.log.error(error);
        await wait(LOOK);
      } finally {
        this.taken = null;
      }
    }
  }

  private async render(print: string, renderId: string): Promise<void> {
    if (!(await this.prints.beat(print, renderId))) return;
    const heart = setInterval(() => {
      this.prints.beat(print, renderId).catch((error: unknown) => {
        this.log.warn(error);
      });
    }, BEAT * 1000);
    try {
      await this.renderer.render(print);
    } finally {
      clearInterval(heart);
    }
  }

  /** Puts renders back in the queue whose worker is gone. */
  private async takeOver(): Promise<void> {
    for (const id of await this.prints.untended(QUEUE, SILENCE))
      await this.boss?.fail(QUEUE, id, { message: 'its worker ended before it began' });
    for (const { id, renderId } of await this.prints.silent(SILENCE)) {
      try {
        await this.boss?.fail(QUEUE, renderId, { message: 'its worker fell silent' });
      } catch (error) {
        // Still nobody’s: whoever looks next tries again.
        await this.prints.stillSilent(id, renderId);
        throw error;
      }
    }
  }

  async onApplicationShutdown(): Promise<void> {
    this.ending = true;
    if (this.watch) clearInterval(this.watch);
    try {
      // A render takes longer than an end may: it is given back, and another worker takes it up at once.
      if (this.taken !== null) await this.boss?.fail(QUEUE, this.taken, { message: 'its worker was ended' });
      await this.boss?.stop({ graceful: false, wait: true });
    } catch (error) {
      this.log.warn(error);
    }
    await this.pool?.end();
  }
}
