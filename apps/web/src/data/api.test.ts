import { keepAnswer } from '../kept/index.js';
import { ApiError, call, callForFile, callOrKept, keptLine, problemFrom } from './index.js';

const original = globalThis.fetch;
afterEach(() => {
  globalThis.fetch = original;
});
const answering = (response: Response | Error) => {
  const calls: [string, RequestInit | undefined][] = [];
  globalThis.fetch = (url, init) => {
    calls.push([url instanceof Request ? url.url : url.toString(), init]);
    return response instanceof Error ? Promise.reject(response) : Promise.resolve(response);
  };
  return calls;
};
const json = (status: number, body: unknown) =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } });
const failure = async (work: Promise<unknown>): Promise<ApiError> => {
  const error: unknown = await work.then(
    () => null,
    (reason: unknown) => reason,
  );
  if (!(error instanceof ApiError)) throw new Error(`expected an ApiError, got ${String(error)}`);
  return error;
};

describe('call', () => {
  it('sends JSON and gives what is answered', async () => {
    const calls = answering(json(200, { ok: true }));
    const body = { name: 'Tees', customer: '', due: null, pieces: 6 };
    expect(await call('addJob', { body })).toEqual({ ok: true });
    expect(calls).toEqual([
      [
        '/api/jobs',
        {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(body),
          signal: null,
        },
      ],
    ]);
  });
  it('sends a file as it is, whatever kind it claims to be', async () => {
    const calls = answering(json(200, { id: 'p' }));
    const body = new Blob(['{"not": "to be read as JSON"}'], { type: 'application/json' });
    await call('addPhoto', { id: 'a/b', body });
    expect(calls[0]?.[0]).toBe('/api/jobs/a%2Fb/photos');
    expect(calls[0]?.[1]).toMatchObject({ headers: { 'content-type': 'application/octet-stream' }, body });
  });
  it('asks with what stands behind the question mark, and gives files as they come', async () => {
    const calls = answering(new Response('%PDF', { headers: { 'content-type': 'application/pdf' } }));
    expect(await (await callForFile('sheet', { id: 'x' })).text()).toBe('%PDF');
    answering(json(200, []));
    await call('jobs', { query: { list: 'deleted' } });
    expect(calls.map(([url]) => url)).toEqual(['/api/jobs/x/sheet']);
  });
  it('tells what was wrong with a file that was refused', async () => {
    answering(json(409, { code: 'print.none', title: 'Not drawn yet', remedy: 'Wait.', faults: [] }));
    expect((await failure(callForFile('printPdf', { id: 'x' }))).problem.title).toBe('Not drawn yet');
  });
  it('keeps the problem that the server tells', async () => {
    answering(json(409, { code: 'job.changed', title: 'Somebody else saved it', remedy: 'Look.', faults: [] }));
    const error = await failure(call('job', { id: '1' }));
    expect(error).toMatchObject({ status: 409, offline: false, problem: { code: 'job.changed', remedy: 'Look.' } });
  });
  it('says something of use when the answer is no JSON', async () => {
    answering(new Response('<h1>Bad gateway</h1>', { status: 502, headers: { 'content-type': 'text/html' } }));
    expect((await failure(call('jobs'))).problem).toMatchObject({ code: 'http.502', title: 'The server answered 502' });
  });
  it('knows a server that is away from one that refuses', async () => {
    answering(new TypeError('Failed to fetch'));
    expect(await failure(call('jobs'))).toMatchObject({ offline: true, problem: { code: 'net.offline' } });
  });
});

describe('what a screen keeps by itself', () => {
  const stored = new Map<string, Response>();
  const store = {
    match: (path: string) => Promise.resolve(stored.get(path)?.clone()),
    open: () =>
      Promise.resolve({
        put: (path: string, answer: Response) => {
          stored.set(path, answer);
          return Promise.resolve();
        },
      }),
  };
  beforeEach(() => {
    jest.useFakeTimers();
    stored.clear();
    Object.defineProperty(globalThis, 'caches', { value: store, configurable: true });
  });
  afterEach(() => {
    jest.useRealTimers();
    Reflect.deleteProperty(globalThis, 'caches');
    keptLine.hear(null);
  });
  const keptNow = async (path: string): Promise<unknown> => stored.get(path)?.clone().json();

  it('is written down a while after it came, and is what a screen goes on with when nobody answers', async () => {
    answering(json(200, { n: 1 }));
    expect(await callOrKept('packedJob', { id: 'a' })).toEqual({ n: 1 });
    expect(stored.size).toBe(0);
    await jest.advanceTimersByTimeAsync(5000);
    expect(await keptNow('/api/jobs/a/packed')).toEqual({ n: 1 });
    answering(new TypeError('Failed to fetch'));
    expect(await callOrKept('packedJob', { id: 'a' })).toEqual({ n: 1 });
    expect(keptLine.read()).not.toBeNull();
    expect(await failure(callOrKept('packedJob', { id: 'b' }))).toMatchObject({ offline: true });
  });
  it('never takes the place of what was kept since it was asked for', async () => {
    answering(json(200, { n: 1 }));
    await callOrKept('packedJob', { id: 'c' });
    await keepAnswer('/api/jobs/c/packed', { n: 2 });
    await jest.advanceTimersByTimeAsync(5000);
    expect(await keptNow('/api/jobs/c/packed')).toEqual({ n: 2 });
  });
  it('is gone on with when the server says nothing, and waited for by who has nothing else', async () => {
    await keepAnswer('/api/jobs/d/packed', { n: 3 });
    globalThis.fetch = (_url, init) =>
      new Promise((_resolve, reject) => {
        init?.signal?.addEventListener('abort', () => {
          reject(new DOMException('gone', 'AbortError'));
        });
      });
    const [asked, waited] = [callOrKept('packedJob', { id: 'd' }), jest.fn()];
    void callOrKept('packedJob', { id: 'e' }).then(waited, waited);
    await jest.advanceTimersByTimeAsync(14_000);
    await jest.advanceTimersByTimeAsync(60_000);
    expect(await asked).toEqual({ n: 3 });
    expect(waited).not.toHaveBeenCalled();
  });
  it('is no way round a refusal', async () => {
    await keepAnswer('/api/jobs/f/packed', { n: 4 });
    answering(json(404, { code: 'job.unknown', title: 'No such job', remedy: 'Look.', faults: [] }));
    expect(await failure(callOrKept('packedJob', { id: 'f' }))).toMatchObject({ status: 404 });
  });
});

describe('problemFrom', () => {
  it('makes a problem of any error', () => {
    expect(problemFrom(new Error('odd'))).toMatchObject({ code: 'app.fault', title: 'odd' });
    expect(problemFrom('text').title).not.toBe('');
  });
});
