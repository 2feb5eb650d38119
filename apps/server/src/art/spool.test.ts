import { createHash } from 'node:crypto';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { Refusal } from '../http/index.js';
import { spoolTo, withSpoolFile } from './spool.js';

const folder = mkdtempSync(join(tmpdir(), 'kanga-spool-'));
beforeAll(() => {
  Object.assign(process.env, { KANGA_DATA: folder, KANGA_DATABASE_URL: 'postgres://nowhere', KANGA_WEB: folder });
});
afterAll(() => {
  rmSync(folder, { recursive: true, force: true });
});
const chunks = (...sizes: number[]) => sizes.map((size, i) => Buffer.alloc(size, i + 1));
const refusalOf = async (work: Promise<unknown>): Promise<string> => {
  const error: unknown = await work.then(
    () => null,
    (reason: unknown) => reason,
  );
  return error instanceof Refusal ? error.problem.code : String(error);
};

describe('spoolTo', () => {
  it('writes what arrives, and knows its hash and size', async () => {
    const data = Buffer.concat(chunks(1000, 70_000, 3));
    await withSpoolFile(async (path) => {
      const spooled = await spoolTo(path, Readable.from(chunks(1000, 70_000, 3)), 100_000);
      expect(spooled).toEqual({ path, bytes: 71_003, sha256: createHash('sha256').update(data).digest('hex') });
      expect(readFileSync(path).equals(data)).toBe(true);
    });
  });
  it('takes exactly the limit and not a byte more', async () => {
    await withSpoolFile(async (path) => {
      expect((await spoolTo(path, Readable.from(chunks(500, 500)), 1000)).bytes).toBe(1000);
      expect(await refusalOf(spoolTo(path, Readable.from(chunks(500, 501)), 1000))).toBe('upload.large');
    });
  });
  it('reads on past the limit, so that the sender hears the answer, but not for ever', async () => {
    await withSpoolFile(async (path) => {
      let sent = 0;
      const endless = Readable.from(
        (function* () {
          for (; sent < 1_000_000; sent += 1000) yield Buffer.alloc(1000);
        })(),
      );
      expect(await refusalOf(spoolTo(path, endless, 10_000))).toBe('upload.large');
      expect(sent).toBeGreaterThan(10_000);
      expect(sent).toBeLessThan(200_000);
    });
  });
  it('refuses what is empty, and what breaks off', async () => {
    await withSpoolFile(async (path) => {
      expect(await refusalOf(spoolTo(path, Readable.from([]), 10))).toBe('upload.empty');
      const broken = new Readable({
        read() {
          this.push(Buffer.alloc(5));
          this.destroy(new Error('connection reset'));
        },
      });
      expect(await refusalOf(spoolTo(path, broken, 100))).toBe('upload.cut-off');
    });
  });
});

describe('withSpoolFile', () => {
  it('leaves nothing behind, whatever happens', async () => {
    let seen = '';
    await withSpoolFile(async (path) => {
      seen = path;
      await spoolTo(path, Readable.from(chunks(10)), 100);
      expect(existsSync(path)).toBe(true);
    });
    expect(existsSync(seen)).toBe(false);
    await expect(withSpoolFile(() => Promise.reject(new Error('no')))).rejects.toThrow('no');
    expect(readdirSync(join(folder, 'spool'))).toEqual([]);
  });
});
