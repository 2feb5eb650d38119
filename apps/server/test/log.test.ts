import type { Happened } from '@kanga/contract/bench';
import { randomUUID } from 'node:crypto';
import type { BenchEvent } from '@kanga/core/bench';
import type { Blank } from '@kanga/core/blank';
import type { Recipe } from '@kanga/core/recipe';
import type { JobFile, RunPlan } from '@kanga/core/job';
import type { Proven } from '@kanga/core/stack';
import type { TestCloth } from '@kanga/contract/inspect';
import type { LogEntry, LogPage } from '@kanga/contract/job';
import type { RecipeFile, RecipesTaken } from '@kanga/contract/recipe';
import Papa from 'papaparse';
import sharp from 'sharp';
import { designOf, useServer } from './test-server.js';

const server = useServer();
let clock = Date.UTC(2026, 10, 1, 8);
const head = (by: string | null) => ({ id: randomUUID(), at: new Date((clock += 7000)).toISOString(), by });

/** A job of drawstring bags that was pressed and judged; `judged` tells how each piece came out. */
async function run(
  name: string,
  judged: readonly ('good' | 'spoiled')[],
  { by = 'Wren', note = 'slipped', overrides = {} }: { by?: string | null; note?: string; overrides?: object } = {},
): Promise<{ file: JobFile; plan: RunPlan }> {
  const { body: art } = await server.ask<{ id: string; name: string }[]>('GET', 'art');
  const file = await server.job(judged.length, ({ blanks, shop }) => ({
    name,
    blankId: blanks.find((blank) => blank.name === 'Drawstring bag')?.id ?? null,
    design: designOf(art.find((one) => one.name === 'Star chart.png')?.id ?? null),
    pressId: shop.presses[0]?.id ?? null,
    overrides,
  }));
  const { body: plan } = await server.ask<RunPlan>('POST', `jobs/${file.job.id}/plan`);
  const events: BenchEvent[] = [{ ...head(by), kind: 'heat', celsius: plan.dial ?? 0 }];
  for (let bed = 0; bed < Math.ceil(judged.length / plan.atOnce); bed++)
    plan.steps.forEach(({ seconds }, step) => {
      if (seconds !== null) events.push({ ...head(by), kind: 'start', bed, step });
      // Each entry comes 7 s after the one before it: less, so that it is pressed as planned.
      if (seconds !== null) clock += seconds * 1000 - 7000;
      events.push({ ...head(by), kind: 'done', bed, step });
    });
  judged.forEach((verdict, piece) =>
    events.push(
      verdict === 'good'
        ? { ...head('Juniper'), kind: 'verdict', piece, verdict }
        : { ...head('Juniper'), kind: 'verdict', piece, verdict, fault: 'ghost', note, spot: null, photo: null },
    ),
  );
  for (let from = 0; from < events.length; from += 1000) {
    const { status, body } = await server.ask('POST', `jobs/${file.job.id}/events`, {
      events: events.slice(from, from + 1000),
    });
    if (status !== 200) throw new Error(`recording answered ${status}: ${JSON.stringify(body)}`);
  }
  return { file, plan };
}
const look = async (query: string) => (await server.ask<LogPage>('GET', `log?${query}`)).body;
const mine = ({ entries }: LogPage, { file }: { file: JobFile }) =>
  entries.filter(({ jobId }) => jobId === file.job.id);

