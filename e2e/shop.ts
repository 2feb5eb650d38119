import { expect, type APIRequestContext, type Page } from '@playwright/test';
import type { Placement } from '@kanga/core/art';
import type { Guidance } from '@kanga/core/bench';
import type { JobFile, RunPlan } from '@kanga/core/job';
import { SET_POINT_LIMITS, type PressNow } from '@kanga/contract/bench';
import type { JobPage } from '@kanga/contract/job';
import type { Shop } from '@kanga/contract/shop';
import sharp from 'sharp';

/** Puts the demo shop back, so that a journey starts where the last one did. */
export async function demo(request: APIRequestContext): Promise<void> {
  const { settings } = (await (await request.get('/api/shop')).json()) as { settings: { shopName: string } };
  const data = { name: settings.shopName, own: true };
  expect((await request.post('/api/shop/demo', { data })).ok()).toBe(true);
}

/** The id of a job by its name. */
export async function jobId(request: APIRequestContext, name: string): Promise<string> {
  const { jobs } = (await (await request.get('/api/jobs')).json()) as JobPage;
  const id = jobs.find((job) => job.name === name)?.id;
  if (!id) throw new Error(`no job is called ${name}`);
  return id;
}

export const readJob = async (request: APIRequestContext, id: string): Promise<JobFile> =>
  (await (await request.get(`/api/jobs/${id}`)).json()) as JobFile;

/** Where the job's first picture was put by hand; null where Kanga's proposal stands. */
export async function readPlacement(request: APIRequestContext, id: string): Promise<Placement | null> {
  const item = (await readJob(request, id)).job.design[0]?.items[0];
  return item?.kind === 'picture' ? item.placement : null;
}

/** Records something in a run, as if at another screen. */
export async function tell(request: APIRequestContext, id: string, ...events: object[]): Promise<void> {
  const stamped = events.map((event) => ({
    id: crypto.randomUUID(),
    at: new Date().toISOString(),
    by: null,
    ...event,
  }));
  expect((await request.post(`/api/jobs/${id}/events`, { data: { events: stamped } })).ok()).toBe(true);
}

/** Takes a job to its press, to the named one if any, where hands are led by every step unless it is said otherwise. */
export async function freeze(
  request: APIRequestContext,
  name: string,
  pressName?: string,
  guidance: Guidance | null = 'every step',
): Promise<{ id: string; plan: RunPlan }> {
  const id = await jobId(request, name);
  if (pressName) {
    const { presses } = (await (await request.get('/api/shop')).json()) as Shop;
    const { job } = await readJob(request, id);
    const kept = ['id', 'number', 'status', 'waivers', 'approval', 'createdAt', 'updatedAt', 'closedAt'];
    const change = Object.fromEntries(Object.entries(job).filter(([key]) => !kept.includes(key)));
    const pressId = presses.find((press) => press.name === pressName)?.id;
    expect((await request.put(`/api/jobs/${id}`, { data: { ...change, pressId } })).ok()).toBe(true);
  }
  const answer = await request.post(`/api/jobs/${id}/plan`);
  expect(answer.ok()).toBe(true);
  if (guidance) await tell(request, id, { kind: 'guide', guidance });
  return { id, plan: (await answer.json()) as RunPlan };
}

/** What happened at the press, but for how hands are led. */
export const deeds = (file: JobFile): string[] =>
  file.events.map(({ kind }) => kind).filter((kind) => kind !== 'guide');

/** Opens a finding, be it in the row, behind it, or folded among the notes. */
export async function openFinding(page: Page, title: string | RegExp): Promise<void> {
  const chip = page.getByRole('button', { name: title });
  const heading = page.getByRole('dialog').getByRole('heading', { name: title });
  const folds = page.getByTestId('notes').or(page.getByRole('button', { name: /^\d+ more…$/ }));
  await expect(chip.or(folds).first()).toBeVisible();
  for (let fold = 0; !(await chip.or(heading).first().isVisible()) && fold < (await folds.count()); fold++) {
    await page.keyboard.press('Escape');
    await folds.nth(fold).click();
    await expect(page.getByRole('dialog')).toBeVisible();
  }
  // One note alone opens by itself.
  if (!(await heading.isVisible())) await chip.first().click();
  await expect(heading).toBeVisible();
}

/** The line's button. */
export const next = (page: Page) => page.getByTestId('next');

/** Seconds that the clock of a press shows; below nothing once its time is over: the sign of `−0:07` is not in its minutes. */
export async function clockLeft(page: Page): Promise<number> {
  const shown = (await page.getByTestId('clock').innerText()).replace('−', '-');
  const [minutes = NaN, seconds = NaN] = shown.replace('-', '').split(':').map(Number);
  return (shown.startsWith('-') ? -1 : 1) * (minutes * 60 + seconds);
}

