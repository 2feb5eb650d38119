import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { TICKS, type PrintRecord } from '@kanga/core/sheet';
import sharp from 'sharp';
import { designOf, TestServer } from './test-server.js';

/** Renders shared by workers of their own, the server leaving them to those. */
const server = new TestServer();
server.env = { KANGA_RENDERS: 'elsewhere' };
beforeAll(() => server.create());
afterAll(() => server.destroy());

const read = async (id: string): Promise<PrintRecord> => (await server.ask<PrintRecord>('GET', `prints/${id}`)).body;
const until = async <T>(look: () => Promise<T | null>): Promise<T> => {
  for (let i = 0; i < 3000; i++) {
    const seen = await look();
    if (seen !== null) return seen;
    await new Promise((wake) => setTimeout(wake, 50));
  }
  throw new Error('it did not happen within 150 s');
};
const ask = async (jobId: string): Promise<string> => {
  const { body, status } = await server.ask<PrintRecord>('POST', 'prints', {
    id: randomUUID(),
    what: { kind: 'job', jobId },
    by: 'Wren',
    ticks: [...TICKS],
    nozzles: 'good',
  });
  if (status !== 201) throw new Error(JSON.stringify(body));
  return body.id;
};

describe('workers', () => {
  it('take up what was taken from the queue by one that ended before it began', async () => {
    const plain = { width: 1301, height: 2100, channels: 3 as const, background: '#00ffff' };
    const art = await server.upload('plain.png', await sharp({ create: plain }).png().toBuffer());
    const job = await server.job(1, ({ blanks, shop }) => ({
      blankId: blanks[5]?.id ?? null,
      design: designOf(art.id),
      mediaId: shop.media[0]?.id ?? null,
    }));
    const id = await ask(job.job.id);
    // As it is left by a worker that was killed between the one and the other.
    const taken = await server.db.raw<{ rowCount: number }>(
      `UPDATE pgboss.job SET state = 'active', started_on = now() - interval '1 minute' WHERE data->>'print' = ?`,
      [id],
    );
    expect(taken.rowCount).toBe(1);
    const worker = server.worker();
    await until(async () => ((await read(id)).state === 'ready' ? true : null));
    worker.kill('SIGTERM');
    await once(worker, 'exit');
  }, 200_000);
  it('share the renders; one that is killed is taken over from, and each print is finished once', async () => {
    // Grain does not pack: some seconds of work.
    const picture = await sharp({
      create: {
        width: 2200,
        height: 2200,
        channels: 3,
        background: '#777',
        noise: { type: 'gaussian', mean: 128, sigma: 40 },
      },
    })
      .joinChannel(Buffer.alloc(2200 * 2200, 254), { raw: { width: 2200, height: 2200, channels: 1 } })
      .png({ compressionLevel: 1 })
      .toBuffer();
    const art = await server.upload('grain.png', picture);
    const job = await server.job(3, ({ blanks, shop }) => ({
      blankId: blanks[2]?.id ?? null,
      design: designOf(art.id),
      mediaId: shop.media[3]?.id ?? null,
    }));
    const first = server.worker();
    const slow = await ask(job.job.id);
    const others = [await ask(job.job.id), await ask(job.job.id)];
    await until(async () =>
      (await server.db('print').where({ id: slow }).whereNotNull('render_id').first<object | undefined>())
        ? true
        : null,
    );
    first.kill('SIGKILL');
    await once(first, 'exit');
    expect((await read(slow)).state).toBe('rendering');
    server.worker();
    server.worker();
    for (const id of [slow, ...others]) {
      const record = await until(async () => {
        const now = await read(id);
        if (now.state === 'failed') throw new Error(now.events.at(-1)?.note ?? 'it failed');
        return now.state === 'ready' ? now : null;
      });
      expect(record.events.map(({ kind }) => kind)).toEqual(['asked', 'rendered']);
    }
    // What was taken over leaves no second PDF behind.
    const { rows } = await server.db.raw<{ rows: { n: string }[] }>(`
      SELECT count(*) AS n FROM blob WHERE sha256 IS NOT NULL
        AND NOT EXISTS (SELECT FROM art WHERE blob_id = blob.id)
        AND NOT EXISTS (SELECT FROM print WHERE pdf_blob_id = blob.id)`);
    expect(rows[0]?.n).toBe('0');
    expect((await server.bytes(`prints/${slow}/pdf`)).subarray(0, 5).toString('latin1')).toBe('%PDF-');
    // Two silences are waited for and five pictures of grain packed: on a busy machine that takes its time.
  }, 600_000);
});
