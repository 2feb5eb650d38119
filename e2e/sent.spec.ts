import { brotliDecompressSync, gunzipSync } from 'node:zlib';
import { get, type IncomingHttpHeaders } from 'node:http';
import { expect, test } from '@playwright/test';
import { demo, jobId } from './shop.js';

/** What comes over the wire, as it is: browsers unpack it before anybody sees it. */
const raw = (url: string, encoding: string) =>
  new Promise<{ headers: IncomingHttpHeaders; body: Buffer }>((resolve, reject) => {
    get(url, { headers: { 'accept-encoding': encoding } }, (answer) => {
      const parts: Buffer[] = [];
      answer.on('data', (part: Buffer) => parts.push(part));
      answer.on('error', reject);
      answer.on('end', () => {
        resolve({ headers: answer.headers, body: Buffer.concat(parts) });
      });
    }).on('error', reject);
  });

test('what is sent is packed as whoever asks can read it, and is the same when it is unpacked', async ({
  page,
  request,
  baseURL,
}) => {
  await demo(request);
  await page.goto('/');
  const script = await page.locator('script[type=module]').first().getAttribute('src');
  for (const [path, type] of [
    [script ?? '', 'javascript'],
    ['/api/jobs', 'json'],
  ] as const) {
    const url = new URL(path, baseURL).href;
    const plain = await raw(url, 'identity');
    const brotli = await raw(url, 'br, gzip');
    const gzip = await raw(url, 'gzip');
    expect(plain.headers['content-encoding']).toBeUndefined();
    expect([brotli.headers['content-encoding'], gzip.headers['content-encoding']]).toEqual(['br', 'gzip']);
    expect(brotli.headers['content-type']).toContain(type);
    expect(brotli.headers.vary).toContain('Accept-Encoding');
    expect(brotliDecompressSync(brotli.body).equals(plain.body)).toBe(true);
    expect(gunzipSync(gzip.body).equals(plain.body)).toBe(true);
    expect(brotli.body.length).toBeLessThan(plain.body.length / 2);
  }
  // A stale name is an error, and never the page itself.
  expect((await request.get('/assets/gone-12345678.js')).status()).toBe(404);
});

test('the window is called by where one is, and the first key leads past the places to the content', async ({
  page,
  request,
}) => {
  await demo(request);
  const id = await jobId(request, 'Volunteer tees');
  for (const [path, title] of [
    ['/', 'Today · Kanga'],
    ['/orders', 'Orders · Kanga'],
    ['/bench', 'Bench · Kanga'],
    ['/shop', 'Shop · Kanga'],
    [`/jobs/${id}/stack`, /^Job \d+ · Stack · Kanga$/],
    ['/nowhere', 'There is no such page · Kanga'],
  ] as const) {
    await page.goto(path);
    await expect(page).toHaveTitle(title);
  }
  await page.goto('/orders');
  await expect(page.getByRole('heading', { level: 1, name: 'Orders' })).toBeVisible();
  await page.keyboard.press('Tab');
  const skip = page.getByRole('link', { name: 'To the content' });
  await expect(skip).toBeFocused();
  await expect(skip).toBeInViewport();
  const address = page.url();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('main')).toBeFocused();
  expect(page.url()).toBe(address);
  // From there the next key is the first thing of the page, past all places.
  await page.keyboard.press('Tab');
  await expect(page.getByRole('main').locator(':focus')).toHaveCount(1);
});
