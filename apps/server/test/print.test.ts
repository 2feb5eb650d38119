import { randomUUID } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { changeOf, printedAs, viewJob, type JobFile } from '@kanga/core/job';
import { unitPrinter } from '@kanga/core/units';
import { TICKS, type PrintRecord } from '@kanga/core/sheet';
import type { Printer as ShopPrinter } from '@kanga/core/shop';
import type { NewPrint } from '@kanga/contract/sheet';
import sharp from 'sharp';
import { Printer, type Fault } from '../../devices/src/printer/index.js';
import { useCups } from './cups.js';
import { folder, say } from './pdf-reading.js';
import { designOf, useServer } from './test-server.js';
import { freePort } from './free-port.js';

const server = useServer();
const standIn = new Printer({ pageMs: 80 });
let [address, stop] = ['', () => Promise.resolve()];
let job: JobFile;

const desk = async (): Promise<ShopPrinter> => (await server.shop()).printers[0] as ShopPrinter;
/** Says something else of the desk printer. */
const setDesk = async (change: Partial<ShopPrinter>) => {
  const { id, ...words } = await desk();
  const { status } = await server.ask('PUT', `shop/printers/${id}`, { ...words, ...change });
  expect(status).toBe(200);
};
const wanted = (change: Partial<NewPrint> = {}): NewPrint => ({
  id: randomUUID(),
  what: { kind: 'job', jobId: job.job.id },
  by: 'Wren',
  ticks: [...TICKS],
  nozzles: 'good',
  ...change,
});
const read = async (id: string): Promise<PrintRecord> => (await server.ask<PrintRecord>('GET', `prints/${id}`)).body;
const until = async (id: string, ...states: PrintRecord['state'][]): Promise<PrintRecord> => {
  let record = await read(id);
  for (let i = 0; i < 400 && !states.includes(record.state); i++) {
    await new Promise((wake) => setTimeout(wake, 100));
    record = await read(id);
  }
  expect(states.includes(record.state) ? '' : JSON.stringify(record.events)).toBe('');
  return record;
};
const ready = async (): Promise<PrintRecord> => {
  const { body, status } = await server.ask<PrintRecord>('POST', 'prints', wanted());
  expect(status).toBe(201);
  return until(body.id, 'ready');
};
const fault = (one: Fault) => {
  standIn.queue.fault = one;
};
const kinds = ({ events }: PrintRecord) => events.map(({ kind }) => kind);

beforeAll(async () => {
  const port = await freePort();
  stop = await standIn.listen(port);
  address = `ipp://127.0.0.1:${port}/ipp/print`;
  await setDesk({ address });
  const picture = await sharp({ create: { width: 1301, height: 2100, channels: 3, background: '#00ffff' } })
    .png()
    .toBuffer();
  const art = await server.upload('plain.png', picture);
  const shop = await server.shop();
  // Four sleeves of two sides on A4.
  job = await server.job(4, ({ blanks }) => ({
    blankId: blanks[5]?.id ?? null,
    design: designOf(art.id),
    mediaId: shop.media[0]?.id ?? null,
  }));
});
afterAll(() => stop());
beforeEach(() => {
  fault('none');
});

