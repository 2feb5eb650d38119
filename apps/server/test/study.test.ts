import { randomUUID } from 'node:crypto';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Blank } from '@kanga/core/blank';
import type { RunPlan } from '@kanga/core/job';
import { readCells } from '@kanga/core/measure';
import type { Proven } from '@kanga/core/stack';
import type { Study } from '@kanga/core/study';
import type { Recipe } from '@kanga/core/recipe';
import type { Problem } from '@kanga/contract/finding';
import type { JobPage } from '@kanga/contract/job';
import type { NewStudy } from '@kanga/contract/study';
import type { Shop } from '@kanga/contract/shop';
import sharp from 'sharp';
import { say } from './pdf-reading.js';
import { pressedThrough } from './test-bench.js';
import { useServer } from './test-server.js';

const server = useServer();
const setting = (temperature: number, dwell: number) => ({ temperature, dwell, pressure: 'medium', prePress: 10 });
const planned = (temperature: number, dwell: number, more: object = {}) => ({
  aim: 'search',
  setting: setting(temperature, dwell),
  reason: 'spread out',
  since: [],
  ...more,
});
const lab = { l: 50, a: 0, b: 0 };
const measured = { value: 1, spread: 0.5 };
const reading = {
  patches: Object.fromEntries(
    [
      'cyan',
      'magenta',
      'yellow',
      'black',
      'grey 60',
      'grey 30',
      'red',
      'green',
      'blue',
      'half cyan',
      'half magenta',
      'half yellow',
      'ground',
    ].map((name) => [name, lab]),
  ),
  strength: measured,
  chroma: measured,
  volume: measured,
  blackness: measured,
  yellowing: measured,
  evenness: measured,
  blur: measured,
  ghost: null,
  specks: 0,
  remarks: [],
};

async function begin(change: Partial<NewStudy> = {}): Promise<Study> {
  const { body: shop } = await server.ask<Shop>('GET', 'shop');
  const { body: blanks } = await server.ask<Blank[]>('GET', 'blanks');
  const body = {
    id: randomUUID(),
    name: 'Masks on the small press',
    limits: {
      temperature: { least: 172, most: 205 },
      dwell: { least: 20, most: 100 },
      pressures: ['medium'],
      prePresses: [10],
    },
    budget: 8,
    wants: { colour: 'matters most', white: 'matters most', sharp: 'matters', target: null },
    school: 'few swatches',
    turns: { light: '', medium: '2 turns', firm: '' },
    blankId: blanks.find(({ family }) => family === 'mask')?.id,
    pressId: shop.presses[0]?.id,
    mediaId: shop.media[0]?.id,
    from: 'test cloth',
    polyester: 100,
    ...change,
  };
  const { status, body: study } = await server.ask<Study>('POST', 'studies', body);
  if (status !== 201) throw new Error(`beginning answered ${status}: ${JSON.stringify(study)}`);
  return study;
}
const swatchesOf = async (study: Study, first: number, swatches: object[]) =>
  server.ask<Study>('POST', `studies/${study.id}/swatches`, { first, swatches });

describe('the settings sheet', () => {
  it('names every blank of the shelf in the shop’s units, as poppler reads it', async () => {
    const answer = await fetch(`${server.url}/api/settings-sheet`);
    expect(answer.headers.get('content-type')).toContain('application/pdf');
    const file = join(mkdtempSync(join(tmpdir(), 'kanga-sheet-')), 'sheet.pdf');
    writeFileSync(file, Buffer.from(await answer.arrayBuffer()));
    const text = say('pdftotext', '-layout', file, '-');
    const { body: blanks } = await server.ask<Blank[]>('GET', 'blanks');
    const words = text.replaceAll(/\s+/g, ' ');
    for (const { name, archived } of blanks) if (!archived) expect(words).toContain(name.slice(0, 20));
    expect(words).toMatch(/\d+ °C/);
    expect(words).toContain('chart, to be tried');
    // Nothing that is set at a press is cut short.
    expect(words).not.toMatch(/min…|min \d+…|°…/);
  });
});

