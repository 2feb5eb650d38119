import type { Backups } from '@kanga/core/backup';
import type { Happened } from '@kanga/contract/bench';
import { randomUUID } from 'node:crypto';
import type { BenchEvent } from '@kanga/core/bench';
import { changeOf, nextAction, type JobFile, type RunPlan } from '@kanga/core/job';
import { allPressed, benchState } from '@kanga/core/bench';
import type { Art } from '@kanga/core/art';
import type { JobPage, LogPage } from '@kanga/contract/job';
import { designOf, useServer } from './test-server.js';
import { EMPTY_BLANK } from '@kanga/core/blank';
import type { NewBlank } from '@kanga/contract/blank';

const ID = '5b1a0c1e-0001-4000-8000-000000000001';

const server = useServer();
const demoArt = async (name: string) =>
  (await server.ask<Art[]>('GET', 'art')).body.find((art) => art.name === name)?.id ?? null;
const tees = async (pieces = 1) => {
  const artId = await demoArt('Open night badge.png');
  return server.job(pieces, ({ blanks }) => ({ blankId: blanks[0]?.id ?? null, design: designOf(artId) }));
};

describe('a job', () => {
  it('is opened, changed and found again', async () => {
    const { job } = await server.job(3, () => ({ name: 'Öffnungsnacht 夜', due: '2026-12-03' }));
    expect(job).toMatchObject({ name: 'Öffnungsnacht 夜', due: '2026-12-03', pieces: 3, version: 2, status: 'open' });
    expect((await server.ask<JobFile>('GET', `jobs/${job.id}`)).body.job).toEqual(job);
  });
  it.each([
    [{ name: '', customer: '', due: null, pieces: 1 }, 'name'],
    [{ name: 'x', customer: '', due: null, pieces: 0 }, 'pieces'],
    [{ name: 'x', customer: '', due: null, pieces: -4 }, 'pieces'],
    [{ name: 'x', customer: '', due: null, pieces: 1e9 }, 'pieces'],
    [{ name: 'x', customer: '', due: null, pieces: 1.5 }, 'pieces'],
    [{ name: 'x', customer: '', due: '2026-13-45', pieces: 1 }, 'due'],
    [{ name: 'x', customer: '', due: null, pieces: 1, colour: 'red' }, 'colour'],
    [{ name: 'x', customer: '', due: null }, 'pieces'],
  ])('is refused when it is wrong, with the field named: %j', async (sent, field) => {
    const { status, body } = await server.ask('POST', 'jobs', sent);
    expect(status).toBe(400);
    expect(body.faults.map((fault) => fault.field)).toEqual([field]);
    expect(body.remedy).not.toBe('');
  });
  it('is not overwritten when two people save it', async () => {
    const file = await server.job(1, () => ({}));
    await server.save(file, { name: 'First' });
    const { status, body } = await server.ask('PUT', `jobs/${file.job.id}`, { ...changeOf(file.job), name: 'Second' });
    expect(status).toBe(409);
    expect(body.code).toBe('job.changed');
    expect((await server.ask<JobFile>('GET', `jobs/${file.job.id}`)).body.job.name).toBe('First');
  });
  it('names a choice that is not there', async () => {
    const file = await server.job(1, () => ({}));
    const { status, body } = await server.ask('PUT', `jobs/${file.job.id}`, {
      ...changeOf(file.job),
      blankId: randomUUID(),
    });
    expect([status, body.code]).toEqual([422, 'job.no-blank']);
  });
  it.each([
    [{ design: designOf(ID, { x: 0, y: 0, width: 0, rotation: 0 }) }, 'design.0.items.0.placement.width'],
    [{ run: [{ values: { name: 'A' }, count: 3 }] }, ''],
    [{ design: designOf(ID, { x: 1e9, y: 0, width: 10, rotation: 0 }) }, 'design.0.items.0.placement.x'],
    [{ gap: -1 }, 'gap'],
    [{ bleed: 1000 }, 'bleed'],
    [{ overrides: { temperature: 900 } }, 'overrides.temperature'],
  ])('refuses absurd choices: %j', async (change, field) => {
    const file = await server.job(1, () => ({}));
    const { status, body } = await server.ask('PUT', `jobs/${file.job.id}`, { ...changeOf(file.job), ...change });
    expect(status).toBe(400);
    expect(body.faults[0]?.field).toBe(field);
  });
});

