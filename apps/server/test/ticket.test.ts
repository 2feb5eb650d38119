import type { JobFile } from '@kanga/core/job';
import type { Art, SideDesign } from '@kanga/core/art';
import type { JobPage, Ticket } from '@kanga/contract/job';
import Ajv2020 from 'ajv/dist/2020';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import yazl from 'yazl';
import { TestServer, useServer } from './test-server.js';

const server = useServer();

const zipOf = async (files: Record<string, Buffer | string>): Promise<Buffer> => {
  const zip = new yazl.ZipFile();
  for (const [name, data] of Object.entries(files)) zip.addBuffer(Buffer.from(data), name);
  zip.end();
  const chunks: Buffer[] = [];
  for await (const chunk of zip.outputStream) chunks.push(chunk as Buffer);
  return Buffer.concat(chunks);
};
/** Reads a zip with Info-ZIP's unzip, a program we did not write. */
function unpack(zip: Buffer): { names: string[]; ticket: Ticket } {
  const folder = mkdtempSync(join(tmpdir(), 'kanga-zip-'));
  try {
    const path = join(folder, 't.zip');
    writeFileSync(path, zip);
    execFileSync('unzip', ['-tq', path]);
    const names = execFileSync('unzip', ['-Z1', path], { encoding: 'utf8' }).trim().split('\n');
    const raw = execFileSync('unzip', ['-p', path, 'ticket.json'], { encoding: 'utf8', maxBuffer: 1e8 });
    return { names, ticket: JSON.parse(raw) as Ticket };
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
const pressed = async (on: TestServer): Promise<JobFile> => {
  const { jobs } = (await on.ask<JobPage>('GET', 'jobs')).body;
  return (await on.ask<JobFile>('GET', `jobs/${jobs.find((job) => job.name === 'Moon-phase masks')?.id ?? ''}`)).body;
};
const withoutArtIds = (design: SideDesign[]) =>
  design.map((side) => ({ ...side, items: side.items.map((item) => ({ ...item, artId: '' })) }));
const import_ = <T = JobFile>(on: TestServer, zip: Buffer) => on.send<T>('jobs/ticket', zip, 'application/zip');

describe('a ticket', () => {
  it('holds the job and its picture, as its published schema says', async () => {
    const file = await pressed(server);
    const { names, ticket } = unpack(await server.bytes(`jobs/${file.job.id}/ticket`));
    expect(names.sort()).toEqual([`art/${file.arts[0]?.sha256 ?? ''}`, 'ticket.json']);
    expect(ticket.file).toEqual(file);
    const schema = JSON.parse(
      readFileSync(resolve(__dirname, '../../../docs/formats/ticket.schema.json'), 'utf8'),
    ) as object;
    const validate = new Ajv2020({ strict: false, validateFormats: false }).compile(schema);
    expect(validate(ticket) ? [] : validate.errors).toEqual([]);
    expect(validate({ ...ticket, formatVersion: 1 })).toBe(false);
  });
  it('gives the same job in another shop', async () => {
    const file = await pressed(server);
    const zip = await server.bytes(`jobs/${file.job.id}/ticket`);
    const other = await new TestServer().create();
    try {
      const { status, body } = await import_(other, zip);
      expect(status).toBe(201);
      const same = (one: JobFile) => ({
        ...one,
        job: { ...one.job, number: 0, design: withoutArtIds(one.job.design) },
        arts: one.arts.map((art) => ({ ...art, id: '', demo: true })),
      });
      expect(same(body)).toEqual(same(file));
    } finally {
      await other.destroy();
    }
  });
  it('gives a copy beside the original in its own shop, with its picture kept once', async () => {
    const file = await pressed(server);
    const arts = (await server.ask<Art[]>('GET', 'art')).body.length;
    const { body } = await import_(server, await server.bytes(`jobs/${file.job.id}/ticket`));
    expect(body.job.id).not.toBe(file.job.id);
    expect(body.job.number).toBeGreaterThan(file.job.number);
    expect(body.plan).toEqual(file.plan);
    const happened = (one: JobFile) => one.events.map((event) => ({ ...event, id: '' }));
    expect(happened(body)).toEqual(happened(file));
    expect((await server.ask<Art[]>('GET', 'art')).body).toHaveLength(arts);
  });
  it('is refused when it is not one, with the reason; nothing is left behind', async () => {
    const file = await pressed(server);
    const { ticket } = unpack(await server.bytes(`jobs/${file.job.id}/ticket`));
    const sha = file.arts[0]?.sha256 ?? '';
    const count = async () => (await server.ask<JobPage>('GET', 'jobs')).body.total;
    const before = await count();
    const json = (change: object) => JSON.stringify({ ...ticket, ...change });
    const cases: [Buffer, RegExp][] = [
      [Buffer.from('not a zip at all'), /not a job ticket/],
      [await zipOf({ 'other.txt': 'x' }), /no ticket.json/],
      [await zipOf({ 'ticket.json': '{"format": ' }), /not a job ticket/],
      [await zipOf({ 'ticket.json': json({ format: 'other' }) }), /format/],
      [await zipOf({ 'ticket.json': json({ extra: 1 }) }), /extra/],
      [await zipOf({ 'ticket.json': json({}) }), /picture is missing/],
      [await zipOf({ 'ticket.json': json({}), [`art/${sha}`]: 'other bytes' }), /not the one/],
    ];
    for (const [zip, title] of cases) {
      const { status, body } = await import_<{ title: string }>(server, zip);
      expect(status).toBe(422);
      expect(body.title).toMatch(title);
    }
    const whole = await server.bytes(`jobs/${file.job.id}/ticket`);
    expect((await import_(server, whole.subarray(0, whole.length - 400))).status).toBe(422);
    expect(await count()).toBe(before);
  });
});