describe('a print', () => {
  it('is drawn once however often it is asked for, and keeps who, what and how', async () => {
    const order = wanted();
    const answers = await Promise.all([1, 2, 3].map(() => server.ask<PrintRecord>('POST', 'prints', order)));
    expect(answers.map(({ status }) => status)).toEqual([201, 201, 201]);
    const record = await until(order.id, 'ready');
    expect(kinds(record)).toEqual(['asked', 'rendered']);
    expect(record).toMatchObject({ by: 'Wren', nozzles: 'good', transfers: 8, mirroredBy: 'kanga' });
    expect(record.ticked.mirror).toMatch(/off/);
    const listed = await server.ask<PrintRecord[]>('GET', `prints?job=${job.job.id}`);
    expect(listed.body.filter(({ id }) => id === order.id)).toHaveLength(1);
    const pdf = join(folder, 'print.pdf');
    writeFileSync(pdf, await server.bytes(`prints/${order.id}/pdf`));
    expect(say('pdfinfo', pdf)).toMatch(new RegExp(`Pages:\\s+${record.paper.sheets}\\b`));
  });
  it('counts the ink that its sheets take', async () => {
    const { inks } = await ready();
    // Plain cyan: its own ink, and next to nothing of the others (labels and marks are black).
    const of = (name: string) => inks?.find((ink) => ink.name === name);
    expect(of('cyan')?.cover).toBeGreaterThan(0.3);
    expect(of('magenta')?.cover).toBeLessThan(0.01);
    expect(of('black')?.cover).toBeLessThan(0.05);
    const shop = await server.shop();
    const [ink] = shop.printers[0]?.inks ?? [];
    const area = (await ready()).paper.sheets * 0.21 * 0.297;
    expect(of('cyan')?.millilitres).toBeCloseTo((of('cyan')?.cover ?? 0) * area * (ink?.perSquareMetre ?? 0), 1);
  });
  it('says what it shows of its job, so that a change made since is seen', async () => {
    const view = async () => {
      const file = (await server.ask<JobFile>('GET', `jobs/${job.job.id}`)).body;
      const { settings, ...floor } = await server.shop();
      return viewJob(file, { ...floor, house: settings.house, energy: settings.energy }, unitPrinter(settings.units));
    };
    const record = await ready();
    const of = async () => printedAs(await view(), [record]);
    expect(await of()).toBe('as it is');
    const { job: kept } = (await server.ask<JobFile>('GET', `jobs/${job.job.id}`)).body;
    const changed = { ...changeOf(kept), bleed: (kept.bleed ?? 6) + 1 };
    const saved = await server.ask<JobFile>('PUT', `jobs/${kept.id}`, changed);
    expect(saved.status).toBe(200);
    expect(await of()).toBe('as it was');
    // Taken back, it is what was printed again.
    await server.ask('PUT', `jobs/${kept.id}`, { ...changed, bleed: kept.bleed, version: saved.body.job.version });
    expect(await of()).toBe('as it is');
  });
  it('is refused without a nozzle check where the shop insists on one', async () => {
    const { settings } = await server.shop();
    await server.ask('PUT', 'shop/settings', { ...settings, nozzlesFirst: true });
    const refused = await server.ask('POST', 'prints', wanted({ nozzles: 'not checked' }));
    expect([refused.status, refused.body.code]).toEqual([409, 'print.nozzles']);
    expect((await server.ask('POST', 'prints', wanted())).status).toBe(201);
    await server.ask('PUT', 'shop/settings', settings);
  });
  it('is refused while a line of its card is not ticked, naming the line', async () => {
    const { status, body } = await server.ask('POST', 'prints', wanted({ ticks: ['size'] }));
    expect(status).toBe(400);
    expect(JSON.stringify(body)).toMatch(/colour conversion/);
  });
  it('prints some pieces again, alone', async () => {
    const shop = await server.shop();
    const order = wanted({
      what: { kind: 'pieces', jobId: job.job.id, pieces: [2], mediaId: shop.media[1]?.id ?? '' },
    });
    expect((await server.ask('POST', 'prints', order)).status).toBe(201);
    expect(await until(order.id, 'ready')).toMatchObject({ transfers: 2, media: { name: 'Letter' } });
  });
  it('puts several jobs on the same sheets', async () => {
    const other = await server.job(2, ({ blanks }) => ({ blankId: blanks[3]?.id ?? null, design: job.job.design }));
    const shop = await server.shop();
    const order = wanted({
      what: {
        kind: 'gang',
        jobs: [job.job.id, other.job.id],
        mediaId: shop.media[2]?.id ?? '',
        gap: 8,
        choices: { together: false, turns: 'quarter', edge: 0, codes: true },
        arrangement: null,
      },
    });
    const asked = await server.ask<PrintRecord>('POST', 'prints', order);
    expect(asked.status).toBe(201);
    const record = await until(order.id, 'ready');
    expect(record.jobs.map(({ number }) => number)).toEqual([job.job.number, other.job.number]);
    const pdf = join(folder, 'gang.pdf');
    writeFileSync(pdf, await server.bytes(`prints/${order.id}/pdf`));
    expect(say('qpdf', '--check', pdf)).toMatch(/No syntax or stream encoding errors/);
    const words = say('pdftotext', '-raw', pdf, '-');
    for (const { number } of record.jobs) expect(words).toContain(`${number} ·`);
  });
});

