import { createReadStream } from 'node:fs';
import { Readable } from 'node:stream';
import { Inject, Injectable } from '@nestjs/common';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';
import type { Spooled } from './spool.js';

/** Size of one piece of a blob: a picture of 100 MB is never in memory at once. */
const CHUNK = 1024 * 1024;

/** Bytes kept once, by content. */
@Injectable()
export class BlobRepository {
  constructor(@Inject(DB) private readonly db: Knex) {}

  /** Keeps a file; the blob that already holds the same bytes is used again. Part of the caller's transaction. */
  async keep(file: Spooled, trx: Knex.Transaction): Promise<string> {
    // Two renders of one job end with the same bytes at once: the second waits for the first, and finds its blob.
    await trx.raw('SELECT pg_advisory_xact_lock(hashtext(?))', [file.sha256]);
    const known = await trx('blob').where({ sha256: file.sha256 }).first<{ id: string } | undefined>('id');
    if (known) return known.id;
    const [blob] = await trx('blob').insert({}, ['id']).returning<{ id: string }[]>('id');
    if (!blob) throw new Error('the database gave no id for a new blob');
    let seq = 0;
    for await (const data of createReadStream(file.path, { highWaterMark: CHUNK }) as AsyncIterable<Buffer>) {
      await trx('blob_chunk').insert({ blob_id: blob.id, seq: seq++, data });
    }
    await trx('blob').where({ id: blob.id }).update({ sha256: file.sha256, bytes: file.bytes });
    return blob.id;
  }

  /** Streams a blob out, a chunk at a time, as fast as the reader takes it. */
  stream(blobId: string): Readable {
    const { db } = this;
    async function* chunks(): AsyncGenerator<Buffer> {
      for (let seq = 0; ; seq++) {
        const row = await db('blob_chunk').where({ blob_id: blobId, seq }).first<{ data: Buffer } | undefined>('data');
        if (!row) return;
        yield row.data;
      }
    }
    return Readable.from(chunks(), { objectMode: false, highWaterMark: CHUNK });
  }
}
