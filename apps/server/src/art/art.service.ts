import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Inject, Injectable } from '@nestjs/common';
import { ART_LIMITS, type Art, type ArtType } from '@kanga/core/art';
import type { Knex } from 'knex';
import sharp from 'sharp';
import { DB } from '../db/index.js';
import { Ended, TooMuch } from '../process/index.js';
import { notFound, refuse, saysDiskFull } from '../http/index.js';
import { ArtReader } from './art-reader.js';
import { ArtRepository } from './art.repository.js';
import { BlobRepository } from './blob.repository.js';
import type { ArtFile, ArtReading } from './read-art.js';
import { sniff } from './sniff.js';
import { spoolTo, withSpoolFile, type Spooled } from './spool.js';

/** A file that was rewritten is another file. */
async function measured(path: string): Promise<Spooled> {
  const hash = createHash('sha256');
  for await (const chunk of createReadStream(path) as AsyncIterable<Buffer>) hash.update(chunk);
  return { path, sha256: hash.digest('hex'), bytes: (await stat(path)).size };
}

/** What the head of a picture says of its size; 0 for a drawing, and for what has no head. */
async function megapixelsOf(path: string, mediaType: ArtType): Promise<number> {
  if (mediaType === 'application/pdf' || mediaType === 'image/svg+xml') return 0;
  const { width = 0, height = 0 } = await sharp(path, { limitInputPixels: false })
    .metadata()
    .catch(() => ({ width: 0, height: 0 }));
  return Math.min(ART_LIMITS.pixels, width * height) / 1e6;
}

function unreadable(name: string, error: unknown) {
  // Nothing is wrong with the file: whoever sent it may send it again.
  if (error instanceof Ended) return error;
  if (error instanceof TooMuch)
    return refuse(
      422,
      'art.too-much',
      `“${name}” is too much to read: ${error.message}`,
      'Simplify it in the program it came from: fewer paths, groups and effects, or save it as a PNG at 300 pixels per inch.',
    );
  if (saysDiskFull(error)) return error as Error;
  const said = error instanceof Error ? error.message : String(error);
  const first = said.split('\n')[0] ?? '';
  if (/pixel limit/i.test(said)) {
    return refuse(
      413,
      'art.pixels',
      `“${name}” has more than ${ART_LIMITS.pixels / 1e6} megapixels`,
      'Make it smaller: 300 pixels per inch at printed size is all that a print can use.',
    );
  }
  if (/password/.test(said)) {
    return refuse(
      422,
      'art.locked',
      `“${name}” is locked with a password`,
      'Open it in the program it came from, take the password off, and send that.',
    );
  }
  return refuse(
    422,
    'art.broken',
    `“${name}” is broken or cut off and cannot be read`,
    `Open it in the program it came from and save it again. (${first})`,
  );
}

@Injectable()
export class ArtService {
  constructor(
    @Inject(DB) private readonly db: Knex,
    private readonly art: ArtRepository,
    private readonly blobs: BlobRepository,
    private readonly reader: ArtReader,
  ) {}

  async all(sha256?: string): Promise<Art[]> {
    if (sha256 === undefined) return this.art.all();
    const known = await this.art.findByContent(sha256, 1);
    return known ? [known] : [];
  }

  async find(id: string): Promise<Art> {
    const found = await this.art.find(id);
    if (!found) throw notFound('art', id);
    return this.complete(found.art);
  }

  /** The pictures with these ids, in their order; those that are not there are left out. */
  async findAll(ids: readonly string[]): Promise<Art[]> {
    const found = await this.art.findAll(ids);
    const arts: Art[] = [];
    for (const id of ids) {
      const art = found.find((one) => one.id === id);
      if (art) arts.push(await this.complete(art));
    }
    return arts;
  }

  /** Which of these pictures are there. */
  known(ids: readonly string[]): Promise<Set<string>> {
    return this.art.known(ids);
  }

  /** A picture that was kept before its places were read is read once more. */
  private async complete(art: Art): Promise<Art> {
    if (art.facts.maps) return art;
    const { facts } = await this.withOriginal(art.id, (path) => this.read(art.name, { path, ...art }));
    await this.art.readAnew(art.id, facts);
    return { ...art, facts };
  }

