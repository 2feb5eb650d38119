import { createReadStream, existsSync } from 'node:fs';
import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { Injectable } from '@nestjs/common';
import { blankSchema } from '@kanga/contract/blank';
import { check } from '@kanga/contract/finding';
import { orderSchema } from '@kanga/contract/order';
import { recipeFileSchema } from '@kanga/contract/recipe';
import { shopSchema } from '@kanga/contract/shop';
import { dayBookSchema } from '@kanga/contract/day';
import { stockFileSchema } from '@kanga/contract/stock';
import Joi from 'joi';
import { ArtService } from '../art/index.js';
import { BlankRepository } from '../blank/index.js';
import { Refusal, refuse } from '../http/index.js';
import { JobRepository, TicketService } from '../job/index.js';
import { OrderRepository } from '../order/index.js';
import { ShopRepository } from '../shop/index.js';
import { DayRepository } from '../day/index.js';
import { StockLedger } from '../stock/index.js';
import { RecipeService } from '../recipe/index.js';

export interface TakenIn {
  jobs: number;
  pictures: number;
  /** What was not taken, and why. */
  left: string[];
}

const headSchema = Joi.object({
  format: Joi.string().valid('kanga-folder').required(),
  formatVersion: Joi.number().valid(1).required(),
  shop: shopSchema.required(),
});

/** Takes a folder in that was carried out of a shop: what is here already stays as it is, and what is missing is added. */
@Injectable()
export class CarryInService {
  constructor(
    private readonly shop: ShopRepository,
    private readonly blanks: BlankRepository,
    private readonly jobs: JobRepository,
    private readonly tickets: TicketService,
    private readonly art: ArtService,
    private readonly recipes: RecipeService,
    private readonly orders: OrderRepository,
    private readonly stock: StockLedger,
    private readonly days: DayRepository,
  ) {}

  async import(folder: string): Promise<TakenIn> {
    const left: string[] = [];
    const head = await this.read(folder, 'shop.json', headSchema);
    if (!head)
      throw refuse(422, 'folder.unknown', `${folder} holds no shop.json`, 'Choose a folder that ./kanga export wrote.');
    const stock = await this.read(folder, 'stock.json', stockFileSchema);
    if (stock) await this.stock.takeIn(stock);
    await this.shop.ensureFloor(head.shop);
    const blanks = await this.read(folder, 'blanks.json', Joi.array().items(blankSchema));
    if (blanks) await this.blanks.ensure(blanks);
    const pictures = await this.takePictures(join(folder, 'pictures'), left);
    // Before their jobs, which say what order they are of.
    const orders = await this.read(folder, 'orders.json', Joi.array().items(orderSchema));
    if (orders) await this.orders.ensure(orders);
    const jobs = await this.takeJobs(join(folder, 'tickets'), left);
    // A shop that has said its own hours keeps them.
    const day = await this.read(folder, 'day.json', dayBookSchema);
    if (day) await this.days.save({ ...day, version: 0 });
    const recipes = await this.read(folder, 'recipes.json', recipeFileSchema);
    if (recipes) {
      const { unknown } = await this.recipes.import(recipes);
      left.push(...unknown.map((name) => `recipes for ${name}: there is nothing of that name here`));
    }
    return { jobs, pictures, left };
  }

  /** A file of the folder as its schema says, or null when it is not there. */
  private async read<T>(folder: string, name: string, schema: Joi.Schema<T>): Promise<T | null> {
    const path = join(folder, name);
    if (!existsSync(path)) return null;
    let value: unknown;
    try {
      value = JSON.parse(await readFile(path, 'utf8'));
    } catch (error) {
      throw refuse(422, 'folder.broken', `${name} is not JSON: ${String(error)}`, 'Carry the shop out again.');
    }
    const checked = check(schema, value);
    if (!checked.ok) throw new Refusal(422, { ...checked.problem, title: `${name}: ${checked.problem.title}` });
    return checked.value;
  }

  private async takePictures(folder: string, left: string[]): Promise<number> {
    let taken = 0;
    for (const name of existsSync(folder) ? await readdir(folder) : []) {
      try {
        await this.art.receive(name, createReadStream(join(folder, name)));
        taken++;
      } catch (error) {
        if (!(error instanceof Refusal)) throw error;
        left.push(`${name}: ${error.message}`);
      }
    }
    return taken;
  }

  private async takeJobs(folder: string, left: string[]): Promise<number> {
    const names = existsSync(folder) ? (await readdir(folder)).filter((name) => name.endsWith('.zip')) : [];
    let taken = 0;
    for (const name of names.sort((a, b) => Number.parseInt(a, 10) - Number.parseInt(b, 10))) {
      try {
        if (await this.tickets.importOnce(createReadStream(join(folder, name)))) taken++;
        else left.push(`${name}: this job is here already`);
      } catch (error) {
        if (!(error instanceof Refusal)) throw error;
        left.push(`${name}: ${error.message}`);
      }
    }
    return taken;
  }
}
