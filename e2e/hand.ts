import { expect, type Locator, type Page, type TestInfo } from '@playwright/test';
import { enter, next, readJob, seen } from './shop.js';

/** What a hand does on a screen, counted: clicks and taps, keys that say something by themselves, and fields that are typed into. */
export class Hand {
  clicks = 0;
  keys = 0;
  fields = 0;

  constructor(readonly page: Page) {}

  async click(what: Locator): Promise<void> {
    this.clicks++;
    await what.click();
  }

  async write(field: string, text: string): Promise<void> {
    this.fields++;
    const input = this.page.getByLabel(field, { exact: true });
    await input.fill(text);
    await input.press('Tab');
  }

  /** One of a list: a click to open it, and one on what is meant. */
  async choose(list: string, option: string): Promise<void> {
    this.clicks += 2;
    await this.page.getByLabel(list).selectOption(option);
  }

  async enter(offered: string | RegExp): Promise<void> {
    this.keys++;
    await enter(this.page, offered);
  }

  /** Opens a job from Today. */
  async job(name: string, pieces: number): Promise<void> {
    await this.page.goto('/');
    await this.click(this.page.getByRole('button', { name: 'New job' }));
    await this.write('What is it?', name);
    await this.write('How many pieces?', String(pieces));
    await this.click(this.page.getByRole('button', { name: 'Open the job' }));
  }

  /** Finds goods on the shelf by a few letters. */
  async goods(name: string): Promise<void> {
    await this.write('Find a blank', name);
    await this.click(this.page.getByText(name, { exact: true }));
    await this.enter('On to Art');
  }

  async picture(name: string): Promise<void> {
    await this.click(this.page.getByText(name, { exact: true }).first());
    await expect(this.page.getByText(/pixels per inch|sharp at any size/).first()).toBeVisible();
  }

  /** Freezes the plan, and does what the line says until so many steps are told. */
  async press(steps: number): Promise<void> {
    await this.enter('Start at the press');
    await expect(this.page).toHaveURL(/\/press$/);
    const id = /jobs\/([^/]+)/.exec(this.page.url())?.[1] ?? '';
    for (let i = 0; i < steps; i++) {
      await expect(next(this.page)).toBeEnabled();
      const offered = (await next(this.page).textContent()) ?? '';
      if (offered.includes('cold')) return;
      await seen(this.page);
      const told = async () => (await readJob(this.page.request, id)).events.length;
      const before = await told();
      this.keys++;
      await this.page.keyboard.press(' ');
      await expect.poll(told).toBe(before + 1);
    }
  }

  /** Writes the counts down beside the test: docs/journeys.md is made from them. */
  tell(info: TestInfo): void {
    info.annotations.push({
      type: 'by hand',
      description: `${this.clicks} clicks, ${this.keys} keys, ${this.fields} fields`,
    });
  }
}
