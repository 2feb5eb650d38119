import { Inject, Injectable } from '@nestjs/common';
import type { Art, ArtFacts } from '@kanga/core/art';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';

interface ArtRow {
  id: string;
  name: string;
  sha256: string;
  bytes: string;
  media_type: Art['mediaType'];
  demo: boolean;
  facts: ArtFacts;
  blob_id: string;
}

const artOf = (row: ArtRow): Art => ({
  id: row.id,
  name: row.name,
  sha256: row.sha256,
  bytes: Number(row.bytes),
  mediaType: row.media_type,
  demo: row.demo,
  facts: row.facts,
});

export interface NewArt {
  art: Art;
  blobId: string;
  thumb: Buffer;
  preview: Buffer;
}

@Injectable()
export class ArtRepository {
  constructor(@Inject(DB) private readonly db: Knex) {}

  private rows(db: Knex = this.db): Knex.QueryBuilder<ArtRow, ArtRow[]> {
    return db('art')
      .join('blob', 'blob.id', 'art.blob_id')
      .select('art.id', 'name', 'sha256', 'bytes', 'media_type', 'demo', 'facts', 'blob_id') as Knex.QueryBuilder<
      ArtRow,
      ArtRow[]
    >;
  }

  async all(): Promise<Art[]> {
    return (await this.rows().orderBy('art.position', 'desc').limit(500)).map(artOf);
  }

  async find(id: string): Promise<{ art: Art; blobId: string } | null> {
    const [row] = await this.rows().where('art.id', id);
    return row ? { art: artOf(row), blobId: row.blob_id } : null;
  }

  async findByContent(sha256: string, db?: Knex): Promise<Art | null> {
    const [row] = await this.rows(db).where('blob.sha256', sha256);
    return row ? artOf(row) : null;
  }

  async picture(id: string, size: 'thumb' | 'preview'): Promise<Buffer | null> {
    const row = await this.db('art').where({ id }).first<{ data: Buffer } | undefined>(`${size} as data`);
    return row?.data ?? null;
  }

  async add({ art, blobId, thumb, preview }: NewArt, trx: Knex.Transaction): Promise<void> {
    await trx('art').insert({
      id: art.id,
      blob_id: blobId,
      name: art.name,
      media_type: art.mediaType,
      demo: art.demo,
      facts: JSON.stringify(art.facts),
      thumb,
      preview,
    });
  }
}
