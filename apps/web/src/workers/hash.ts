type Answer = { sha256: string } | { problem: string };

/** The SHA-256 of a file, worked out off the screen's own thread; `signal` ends the work. Memory: the file, once. */
export function hashOf(file: Blob, signal: AbortSignal): Promise<string> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(new URL('./hash.worker.ts', import.meta.url), { type: 'module' });
    const end = (settle: () => void) => {
      worker.terminate();
      settle();
    };
    worker.onmessage = ({ data }: MessageEvent<Answer>) => {
      end(() => {
        if ('sha256' in data) resolve(data.sha256);
        else reject(new Error(data.problem));
      });
    };
    worker.onerror = (event) => {
      end(() => {
        reject(new Error(event.message));
      });
    };
    signal.addEventListener('abort', () => {
      end(() => {
        reject(new DOMException('cancelled', 'AbortError'));
      });
    });
    worker.postMessage(file);
  });
}
