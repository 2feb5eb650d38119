import { inWorker } from './ask.js';
import type { Hasher } from './hash.worker.js';

/** The SHA-256 of a file, worked out off the screen's own thread; `signal` ends the work. Memory: the file, once. */
export const hashOf = (file: Blob, signal: AbortSignal): Promise<string> =>
  inWorker<Hasher, string>(
    new Worker(new URL('./hash.worker.ts', import.meta.url), { type: 'module' }),
    (hasher) => hasher.sha256(file),
    signal,
  );
