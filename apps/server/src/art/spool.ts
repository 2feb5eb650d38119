import { createHash, randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { rm } from 'node:fs/promises';
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

const megabytes = (bytes: number) => `${Math.round(bytes / 1024 / 1024)} MB`;

/** Streams to `path`, hashing on the way. Refuses what is larger than `limit`, empty, or cut off half way. */
export async function spoolTo(path: string, source: Readable, limit: number): Promise<Spooled> {
  const hash = createHash('sha256');
  let bytes = 0;
  const meter = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length;
      if (bytes > limit) {
        done(
          refuse(
            413,
            'upload.large',
            `The file is larger than ${megabytes(limit)}`,
            `Send a file of at most ${megabytes(limit)}: fewer pixels, or a JPEG of it.`,
          ),
        );
        return;
      }
      hash.update(chunk);
      done(null, chunk);
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
