import { createHash, randomBytes } from 'node:crypto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { BlobRepository } from '../src/art/blob.repository.js';
import { TestServer } from './test-server.js';

const server = new TestServer();
const folder = mkdtempSync(join(tmpdir(), 'kanga-blob-'));
beforeAll(() => server.create());
afterAll(async () => {
  await server.destroy();
  rmSync(folder, { recursive: true, force: true });
});

/** A file of so many random bytes. */
function file(bytes: number) {
  const [path, data] = [join(folder, String(bytes)), randomBytes(bytes)];
  writeFileSync(path, data);
  return { path, data, bytes, sha256: createHash('sha256').update(data).digest('hex') };
}

describe('blobs', () => {
  it('are kept once, though two come with the same bytes at the same time', async () => {
    const same = file(3_500_000);
    const blobs = new BlobRepository(server.db);
    // Each in a transaction of its own, as two renders of one job are.
    const ids = await Promise.all([0, 1, 2].map(() => server.db.transaction((trx) => blobs.keep(same, trx))));
    expect(new Set(ids).size).toBe(1);
    const kept: Buffer[] = [];
    for await (const chunk of blobs.stream(ids[0] ?? '')) kept.push(chunk as Buffer);
    expect(Buffer.concat(kept).equals(same.data)).toBe(true);
  });
  it('leave nothing behind when their transaction is taken back', async () => {
    const other = file(1000);
    const blobs = new BlobRepository(server.db);
    const failing = server.db.transaction(async (trx) => {
      await blobs.keep(other, trx);
      throw new Error('the render was not wanted any more');
    });
    await expect(failing).rejects.toThrow('not wanted');
    expect(await server.db('blob').where({ sha256: other.sha256 })).toEqual([]);
  });
});
