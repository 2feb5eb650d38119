import { createHash, randomUUID } from 'node:crypto';
import { writeFile } from 'node:fs/promises';
import { Inject, Injectable, Logger } from '@nestjs/common';
import { changeOf } from '@kanga/core/job';
import { BUILT_IN_BLANKS } from '@kanga/core/blank';
import type { Art } from '@kanga/core/art';
import type { DemoReset } from '@kanga/contract/backup';
import type { Shop } from '@kanga/contract/shop';
import type { Knex } from 'knex';
import sharp from 'sharp';
import { ArtService, withSpoolFile } from '../art/index.js';
import { BackupService } from '../backup/index.js';
import { BlankRepository } from '../blank/index.js';
import { config } from '../config.js';
import { asAuthor, DB } from '../db/index.js';
import { refuse } from '../http/index.js';
import { JobRepository, JobService } from '../job/index.js';
import { Live, OtherServers } from '../live/index.js';
import { ShopRepository, ShopService } from '../shop/index.js';
import { DemoState } from './demo-state.js';
import { DemoOrders } from './demo-orders.js';
import { DemoPress } from './demo-press.js';
import { DemoStock } from './demo-stock.js';
import { DemoStudies } from './demo-studies.js';
import { CUSTOMER, DEMO_JOBS, type DemoJob } from './jobs-data.js';
import { Past } from './past/index.js';
import { pictureItem } from './picture-item.js';
import { PICTURES, type PictureName } from './pictures/index.js';
import { BLANK, DEMO_SHOP } from './shop-data.js';

const DAY = 24 * 3600 * 1000;
const TABLES = [
  'pack_event',
  'packed',
  'stock_event',
  'stock_level',
  'stock_item',
  'day_book',
  'plate_rates',
  'study_answer',
  'study_swatch',
  'study',
  'press_check',
  'print_event',
  'print_job',
  'print',
  'bench_event',
  'recipe',
  'test_cloth',
  'photo',
  'actual',
  'pressing',
  'run_result',
  'pressed_settings',
  'run_plan',
  'waiver',
  'job',
  'shop_order',
  'blank',
  'media',
  'printer',
  'press',
  'settings',
  'demo_state',
];

/** Loads the invented shop with its generated pictures, and puts it back when asked. */
@Injectable()
export class DemoService {
  private readonly logger = new Logger('Kanga');
  private loading: Promise<void> | null = null;
  /** The pictures drawn by this process, by the id they are kept under. */
  private readonly drawn = new Map<PictureName, string>();

  constructor(
    @Inject(DB) private readonly db: Knex,
    private readonly shop: ShopRepository,
    private readonly shopService: ShopService,
    private readonly blanks: BlankRepository,
    private readonly art: ArtService,
    private readonly jobs: JobRepository,
    private readonly jobService: JobService,
    private readonly live: Live,
    private readonly others: OtherServers,
    private readonly backups: BackupService,
    private readonly state: DemoState,
    private readonly past: Past,
    private readonly studies: DemoStudies,
    private readonly orders: DemoOrders,
    private readonly stock: DemoStock,
    private readonly presser: DemoPress,
  ) {}

  async loadIfEmpty(): Promise<void> {
    if (!(await this.shop.settings())) await this.reset();
    // A shop from before gets the blanks that came since; those it has stay as they are.
    else await this.blanks.ensure(BUILT_IN_BLANKS);
  }

  /**
   * Loads the demo shop again for somebody who typed the shop's name: what is there is backed up first. A shop that is not the demo's, be it one that grew out of it, is only
   * replaced when they say that they know.
   */
  async resetOnWord({ name, own }: DemoReset): Promise<Shop> {
    const { settings } = await this.shopService.read();
    if (name.trim() !== settings.shopName)
      throw refuse(
        422,
        'demo.name',
        `The shop is called “${settings.shopName}”, not “${name}”`,
        'Type its name as it is written, to say that it is this shop whose data are to go.',
      );
    if (!own && !(await this.state.isUntouched()))
      throw refuse(
        409,
        'demo.own',
        'There is work of your own in this shop',
        'Tick that you know that it goes. A backup is made first; ./kanga restore brings it back.',
      );
    await this.backups.make('before-demo');
    return this.reset();
  }