describe('a measured blank', () => {
  const own: NewBlank = { ...EMPTY_BLANK, name: 'Square' };
  const withOutline = (outline: object) => ({ sides: [{ name: 'front', keepOuts: [], outline }] });
  it('goes on the shelf', async () => expect((await server.ask('POST', 'blanks', own)).status).toBe(201));
  it.each([
    [withOutline({ kind: 'rectangle', width: 0, height: 100, radius: 0 }), 'sides.0.outline.width'],
    [withOutline({ kind: 'rectangle', width: -5, height: 100, radius: 0 }), 'sides.0.outline.width'],
    [withOutline({ kind: 'ellipse', width: 100, height: 99999 }), 'sides.0.outline.height'],
    [withOutline({ kind: 'blob' }), 'sides.0.outline.kind'],
    [{ fibre: { polyester: 80, cotton: 80, elastane: 0, other: 0 } }, 'fibre'],
    [{ baseColour: 'white' }, 'baseColour'],
    [{ sides: [] }, 'sides'],
  ])('is refused when it cannot be: %j', async (change, field) => {
    const { status, body } = await server.ask('POST', 'blanks', { ...own, ...change });
    expect(status).toBe(400);
    expect(body.faults[0]?.field).toBe(field);
    expect(body.faults[0]?.message).not.toBe('');
  });
});

describe('stops and waivers', () => {
  it('keep a job from the press until waived knowingly', async () => {
    const dark = (
      await server.ask<{ id: string }>('POST', 'blanks', {
        ...EMPTY_BLANK,
        name: 'Dark',
        baseColour: '#101014',
        style: 'spot',
      })
    ).body;
    const { job } = await server.save(await tees(), { blankId: dark.id });
    const stopped = await server.ask('POST', `jobs/${job.id}/plan`);
    expect(stopped.status).toBe(409);
    expect(stopped.body.faults.map((fault) => fault.field)).toEqual(['blank.base']);
    expect((await server.ask('POST', `jobs/${job.id}/waivers`, { code: 'blank.base', reason: ' ' })).status).toBe(400);
    expect(
      (await server.ask('POST', `jobs/${job.id}/waivers`, { code: 'art.cover', reason: 'why not' })).body.code,
    ).toBe('waiver.no-stop');
    const waived = await server.ask<JobFile>('POST', `jobs/${job.id}/waivers`, {
      code: 'blank.base',
      reason: 'A sample to show why not.',
    });
    expect(waived.body.job.waivers).toMatchObject([{ code: 'blank.base', reason: 'A sample to show why not.' }]);
    expect((await server.ask('POST', `jobs/${job.id}/plan`)).status).toBe(201);
  });
  it('go with a repeat, which has the choices of the job and the one change', async () => {
    const body = { ...EMPTY_BLANK, name: 'Dark again', baseColour: '#101014', style: 'spot' };
    const dark = (await server.ask<{ id: string }>('POST', 'blanks', body)).body;
    const { job } = await server.save(await tees(3), { blankId: dark.id, due: '2026-12-24' });
    await server.ask('POST', `jobs/${job.id}/waivers`, { code: 'blank.base', reason: 'Known.' });
    const again = await server.ask<JobFile>('POST', `jobs/${job.id}/repeat`, {
      pieces: [2, 0],
      overrides: { dwell: 50 },
    });
    expect(again.status).toBe(201);
    expect(again.body.job).toMatchObject({
      name: `${job.name}, again`,
      pieces: 2,
      due: null,
      blankId: dark.id,
      design: job.design,
      overrides: { dwell: 50 },
      waivers: [{ code: 'blank.base', reason: 'Known.' }],
    });
    expect(again.body.job.number).toBeGreaterThan(job.number);
    const whole = await server.ask<JobFile>('POST', `jobs/${job.id}/repeat`, {});
    expect(whole.body.job).toMatchObject({ name: job.name, pieces: 3, overrides: job.overrides });
    const beyond = await server.ask('POST', `jobs/${job.id}/repeat`, { pieces: [3] });
    expect([beyond.status, beyond.body.code]).toEqual([422, 'repeat.no-piece']);
    expect((await server.ask('POST', `jobs/${job.id}/repeat`, { pieces: [1, 1] })).status).toBe(400);
  });
  it('cannot be waived where going on makes no sense', async () => {
    const { job } = await server.job(1, () => ({}));
    expect((await server.ask('POST', `jobs/${job.id}/waivers`, { code: 'blank.missing', reason: 'x' })).body.code).toBe(
      'waiver.not-possible',
    );
  });
});

