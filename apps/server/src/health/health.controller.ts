import { Controller, Inject, Res } from '@nestjs/common';
import { openApi } from '@kanga/contract/api';
import type { Response } from 'express';
import type { Knex } from 'knex';
import { Route } from '../http/index.js';
import { DB } from '../db/index.js';
import { Metrics } from './metrics.js';

@Controller()
export class HealthController {
  constructor(
    @Inject(DB) private readonly db: Knex,
    private readonly counted: Metrics,
  ) {}

  /** 200 only when the database answers and nothing is left to migrate. */
  @Route('health')
  async health(@Res() response: Response): Promise<void> {
    const { database, migrations } = await this.look();
    const ok = database === 'answers' && migrations === 'current';
    response
      .status(ok ? 200 : 503)
      .setHeader('Cache-Control', 'no-store')
      .json({ ok, database, migrations });
  }

  private async look(): Promise<{ database: string; migrations: string }> {
    try {
      const [, waiting] = (await this.db.migrate.list()) as [unknown[], unknown[]];
      return { database: 'answers', migrations: waiting.length === 0 ? 'current' : `${waiting.length} waiting` };
    } catch (error) {
      const said = error instanceof Error ? error.message.split('\n')[0] : String(error);
      return { database: `does not answer: ${said ?? ''}`, migrations: 'unknown' };
    }
  }

  /** What this server counts of itself. */
  @Route('metrics')
  async metrics(@Res() response: Response): Promise<void> {
    response
      .setHeader('Cache-Control', 'no-store')
      .type(this.counted.type)
      .send(await this.counted.text());
  }

  @Route('docs')
  docs(): Record<string, unknown> {
    return openApi();
  }
}
