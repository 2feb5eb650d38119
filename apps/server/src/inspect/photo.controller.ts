import { randomUUID } from 'node:crypto';
import { Controller, Inject, Param, Req, Res } from '@nestjs/common';
import { idSchema } from '@kanga/contract/finding';
import type { Request, Response } from 'express';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';
import { ForeignReader, task, TooMuch } from '../process/index.js';
import { notFound, refuse, Route, Valid } from '../http/index.js';
import { JobService } from '../job/index.js';
import type { readPhoto } from './read-photo.js';

/** Largest photograph that is taken in, bytes. */
const MOST = 25_000_000;
const READ = task<typeof readPhoto>(new URL('./read-photo.js', import.meta.url), 'readPhoto');
const ID = new Valid(idSchema);

async function bytesOf(request: Request): Promise<Buffer> {
  const parts: Buffer[] = [];
  let length = 0;
  for await (const part of request as AsyncIterable<Buffer>) {
    length += part.length;
    if (length > MOST)
      throw refuse(
        413,
        'photo.large',
        `The photograph is larger than ${MOST / 1e6} MB`,
        'Take it at a lower resolution.',
      );
    parts.push(part);
  }
  return Buffer.concat(parts);
}

/** Photographs of what was found on pieces. */
@Controller()
export class PhotoController {
  constructor(
    @Inject(DB) private readonly db: Knex,
    private readonly jobs: JobService,
    private readonly foreign: ForeignReader,
  ) {}

  /** Takes a photograph in: upright, smaller, and without what a camera writes about where it was. */
  @Route('addPhoto')
  async keep(@Param('id', ID) jobId: string, @Req() request: Request): Promise<{ id: string }> {
    await this.jobs.job(jobId);
    const sent = await bytesOf(request);
    if (sent.length === 0)
      throw refuse(400, 'photo.empty', 'The photograph is empty', 'Take it again, or choose another file.');
    const data = await this.foreign.run(READ, sent).catch((error: unknown) => {
      throw refuse(
        422,
        'photo.unread',
        error instanceof TooMuch
          ? `This is too much for a photograph: ${error.message}`
          : `${sent.length} bytes that are no photograph`,
        'Send a JPEG, PNG or WebP picture.',
      );
    });
    const id = randomUUID();
    await this.db('photo').insert({ id, job_id: jobId, data: Buffer.from(data) });
    return { id };
  }

  @Route('photo')
  async show(@Param('id', ID) id: string, @Res() response: Response): Promise<void> {
    const row = await this.db('photo').where({ id }).first<{ data: Buffer } | undefined>('data');
    if (!row) throw notFound('photograph', id);
    response.setHeader('Cache-Control', 'private, max-age=31536000, immutable');
    response.type('image/jpeg').send(row.data);
  }
}
