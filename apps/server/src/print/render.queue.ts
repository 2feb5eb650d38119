import { Injectable, Logger, type OnApplicationShutdown } from '@nestjs/common';
import PgBoss from 'pg-boss';
import { config } from '../config.js';
import { PrintRepository } from './print.repository.js';
import { Renderer } from './renderer.js';

const QUEUE = 'render';
/** Whoever renders says so this often; silent for so long, another takes it up, seconds. */
const BEAT = 2;
const SILENCE = 8;

/**
 * Renders wait in a queue in the database, which any number of workers share: the server itself, and `./kanga worker` on other machines.
 * A worker that falls silent is taken over from; whoever finishes first has finished it, once.
 */
@Injectable()
export class RenderQueue implements OnApplicationShutdown {
  private readonly log = new Logger('renders');
  private boss: PgBoss | null = null;
  private watch: NodeJS.Timeout | null = null;

  constructor(
    private readonly prints: PrintRepository,
    private readonly renderer: Renderer,
  ) {}

  /** Opens the queue; `work`: takes renders from it, too. */
  async open(work: boolean): Promise<void> {
    const boss = new PgBoss({ connectionString: config().databaseUrl, max: 3 });
    boss.on('error', (error) => {
      this.log.error(error.message);
    });
    await boss.start();
    await boss.createQueue(QUEUE, { name: QUEUE, retryLimit: 20, retryDelay: 0, expireInSeconds: 6 * 3600 });
    this.boss = boss;
    if (!work) return;
    await boss.work<{ print: string }>(QUEUE, { batchSize: 1, pollingIntervalSeconds: 0.5 }, async ([job]) => {
      if (job) await this.render(job.data.print, job.id);
    });
    this.watch = setInterval(() => {
      this.takeOver().catch((error: unknown) => {
        this.log.error(error);
      });
    }, SILENCE * 500);
  }

  async add(print: string): Promise<void> {
    if (!this.boss) throw new Error('the queue of renders is not open');
    await this.boss.send(QUEUE, { print });
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
    if (this.watch) clearInterval(this.watch);
    await this.boss?.stop({ graceful: false, wait: true });
  }
}
