import sharp from 'sharp';
import { freePort } from '../testing/index.js';
import { Scanner } from './index.js';

describe('the simulated scanner', () => {
  let [url, stop] = ['', () => Promise.resolve()];
  beforeAll(async () => {
    const port = await freePort();
    url = `http://127.0.0.1:${port}`;
    stop = await new Scanner().listen(port);
  });
  afterAll(() => stop());
  const ask = (path: string) => fetch(`${url}${path}`, { headers: { connection: 'close' } });

  it('says what could lie on its glass', async () => {
    const { items } = (await (await ask('/glass')).json()) as { items: { id: string }[] };
    expect(items.length).toBeGreaterThanOrEqual(5);
    expect(new Set(items.map(({ id }) => id)).size).toBe(items.length);
  });
  it('gives a PNG of the whole glass at the resolution that it says', async () => {
    const png = Buffer.from(await (await ask('/scan?item=tag&ppi=150')).arrayBuffer());
    // ISO 216: A4 is 210 × 297 mm.
    expect(await sharp(png).metadata()).toMatchObject({ format: 'png', width: 1240, height: 1754, density: 150 });
  });
  it.each([
    ['/scan?item=cat', 400],
    ['/scan?item=tag&ppi=77', 400],
    ['/elsewhere', 404],
  ])('refuses %s', async (path, status) => {
    const answer = await ask(path);
    expect(answer.status).toBe(status);
    expect(((await answer.json()) as { problem: string }).problem).not.toBe('');
  });
});
