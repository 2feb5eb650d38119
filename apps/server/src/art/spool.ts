import { createHash, randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { config } from '../config.js';
import { refuse, Refusal } from '../http/index.js';

/** A file on its way in or out. */
export interface Spooled {
  path: string;
  sha256: string;
  bytes: number;
}

/** A new name in the spool folder, removed when `use` is done, whatever happens. */
export async function withSpoolFile<T>(use: (path: string) => Promise<T>): Promise<T> {
  const path = join(config().spool, randomUUID());
  try {
    return await use(path);
  } finally {
    await rm(path, { force: true });
  }
}

/** A new folder in the spool, removed with all that is in it when `use` is done, whatever happens. */
export async function withSpoolFolder<T>(use: (folder: string) => Promise<T>): Promise<T> {
  const folder = join(config().spool, randomUUID());
  await mkdir(folder);
  try {
    return await use(folder);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** How many times the limit is read, at most, for the sake of an answer. */
const DRAIN = 5;

const megabytes = (bytes: number) => `${Math.round(bytes / 1024 / 1024)} MB`;

/** Streams to `path`, hashing on the way. Refuses what is larger than `limit`, empty, or cut off half way. */
export async function spoolTo(path: string, source: Readable, limit: number): Promise<Spooled> {
  const hash = createHash('sha256');
  let bytes = 0;
  const tooLarge = () =>
    refuse(
      413,
      'upload.large',
      `The file is larger than ${megabytes(limit)}`,
      `Send a file of at most ${megabytes(limit)}: fewer pixels, or a JPEG of it.`,
    );
  const meter = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length;
      if (bytes <= limit) {
        hash.update(chunk);
        done(null, chunk);
      } else if (bytes > limit * DRAIN) done(tooLarge());
      // The rest is read and dropped: a sender who is cut off in the middle never sees the answer.
      else done();
    },
    flush(done) {
      done(bytes > limit ? tooLarge() : null);
    },
  });
  try {
    await pipeline(source, meter, createWriteStream(path));
  } catch (error) {
    if (error instanceof Refusal) throw error;
    throw refuse(
      400,
      'upload.cut-off',
      'The upload was cut off half way',
      'Nothing was kept of it. Send the file again.',
    );
  }
  if (bytes === 0) throw refuse(400, 'upload.empty', 'The file is empty', 'Choose a file with something in it.');
  return { path, sha256: hash.digest('hex'), bytes };
}