describe('the log', () => {
  it('is searched by words, in any order, wherever they stand', async () => {
    const one = await run('Harvest moon', ['good', 'spoiled'], { note: 'a 100% wrinkle_there' });
    expect(mine(await look('text=moon%20harvest'), one)).toHaveLength(2);
    expect(mine(await look('text=WREN%20drawstring'), one)).toHaveLength(2);
    expect(mine(await look('text=wrinkle_t'), one).map(({ verdict }) => verdict)).toEqual(['spoiled']);
    // What would stand for anything stands for itself.
    expect(mine(await look('text=100%25'), one)).toHaveLength(1);
    expect(mine(await look('text=moon%25harvest'), one)).toEqual([]);
    expect(mine(await look('text=no-such-word'), one)).toEqual([]);
  });
  it('is narrowed by result, fault, press, blank, person and day', async () => {
    const one = await run('Narrow', ['good', 'spoiled', 'spoiled'], { by: 'Odo' });
    const count = async (query: string) => mine(await look(`text=narrow&${query}`), one).length;
    expect(await count('verdict=spoiled')).toBe(2);
    expect(await count('verdict=not%20judged')).toBe(0);
    expect(await count('fault=ghost')).toBe(2);
    expect(await count('fault=yellow')).toBe(0);
    expect(await count(`press=${encodeURIComponent(one.plan.press.name)}`)).toBe(3);
    expect(await count('press=Elsewhere')).toBe(0);
    expect(await count('blank=Drawstring%20bag&by=Odo')).toBe(3);
    expect(await count('by=Wren')).toBe(0);
    expect(await count('from=2026-11-01&to=2026-11-01')).toBe(3);
    expect(await count('from=2026-11-03')).toBe(0);
    const refused = await server.ask('GET', 'log?verdict=splendid');
    expect([refused.status, refused.body.faults[0]?.field]).toEqual([400, 'verdict']);
    const { body: names } = await server.ask<{ presses: string[]; blanks: string[]; people: string[] }>(
      'GET',
      'log/names',
    );
    expect(names.people).toEqual(expect.arrayContaining(['Odo', 'Wren']));
    expect(names.blanks).toContain('Drawstring bag');
  });
  it('goes on page by page, each entry once, newest first', async () => {
    await run(
      'Long',
      Array.from({ length: 130 }, () => 'good' as const),
    );
    const seen: LogEntry[] = [];
    for (let after = ''; ;) {
      const { entries, next } = await look(`text=long${after && `&after=${after}`}`);
      seen.push(...entries);
      if (next === null) break;
      after = next;
    }
    expect(seen).toHaveLength(130);
    expect(new Set(seen.map(({ id }) => id)).size).toBe(130);
    expect(seen.map(({ at }) => at)).toEqual(
      seen
        .map(({ at }) => at)
        .sort()
        .reverse(),
    );
  });
  it('follows what is taken back, and the job’s new name', async () => {
    const one = await run('Before', ['good']);
    const events = (await server.ask<Happened>('GET', `jobs/${one.file.job.id}/events`)).body.events;
    await server.ask('POST', `jobs/${one.file.job.id}/events`, {
      events: [{ ...head(null), kind: 'undo', undoes: events.at(-1)?.id }],
    });
    expect(mine(await look('text=before'), one).map(({ verdict }) => verdict)).toEqual(['not judged']);
    const { body: now } = await server.ask<JobFile>('GET', `jobs/${one.file.job.id}`);
    await server.save(now, { name: 'Afterwards' });
    expect(mine(await look('text=before'), one)).toEqual([]);
    expect(mine(await look('text=afterwards'), one)).toHaveLength(1);
  });
  it('is saved as a table that no spreadsheet runs, and as JSON, both whole', async () => {
    const one = await run('Exported', ['good', 'spoiled'], { note: '=HYPERLINK("x")' });
    const { entries } = await look('text=exported');
    const csv = (await server.bytes('log/export?format=csv&text=exported')).toString('utf8');
    const { data, errors } = Papa.parse<Record<string, string>>(csv, { header: true, skipEmptyLines: true });
    expect(errors).toEqual([]);
    expect(data.map(({ at }) => at)).toEqual(entries.map(({ at }) => at));
    expect(data.map((row) => row['note'])).toEqual(entries.map(({ note }) => (note ? `'${note}` : '')));
    expect(data[0]).toMatchObject({ job: String(one.file.job.number), by: 'Wren', blank: 'Drawstring bag' });
    expect(JSON.parse((await server.bytes('log/export?format=json&text=exported')).toString('utf8'))).toEqual(entries);
  });
});