describe('studies', () => {
  it('the demo shop has one that is finished and one under way', async () => {
    const { body } = await server.ask<Study[]>('GET', 'studies');
    expect(body.filter(({ result }) => result !== null)).toHaveLength(1);
    expect(body.filter(({ result, swatches }) => result === null && swatches.length >= 4)).toHaveLength(1);
  });

  it('a swatch is a job at the press, and what it truly had is kept', async () => {
    const study = await begin();
    const { status, body: with2 } = await swatchesOf(study, 1, [planned(185, 60), planned(198, 45)]);
    expect(status).toBe(201);
    expect(with2.swatches.map(({ number, pressedAt, printed }) => [number, pressedAt, printed])).toEqual([
      [1, null, false],
      [2, null, false],
    ]);
    // Planned twice they are planned once.
    expect((await swatchesOf(study, 1, [planned(185, 60), planned(198, 45)])).body.swatches).toHaveLength(2);
    const jobId = with2.swatches[0]?.jobId ?? '';
    const { jobs } = (await server.ask<JobPage>('GET', 'jobs')).body;
    expect(jobs.some(({ id }) => id === jobId)).toBe(false);
    const { body: plan } = await server.ask<RunPlan>('POST', `jobs/${jobId}/plan`);
    expect(plan.settings.temperature.value).toBe(185);
    expect(plan.settings.dwell.value).toBe(60);
    const { status: recorded } = await server.ask('POST', `jobs/${jobId}/events`, {
      events: pressedThrough(plan, { from: Date.now() - 600_000, over: 11 }),
    });
    expect(recorded).toBe(200);
    const { body: pressed } = await server.ask<Study>('GET', `studies/${study.id}`);
    expect(pressed.swatches[0]?.pressedAt).not.toBeNull();
    expect(pressed.swatches[0]?.reached?.dwell).toBeCloseTo(71, 0);
    expect(pressed.swatches[1]?.pressedAt).toBeNull();
    // What a swatch was pressed with proves nothing for goods.
    const { body: proven } = await server.ask<Proven[]>('GET', 'proven');
    expect(proven.some((one) => one.temperature === 185 && one.dwell === 60)).toBe(false);
  });

  it('the target of a swatch holds its code, as another program draws it', async () => {
    const study = await begin();
    const { body } = await swatchesOf(study, 1, [planned(185, 60)]);
    const { body: file } = await server.ask<{ arts: { id: string }[] }>('GET', `jobs/${body.swatches[0]?.jobId ?? ''}`);
    const picture = await fetch(`${server.url}/api/art/${file.arts[0]?.id ?? ''}/preview`);
    const { data, info } = await sharp(Buffer.from(await picture.arrayBuffer()))
      .flatten({ background: '#ffffff' })
      .greyscale()
      .raw()
      .toBuffer({ resolveWithObject: true });
    // The places of the cells from the drawing's own measures: 16.1 × 9.2 mm at (49, 36.2) of 70 × 50.
    const cells = Array.from({ length: 28 }, (_, i) => {
      const x = 49 + ((i % 7) + 0.5) * (16.1 / 7);
      const y = 36.2 + (Math.floor(i / 7) + 0.5) * (9.2 / 4);
      return (data[Math.floor((y / 50) * info.height) * info.width + Math.floor((x / 70) * info.width)] ?? 255) < 128;
    });
    expect(readCells(cells)).toEqual({ study: study.number, swatch: 1 });
  });

  it('readings, answers and a result are kept, each once', async () => {
    const study = await begin();
    await swatchesOf(study, 1, [
      planned(185, 60, { reason: 'pressed elsewhere' }),
      planned(198, 45, { reason: 'pressed elsewhere' }),
    ]);
    const { body: read } = await server.ask<Study>('POST', `studies/${study.id}/readings`, {
      readings: [{ swatch: 1, reading }],
    });
    expect(read.swatches[0]?.reading?.strength.value).toBe(1);
    const answer = { id: randomUUID(), better: 1, worse: 2, by: 'Wren' };
    await server.ask('POST', `studies/${study.id}/answers`, answer);
    const { body: told } = await server.ask<Study>('POST', `studies/${study.id}/answers`, answer);
    expect(told.answers).toHaveLength(1);
    const recipeId = randomUUID();
    const { body: done } = await server.ask<Study>('POST', `studies/${study.id}/result`, {
      recipeId,
      setting: setting(188, 55),
      by: 'Wren',
    });
    expect(done.result).toMatchObject({ recipeId, by: 'Wren', setting: { temperature: 188 } });
    const { body: recipes } = await server.ask<Recipe[]>('GET', 'recipes');
    const recipe = recipes.find(({ id }) => id === recipeId);
    expect(recipe).toMatchObject({
      studyId: study.id,
      settings: { blankId: study.cloth.blankId, temperature: 188, dwell: 55, accepted: true },
    });
    expect(recipe?.why).toMatch(/2 swatches/);
    // Plans of the goods start from it.
    const file = await server.job(1, ({ blanks, shop }) => ({
      blankId: blanks.find(({ id }) => id === study.cloth.blankId)?.id ?? null,
      pressId: shop.presses[0]?.id ?? null,
      mediaId: shop.media[0]?.id ?? null,
    }));
    expect(file.job.blankId).toBe(study.cloth.blankId);
  });

  it('what is spoiled is said, and a change that somebody else made meanwhile is not overwritten', async () => {
    const study = await begin();
    await swatchesOf(study, 1, [planned(185, 60)]);
    const { body } = await server.ask<Study>('PUT', `studies/${study.id}/swatches/1`, {
      printed: true,
      reached: null,
      spoiled: 'creased',
    });
    expect(body.swatches[0]).toMatchObject({ printed: true, spoiled: 'creased' });
    const { name, limits, budget, wants, school, turns } = study;
    const change = { name, limits, budget: budget + 1, wants, school, turns, version: study.version };
    expect((await server.ask('PUT', `studies/${study.id}`, change)).status).toBe(200);
    expect((await server.ask('PUT', `studies/${study.id}`, change)).status).toBe(409);
  });

  it.each([
    ['a swatch that does not follow', { first: 3, swatches: [planned(185, 60)] }, 409, 'study.gap'],
    [
      'a setting beyond the press',
      { first: 1, swatches: [planned(229, 60, { reason: 'by hand' })] },
      422,
      'study.beyond',
    ],
    ['a setting beyond the study', { first: 1, swatches: [planned(210, 60)] }, 422, 'study.limits'],
    ['no swatch at all', { first: 1, swatches: [] }, 400, 'input.invalid'],
  ])('refuses %s, in words', async (_name, body, status, code) => {
    const study = await begin();
    const answer = await server.ask<Problem>('POST', `studies/${study.id}/swatches`, body);
    expect([answer.status, answer.body.code]).toEqual([status, code]);
    expect(answer.body.remedy).not.toBe('');
  });
  it('refuses limits beyond the press, a reading of a swatch that is not there, and a swatch against itself', async () => {
    const study = await begin();
    const hot = { ...study.limits, temperature: { least: 180, most: 229 } };
    await expect(begin({ limits: hot })).rejects.toThrow(/study.too-hot/);
    expect(
      (await server.ask('POST', `studies/${study.id}/readings`, { readings: [{ swatch: 9, reading }] })).status,
    ).toBe(404);
    expect(
      (await server.ask('POST', `studies/${study.id}/answers`, { id: randomUUID(), better: 1, worse: 1, by: null }))
        .status,
    ).toBe(400);
    expect((await server.ask('POST', `studies/${study.id}/glass`, { swatches: [1] })).body).toMatchObject({
      code: 'study.none-pressed',
    });
  });
});
