/** What an answer of a worker comes to: more to come, the result, or a failure. */
export type Heard<Result> = { more: true } | { result: Result } | { failure: Error };

/** Gives one request to a worker and waits for its result; `signal` ends the work, and the worker, at once. */
export function askWorker<Request, Answer, Result>(
  worker: Worker,
  request: Request,
  hear: (answer: Answer) => Heard<Result>,
  signal: AbortSignal,
): Promise<Result> {
  return new Promise((resolve, reject) => {
    const end = (settle: () => void) => {
      worker.terminate();
      settle();
    };
    worker.onmessage = ({ data }: MessageEvent<Answer>) => {
      const heard = hear(data);
      if ('more' in heard) return;
      end(() => {
        if ('result' in heard) resolve(heard.result);
        else reject(heard.failure);
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
    worker.postMessage(request);
  });
}