  /** Throws everything away and loads the demo shop. Asked for again while it runs: waits for the same run. */
  private async reset(): Promise<Shop> {
    this.loading ??= this.others.alone('demo', () => this.loadQuietly()).finally(() => (this.loading = null));
    await this.loading;
    return this.shopService.read();
  }

  /** What is laid by thousands of rows is one entry in the book of changes. */
  private async loadQuietly(): Promise<void> {
    await asAuthor({ who: null, from: 'Kanga', quiet: true }, () => this.load());
    await this.db.raw(`SELECT audit_add('demo', 'loaded', NULL, NULL)`);
  }

  private async load(): Promise<void> {
    await this.db.raw(`TRUNCATE ${TABLES.join(', ')} RESTART IDENTITY`);
    await this.db('counter').update({ last: 0 });
    await this.clearArt();
    await this.shop.addFloor(DEMO_SHOP);
    await this.blanks.add(BUILT_IN_BLANKS);
    const names = Object.keys(PICTURES) as PictureName[];
    const pictures = new Map<PictureName, Art>();
    for (const name of names) pictures.set(name, await this.drawOnce(name));
    // Before the jobs of today: it has the lower numbers.
    const days = config().pastDays;
    if (days > 0) await this.past.load(DEMO_SHOP, pictures, Date.now(), days);
    for (const job of DEMO_JOBS) await this.open(job, job.picture ? (pictures.get(job.picture)?.id ?? null) : null);
    // Last, since its presence says that the shop is whole.
    await this.shop.saveSettings(DEMO_SHOP.settings);
    for (const job of DEMO_JOBS.filter((one) => one.pressed)) await this.press(job);
    await this.stock.load(DEMO_SHOP);
    await this.orders.load(pictures);
    await this.studies.load(DEMO_SHOP);
    await this.state.remember();
    this.live.publish({ kind: 'runs' });
  }

  /** Takes all pictures away but those that this process has drawn itself: they would only be drawn the same again. */
  private async clearArt(): Promise<void> {
    await this.db('art')
      .whereNotIn('id', [...this.drawn.values()])
      .delete();
    await this.db('blob').whereNotIn('id', this.db('art').select('blob_id')).delete();
  }

  private async drawOnce(name: PictureName): Promise<Art> {
    const known = this.drawn.get(name);
    const [art] = known ? await this.art.findAll([known]) : [];
    if (art) return art;
    const fresh = await this.draw(name);
    this.drawn.set(name, fresh.id);
    return fresh;
  }

  private draw(name: PictureName): Promise<Art> {
    return withSpoolFile(async (path) => {
      const { draw, clear } = PICTURES[name];
      const drawn = sharp(Buffer.from(draw()));
      const data = await (clear ? drawn : drawn.flatten({ background: '#000000' }))
        .png({ compressionLevel: 4 })
        .toBuffer();
      await writeFile(path, data);
      return this.art.keep(
        name,
        { path, sha256: createHash('sha256').update(data).digest('hex'), bytes: data.length },
        true,
      );
    });
  }

  private async open(demo: DemoJob, artId: string | null): Promise<void> {
    const id = randomUUID();
    const due = new Date(Date.now() + demo.dueIn * DAY).toISOString().slice(0, 10);
    await this.jobs.open(id, { name: demo.name, customer: CUSTOMER, due, pieces: demo.pieces });
    const { job } = await this.jobService.file(id);
    await this.jobService.save(id, {
      ...changeOf(job),
      blankId: BUILT_IN_BLANKS[BLANK[demo.blank]]?.id ?? null,
      design: artId === null ? [] : [{ fill: 'own', items: [pictureItem(artId)] }],
      reached: demo.reached,
    });
  }

  private async press(demo: DemoJob): Promise<void> {
    const summary = (await this.jobService.every({ list: 'open' })).find(({ name }) => name === demo.name);
    if (!summary) throw new Error(`the demo job ${demo.name} is not there`);
    await this.presser.job(summary.id, { began: Date.now() - DAY, spoiled: demo.spoiled ?? null, close: true });
  }
}
