import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import { Piscina } from 'piscina';
import type { ArtFile, ArtReading } from './read-art.js';

/** Reads pictures in a worker, so that the server goes on answering. */
@Injectable()
export class ArtReader implements OnApplicationShutdown {
  private readonly pool = new Piscina<ArtFile | Pick<ArtFile, 'path' | 'mediaType'>, ArtReading>({
    filename: new URL('./art.worker.js', import.meta.url).href,
    minThreads: 0,
    maxThreads: 1,
    idleTimeout: 20_000,
  });

  /** Readies a file to be kept; it may be rewritten. */
  async prepare(file: Pick<ArtFile, 'path' | 'mediaType'>): Promise<void> {
    await this.pool.run(file, { name: 'prepare' });
  }

  async read(file: ArtFile): Promise<ArtReading> {
    const { facts, thumb, preview, pages } = await this.pool.run(file);
    // Buffers come over as plain byte arrays.
    return { facts, thumb: Buffer.from(thumb), preview: Buffer.from(preview), pages };
  }

  async onApplicationShutdown(): Promise<void> {
    await this.pool.destroy();
  }
}
