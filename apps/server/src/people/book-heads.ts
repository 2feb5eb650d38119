import { appendFileSync } from 'node:fs';
import { join } from 'node:path';
import { Inject, Injectable, Logger, type OnModuleDestroy, type OnModuleInit } from '@nestjs/common';
import type { Knex } from 'knex';
import { config } from '../config.js';
import { DB } from '../db/index.js';

/** The last entry is noted so often, ms. */
const NOTED = 60_000;

/**
 * Notes the last entry of the book of changes beside the database, in `book-heads`: a chain of hashes alone does not tell that its end was taken away. `./kanga verify` holds one against the
 * other.
 */
@Injectable()
export class BookHeads implements OnModuleInit, OnModuleDestroy {
  private last = '';
  private timer: ReturnType<typeof setInterval> | null = null;

  constructor(@Inject(DB) private readonly db: Knex) {}

  onModuleInit(): void {
    this.timer = setInterval(() => void this.note(), NOTED);
    this.timer.unref();
  }

  async onModuleDestroy(): Promise<void> {
    if (this.timer) clearInterval(this.timer);
    await this.note();
  }

  private async note(): Promise<void> {
    try {
      const [head] = await this.db('audit')
        .orderBy('seq', 'desc')
        .limit(1)
        .select<{ seq: string; hash: string }[]>('seq', 'hash');
      if (!head || head.seq === this.last) return;
      appendFileSync(join(config().data, 'book-heads'), `${head.seq} ${head.hash} ${new Date().toISOString()}\n`, {
        mode: 0o600,
      });
      this.last = head.seq;
    } catch (error) {
      // A database that is away: its head is noted the next time.
      new Logger('Kanga').warn(`the end of the book of changes was not noted: ${String(error)}`);
    }
  }
}
