import { Global, Inject, Module, type OnApplicationShutdown } from '@nestjs/common';
import type { Knex } from 'knex';
import { nameAuthors } from './acting.js';
import { DB, openDatabase } from './knex.js';
import { config } from '../config.js';

@Global()
@Module({
  providers: [{ provide: DB, useFactory: () => nameAuthors(openDatabase(config().databaseUrl)) }],
  exports: [DB],
})
export class DbModule implements OnApplicationShutdown {
  constructor(@Inject(DB) private readonly db: Knex) {}

  async onApplicationShutdown(): Promise<void> {
    await this.db.destroy();
  }
}