describe('at the press', () => {
  const began = Date.now() - 3_600_000;
  const at = (seconds: number) => new Date(began + seconds * 1000).toISOString();
  const freeze = async (file: JobFile) => (await server.ask<RunPlan>('POST', `jobs/${file.job.id}/plan`)).body;
  const post = (id: string, events: BenchEvent[]) => server.ask<Happened>('POST', `jobs/${id}/events`, { events });

  it('the plan is frozen once, however many ask, and choices no longer change', async () => {
    const file = await tees();
    const plans = await Promise.all([freeze(file), freeze(file), freeze(file)]);
    expect(new Set(plans.map((plan) => plan.frozenAt)).size).toBe(1);
    await post(file.job.id, [{ id: randomUUID(), at: at(0), by: null, kind: 'done', bed: 0, step: 0 }]);
    const now = (await server.ask<JobFile>('GET', `jobs/${file.job.id}`)).body;
    expect(now.job.reached).toBe('press');
    const refused = await server.ask('PUT', `jobs/${file.job.id}`, { ...changeOf(now.job), overrides: { dwell: 90 } });
    expect([refused.status, refused.body.code]).toEqual([409, 'job.at-press']);
    await server.save(now, { name: 'A new name is fine' });
  });
  it('a plan that nothing was pressed by is dropped when a choice changes', async () => {
    const file = await tees();
    await freeze(file);
    const now = (await server.ask<JobFile>('GET', `jobs/${file.job.id}`)).body;
    expect((await server.save(now, { overrides: { dwell: 90 } })).plan).toBeNull();
    expect((await freeze(file)).settings.dwell).toMatchObject({ value: 90, overruled: { proposal: 45 } });
  });
  it('an event sent twice counts once, and a running clock outlives the server’s sudden end', async () => {
    const file = await tees();
    const plan = await freeze(file);
    const events: BenchEvent[] = [
      { id: randomUUID(), at: at(0), by: null, kind: 'done', bed: 0, step: 0 },
      { id: randomUUID(), at: at(1.25), by: null, kind: 'start', bed: 0, step: 1 },
    ];
    await post(file.job.id, events);
    await post(file.job.id, events);
    await server.stop('SIGKILL');
    await server.start();
    const { events: body } = (await server.ask<Happened>('GET', `jobs/${file.job.id}/events`)).body;
    expect(body).toEqual(events);
    expect(benchState(plan, body).beds[0]).toMatchObject({ step: 1, startedAt: at(1.25) });
  });
  it('refuses events that make no sense, and names why', async () => {
    const file = await tees();
    const event = (change: object) =>
      ({ id: randomUUID(), at: at(0), by: null, kind: 'done', bed: 0, step: 0, ...change }) as BenchEvent;
    expect((await post(file.job.id, [event({})])).body).toMatchObject({ code: 'bench.no-plan' });
    await freeze(file);
    expect((await post(file.job.id, [event({ bed: 7 })])).body).toMatchObject({ code: 'bench.no-piece' });
    expect((await post(file.job.id, [event({ kind: 'dance' })])).body).toMatchObject({ code: 'input.invalid' });
    expect((await post(file.job.id, [event({ at: 'noon' })])).body).toMatchObject({
      faults: [{ field: 'events.0.at' }],
    });
  });
  it('keeps rows that are only ever added', async () => {
    const file = await tees();
    await freeze(file);
    await post(file.job.id, [{ id: randomUUID(), at: at(0), by: null, kind: 'done', bed: 0, step: 0 }]);
    await expect(server.db('bench_event').where({ job_id: file.job.id }).delete()).rejects.toThrow(/only ever added/);
    await expect(server.db('bench_event').where({ job_id: file.job.id }).update({ kind: 'skip' })).rejects.toThrow(
      /only ever added/,
    );
  });
  it('is carried to its end by the line, closed once, and logged planned against actual', async () => {
    const { job } = await tees(2);
    const plan = await freeze({ job } as JobFile);
    let clock = 0;
    for (let i = 0; i < 60; i++) {
      const file = (await server.ask<JobFile>('GET', `jobs/${job.id}`)).body;
      const bench = benchState(plan, file.events);
      const view = { ...file, bench } as Parameters<typeof nextAction>[0];
      const { command } = nextAction(view, allPressed(bench) ? 'inspect' : 'press');
      if (command.kind === 'close') break;
      if (command.kind === 'bench') {
        clock += command.told.kind === 'done' ? 47 : 3;
        await post(job.id, [{ id: randomUUID(), at: at(clock), by: 'Wren', ...command.told }]);
      }
      if (command.kind === 'all-good') {
        expect((await server.ask('POST', `jobs/${job.id}/close`)).body.code).toBe('job.not-inspected');
        await post(job.id, [
          { id: randomUUID(), at: at(clock + 5), by: null, kind: 'verdict', piece: 0, verdict: 'good' },
          {
            id: randomUUID(),
            at: at(clock + 6),
            by: 'Juniper',
            kind: 'verdict',
            piece: 1,
            verdict: 'spoiled',
            fault: 'ghost',
            note: 'slipped',
            spot: { side: 0, across: 0.25, down: 0.5 },
            photo: null,
          },
        ]);
      }
    }
    const closed = await server.ask<JobFile>('POST', `jobs/${job.id}/close`);
    expect(closed.body.job).toMatchObject({ status: 'closed', reached: 'inspect' });
    expect((await server.ask<JobFile>('POST', `jobs/${job.id}/close`)).body.job.closedAt).toBe(
      closed.body.job.closedAt,
    );
    const { body: log } = await server.ask<LogPage>('GET', `log?text=${job.number}`);
    const mine = log.entries.filter((row) => row.jobId === job.id);
    expect(mine).toHaveLength(2);
    expect(mine.map((row) => [row.planned, row.actual])).toEqual([
      [45, 47],
      [45, 47],
    ]);
    expect(mine.every(({ by }) => by === 'Wren')).toBe(true);
    expect(mine.map((row) => row.verdict).sort()).toEqual(['good', 'spoiled']);
    expect(
      (await post(job.id, [{ id: randomUUID(), at: at(9999), by: null, kind: 'verdict', piece: 0, verdict: 'good' }]))
        .body,
    ).toMatchObject({ code: 'job.closed' });
  });
});

