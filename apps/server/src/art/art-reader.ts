import { Injectable } from '@nestjs/common';
import { ForeignReader, LIMITS, task } from '../process/index.js';
import type { ArtFile, ArtReading, prepare, readArt } from './read-art.js';

const MODULE = new URL('./read-art.js', import.meta.url);
const PREPARE = task<typeof prepare>(MODULE, 'prepare');
const READ = task<typeof readArt>(MODULE, 'readArt');

/** Pixels take their time, and the more there are of them the longer: s a megapixel on a slow machine. A drawing or a page may be a program, and gets none of it. */
const PER_MEGAPIXEL = 0.1;

/** Reads pictures, each in a process that can be ended, so that the server goes on answering whatever is sent. */
@Injectable()
export class ArtReader {
  constructor(private readonly foreign: ForeignReader) {}

  /** Readies a file to be kept; it may be rewritten. */
  async prepare(file: Pick<ArtFile, 'path' | 'mediaType'>): Promise<void> {
    await this.foreign.run(PREPARE, file);
  }

  /** `megapixels`: what its head says, 0 for a drawing. */
  async read(file: ArtFile, megapixels: number): Promise<ArtReading> {
    const { facts, thumb, preview, pages } = await this.foreign.run(READ, file, {
      ...LIMITS,
      cpu: LIMITS.cpu + PER_MEGAPIXEL * megapixels,
    });
    // Buffers come over as plain byte arrays.
    return { facts, thumb: Buffer.from(thumb), preview: Buffer.from(preview), pages };
  }
}