describe('sending', () => {
  it('follows the printer until it is done, and takes the paper off what is left', async () => {
    const before = standIn.queue.jobs.length;
    const [paper] = (await server.shop()).media;
    const { id } = await ready();
    expect((await server.ask('POST', `prints/${id}/send`)).status).toBe(200);
    const record = await until(id, 'printed');
    expect(kinds(record).filter((kind) => kind !== 'progress')).toEqual([
      'asked',
      'rendered',
      'sending',
      'accepted',
      'printed',
    ]);
    expect(standIn.queue.jobs).toHaveLength(before + 1);
    expect(standIn.queue.jobs.at(-1)).toMatchObject({ state: 'completed', pages: record.paper.sheets });
    const left = (await server.shop()).media[0]?.left;
    expect(left).toBe((paper?.left ?? 0) - record.paper.sheets);
    const again = await server.ask('POST', `prints/${id}/send`);
    expect([again.status, again.body.code]).toEqual([409, 'print.state']);
  });
  it('says that it is out of paper, and goes on when it has some', async () => {
    const { id } = await ready();
    fault('out of paper');
    await server.ask('POST', `prints/${id}/send`);
    let record = await until(id, 'printing');
    for (let i = 0; i < 60 && !record.events.some(({ note }) => /out of paper/.test(note)); i++) {
      await new Promise((wake) => setTimeout(wake, 100));
      record = await read(id);
    }
    expect(record.events.at(-1)).toMatchObject({ kind: 'progress', note: 'out of paper' });
    fault('none');
    await until(id, 'printed');
  });
  it('cancels at the printer', async () => {
    const { id } = await ready();
    fault('jam');
    await server.ask('POST', `prints/${id}/send`);
    await until(id, 'printing');
    expect((await server.ask('POST', `prints/${id}/cancel`)).status).toBe(200);
    await until(id, 'cancelled');
    expect(standIn.queue.jobs.at(-1)?.state).toBe('canceled');
  });
  it('lets a print be sent again that broke off half way, once the printer says that it has not got it', async () => {
    const before = standIn.queue.jobs.length;
    const { id } = await ready();
    fault('drops while receiving');
    await server.ask('POST', `prints/${id}/send`);
    await until(id, 'sending');
    const record = await until(id, 'ready');
    expect(record.events.at(-1)).toMatchObject({ kind: 'failed' });
    expect(record.events.at(-1)?.note).toMatch(/nothing was printed/i);
    expect(standIn.queue.jobs).toHaveLength(before);
    fault('none');
    await server.ask('POST', `prints/${id}/send`);
    await until(id, 'printed');
    expect(standIn.queue.jobs).toHaveLength(before + 1);
  });
  it('finds a print that the printer took without answering, and does not send it twice', async () => {
    const before = standIn.queue.jobs.length;
    const { id } = await ready();
    fault('drops before answering');
    await server.ask('POST', `prints/${id}/send`);
    await until(id, 'printed');
    expect(standIn.queue.jobs).toHaveLength(before + 1);
  });
  it('leaves it to whoever looks when a printer answers nonsense, and sends nothing meanwhile', async () => {
    const { id } = await ready();
    fault('nonsense');
    await server.ask('POST', `prints/${id}/send`);
    const record = await until(id, 'unsure');
    expect(record.events.at(-1)?.note).toMatch(/look at the printer/);
    const again = await server.ask('POST', `prints/${id}/send`);
    expect([again.status, again.body.code]).toEqual([409, 'print.state']);
    const settled = await server.ask<PrintRecord>('POST', `prints/${id}/settle`, { printed: true, by: 'Wren' });
    expect(settled.body.state).toBe('printed');
  });
  it('says that a printer is not there, and that nothing was printed', async () => {
    const { id } = await ready();
    const port = await freePort();
    await setDesk({ address: `ipp://127.0.0.1:${port}/ipp/print` });
    await server.ask('POST', `prints/${id}/send`);
    const record = await until(id, 'ready');
    let now = record;
    for (let i = 0; i < 50 && now.events.at(-1)?.kind !== 'failed'; i++) {
      await new Promise((wake) => setTimeout(wake, 100));
      now = await read(id);
    }
    expect(now.events.at(-1)?.note).toMatch(/Nothing was printed/);
    const report = await server.ask('GET', `prints/printers/${(await desk()).id}`);
    expect([report.status, report.body.code]).toEqual([502, 'print.away']);
    await setDesk({ address });
  });
  it('finds a printer’s paper, inks and state', async () => {
    fault('low ink');
    const { body } = await server.ask<{ media: string[]; reasons: string[]; inks: unknown[] }>(
      'GET',
      `prints/printers/${(await desk()).id}`,
    );
    expect(body.media).toContain('iso_a4_210x297mm');
    expect(body.reasons).toEqual(['marker-supply-low-warning']);
    expect(body.inks).toHaveLength(4);
  });
});

describe('a print server that is not ours', () => {
  const cups = useCups();
  it('takes a print and does it: cupsd, with a queue to a file', async () => {
    const { id } = await ready();
    await setDesk({ address: cups.address });
    await server.ask('POST', `prints/${id}/send`);
    await until(id, 'printed');
    expect(cups.printed().equals(await server.bytes(`prints/${id}/pdf`))).toBe(true);
    await setDesk({ address });
  });
});

describe('the mirror', () => {
  it('stops a print that was made under the other rule', async () => {
    const { id } = await ready();
    await setDesk({ mirroredBy: 'driver' });
    for (const answer of [await server.ask('POST', `prints/${id}/send`), await server.ask('GET', `prints/${id}/pdf`)])
      expect([answer.status, answer.body.code]).toEqual([409, 'print.mirror']);
    await setDesk({ mirroredBy: 'kanga' });
  });
  it('stops every sheet when the test shows that two mirror, or none', async () => {
    for (const [driverMirrors, mirroredBy] of [
      [true, 'kanga'],
      [false, 'driver'],
    ] as const) {
      await setDesk({ mirroredBy, mirrorTest: { at: '2026-11-20T10:00:00.000Z', driverMirrors } });
      const { status, body } = await server.ask('POST', 'prints', wanted());
      expect(status).toBe(409);
      expect(body.faults.map(({ field }) => field)).toContain('sheet.mirror-test');
    }
    await setDesk({ mirroredBy: 'kanga', mirrorTest: null });
  });
});
