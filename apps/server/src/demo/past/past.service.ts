import { Inject, Injectable } from '@nestjs/common';
import { createHash } from 'node:crypto';
import { benchState, type BenchEvent } from '@kanga/core/bench';
import { BUILT_IN_BLANKS, type Blank } from '@kanga/core/blank';
import type { Art } from '@kanga/core/art';
import { bookOf, type Recipe } from '@kanga/core/recipe';
import { runPlanOf, viewJob, type Job, type RunPlan, type ShopFloor } from '@kanga/core/job';
import { USUAL_SHEET } from '@kanga/core/sheet';
import { unitPrinter } from '@kanga/core/units';
import type { Shop } from '@kanga/contract/shop';
import type { Knex } from 'knex';
import { DB } from '../../db/index.js';
import { JobRepository } from '../../job/index.js';
import { RecipeRepository } from '../../recipe/index.js';
import { EventRepository, PressingRepository, ResultRepository } from '../../run/index.js';
import { pictureItem } from '../picture-item.js';
import type { PictureName } from '../pictures/index.js';
import { pastOrders, type Order } from './orders.js';
import { pressOrder } from './press-order.js';

const DAY = 24 * 3_600_000;
/** What was closed longer ago is out of the way. */
const ARCHIVED_AFTER = 21;
/** Recipes were accepted when so much of the past was over. */
const ACCEPTED_AT = 0.6;
const MOST_RECIPES = 6;
const ACCEPTED_BY = 'Wren';

/** An id from words: the past is the same whenever it is loaded. */
function idOf(words: string): string {
  const hex = createHash('sha256').update(words).digest('hex');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-4${hex.slice(13, 16)}-8${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}

interface PressedOrder {
  job: Job;
  plan: RunPlan;
  events: BenchEvent[];
}

/** Gives the demo shop its past: months of jobs that were planned, pressed, judged and closed, made from a seed. */
@Injectable()
export class Past {
  constructor(
    @Inject(DB) private readonly db: Knex,
    private readonly jobs: JobRepository,
    private readonly events: EventRepository,
    private readonly pressings: PressingRepository,
    private readonly results: ResultRepository,
    private readonly recipes: RecipeRepository,
  ) {}

  /** Writes the past of so many days before `now`, ms. */
  async load(shop: Shop, pictures: ReadonlyMap<PictureName, Art>, now: number, days: number): Promise<void> {
    const plans = new Map<string, RunPlan | null>();
    const orders = pastOrders(now, days);
    const pressed = orders.flatMap((order, n): PressedOrder[] => {
      const job = jobOf(order, n, shop, pictures);
      const key = JSON.stringify([order.goods.blank, job.pressId, order.overrides]);
      // Orders of a kind are planned alike: one plan serves all of them.
      if (!plans.has(key)) plans.set(key, planOf(job, shop, pictures));
      const base = plans.get(key);
      if (!base) return [];
      const plan = { ...base, pieces: order.pieces, frozenAt: new Date(order.began - 600_000).toISOString() };
      return [{ job, plan, events: pressOrder(plan, order) }];
    });
    const accepted = Math.floor(pressed.length * ACCEPTED_AT);
    await this.write(pressed.slice(0, accepted), now);
    await this.acceptBest(pressed[accepted]?.job.createdAt ?? new Date(now).toISOString());
    await this.write(pressed.slice(accepted), now);
  }

  private async write(pressed: readonly PressedOrder[], now: number): Promise<void> {
    await this.jobs.transaction(async (trx) => {
      for (const { job, plan, events } of pressed) {
        const closedAt = events.at(-1)?.at ?? job.createdAt;
        await this.jobs.restore({ ...job, updatedAt: closedAt, closedAt }, trx);
        if (now - Date.parse(closedAt) > ARCHIVED_AFTER * DAY)
          await trx('job').where({ id: job.id }).update({ archived_at: closedAt });
        await this.jobs.freeze(job.id, plan, trx);
        await this.events.add(job.id, events, trx);
        const state = benchState(plan, events);
        const row = await trx('job').where({ id: job.id }).first<{ number: number }>('number');
        await this.pressings.keep({ ...job, number: row.number }, plan, state, null, trx);
        await this.results.keep(job.id, plan, state, trx);
      }
    });
  }

  /** Takes as recipes what had come out best until then. */
  private async acceptBest(at: string): Promise<void> {
    const book = bookOf(await this.results.proven(), []);
    const best = book
      .flatMap(({ recipe, proposal }) => (recipe || !proposal ? [] : [proposal]))
      .sort((a, b) => b.settings.good - a.settings.good)
      .slice(0, MOST_RECIPES);
    await this.recipes.add(
      best.map(({ settings, why }): Recipe => {
        const { blankId, pressId } = settings;
        return { id: idOf(`recipe ${blankId} ${pressId}`), at, by: ACCEPTED_BY, why, settings };
      }),
    );
  }
}

const blankOf = (order: Order): Blank | undefined => BUILT_IN_BLANKS.find(({ name }) => name === order.goods.blank);

function jobOf(order: Order, n: number, shop: Shop, pictures: ReadonlyMap<PictureName, Art>): Job {
  const { goods, began } = order;
  const at = new Date(began - DAY).toISOString();
  const artId = pictures.get(goods.picture)?.id;
  return {
    id: idOf(`order ${n} ${goods.blank} ${order.seed}`),
    number: 0,
    name: order.name,
    customer: order.customer,
    due: new Date(began + 3 * DAY).toISOString().slice(0, 10),
    pieces: order.pieces,
    status: 'closed',
    reached: 'inspect',
    version: 1,
    blankId: blankOf(order)?.id ?? null,
    bleed: null,
    design: artId === undefined ? [] : [{ fill: 'own', items: [pictureItem(artId)] }],
    run: null,
    mediaId: null,
    gap: null,
    sheet: USUAL_SHEET,
    pressId: shop.presses.find(({ name }) => name === goods.press)?.id ?? null,
    overrides: order.overrides,
    waivers: [],
    approval: null,
    createdAt: at,
    updatedAt: at,
    closedAt: null,
  };
}

/** How a job is planned in this shop; a few pieces tell as much of it as many. */
function planOf(job: Job, { settings, ...floor }: Shop, pictures: ReadonlyMap<PictureName, Art>): RunPlan | null {
  const { house, energy, units } = settings;
  const blank = BUILT_IN_BLANKS.find(({ id }) => id === job.blankId) ?? null;
  const file = { job: { ...job, status: 'open' as const, pieces: 8 }, blank, arts: [...pictures.values()] };
  const shopFloor: ShopFloor = { ...floor, house, energy };
  const view = viewJob({ ...file, plan: null, events: [] }, shopFloor, unitPrinter(units), {});
  return runPlanOf(view, job.createdAt);
}
