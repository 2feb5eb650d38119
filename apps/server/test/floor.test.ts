import { randomUUID } from 'node:crypto';
import { readingGrid } from '@kanga/core/heat';
import type { Media, Press, Printer } from '@kanga/core/shop';
import type { Shop } from '@kanga/contract/shop';
import { useServer } from './test-server.js';

/** Presses, printers and papers of the shop, on a real database. */
const server = useServer();
const wordsOf = <T extends { id: string }>({ id, ...words }: T) => [id, words] as const;

describe('printers and papers', () => {
  it('are added, changed and taken away; what names one keeps it', async () => {
    const shop = await server.shop();
    const [, words] = wordsOf(shop.printers[0] as Printer);
    const printer = randomUUID();
    const added = await server.ask<Printer>('PUT', `shop/printers/${printer}`, {
      ...words,
      name: 'Third',
      address: null,
    });
    expect([added.status, added.body.name]).toEqual([200, 'Third']);
    const [, paper] = wordsOf(shop.media[0] as Media);
    const media = randomUUID();
    const put = await server.ask('PUT', `shop/media/${media}`, {
      ...paper,
      printerId: printer,
      name: 'Offcuts',
      offcut: true,
    });
    expect(put.status).toBe(200);
    const after = await server.shop();
    expect(after.printers.map(({ name }) => name)).toContain('Third');
    expect(after.media.at(-1)).toMatchObject({ name: 'Offcuts', offcut: true });
    const job = await server.job(1, () => ({ mediaId: media }));
    const taken = await server.ask<Shop>('DELETE', `shop/printers/${printer}`);
    expect(taken.body.printers.map(({ name }) => name)).not.toContain('Third');
    expect(taken.body.media.map(({ name }) => name)).not.toContain('Offcuts');
    expect((await server.ask<{ job: { mediaId: string } }>('GET', `jobs/${job.job.id}`)).body.job.mediaId).toBe(media);
  });
  it('are refused with the value that is wrong', async () => {
    const shop = await server.shop();
    const [id, words] = wordsOf(shop.media[0] as Media);
    const narrow = await server.ask('PUT', `shop/media/${id}`, { ...words, margins: { ...words.margins, left: 200 } });
    expect([narrow.status, JSON.stringify(narrow.body)]).toEqual([
      400,
      expect.stringMatching(/must leave at least 20/),
    ]);
    const lost = await server.ask('PUT', `shop/media/${id}`, { ...words, printerId: randomUUID() });
    expect(lost.status).toBe(404);
    const [printer, said] = wordsOf(shop.printers[0] as Printer);
    const away = await server.ask('PUT', `shop/printers/${printer}`, { ...said, address: 'smoke signals' });
    expect(away.status).toBe(400);
    expect((await server.ask('DELETE', `shop/printers/${randomUUID()}`)).status).toBe(404);
  });
  it('are never all taken away', async () => {
    const { printers } = await server.shop();
    for (const { id } of printers.slice(1)) await server.ask('DELETE', `shop/printers/${id}`);
    const last = await server.ask('DELETE', `shop/printers/${printers[0]?.id ?? ''}`);
    expect([last.status, last.body.code]).toEqual([409, 'shop.last-printer']);
  });
});

describe('presses', () => {
  it('keep every check that was made, and show the last', async () => {
    const { presses } = await server.shop();
    const [id, words] = wordsOf(presses[0] as Press);
    const checkAt = (at: string, celsius: number) => ({
      at,
      by: 'Wren',
      dial: 200,
      readings: readingGrid(words.platen, 3, 3).map((place) => ({ ...place, celsius })),
      strips: { front: 'held', back: 'held', left: 'held', right: 'held' },
      curved: false,
    });
    const [first, second] = ['2026-11-20T08:00:00.000Z', '2026-11-25T08:00:00.000Z'] as const;
    for (const [at, celsius] of [
      [first, 195],
      [second, 9999],
    ] as const)
      expect((await server.ask('PUT', `shop/presses/${id}`, { ...words, check: checkAt(at, celsius) })).status).toBe(
        200,
      );
    const kept = (await server.db('press_check').where({ press_id: id }).orderBy('seq').select('at')) as { at: Date }[];
    expect(kept.slice(-2).map(({ at }) => at.toISOString())).toEqual([first, second]);
    await expect(server.db('press_check').where({ press_id: id }).delete()).rejects.toThrow(/only ever added/);
    const now = (await server.shop()).presses[0];
    expect(now?.check?.at).toBe(second);
  });
});