  private withOriginal<T>(id: string, use: (path: string) => Promise<T>): Promise<T> {
    return withSpoolFile(async (path) => {
      const { stream } = await this.original(id);
      await pipeline(stream, createWriteStream(path));
      return use(path);
    });
  }

  /** Takes a picture in: streams it to the spool, looks at its bytes and pixels, then keeps it once by its content. */
  receive(name: string, source: Readable, demo = false): Promise<Art> {
    return withSpoolFile(async (path) => this.keep(name, await spoolTo(path, source, ART_LIMITS.bytes), demo));
  }

  /** Takes another page of a file that is here as a picture of its own. */
  async takePage(id: string, page: number): Promise<Art> {
    const art = await this.find(id);
    if (page > art.pages) {
      throw refuse(
        422,
        'art.page',
        `“${art.name}” has ${art.pages} ${art.pages === 1 ? 'page' : 'pages'}, not ${page}`,
        `Choose a page from 1 to ${art.pages}.`,
      );
    }
    const known = await this.art.findByContent(art.sha256, page);
    return (
      known ??
      this.withOriginal(id, (path) =>
        this.add(art.name, { path, sha256: art.sha256, bytes: art.bytes }, art.mediaType, page, art.demo),
      )
    );
  }

  async keep(name: string, file: Spooled, demo: boolean, page = 1): Promise<Art> {
    const known = await this.art.findByContent(file.sha256, page);
    if (known) return known;
    const kind = await sniff(file.path);
    if (!('mediaType' in kind)) {
      throw refuse(
        415,
        'art.type',
        `“${name}” is ${kind.looksLike}, whatever its name says`,
        'Save it as PNG, JPEG, WebP, TIFF, SVG or PDF, and send that.',
      );
    }
    const ready = await this.ready(name, file, kind.mediaType);
    return (await this.art.findByContent(ready.sha256, page)) ?? this.add(name, ready, kind.mediaType, page, demo);
  }

  private async ready(name: string, file: Spooled, mediaType: ArtType): Promise<Spooled> {
    if (mediaType !== 'image/svg+xml') return file;
    try {
      await this.reader.prepare({ path: file.path, mediaType });
    } catch (error) {
      throw unreadable(name, error);
    }
    return measured(file.path);
  }

  private async add(name: string, file: Spooled, mediaType: ArtType, page: number, demo: boolean): Promise<Art> {
    const reading = await this.read(name, { path: file.path, mediaType, page });
    return this.db.transaction(async (trx) => {
      // Two uploads of one picture at once: the first to lock its hash keeps it, the second finds it.
      await trx.raw('SELECT pg_advisory_xact_lock(hashtext(?))', [file.sha256]);
      const meanwhile = await this.art.findByContent(file.sha256, page, trx);
      if (meanwhile) return meanwhile;
      const blobId = await this.blobs.keep(file, trx);
      const { facts, pages, thumb, preview } = reading;
      const art: Art = {
        id: randomUUID(),
        name,
        sha256: file.sha256,
        bytes: file.bytes,
        mediaType,
        page,
        pages,
        demo,
        facts,
      };
      await this.art.add({ art, blobId, thumb, preview }, trx);
      return art;
    });
  }

  private async read(name: string, { path, mediaType, page }: ArtFile): Promise<ArtReading> {
    try {
      return await this.reader.read({ path, mediaType, page }, await megapixelsOf(path, mediaType));
    } catch (error) {
      throw unreadable(name, error);
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

  /** A file on disk by its content, ready to be kept. */
  measure(path: string): Promise<Spooled> {
    return measured(path);
  }

  /** Keeps a file that is no picture (the PDF of a print), once by its content. Part of the caller's transaction. */
  keepBlob(file: Spooled, trx: Knex.Transaction): Promise<string> {
    return this.blobs.keep(file, trx);
  }

  blob(blobId: string): Readable {
    return this.blobs.stream(blobId);
  }
}
