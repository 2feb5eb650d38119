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
  page: number;
  pages: number;
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
  page: row.page,
  pages: row.pages,
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

  private rows(db: Knex = this.db, facts = 'facts'): Knex.QueryBuilder<ArtRow, ArtRow[]> {
    const columns = ['art.id', 'name', 'sha256', 'bytes', 'media_type', 'page', 'pages', 'demo', 'blob_id'];
    return db('art')
      .join('blob', 'blob.id', 'art.blob_id')
      .select(...columns, db.raw(`${facts} as facts`)) as Knex.QueryBuilder<ArtRow, ArtRow[]>;
  }

  /** All pictures, newest first, without the maps of their pixels: those only weigh in a list. */
  async all(): Promise<Art[]> {
    return (await this.rows(this.db, `facts || '{"maps": null}'`).orderBy('art.position', 'desc').limit(500)).map(
      artOf,
    );
  }

  async find(id: string): Promise<{ art: Art; blobId: string } | null> {
    const [row] = await this.rows().where('art.id', id);
    return row ? { art: artOf(row), blobId: row.blob_id } : null;
  }

  async findAll(ids: readonly string[]): Promise<Art[]> {
    return ids.length === 0 ? [] : (await this.rows().whereIn('art.id', ids)).map(artOf);
  }

  /** Which of these ids are there; nothing else of the pictures is read. */
  async known(ids: readonly string[]): Promise<Set<string>> {
    const rows = await this.db('art').whereIn('id', ids).select<{ id: string }[]>('id');
    return new Set(rows.map((row) => row.id));
  }

  /** One page of a file by its content. */
  async findByContent(sha256: string, page: number, db?: Knex): Promise<Art | null> {
    const [row] = await this.rows(db).where('blob.sha256', sha256).where('page', page);
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
      page: art.page,
      pages: art.pages,
      demo: art.demo,
      facts: JSON.stringify(art.facts),
      thumb,
      preview,
    });
  }

  /** Puts what was read anew in place of what was known before. */
  async readAnew(id: string, facts: ArtFacts): Promise<void> {
    await this.db('art')
      .where({ id })
      .update({ facts: JSON.stringify(facts) });
  }
}