/** Waits until a page is painted: before that a browser takes no key, since nobody can have seen what it is for. */
export const painted = (page: Page): Promise<void> =>
  page.evaluate(
    () =>
      new Promise<void>((done) => {
        requestAnimationFrame(() => {
          requestAnimationFrame(() => {
            done();
          });
        });
      }),
  );

/** Waits as long as a person needs to see what is offered: at the press an act within half a second of that was meant for what stood there before. */
export async function seen(page: Page): Promise<void> {
  await painted(page);
  if (/\/(press|bench)$/.test(new URL(page.url()).pathname)) await page.waitForTimeout(550);
}

/** Presses Enter once the line offers what is expected. */
export async function enter(page: Page, offered: string | RegExp): Promise<void> {
  await expect(next(page)).toContainText(offered);
  await expect(next(page)).toBeEnabled();
  await seen(page);
  await page.keyboard.press('Enter');
}

/** Cools a simulated press, however hot an earlier journey left it: every cold blank that it is closed on takes heat from its plate. */
export async function coolPress(request: APIRequestContext, name: string): Promise<void> {
  const { presses } = (await (await request.get('/api/shop')).json()) as Shop;
  const at = `/api/shop/presses/${presses.find((press) => press.name === name)?.id ?? name}`;
  expect((await request.post(`${at}/set-point`, { data: { celsius: SET_POINT_LIMITS.least } })).ok()).toBe(true);
  const move = async (closed: boolean): Promise<number> => {
    const answer = await request.post(`${at}/lever`, { data: { closed } });
    expect(answer.ok()).toBe(true);
    return ((await answer.json()) as PressNow).reading?.celsius ?? Infinity;
  };
  await expect(async () => {
    await move(true);
    expect(await move(false)).toBeLessThan(100);
  }).toPass({ intervals: [0] });
}

/** What the line offers when the press is to be closed. */
export const CLOSE = /Closed: start the clock|Close it cold…/;

/** Closes the press: where nothing measures its plate it is first said to be hot, once a run; one that is still cold is closed all the same. */
export async function closePress(page: Page): Promise<void> {
  const hot = 'Yes, it is hot';
  await expect(next(page)).toContainText(new RegExp(`${CLOSE.source}|${hot}`));
  if ((await next(page).textContent())?.includes(hot)) await enter(page, hot);
  await expect(next(page)).toContainText(CLOSE);
  // A plate that had not told how hot it is may tell so at any moment, and be cold: then Enter closes nothing, and it is asked about.
  await expect(async () => {
    if ((await next(page).textContent())?.includes('cold')) {
      await next(page).click();
      await page.getByRole('dialog').getByRole('button', { name: 'Close it cold' }).click({ timeout: 5000 });
    } else await enter(page, CLOSE);
    await expect(next(page)).not.toContainText(CLOSE, { timeout: 2000 });
  }).toPass({ timeout: 60_000 });
}

/** Calls a piece good that was not pressed as planned. */
export async function goodAllTheSame(page: Page, piece: number): Promise<void> {
  await page.getByRole('button', { name: `Piece ${piece} is good` }).click();
  await page.getByRole('button', { name: 'Good anyway' }).click();
}

/** A large JPEG like a camera's: gradients, grain and fine detail, turned by its EXIF tag. */
export async function photograph(): Promise<Buffer> {
  const [width, height] = [6000, 4000];
  const scene = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><defs><linearGradient id="s" y2="1"><stop stop-color="#134"/><stop offset=".6" stop-color="#d86"/><stop offset="1" stop-color="#243"/></linearGradient></defs><rect width="100%" height="100%" fill="url(#s)"/>${Array.from({ length: 300 }, (_, i) => `<circle cx="${(i * 977) % width}" cy="${(i * 613) % height}" r="${3 + (i % 40)}" fill="hsl(${(i * 37) % 360} 60% 60%)" opacity=".7"/>`).join('')}</svg>`;
  const grain = await sharp({
    create: { width, height, channels: 3, background: '#808080', noise: { type: 'gaussian', mean: 128, sigma: 22 } },
  })
    .png({ compressionLevel: 1 })
    .toBuffer();
  return sharp(Buffer.from(scene))
    .flatten()
    .composite([{ input: grain, blend: 'soft-light' }])
    .withMetadata({ orientation: 6 })
    .jpeg({ quality: 92 })
    .toBuffer();
}
