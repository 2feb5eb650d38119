import { createWriteStream } from 'node:fs';
import { mkdir, writeFile } from 'node:fs/promises';
import { extname, join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Inject, Injectable } from '@nestjs/common';
import type { ArtType } from '@kanga/core/art';
import type { Knex } from 'knex';
import { csv } from '../document/index.js';
import { ArtService } from '../art/index.js';
import { BlankRepository } from '../blank/index.js';
import { DB } from '../db/index.js';
import { asCsv, asJson, LogRepository } from '../inspect/index.js';
import { JobRepository, TicketService } from '../job/index.js';
import { OrderRepository } from '../order/index.js';
import { ShopService } from '../shop/index.js';
import { DayRepository } from '../day/index.js';
import { StockLedger } from '../stock/index.js';
import { RecipeService } from '../recipe/index.js';

const ENDING: Record<ArtType, string> = {
  'image/png': '.png',
  'image/jpeg': '.jpg',
  'image/webp': '.webp',
  'image/tiff': '.tif',
  'image/svg+xml': '.svg',
  'application/pdf': '.pdf',
};

/** A name that every file system takes. */
const plain = (name: string) =>
  name
    .slice(0, name.length - extname(name).length)
    .replace(/[^\p{L}\p{N} _-]+/gu, ' ')
    .trim()
    .slice(0, 60) || 'unnamed';

const json = (value: unknown) => `${JSON.stringify(value, null, 2)}\n`;

export interface Carried {
  jobs: number;
  pictures: number;
  prints: number;
  pressings: number;
}

@Injectable()
export class CarryOutService {
  constructor(
    @Inject(DB) private readonly db: Knex,
    private readonly shop: ShopService,
    private readonly blanks: BlankRepository,
    private readonly jobs: JobRepository,
    private readonly tickets: TicketService,
    private readonly art: ArtService,
    private readonly log: LogRepository,
    private readonly recipes: RecipeService,
    private readonly orders: OrderRepository,
    private readonly stock: StockLedger,
    private readonly days: DayRepository,
  ) {}

  /** Writes everything into a folder, as docs/formats/folder.md describes it. */
  async export(folder: string): Promise<Carried> {
    for (const name of ['tickets', 'pictures', 'prints']) await mkdir(join(folder, name), { recursive: true });
    await writeFile(
      join(folder, 'shop.json'),
      json({ format: 'kanga-folder', formatVersion: 1, shop: await this.shop.read() }),
    );
    await writeFile(join(folder, 'blanks.json'), json(await this.blanks.all()));
    await writeFile(join(folder, 'recipes.json'), json(await this.recipes.export()));
    await writeFile(join(folder, 'orders.json'), json(await this.orders.every()));
    await writeFile(join(folder, 'stock.json'), json(await this.stock.carry()));
    await writeFile(join(folder, 'day.json'), json(await this.days.book()));
    const jobs = await this.exportJobs(folder);
    const pictures = await this.exportPictures(folder);
    const prints = await this.exportPrints(folder);
    await pipeline(Readable.from(asCsv(this.log.every({}))), createWriteStream(join(folder, 'log.csv')));
    await pipeline(Readable.from(asJson(this.log.every({}))), createWriteStream(join(folder, 'log.json')));
    const pressings = await this.db('pressing').count<{ count: string }[]>('*').first();
    return { jobs, pictures, prints, pressings: Number(pressings?.count ?? 0) };
  }

  private async exportJobs(folder: string): Promise<number> {
    const rows = await this.db('job').whereNull('deleted_at').orderBy('number').select<
      {
        id: string;
        number: number;
        name: string;
        customer: string;
        due: string | null;
        pieces: number;
        status: string;
      }[]
    >('id', 'number', 'name', 'customer', this.db.raw('due::text AS due'), 'pieces', 'status');
    for (const { id, number } of rows) {
      const { stream } = await this.tickets.export(id);
      await pipeline(stream, createWriteStream(join(folder, 'tickets', `${number}.zip`)));
    }
    const table = rows.map(({ number, name, customer, due, pieces, status }) => ({
      number,
      name,
      customer,
      due,
      pieces,
      status,
    }));
    await writeFile(join(folder, 'jobs.csv'), csv(table));
    return rows.length;
  }

  private async exportPictures(folder: string): Promise<number> {
    const rows = await this.db('art')
      .join('blob', 'blob.id', 'art.blob_id')
      .distinctOn('blob.sha256')
      .select<{ id: string; name: string; media_type: ArtType; sha256: string }[]>(
        'art.id',
        'name',
        'media_type',
        'sha256',
      );
    for (const { id, name, media_type: type, sha256 } of rows) {
      const { stream } = await this.art.original(id);
      const target = join(folder, 'pictures', `${plain(name)} ${sha256.slice(0, 12)}${ENDING[type]}`);
      await pipeline(stream, createWriteStream(target));
    }
    return rows.length;
  }

  private async exportPrints(folder: string): Promise<number> {
    const rows = await this.db('print')
      .whereNotNull('pdf_blob_id')
      .select<{ number: number; pdf_blob_id: string }[]>('number', 'pdf_blob_id');
    for (const { number, pdf_blob_id: blob } of rows)
      await pipeline(this.art.blob(blob), createWriteStream(join(folder, 'prints', `${number}.pdf`)));
    return rows.length;
  }
}
