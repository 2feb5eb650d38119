import { Inject, Injectable } from '@nestjs/common';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';

/** Tables that show whether somebody worked in a shop: what is chosen, made, printed or pressed leaves a trace in one of them. */
const TRACES = [
  'job',
  'blank',
  'media',
  'printer',
  'press',
  'settings',
  'art',
  'bench_event',
  'print',
  'recipe',
  'press_check',
  'photo',
  'test_cloth',
  'waiver',
  'proof_profile',
  'study',
  'study_swatch',
  'study_answer',
  'shop_order',
];

/** How the demo shop was when it was loaded: as long as it is still so, nothing of anybody's is lost with it. */
@Injectable()
export class DemoState {
  constructor(@Inject(DB) private readonly db: Knex) {}

  /** One figure for all that stands in those tables. */
  private async figure(): Promise<string> {
    const one = (table: string) =>
      `SELECT '${table}' AS name, md5(coalesce(string_agg(md5(t::text), '' ORDER BY md5(t::text)), '')) AS sum FROM ${table} t`;
    const { rows } = await this.db.raw<{ rows: { figure: string }[] }>(
      `SELECT md5(string_agg(name || sum, ',' ORDER BY name)) AS figure FROM (${TRACES.map(one).join(' UNION ALL ')}) tables`,
    );
    return rows[0]?.figure ?? '';
  }

  async remember(): Promise<void> {
    const figure = await this.figure();
    await this.db('demo_state').insert({ id: 1, figure }).onConflict('id').merge();
  }

  async isUntouched(): Promise<boolean> {
    const kept = await this.db('demo_state').first<{ figure: string } | undefined>('figure');
    return kept !== undefined && kept.figure === (await this.figure());
  }
}
