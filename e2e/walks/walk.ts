import { expect, test, type APIRequestContext, type Locator, type Page } from '@playwright/test';
import type { Shop } from '@kanga/contract/shop';
import { demo, openFinding } from '../shop.js';
import { Hand } from './hand.js';

export type Unit = 'in' | 'mm';

const UNITS = {
  in: { length: 'in', temperature: 'F', pressure: 'psi' },
  mm: { length: 'mm', temperature: 'C', pressure: 'kPa' },
} as const;
/** What a shop of the other system would say. Names of paper keep what they are called; a dial shows both degrees, the other one small. */
const FOREIGN = { in: /[\d.]+ (mm|kg|kPa)\b/g, mm: /[\d.]+ (in|lb|psi)\b/g };
const NAMES = /\b610 mm roll\b|\b152 mm\b|\b13 × 19 in\b/g;

/** A job as a decorator walks through it, in a shop of one system of units. */
export class Walk extends Hand {
  constructor(
    page: Page,
    readonly request: APIRequestContext,
    readonly unit: Unit,
  ) {
    super(page);
  }

  /** What is said in this shop: by inches, or by millimetres. */
  say = <T>(inches: T, millimetres: T): T => (this.unit === 'in' ? inches : millimetres);

  shows = (words: string | RegExp): Locator => this.page.getByText(words).first();
  at = (name: string): Locator => this.page.getByText(name, { exact: true }).first();
  stage = (name: string): Locator => this.page.getByRole('link', { name: new RegExp(`^${name}:`) }).first();
  finding = (title: string | RegExp): Locator => this.page.getByRole('button', { name: title });
  steps = (words: string | RegExp): Locator =>
    this.page.getByRole('region', { name: 'Steps' }).getByRole('listitem').filter({ hasText: words });

  /** Two taps a pressing, one for the end of a bed, one where somebody has to say that it is hot: no more was asked for. */
  async fewTaps(): Promise<void> {
    if (this.taps === 0) return;
    // The last entries may still be on their way to the server.
    await expect(async () => {
      const { plan, events } = await this.file();
      const count = (kind: string) => events.filter((event) => event.kind === kind).length;
      const beds = Math.ceil((plan?.pieces ?? 0) / (plan?.atOnce ?? 1));
      const waits = plan?.steps.filter(({ kind }) => kind === 'recover').length ?? 0;
      expect(this.taps).toBeLessThanOrEqual(2 * count('start') + beds * (1 + waits) + count('heat'));
    }).toPass({ timeout: 20_000 });
  }

  /** A finding that is only good to know, and is folded. */
  async notes(title: string | RegExp): Promise<void> {
    this.clicks++;
    await openFinding(this.page, title);
    await this.click(this.page.getByRole('button', { name: 'Close' }));
  }

  /** Opens a finding, and expects it to say so. */
  async reads(title: string | RegExp, words: string | RegExp): Promise<void> {
    this.clicks++;
    await openFinding(this.page, title);
    await expect(this.page.getByRole('dialog')).toContainText(words);
    await this.click(this.page.getByRole('button', { name: 'Close' }));
  }

  /** Pictures, sheets and stack come from here on; what is planned is on one of the presses. */
  async stack(press?: string): Promise<void> {
    await this.click(this.stage('Stack'));
    await expect(this.page.getByRole('region', { name: 'Steps' })).toBeVisible();
    if (press) await this.click(this.at(press));
  }
}

export interface Walked {
  /** Its number in the list of docs/journeys.md. */
  code: string;
  job: string;
  /** What it holds, for that list. */
  holds: string;
  /** Where it ends. */
  ends: string;
  /** In which shop it is walked by every test run; left out: in `./kanga walk` alone. */
  always?: Unit;
  /** By every test run it is walked to its end; left out: to the first steps at the press. */
  whole?: true;
}

/** One job, walked in both shops by `./kanga walk`. */
export function walk(walked: Walked, way: (walk: Walk) => Promise<void>): void {
  for (const unit of ['in', 'mm'] as const) {
    if (process.env['KANGA_WALKS'] !== 'all' && walked.always !== unit) continue;
    test(`${walked.code}, in ${unit === 'in' ? 'inches' : 'millimetres'}: ${walked.job}`, async ({
      page,
      request,
    }, info) => {
      await demo(request);
      const { settings } = (await (await request.get('/api/shop')).json()) as Shop;
      const changed = await request.put('/api/shop/settings', { data: { ...settings, units: UNITS[unit] } });
      expect(changed.ok()).toBe(true);
      // Nobody waits for a clock here: it is set forth by what is left of it.
      await page.clock.install();
      // Somebody who has pressed before, and is led by each pressing.
      await page.addInitScript(() => {
        localStorage.setItem('kanga.guidance', JSON.stringify({ Wren: 'each pressing', Juniper: 'each pressing' }));
        localStorage.setItem('kanga.who', 'Wren');
      });
      const walker = new Walk(page, request, unit);
      walker.brief = process.env['KANGA_WALKS'] !== 'all' && !walked.whole;
      const foreign = new Set<string>();
      walker.looked = async () => {
        const said = await page.locator('main').innerText();
        for (const found of said.replaceAll(NAMES, '').match(FOREIGN[unit]) ?? []) foreign.add(found);
      };
      await way(walker);
      await walker.looked();
      await walker.fewTaps();
      expect([...foreign]).toEqual([]);
      const { clicks, keys, fields, taps, pieces } = walker;
      info.annotations.push({
        type: 'by hand',
        description: JSON.stringify({ ...walked, unit, clicks, keys, fields, taps, pieces }),
      });
    });
  }
}
