import { randomUUID } from 'node:crypto';
import type { JobFile } from '@kanga/core/job';
import type { Happened } from '@kanga/contract/bench';
import type { JobPage, JobSummary } from '@kanga/contract/job';
import type { Storage } from '@kanga/contract/tidy';
import sharp from 'sharp';
import { event, TestBench } from './test-bench.js';
import { designOf, useServer } from './test-server.js';

const server = useServer();
const bench = new TestBench(server);
const listed = async (list: string, id: string) =>
  (await server.ask<JobPage>('GET', `jobs?list=${list}`)).body.jobs.some((job) => job.id === id);
const sweep = async () => (await server.ask<Storage>('POST', 'storage/tidy')).body;
const agoInDays = (days: number) => server.db.raw(`now() - interval '${days} days'`);
const picture = async (name: string) =>
  server.upload(
    name,
    await sharp({
      create: { width: 50 + Math.floor(Math.random() * 500), height: 40, channels: 3, background: '#17784C' },
    })
      .png()
      .toBuffer(),
  );

describe('a job that is put away', () => {
  it('leaves the lists and can be taken out again', async () => {
    const { job } = await server.job(3, () => ({}));
    expect(
      (await server.ask<JobSummary>('POST', `jobs/${job.id}/archive`, { archived: true })).body.archivedAt,
    ).toBeTruthy();
    expect([await listed('here', job.id), await listed('archived', job.id)]).toEqual([false, true]);
    // It can still be looked at.
    expect((await server.ask<JobFile>('GET', `jobs/${job.id}`)).status).toBe(200);
    await server.ask('POST', `jobs/${job.id}/archive`, { archived: false });
    expect([await listed('here', job.id), await listed('archived', job.id)]).toEqual([true, false]);
  });
});

describe('a job that is deleted', () => {
  it('is gone from everywhere, takes no more entries, and comes back whole', async () => {
    const { id } = await bench.atPress(3);
    await bench.post(id, [event({ kind: 'done', bed: 0, step: 0 })]);
    expect((await server.ask('DELETE', `jobs/${id}`)).status).toBe(200);
    expect([await listed('here', id), await listed('deleted', id)]).toEqual([false, true]);
    expect(await server.ask('GET', `jobs/${id}`)).toMatchObject({ status: 410, body: { code: 'job.deleted' } });
    expect((await bench.post(id, [event({ kind: 'start', bed: 0, step: 1 })])).status).toBe(410);
    const runs = (await server.ask<{ jobId: string }[]>('GET', 'bench')).body;
    expect(runs.some(({ jobId }) => jobId === id)).toBe(false);
    expect((await server.ask('POST', `jobs/${id}/undelete`)).status).toBe(200);
    expect((await server.ask<Happened>('GET', `jobs/${id}/events`)).body.events).toHaveLength(1);
    expect((await bench.post(id, [event({ kind: 'start', bed: 0, step: 1 })])).status).toBe(200);
  });
  it('goes for good after thirty days with all that only it has, and not a day before', async () => {
    const art = await picture('only here.png');
    const { id } = await bench.atPress(2);
    await server.job(1, () => ({ design: designOf(art.id) }));
    await bench.post(id, [event({ kind: 'done', bed: 0, step: 0 })]);
    await server.ask('DELETE', `jobs/${id}`);
    await server
      .db('job')
      .where({ id })
      .update({ deleted_at: agoInDays(29) });
    await sweep();
    expect(await listed('deleted', id)).toBe(true);
    await server
      .db('job')
      .where({ id })
      .update({ deleted_at: agoInDays(31) });
    await sweep();
    expect(await server.ask('GET', `jobs/${id}`)).toMatchObject({ status: 404 });
    for (const table of ['bench_event', 'run_plan', 'pressing', 'waiver'])
      expect(await server.db(table).where({ job_id: id }).first('job_id')).toBeUndefined();
  });
  it('is the only way in which rows that are only ever added go', async () => {
    const { id } = await bench.atPress(2);
    await bench.post(id, [event({ kind: 'done', bed: 0, step: 0 })]);
    await expect(server.db('bench_event').where({ job_id: id }).delete()).rejects.toThrow(/only ever added/);
    await expect(server.db('bench_event').where({ job_id: id }).update({ kind: 'skip' })).rejects.toThrow(
      /only ever added/,
    );
  });
  it('is not there when it never was', async () => {
    expect((await server.ask('DELETE', `jobs/${randomUUID()}`)).status).toBe(404);
  });
});

describe('pictures that nothing uses', () => {
  it('are told with their size, stay while a deleted job may come back, and go after ninety days', async () => {
    const before = (await server.ask<Storage>('GET', 'storage')).body.unused.pictures;
    const [idle, used] = [await picture('idle.png'), await picture('used.png')];
    const { job } = await server.job(1, () => ({ design: designOf(used.id) }));
    await server.ask('DELETE', `jobs/${job.id}`);
    const { unused } = (await server.ask<Storage>('GET', 'storage')).body;
    expect(unused.pictures.count).toBe(before.count + 1);
    expect(unused.pictures.bytes).toBe(before.bytes + idle.bytes);
    await sweep();
    await server
      .db('art')
      .where({ id: idle.id })
      .update({ unused_since: agoInDays(89) });
    await sweep();
    expect((await server.ask('GET', `art/${idle.id}`)).status).toBe(200);
    await server
      .db('art')
      .where({ id: idle.id })
      .update({ unused_since: agoInDays(91) });
    // One that is used again in the meantime is no longer counted.
    await server
      .db('art')
      .where({ id: used.id })
      .update({ unused_since: agoInDays(91) });
    await sweep();
    expect((await server.ask('GET', `art/${idle.id}`)).status).toBe(404);
    expect((await server.ask('GET', `art/${used.id}`)).status).toBe(200);
    expect(await server.db('blob').where({ sha256: idle.sha256 }).first('id')).toBeUndefined();
  });
});
