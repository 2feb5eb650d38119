import { randomUUID } from 'node:crypto';
import type { Readable } from 'node:stream';
import { Inject, Injectable } from '@nestjs/common';
import { ART_LIMITS, type Art } from '@kanga/core/art';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';
import { notFound, refuse } from '../http/index.js';
import { ArtRepository } from './art.repository.js';
import { BlobRepository } from './blob.repository.js';
import { PixelReader } from './pixel-reader.js';
import type { PixelReading } from './read-pixels.js';
import { sniff } from './sniff.js';
import { spoolTo, withSpoolFile, type Spooled } from './spool.js';

@Injectable()
export class ArtService {
  constructor(
    @Inject(DB) private readonly db: Knex,
    private readonly art: ArtRepository,
    private readonly blobs: BlobRepository,
    private readonly pixels: PixelReader,
  ) {}

  async all(sha256?: string): Promise<Art[]> {
    if (sha256 === undefined) return this.art.all();
    const known = await this.art.findByContent(sha256);
    return known ? [known] : [];
  }

  async find(id: string): Promise<Art> {
    const found = await this.art.find(id);
    if (!found) throw notFound('art', id);
    return found.art;
  }

  /** Takes a picture in: streams it to the spool, looks at its bytes and pixels, then keeps it once by its content. */
  receive(name: string, source: Readable, demo = false): Promise<Art> {
    return withSpoolFile(async (path) => this.keep(name, await spoolTo(path, source, ART_LIMITS.bytes), demo));
  }

  async keep(name: string, file: Spooled, demo: boolean): Promise<Art> {
    const known = await this.art.findByContent(file.sha256);
    if (known) return known;
    const kind = await sniff(file.path);
    if (!('mediaType' in kind)) {
      throw refuse(
        415,
        'art.type',
        `“${name}” is ${kind.looksLike}, whatever its name says`,
        'Save it as PNG (for transparent art) or JPEG, and send that.',
      );
    }
    const reading = await this.readPixels(name, file.path);
    return this.db.transaction(async (trx) => {
      // Two uploads of one picture at once: the first to lock its hash keeps it, the second finds it.
      await trx.raw('SELECT pg_advisory_xact_lock(hashtext(?))', [file.sha256]);
      const meanwhile = await this.art.findByContent(file.sha256, trx);
      if (meanwhile) return meanwhile;
      const blobId = await this.blobs.keep(file, trx);
      const art: Art = {
        id: randomUUID(),
        name,
        sha256: file.sha256,
        bytes: file.bytes,
        mediaType: kind.mediaType,
        demo,
        facts: reading.facts,
      };
      await this.art.add({ art, blobId, thumb: reading.thumb, preview: reading.preview }, trx);
      return art;
    });
  }

  private async readPixels(name: string, path: string): Promise<PixelReading> {
    try {
      return await this.pixels.read(path);
    } catch (error) {
      const said = error instanceof Error ? error.message : String(error);
      if (/pixel limit/i.test(said)) {
        throw refuse(
          413,
          'art.pixels',
          `“${name}” has more than ${ART_LIMITS.pixels / 1e6} megapixels`,
          'Make it smaller: 300 pixels per inch at printed size is all that a print can use.',
        );
      }
      throw refuse(
        422,
        'art.broken',
        `“${name}” is broken or cut off and cannot be read`,
        `Open it in the program it came from and save it again. (${said.split('\n')[0] ?? ''})`,
      );
    }
  }

  async picture(id: string, size: 'thumb' | 'preview'): Promise<Buffer> {
    const data = await this.art.picture(id, size);
    if (!data) throw notFound('art', id);
    return data;
  }

  async original(id: string): Promise<{ art: Art; stream: Readable }> {
    const found = await this.art.find(id);
    if (!found) throw notFound('art', id);
    return { art: found.art, stream: this.blobs.stream(found.blobId) };
  }
}
