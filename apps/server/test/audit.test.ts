import { createHash, randomUUID } from 'node:crypto';
import type { Settings } from '@kanga/core/shop';
import type { AuditEntry, Person } from '@kanga/contract/people';
import { letIn, TestBrowser, withOwner } from './test-browser';
import type { Happened } from '@kanga/contract/bench';
import { event, TestBench } from './test-bench';
import { words } from './test-orders';
import { useServer } from './test-server';

const server = useServer();
let owner: TestBrowser;
beforeAll(async () => {
  owner = await withOwner(server);
});

interface Page {
  entries: AuditEntry[];
  next: string | null;
  total: number;
}
const read = async (query = ''): Promise<Page> => (await owner.ask<Page>('GET', `audit${query}`)).body;

/** The chain as anybody can work it out who has the table: nothing of Kanga's is asked. */
async function chainIsWhole(): Promise<boolean> {
  const { rows } = await server.db.raw<{ rows: { line: string; hash: string }[] }>(
    `SELECT hash, jsonb_build_array(seq, to_char(at AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"'), who, came_from, what, subject, before, after,
       coalesce(lag(hash) OVER (ORDER BY seq), ''))::text AS line FROM audit ORDER BY seq`,
  );
  return rows.every(({ line, hash }) => createHash('sha256').update(line).digest('hex') === hash);
}

describe('the book of changes', () => {
  it('has who changed what, from where, before and after', async () => {
    const { settings } = await server.shop();
    const { status } = await owner.ask('PUT', 'shop/settings', { ...settings, energy: 133, sounds: !settings.sounds });
    expect(status).toBe(200);
    const [last] = (await read()).entries;
    expect(last).toMatchObject({
      who: 'Wren',
      from: '127.0.0.1',
      what: 'settings',
      before: { energy: settings.energy, sounds: settings.sounds },
      after: { energy: 133, sounds: !settings.sounds },
    });
    expect(Object.keys(last?.before ?? {}).sort()).toEqual(['energy', 'sounds']);
  });

  it('has nothing of what was saved and did not change, nor of what was refused', async () => {
    const { total } = await read();
    const { settings } = await server.shop();
    await owner.ask('PUT', 'shop/settings', settings);
    await owner.ask('PUT', 'shop/settings', { ...settings, energy: 'much' });
    expect((await read()).total).toBe(total);
  });

  it('has a hash of each entry and of the one before it, which anybody can work out', async () => {
    expect((await read()).total).toBeGreaterThan(3);
    expect(await chainIsWhole()).toBe(true);
  });

  it('cannot be changed, shortened or emptied by the user of its database', async () => {
    const says = /only ever added/;
    await expect(server.db('audit').update({ who: null })).rejects.toThrow(says);
    await expect(server.db('audit').delete()).rejects.toThrow(says);
    await expect(server.db.raw('TRUNCATE audit')).rejects.toThrow(says);
    const purge = server.db.transaction(async (trx) => {
      await trx.raw(`SELECT set_config('kanga.purge', 'on', true), set_config('kanga.erasing', 'yes', true)`);
      await trx('audit').where({ seq: 1 }).delete();
    });
    await expect(purge).rejects.toThrow(says);
  });

  it('keeps its order when many change something at once', async () => {
    const { settings } = await server.shop();
    const before = (await read()).total;
    const saved = await Promise.all(
      Array.from({ length: 24 }, (_, i) =>
        owner.ask<Settings>('PUT', 'shop/settings', { ...settings, energy: 60 + i }),
      ),
    );
    expect(saved.every(({ status }) => status === 200)).toBe(true);
    const rows = await server.db('audit').orderBy('seq').select<{ seq: string }[]>('seq');
    expect(rows.map(({ seq }) => Number(seq))).toEqual(rows.map((_, i) => i + 1));
    expect(rows.length).toBeGreaterThanOrEqual(before + 20);
    expect(await chainIsWhole()).toBe(true);
  });

  it('has no secret, and names of people only where they can be taken out', async () => {
    const { person } = await letIn(owner, 'presser', 'Marigold');
    await owner.ask('PUT', `people/${person.id}/pin`, { pin: '4071' });
    const rows = await server.db('audit').select<Record<string, unknown>[]>('*');
    const text = JSON.stringify(rows);
    expect(text).not.toMatch(/argon2|4071|Marigold/);
    const shown = (await read('?what=person')).entries;
    expect(shown.some(({ after }) => after?.['name'] === 'Marigold')).toBe(true);
    expect(shown.some(({ after }) => after?.['pin'] === 'set')).toBe(true);
  });

  it('has who signed in and by what, and who was refused, with no word of what they typed', async () => {
    const stranger = new TestBrowser(server.url);
    await stranger.signIn('Wren', 'wrong wrong wrong');
    await stranger.signIn('Nobody', 'wrong wrong wrong');
    await stranger.signIn('Wren');
    const [came, unknown, wrong] = (await read('?most=3')).entries;
    expect(came).toMatchObject({ what: 'sign-in', who: 'Wren', subject: 'Wren', after: { by: 'password' } });
    expect(unknown).toMatchObject({ what: 'refused', who: null, subject: '', from: '127.0.0.1' });
    expect(wrong).toMatchObject({ what: 'refused', who: null, subject: 'Wren', after: { by: 'password' } });
  });

  it('comes page by page, by kind and by person, and as a table', async () => {
    const all = await read('?most=500');
    const paged: number[] = [];
    for (let after: string | null = ''; after !== null;) {
      const page: Page = await read(`?most=7${after === '' ? '' : `&after=${after}`}`);
      paged.push(...page.entries.map(({ seq }) => seq));
      after = page.next;
    }
    expect(paged).toEqual(all.entries.map(({ seq }) => seq));
    expect((await read('?what=settings')).entries.every(({ what }) => what === 'settings')).toBe(true);
    const [wren] = (await owner.ask<Person[]>('GET', 'people')).body.filter(({ name }) => name === 'Wren');
    expect((await read(`?who=${wren?.id ?? ''}`)).entries.every(({ who }) => who === 'Wren')).toBe(true);
    const { text, headers } = await owner.ask('GET', 'audit/table');
    expect(headers['content-type']).toMatch(/text\/csv/);
    expect(text.trim().split('\r\n')).toHaveLength(all.total + 1);
  });
});

