import { Agent, get } from 'node:http';
import { ENDPOINTS } from '@kanga/contract/api';
import Ajv2020 from 'ajv/dist/2020';
import { TestServer, useServer } from './test-server.js';

const server = useServer();

describe('health', () => {
  it('is ok when the database answers and migrations are current', async () => {
    expect((await server.ask('GET', 'health')).body).toEqual({ ok: true, database: 'answers', migrations: 'current' });
  });
  it('is not ok without its database, and says so; the server stays up', async () => {
    const other = await new TestServer().create();
    await other.dropDatabase();
    const { status, body } = await other.ask<{ ok: boolean; database: string }>('GET', 'health');
    expect(status).toBe(503);
    expect(body.ok).toBe(false);
    expect(body.database).toMatch(/does not answer/);
    expect((await other.ask('GET', 'clock')).status).toBe(200);
    await other.stop();
  });
  it('keeps a quiet connection for longer than a minute, and says so', async () => {
    const agent = new Agent({ keepAlive: true });
    const said = await new Promise<string | string[] | undefined>((resolve, reject) => {
      get(`${server.url}/api/clock`, { agent }, (answer) => {
        answer.resume();
        resolve(answer.headers['keep-alive']);
      }).on('error', reject);
    });
    agent.destroy();
    expect(said).toBe('timeout=75');
  });
  it('is not ok while a migration is missing', async () => {
    await server.db.raw(`UPDATE migration SET name = '0000-other' WHERE name = '0001-first'`);
    const { status } = await server.ask('GET', 'health');
    await server.db.raw(`UPDATE migration SET name = '0001-first' WHERE name = '0000-other'`);
    expect(status).toBe(503);
    expect((await server.ask('GET', 'health')).status).toBe(200);
  });
});

describe('what a server says of itself', () => {
  /** Samples of a metric (Prometheus text format 0.0.4), by their labels. */
  const samples = async (name: string): Promise<Map<string, number>> => {
    const answer = await fetch(`${server.url}/api/metrics`);
    expect(answer.status).toBe(200);
    expect(answer.headers.get('content-type')).toMatch(/^text\/plain;.*version=0\.0\.4/);
    const lines = (await answer.text()).split('\n').filter((line) => line.startsWith(`${name}{`));
    return new Map(
      lines.map((line) => {
        const [, labels = '', value = ''] = /^\w+\{(.*)\} (\S+)$/.exec(line) ?? [];
        return [labels, Number(value)];
      }),
    );
  };
  const count = async (labels: string) => (await samples('kanga_request_seconds_count')).get(labels) ?? 0;

  it('is how often each door was asked, and nothing of what was asked for', async () => {
    const clock = 'method="GET",door="/api/clock",status="200"';
    const before = await count(clock);
    for (let i = 0; i < 3; i++) await server.ask('GET', 'clock');
    expect(await count(clock)).toBe(before + 3);
    await server.ask('GET', 'jobs?find=secret-customer');
    await server.ask('GET', 'jobs/2b6f0cc9-04d2-4b0f-8f0c-3a3f0c7a8f11');
    await server.ask('GET', 'nowhere/at-all');
    await fetch(`${server.url}/some/page`);
    const doors = [...(await samples('kanga_request_seconds_count')).keys()].join('\n');
    expect(doors).toContain('door="/api/jobs/:id",status="404"');
    expect(doors).toContain('door="none",status="404"');
    expect(doors).toContain('door="page",status="200"');
    expect(doors).not.toMatch(/secret|2b6f0cc9|nowhere|some/);
    const connections = await samples('kanga_database_connections');
    expect([...connections.keys()]).toEqual(['state="at work"', 'state="free"', 'state="waited for"']);
  });
  it('names each request, by its own name or by that of whoever asks', async () => {
    const asked = async (name?: string) =>
      (
        await fetch(`${server.url}/api/clock`, name === undefined ? {} : { headers: { 'x-request-id': name } })
      ).headers.get('x-request-id');
    const [one, other] = [await asked(), await asked()];
    expect(one).toMatch(/^[0-9a-f-]{36}$/);
    expect(other).not.toBe(one);
    expect(await asked('proxy-0001')).toBe('proxy-0001');
    expect(await asked('a b\tc')).toMatch(/^[0-9a-f-]{36}$/);
    expect(await asked('x'.repeat(65))).toMatch(/^[0-9a-f-]{36}$/);
  });
  it('is a line of JSON for each request where programs read it, without what was sent', async () => {
    const other = new TestServer();
    other.env = { KANGA_LOGS: 'json' };
    await other.create();
    try {
      await fetch(`${other.url}/api/jobs?find=secret-customer`, { headers: { 'x-request-id': 'proxy-0002' } });
      await new Promise((done) => setTimeout(done, 300));
      const lines = other.said
        .split('\n')
        .filter((line) => line.startsWith('{'))
        .map((line) => JSON.parse(line) as { level: string; message: { door?: string; request?: string } });
      expect(lines.find(({ message }) => message.request === 'proxy-0002')).toMatchObject({
        level: 'log',
        context: 'request',
        message: { method: 'GET', door: '/api/jobs', status: 200 },
      });
      expect(other.said).not.toContain('secret');
    } finally {
      await other.destroy();
    }
  });
});

