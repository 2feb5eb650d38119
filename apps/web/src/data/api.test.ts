import { api, ApiError, problemFrom } from './index.js';

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

describe('api', () => {
  it('sends JSON and gives what is answered', async () => {
    const calls = answering(json(200, { ok: true }));
    expect(await api('jobs', { method: 'POST', json: { name: 'Tees' } })).toEqual({ ok: true });
    expect(calls).toEqual([
      ['/api/jobs', { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{"name":"Tees"}' }],
    ]);
  });
  it('keeps the problem that the server tells', async () => {
    answering(json(409, { code: 'job.changed', title: 'Somebody else saved it', remedy: 'Look.', faults: [] }));
    const error = await failure(api('jobs/1'));
    expect(error).toMatchObject({ status: 409, offline: false, problem: { code: 'job.changed', remedy: 'Look.' } });
  });
  it('says something of use when the answer is no JSON', async () => {
    answering(new Response('<h1>Bad gateway</h1>', { status: 502, headers: { 'content-type': 'text/html' } }));
    expect((await failure(api('jobs'))).problem).toMatchObject({ code: 'http.502', title: 'The server answered 502' });
  });
  it('knows a server that is away from one that refuses', async () => {
    answering(new TypeError('Failed to fetch'));
    expect(await failure(api('jobs'))).toMatchObject({ offline: true, problem: { code: 'net.offline' } });
  });
});

describe('problemFrom', () => {
  it('makes a problem of any error', () => {
    expect(problemFrom(new Error('odd'))).toMatchObject({ code: 'app.fault', title: 'odd' });
    expect(problemFrom('text').title).not.toBe('');
  });
});
