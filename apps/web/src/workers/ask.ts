import { wrap, type Remote } from 'comlink';

/** Does one piece of work in a worker of its own, by what the worker exposes; `signal` ends the work, and the worker, at once. */
export async function inWorker<Exposed, Result>(
  worker: Worker,
  work: (exposed: Remote<Exposed>) => Promise<Result>,
  signal: AbortSignal,
): Promise<Result> {
  const ended = new Promise<never>((_, reject) => {
    worker.onerror = (event) => {
      reject(new Error(event.message));
    };
    const stop = () => {
      reject(new DOMException('cancelled', 'AbortError'));
    };
    if (signal.aborted) stop();
    else signal.addEventListener('abort', stop, { once: true });
  });
  try {
    return await Promise.race([work(wrap<Exposed>(worker)), ended]);
  } finally {
    worker.terminate();
  }
}
