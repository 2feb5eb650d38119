import { Inject, Injectable } from '@nestjs/common';
import { bedsOf } from '@kanga/core/bench';
import { handsOf, type Made } from '@kanga/core/order';
import type { InkUse, PaperUse } from '@kanga/core/sheet';
import type { Knex } from 'knex';
import { BlankService } from '../blank/index.js';
import { DB } from '../db/index.js';
import { RunStore } from '../run/index.js';
import { OrderService } from './order.service.js';

/** What orders came to, by what was told at the press and written down by the printer. */
@Injectable()
export class MadeService {
  constructor(
    @Inject(DB) private readonly db: Knex,
    private readonly orders: OrderService,
    private readonly blanks: BlankService,
    private readonly runs: RunStore,
  ) {}

  async of(id: string): Promise<Made> {
    const { jobs } = await this.orders.order(id);
    const blanks = await this.blanks.all();
    const made: Made = {
      pressed: 0,
      judged: 0,
      spoiled: 0,
      pressings: 0,
      blanks: 0,
      hands: null,
      press: 0,
      packed: 0,
      ...(await this.printed(jobs.map((job) => job.id))),
    };
    for (const { id: jobId, blankId, good, spoiled, pressed, packed } of jobs) {
      made.pressed += pressed;
      made.judged += good + spoiled;
      made.spoiled += spoiled;
      made.packed += packed;
      const cost = blanks.find((blank) => blank.id === blankId)?.cost ?? null;
      if (pressed > 0) made.blanks = cost === null || made.blanks === null ? null : made.blanks + pressed * cost;
      const run = await this.runs.of(jobId);
      if (!run) continue;
      const { plan, bench } = run;
      const under = bench.state.records.filter(
        ({ step, seconds, outcome }) => plan.steps[step]?.at === 'press' && seconds !== null && outcome !== 'skipped',
      );
      made.press += under.reduce((sum, { seconds }) => sum + (seconds ?? 0), 0);
      made.pressings +=
        under.filter(({ step, outcome }) => plan.steps[step]?.kind === 'press' && outcome === 'done').length *
        plan.atOnce;
      if (under.length === 0) continue;
      const each = plan.steps.reduce((sum, { hands, takes }) => sum + (hands > 0 ? takes : 0), 0);
      made.hands = {
        told: (made.hands?.told ?? 0) + handsOf(plan, bench.state),
        planned: (made.hands?.planned ?? 0) + each * bedsOf(plan),
      };
    }
    return made;
  }

  /** What prints of these jobs took; of a print that has others on it, its share by jobs. */
  private async printed(jobIds: readonly string[]): Promise<Pick<Made, 'paper' | 'ink'>> {
    const { rows } = await this.db.raw<{
      rows: { paper: PaperUse; inks: InkUse[] | null; own: string; all: string }[];
    }>(
      `SELECT body->'paper' AS paper, inks, own, jsonb_array_length(body->'jobs') AS all FROM print
       JOIN (SELECT print_id, count(*) AS own FROM print_job WHERE job_id = ANY(?) GROUP BY 1) mine ON mine.print_id = print.id
       WHERE EXISTS (SELECT FROM print_event WHERE print_id = print.id AND kind = 'printed')`,
      [[...jobIds]],
    );
    const sum = (cost: (row: (typeof rows)[number]) => number | null): number | null =>
      rows.length === 0
        ? null
        : rows.reduce<number | null>((all, row) => {
            const one = cost(row);
            return all === null || one === null ? null : all + (one * Number(row.own)) / Number(row.all);
          }, 0);
    return {
      paper: sum(({ paper }) => paper.cost),
      ink: sum(({ inks }) =>
        (inks ?? []).reduce<number | null>((all, { cost }) => (all === null || cost === null ? null : all + cost), 0),
      ),
    };
  }
}
