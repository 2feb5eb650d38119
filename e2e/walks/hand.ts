import { expect, type Locator, type Page } from '@playwright/test';
import type { JobFile } from '@kanga/core/job';
import { clockLeft, enter, next, readJob, seen } from '../shop.js';

/** What a hand does on a screen, counted: clicks and taps, keys that say something by themselves, and fields that are typed into. */
export class Hand {
  clicks = 0;
  keys = 0;
  fields = 0;
  /** At the press: what was tapped there, and how many pieces came of it. */
  taps = 0;
  pieces = 0;
  /** At the press just the first steps are done: the rest is no different from others that are walked to their end. */
  brief = false;
  /** Reads what stands on the screen before it is left. */
  looked: () => Promise<void> = () => Promise.resolve();

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
    await this.page.getByLabel(list).selectOption({ label: option });
  }

  async enter(offered: string | RegExp): Promise<void> {
    await this.looked();
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

  /** The job that stands on the screen. */
  get id(): string {
    return /jobs\/([^/]+)/.exec(this.page.url())?.[1] ?? '';
  }

  file = (): Promise<JobFile> => readJob(this.page.request, this.id);

  /** Sets the clock forth by what stands on it, as somebody waits. */
  private async wait(): Promise<void> {
    if ((await this.page.getByTestId('clock').count()) === 0) return;
    const left = await clockLeft(this.page);
    if (left > 0) await this.page.clock.fastForward(left * 1000);
  }

  /** By the line over the sheet to the stack, and on to a press. */
  async toStack(press: string): Promise<void> {
    await this.enter('On to Sheet');
    await this.enter('On to Stack');
    await this.click(this.page.getByText(press, { exact: true }).first());
  }

  /** Freezes the plan, and presses so many beds, or all; or goes on until the line offers something. */
  async press(beds = Infinity, until?: string): Promise<void> {
    await this.enter('Start at the press');
    await expect(this.page).toHaveURL(/\/press$/);
    await this.pressOn(beds, until);
  }

  /** Does what the line says, with the patience that the clocks ask for, until so many beds are pressed in all. */
  async pressOn(beds: number, until = 'Inspect'): Promise<void> {
    const file = await this.file();
    const atOnce = file.plan?.atOnce ?? 1;
    const last = Math.min(beds, Math.ceil(file.job.pieces / atOnce));
    this.pieces = Math.min(file.job.pieces, last * atOnce);
    const line = next(this.page);
    const now = async () =>
      `${(await line.textContent().catch(() => null)) ?? ''} ${(await this.file()).events.length}`;
    for (let i = 0; i < 600; i++) {
      await expect(line).toBeVisible();
      const offered = (await line.textContent()) ?? '';
      if (offered.includes(until) || (this.brief && this.taps >= 2)) return;
      if (!(await line.isEnabled())) {
        await this.page.clock.fastForward(5000);
        continue;
      }
      if (beds !== Infinity && (await this.bed(atOnce)) >= last) return;
      if (/Opened|Lifted/.test(offered)) await this.wait();
      await this.looked();
      await seen(this.page);
      const before = await now();
      this.taps++;
      await this.page.keyboard.press(' ');
      await expect.poll(now).not.toBe(before);
    }
    throw new Error('the press never came to an end');
  }

  /** The bed that the line is about, from 0, by the pieces that stand above it. */
  private async bed(atOnce: number): Promise<number> {
    const head = await this.page.locator('main').innerText();
    const first = /pieces? (\d+)/.exec(head)?.[1] ?? '1';
    return Math.floor((Number(first) - 1) / atOnce);
  }

  /** Looks at what was pressed, calls all of it good, and closes the job. */
  async allGood(): Promise<void> {
    if (this.brief) return;
    await this.enter('Inspect');
    await this.enter(/good/);
    await this.enter('Close the job');
    await expect(next(this.page)).toContainText('Pack');
  }
}
