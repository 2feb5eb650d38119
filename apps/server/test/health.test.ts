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
