import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { Inject, Injectable } from '@nestjs/common';
import type { Knex } from 'knex';
import sharp from 'sharp';
import { spoolTo, withSpoolFolder } from '../art/index.js';
import { DB } from '../db/index.js';
import { refuse } from '../http/index.js';

const LIMIT = 8 * 1024 * 1024;

/** Colour models that a printer's profile may have, as its header names them (ICC.1:2010, 7.2.6). */
const MODELS: Record<string, 'srgb' | 'cmyk' | 'b-w'> = { 'RGB ': 'srgb', CMYK: 'cmyk', GRAY: 'b-w' };

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
  constructor(@Inject(DB) private readonly db: Knex) {}

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
      const data = await readFile(path);
      const model = MODELS[data.toString('latin1', 16, 20)];
      // ICC.1:2010, 7.2.9: the signature of a profile file stands at byte 36.
      if (data.length < 132 || data.toString('latin1', 36, 40) !== 'acsp' || !model) throw notAProfile(name);
      const probe = sharp({ create: { width: 8, height: 8, channels: 3, background: '#808080' } });
      await this.through(await probe.png().toBuffer(), path, model).catch(() => {
        throw notAProfile(name);
      });
      await this.db('proof_profile').insert({ id: 1, name, data }).onConflict('id').merge();
      return { name };
    });
  }

  /** A picture as the profile's printer can show it: turned to its colours and back (a soft proof); null when no profile was given. */
  async soften(png: Buffer): Promise<Buffer | null> {
    const profile = await this.kept();
    if (!profile) return null;
    return withSpoolFolder(async (folder) => {
      const path = join(folder, 'profile.icc');
      await writeFile(path, profile.data);
      return this.through(png, path, MODELS[profile.data.toString('latin1', 16, 20)] ?? 'srgb');
    });
  }

  private async through(png: Buffer, path: string, model: 'srgb' | 'cmyk' | 'b-w'): Promise<Buffer> {
    const alpha = await sharp(png).ensureAlpha().extractChannel('alpha').raw().toBuffer({ resolveWithObject: true });
    const printed = await sharp(png)
      .flatten({ background: '#ffffff' })
      .toColourspace(model)
      .withIccProfile(path)
      .tiff({ compression: 'lzw' })
      .toBuffer();
    const back = await sharp(printed).toColourspace('srgb').removeAlpha().raw().toBuffer({ resolveWithObject: true });
    const { width, height } = back.info;
    return sharp(back.data, { raw: { width, height, channels: 3 } })
      .joinChannel(alpha.data, { raw: { width, height, channels: 1 } })
      .png()
      .toBuffer();
  }
}
