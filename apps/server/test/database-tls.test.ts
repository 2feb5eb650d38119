import { execFileSync } from 'node:child_process';
import { chmodSync, chownSync, mkdtempSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import knex from 'knex';
import { TestServer } from './test-server';

/** A certificate for the database, as openssl makes one. */
function certificateIn(folder: string, name: string): { key: string; certificate: string } {
  const [key, certificate] = [join(folder, `${name}-key.pem`), join(folder, `${name}.pem`)];
  const words =
    'req -x509 -newkey ec -pkeyopt ec_paramgen_curve:prime256v1 -nodes -days 2 -subj /CN=database -addext subjectAltName=IP:127.0.0.1';
  execFileSync('openssl', [...words.split(' '), '-keyout', key, '-out', certificate], { stdio: 'ignore' });
  return { key, certificate };
}

const admin = () => {
  const connection = process.env['KANGA_TEST_ADMIN'];
  const cluster = process.env['KANGA_TEST_CLUSTER'];
  if (!connection || !cluster) throw new Error('run these tests with ./kanga test server');
  return { db: knex({ client: 'pg', connection }), cluster };
};

describe('a database elsewhere', () => {
  const folder = mkdtempSync(join(tmpdir(), 'kanga-roots-'));
  const server = new TestServer();
  let root: string;
  beforeAll(async () => {
    const { db, cluster } = admin();
    const files = certificateIn(cluster, 'tls');
    // PostgreSQL reads a key of its own user alone.
    const { uid, gid } = statSync(join(cluster, 'cluster'));
    for (const file of [files.key, files.certificate]) chownSync(file, uid, gid);
    chmodSync(files.key, 0o600);
    await db.raw(`ALTER SYSTEM SET ssl_cert_file = '${files.certificate}'`);
    await db.raw(`ALTER SYSTEM SET ssl_key_file = '${files.key}'`);
    await db.raw('ALTER SYSTEM SET ssl = on');
    await db.raw('SELECT pg_reload_conf()');
    await db.destroy();
    root = files.certificate;
    await server.createEmpty();
  });
  afterAll(async () => {
    await server.destroy();
    const { db } = admin();
    for (const name of ['ssl', 'ssl_cert_file', 'ssl_key_file']) await db.raw(`ALTER SYSTEM RESET ${name}`);
    await db.raw('SELECT pg_reload_conf()');
    await db.destroy();
  });

  it('is spoken to over TLS alone, by everything that Kanga opens, when it has to prove who it is', async () => {
    server.env = { KANGA_DATABASE_URL: `${server.databaseUrl}?sslmode=verify-full&sslrootcert=${root}` };
    await server.start();
    const { db } = admin();
    const { rows } = await db.raw<{ rows: { ssl: boolean; application_name: string }[] }>(
      `SELECT ssl, application_name FROM pg_stat_ssl JOIN pg_stat_activity USING (pid) WHERE datname = ? AND usename = 'kanga_app'`,
      [new URL(server.databaseUrl).pathname.slice(1)],
    );
    await db.destroy();
    // The pool of these tests themselves does not ask for it.
    const own = rows.filter(({ ssl }) => ssl);
    expect(own.length).toBeGreaterThanOrEqual(2);
    expect(own.map(({ application_name }) => application_name)).toContain('kanga line');
    expect((await server.ask('GET', 'shop')).status).toBe(200);
    await server.stop();
  });

  it('that cannot prove it is not spoken to', async () => {
    const { certificate: another } = certificateIn(folder, 'another');
    server.env = { KANGA_DATABASE_URL: `${server.databaseUrl}?sslmode=verify-full&sslrootcert=${another}` };
    const failed = await server.start().then(
      () => 'started',
      (error: unknown) => String(error),
    );
    expect(failed).toMatch(/ended while starting/);
  });
});