describe('the recipe book', () => {
  const provenOf = async (file: JobFile) =>
    (await server.ask<Proven[]>('GET', 'proven')).body.filter(({ blankId }) => blankId === file.blank?.id);
  const accept = (settings: Proven, why = 'it worked') =>
    server.ask<Recipe[]>('POST', 'recipes', { id: randomUUID(), by: 'Wren', why, settings });

  it('takes what is accepted, and plans start from it, however often else was pressed', async () => {
    const { file } = await run('Recipe', ['good', 'good', 'good'], { overrides: { temperature: 191, dwell: 61 } });
    await run('Recipe too', ['good', 'good', 'good', 'good', 'good'], { overrides: { temperature: 193, dwell: 58 } });
    const seldom = (await provenOf(file)).find(({ dwell }) => dwell === 61);
    if (!seldom) throw new Error('what was pressed is not told');
    const { status, body } = await accept(seldom);
    expect(status).toBe(201);
    expect(body.filter(({ settings }) => settings.blankId === file.blank?.id)).toHaveLength(1);
    expect((await provenOf(file)).filter(({ accepted }) => accepted)).toMatchObject([{ dwell: 61, good: 3 }]);
    const next = await run('From the book', ['good']);
    expect(next.plan.settings.dwell).toMatchObject({ value: 61, source: { kind: 'proven on this press', times: 3 } });
    expect(next.plan.settings.dwell.why).toMatch(/The recipe of the book/);
  });
  it('keeps every recipe that ever held, and the newest holds', async () => {
    const { file } = await run('Changed', ['good', 'good', 'good'], { overrides: { temperature: 189, dwell: 66 } });
    const settings = (await provenOf(file)).find(({ dwell }) => dwell === 66);
    if (!settings) throw new Error('what was pressed is not told');
    await accept(settings);
    await accept({ ...settings, dwell: 64 }, 'shorter');
    expect((await provenOf(file)).filter(({ accepted }) => accepted)).toMatchObject([{ dwell: 64, good: 0 }]);
    expect(await server.db('recipe').where({ blank_id: file.blank?.id }).count()).not.toEqual([{ count: '1' }]);
    await expect(server.db('recipe').delete()).rejects.toThrow(/only ever added/);
  });
  it('travels between shops by the names of things, and says what is not here', async () => {
    const { body: book } = await server.ask<RecipeFile>('GET', 'recipes/export');
    expect(book).toMatchObject({ format: 'kanga-recipes', formatVersion: 1 });
    const [first] = book.recipes;
    if (!first) throw new Error('the book is empty');
    const sent = {
      ...book,
      recipes: [
        { ...first, dwell: 71, why: 'from elsewhere' },
        { ...first, blank: 'Velvet cape' },
      ],
    };
    const { body } = await server.ask<RecipesTaken>('POST', 'recipes/import', sent);
    expect(body).toEqual({ taken: 1, unknown: ['Velvet cape'] });
    const again = (await server.ask<RecipeFile>('GET', 'recipes/export')).body;
    expect(again.recipes.find(({ why }) => why === 'from elsewhere')).toMatchObject({ dwell: 71, blank: first.blank });
    const refused = await server.ask('POST', 'recipes/import', { ...book, formatVersion: 9 });
    expect([refused.status, refused.body.faults[0]?.field]).toEqual([400, 'formatVersion']);
  });
});

describe('photographs', () => {
  it('are kept upright, smaller, and without what the camera wrote about where it was', async () => {
    const { file } = await run('Photo', ['good']);
    const camera = await sharp({ create: { width: 3000, height: 2000, channels: 3, background: '#884422' } })
      .withExif({ IFD0: { Make: 'a camera' }, IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '51/1 30/1 0/1' } })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer();
    expect((await sharp(camera).metadata()).exif).toBeDefined();
    const { status, body } = await server.send<{ id: string }>(`jobs/${file.job.id}/photos`, camera);
    expect(status).toBe(201);
    const kept = await sharp(await server.bytes(`photos/${body.id}`)).metadata();
    expect([kept.format, kept.width, kept.height, kept.exif]).toEqual(['jpeg', 1067, 1600, undefined]);
  });
  it('that are none are refused, with what to send', async () => {
    const { file } = await run('No photo', ['good']);
    const { status, body } = await server.send(`jobs/${file.job.id}/photos`, Buffer.from('not a picture'));
    expect([status, body.code]).toEqual([422, 'photo.unread']);
    expect(body.remedy).toMatch(/JPEG/);
  });
});

describe('what is left of blanks', () => {
  it('is counted as they are pressed; when a job is closed spoiled garments stay for tests, each used once', async () => {
    const shelf = async () =>
      (await server.ask<Blank[]>('GET', 'blanks')).body.find(({ name }) => name === 'Drawstring bag');
    const blank = await shelf();
    if (!blank) throw new Error('there is no bag');
    const { id: blankId, builtIn, ...words } = blank;
    void builtIn;
    await server.ask('PUT', `blanks/${blankId}`, { ...words, stock: 10 });
    const { file } = await run('Stock', ['good', 'spoiled', 'spoiled']);
    const kept = async () =>
      (await server.ask<TestCloth[]>('GET', 'test-cloth')).body.find(({ blankId }) => blankId === blank.id)?.pieces ??
      0;
    expect(await kept()).toBe(0);
    expect((await server.ask('POST', `jobs/${file.job.id}/close`)).status).toBe(200);
    expect((await server.ask('POST', `jobs/${file.job.id}/close`)).status).toBe(200);
    expect([(await shelf())?.stock, await kept()]).toEqual([7, 2]);
    const use = (id: string) => server.ask('POST', 'test-cloth/used', { id, blankId: blank.id, by: 'Odo' });
    const once = randomUUID();
    await Promise.all([use(once), use(once)]);
    expect(await kept()).toBe(1);
    const answers = await Promise.all([use(randomUUID()), use(randomUUID())]);
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
    expect(await kept()).toBe(0);
  });
});
