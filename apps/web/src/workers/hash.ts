import { askWorker, type Heard } from './ask.js';

type Answer = { sha256: string } | { problem: string };

/** The SHA-256 of a file, worked out off the screen's own thread; `signal` ends the work. Memory: the file, once. */
export const hashOf = (file: Blob, signal: AbortSignal): Promise<string> =>
  askWorker(
    new Worker(new URL('./hash.worker.ts', import.meta.url), { type: 'module' }),
    file,
    (answer: Answer): Heard<string> =>
      'sha256' in answer ? { result: answer.sha256 } : { failure: new Error(answer.problem) },
    signal,
  );