describe('the shop', () => {
  it('keeps settings, and refuses units that are not there', async () => {
    const { settings } = await server.shop();
    const inches = { ...settings, units: { length: 'in', temperature: 'F', pressure: 'psi' } };
    expect((await server.ask('PUT', 'shop/settings', inches)).body).toEqual(inches);
    expect((await server.shop()).settings).toEqual(inches);
    expect((await server.ask('PUT', 'shop/settings', { ...settings, dates: 'moon' })).body.faults[0]?.field).toBe(
      'dates',
    );
  });
  it('is put back by the demo only on its name, and only when own work may go; a backup is made first', async () => {
    await tees();
    const asked = (name: string, own: boolean) => server.ask('POST', 'shop/demo', { name, own });
    expect((await asked('Larkfield', true)).body).toMatchObject({ code: 'demo.name' });
    expect((await server.ask('POST', 'shop/demo')).status).toBe(400);
    const { settings } = await server.shop();
    expect(await asked(settings.shopName, false)).toMatchObject({ status: 409, body: { code: 'demo.own' } });
    const before = (await server.ask<Backups>('GET', 'backups')).body.backups.length;
    expect((await asked(settings.shopName, true)).status).toBe(200);
    const { backups } = (await server.ask<Backups>('GET', 'backups')).body;
    expect(backups).toHaveLength(before + 1);
    expect(backups[0]?.why).toBe('before-demo');
    // Nothing was done since: nobody's work can be lost.
    expect((await asked('Larkfield Transfer Works', false)).status).toBe(200);
  });
  it('is put back by the demo, once, however many ask', async () => {
    await tees();
    const { settings } = await server.shop();
    const reset = () => server.ask('POST', 'shop/demo', { name: settings.shopName, own: true });
    const [first] = await Promise.all([reset(), reset()]);
    expect(first.status).toBe(200);
    const { jobs } = (await server.ask<JobPage>('GET', 'jobs')).body;
    const numbers = jobs.map((job) => job.number).sort((a, b) => a - b);
    expect(numbers).toEqual(numbers.map((_, i) => i + 1));
    expect(jobs.filter(({ orderId }) => orderId === null)).toHaveLength(7);
    expect((await server.shop()).settings.units.length).toBe('mm');
  });
});
