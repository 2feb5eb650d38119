import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { Inject, Injectable } from '@nestjs/common';
import type { Knex } from 'knex';
import sharp from 'sharp';
import { spoolTo, withSpoolFolder } from '../art/index.js';
import { DB } from '../db/index.js';
import { ForeignReader, task } from '../process/index.js';
import { refuse } from '../http/index.js';
import type { throughProfile } from './read-profile.js';

const LIMIT = 8 * 1024 * 1024;
const THROUGH = task<typeof throughProfile>(new URL('./read-profile.js', import.meta.url), 'throughProfile');

const notAProfile = (name: string) =>
  refuse(
    422,
    'profile.broken',
    `“${name}” is not an ICC profile of a printer`,
    'Choose the .icc or .icm file that came with the paper or the printer.',
  );

/** The profile of the shop's printer and paper, and the look of a proof through it. */
@Injectable()
export class ProfileService {
  constructor(
    @Inject(DB) private readonly db: Knex,
    private readonly foreign: ForeignReader,
  ) {}

  private async kept(): Promise<{ name: string; data: Buffer } | null> {
    return (await this.db('proof_profile').first<{ name: string; data: Buffer } | undefined>('name', 'data')) ?? null;
  }

  async name(): Promise<{ name: string | null }> {
    return { name: (await this.kept())?.name ?? null };
  }

  /** Keeps a profile in place of the one before; it has to be one that pictures can be turned to. */
  keep(name: string, source: Readable): Promise<{ name: string }> {
    return withSpoolFolder(async (folder) => {
      const path = join(folder, 'profile.icc');
      await spoolTo(path, source, LIMIT);
      const profile = await readFile(path);
      const probe = sharp({ create: { width: 8, height: 8, channels: 3, background: '#808080' } });
      const png = await probe.png().toBuffer();
      await this.foreign.run(THROUGH, { png, profile, path }).catch(() => {
        throw notAProfile(name);
      });
      await this.db('proof_profile').insert({ id: 1, name, data: profile }).onConflict('id').merge();
      return { name };
    });
  }

  /** A picture as the profile's printer can show it; null when no profile was given. */
  async soften(png: Buffer): Promise<Buffer | null> {
    const kept = await this.kept();
    if (!kept) return null;
    return withSpoolFolder(async (folder) => {
      const path = join(folder, 'profile.icc');
      await writeFile(path, kept.data);
      return Buffer.from(await this.foreign.run(THROUGH, { png, profile: kept.data, path }));
    });
  }
}
