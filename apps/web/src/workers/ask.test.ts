import { MessageChannel } from 'node:worker_threads';
import { expose, proxy, releaseProxy, type Remote } from 'comlink';
import nodeEndpoint from 'comlink/dist/umd/node-adapter.js';
import { inWorker } from './ask.js';

const exposed = {
  double: (n: number) => n * 2,
  count: async (to: number, hear: (n: number) => void): Promise<string> => {
    const far = hear as Remote<typeof hear>;
    for (let n = 1; n <= to; n++) await far(n);
    far[releaseProxy]();
    return 'counted';
  },
  refuse: () => {
    throw new RangeError('too large');
  },
  forEver: () => new Promise<never>(() => undefined),
};

/** A worker whose other end is in this thread. */
function workerHere(): { worker: Worker; terminate: jest.Mock; fail: (message: string) => void } {
  const { port1, port2 } = new MessageChannel();
  expose(exposed, nodeEndpoint(port2));
  const terminate = jest.fn(() => {
    port1.close();
    port2.close();
  });
  const worker = Object.assign(nodeEndpoint(port1), { terminate, onerror: null }) as unknown as Worker;
  return {
    worker,
    terminate,
    fail: (message) => {
      worker.onerror?.({ message } as ErrorEvent);
    },
  };
}
const still = () => new AbortController().signal;

describe('work in a worker of its own', () => {
  it('gives the result, and ends the worker', async () => {
    const { worker, terminate } = workerHere();
    expect(await inWorker<typeof exposed, number>(worker, (one) => one.double(21), still())).toBe(42);
    expect(terminate).toHaveBeenCalledTimes(1);
  });
  it('tells what is heard on the way, in its order', async () => {
    const { worker } = workerHere();
    const heard: number[] = [];
    const hear = proxy((n: number) => {
      heard.push(n);
    });
    expect(await inWorker<typeof exposed, string>(worker, (one) => one.count(5, hear), still())).toBe('counted');
    expect(heard).toEqual([1, 2, 3, 4, 5]);
  });
  it('fails as the work failed, and ends the worker', async () => {
    const { worker, terminate } = workerHere();
    await expect(inWorker<typeof exposed, never>(worker, (one) => one.refuse(), still())).rejects.toThrow('too large');
    expect(terminate).toHaveBeenCalled();
  });
  it('fails when the worker itself breaks', async () => {
    const { worker, fail } = workerHere();
    const work = inWorker<typeof exposed, never>(worker, (one) => one.forEver(), still());
    fail('out of memory');
    await expect(work).rejects.toThrow('out of memory');
  });
  it.each(['before it begins', 'while it works'])('is ended at once when it is given up %s', async (when) => {
    const { worker, terminate } = workerHere();
    const stop = new AbortController();
    if (when === 'before it begins') stop.abort();
    const work = inWorker<typeof exposed, never>(worker, (one) => one.forEver(), stop.signal);
    stop.abort();
    await expect(work).rejects.toMatchObject({ name: 'AbortError' });
    expect(terminate).toHaveBeenCalledTimes(1);
  });
});