describe('what is kept of somebody', () => {
  it('is told whole, and a pseudonym takes its place on request: in the log, in what was pressed, and in the book, whose chain holds', async () => {
    const { browser, person } = await letIn(owner, 'planner', 'Clementine');
    await browser.ask('POST', 'stock/blank:5b1a0c1e-0001-4000-8000-000000000001/report', {
      ...{
        kind: 'count',
        id: person.id,
        amount: 5,
        at: new Date().toISOString(),
        reason: '',
        batch: '',
        by: 'Clementine',
      },
    });
    // What happened at a press is kept in memory as well, by a server that has told it once.
    const { id } = await new TestBench(server).atPress(1);
    const by = async () => (await server.ask<Happened>('GET', `jobs/${id}/events`)).body.events.map((one) => one.by);
    await browser.ask('POST', `jobs/${id}/events`, { events: [event({ kind: 'done', bed: 0, step: 0 })] });
    expect(await by()).toEqual(['Clementine']);
    const before = await owner.ask<{ signIns: unknown[]; person: { name: string } }>('GET', `people/${person.id}/data`);
    expect(before.body.person.name).toBe('Clementine');
    expect(before.body.signIns.length).toBeGreaterThan(0);
    const { status, body } = await owner.ask<{ as: string; erased: Record<string, number> }>(
      'POST',
      `people/${person.id}/erase`,
    );
    expect(status).toBe(200);
    expect(body.as).toMatch(/^Person [0-9A-Z]{5}$/);
    expect(await by()).toEqual([body.as]);
    // Nowhere in the database any more, whatever table it is.
    const { rows: tables } = await server.db.raw<{ rows: { name: string }[] }>(
      `SELECT quote_ident(tablename) AS name FROM pg_tables WHERE schemaname = 'public' AND tablename NOT LIKE 'blob%'`,
    );
    const found: string[] = [];
    for (const { name } of tables) {
      const { rows } = await server.db.raw<{ rows: { text: string }[] }>(
        `SELECT t::text AS text FROM ${name} t WHERE t::text LIKE '%Clementine%' LIMIT 1`,
      );
      if (rows.length > 0) found.push(`${name}: ${rows[0]?.text.slice(0, 200) ?? ''}`);
    }
    expect(found).toEqual([]);
    expect(await chainIsWhole()).toBe(true);
    expect((await read('?what=person')).entries.some(({ after }) => after?.['name'] === 'taken out')).toBe(true);
    expect((await browser.ask('GET', 'shop')).status).toBe(401);
  });

  it('of a customer goes from orders and jobs that are closed; while something is to be made it is refused', async () => {
    const name = 'Harrow Street Runners';
    const opened = await owner.ask('POST', 'orders', {
      ...words,
      id: randomUUID(),
      customer: { name, reach: 'Quillback Yard 12', notes: 'rings twice' },
    });
    expect([opened.status, opened.text]).toEqual([201, expect.stringContaining('Quillback')]);
    const { job } = await server.job(2, () => ({}));
    await server.db('job').where({ id: job.id }).update({ customer: name });
    expect((await owner.ask('POST', 'customers/erase', { name })).body.code).toBe('customer.open');
    await server.db('job').where({ id: job.id }).update({ status: 'closed', closed_at: new Date() });
    const kept = await owner.ask<{ jobs: unknown[]; orders: unknown[] }>(
      'GET',
      `customers/data?name=${encodeURIComponent(name)}`,
    );
    expect([kept.body.jobs.length, kept.body.orders.length]).toEqual([1, 1]);
    expect((await owner.ask('POST', 'customers/erase', { name: name.toUpperCase() })).status).toBe(200);
    const { rows } = await server.db.raw<{ rows: unknown[] }>(
      `SELECT 1 FROM shop_order t WHERE t::text LIKE '%Harrow%' OR t::text LIKE '%Quillback%' UNION ALL SELECT 1 FROM job t WHERE t::text LIKE '%Harrow%'`,
    );
    expect(rows).toEqual([]);
  });
});
