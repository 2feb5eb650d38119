import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import { Piscina } from 'piscina';
import type { PixelReading } from './read-pixels.js';

/** Reads pictures in a worker, so that the server goes on answering. */
@Injectable()
export class PixelReader implements OnApplicationShutdown {
  private readonly pool = new Piscina<string, PixelReading>({
    filename: new URL('./read-pixels.worker.js', import.meta.url).href,
    minThreads: 0,
    maxThreads: 1,
    idleTimeout: 20_000,
  });

  async read(path: string): Promise<PixelReading> {
    const { facts, thumb, preview } = await this.pool.run(path);
    // Buffers come over as plain byte arrays.
    return { facts, thumb: Buffer.from(thumb), preview: Buffer.from(preview) };
  }

  async onApplicationShutdown(): Promise<void> {
    await this.pool.destroy();
  }
}