interface Described {
  openapi: string;
  paths: Record<string, Record<string, { responses: Record<string, { content: Record<string, { schema: object }> }> }>>;
}

describe('the description of the API', () => {
  it('names every door, and each of them is there', async () => {
    const { body } = await server.ask<Described>('GET', 'docs');
    expect(body.openapi).toBe('3.1.0');
    const described = Object.entries(body.paths).flatMap(([path, methods]) =>
      Object.keys(methods).map((method) => `${method} ${path}`),
    );
    expect(described.sort()).toEqual(ENDPOINTS.map((e) => `${e.method} ${e.path}`).sort());
    for (const { method, path } of ENDPOINTS.filter(
      (e) => e.path !== '/api/shop/demo' && e.answer !== 'text/event-stream',
    )) {
      const response = await fetch(server.url + path.replace(/\{\w+\}/g, 'x'), {
        method: method.toUpperCase(),
        headers: server.headers,
      });
      // Wrong parameters are refused by the door itself; a door that is not there answers 404 with “Cannot …”.
      expect(`${method} ${path} ${await response.text()}`).not.toMatch(/Cannot (GET|POST|PUT|DELETE)/);
    }
  });
  it.each(['/api/shop', '/api/blanks', '/api/jobs', '/api/art', '/api/log', '/api/health'])(
    'says truly what %s answers',
    async (path) => {
      const { body } = await server.ask<Described>('GET', 'docs');
      const schema = body.paths[path]?.['get']?.responses['200']?.content['application/json']?.schema;
      const answer = (await (await fetch(server.url + path)).json()) as unknown;
      const validate = new Ajv2020({ strict: false, validateFormats: false }).compile(schema ?? {});
      expect(validate(answer) ? [] : validate.errors).toEqual([]);
      expect(answer).toBeTruthy();
    },
  );
});

describe('the door', () => {
  it('serves the application at every address of it', async () => {
    const response = await fetch(`${server.url}/jobs/1/art`);
    expect(response.status).toBe(200);
    expect(response.headers.get('content-security-policy')).toContain("default-src 'self'");
    expect(await response.text()).toContain('<div id="root">');
  });
  it.each([{ origin: 'http://elsewhere.invalid' }, { origin: 'null' }])(
    'answers to its own pages only: %j',
    async (headers) => {
      expect((await fetch(`${server.url}/api/shop/demo`, { method: 'POST', headers })).status).toBe(403);
    },
  );
  it('does not answer under a name that was made to point here', async () => {
    const status = await new Promise<number>((done, fail) => {
      get(`${server.url}/api/jobs`, { headers: { host: 'elsewhere.invalid' } }, (response) => {
        response.resume();
        done(response.statusCode ?? 0);
      }).on('error', fail);
    });
    expect(status).toBe(403);
  });
  it('says what is wrong with what is not JSON, and with an address that is not there', async () => {
    const broken = await fetch(`${server.url}/api/jobs`, {
      method: 'POST',
      headers: { ...server.headers, 'content-type': 'application/json' },
      body: '{"name": ',
    });
    expect(broken.status).toBe(400);
    expect(await broken.json()).toMatchObject({ code: 'input.json' });
    expect((await server.ask('GET', 'nothing')).body).toMatchObject({ code: 'http.404' });
  });
});
