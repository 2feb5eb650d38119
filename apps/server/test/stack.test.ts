import type { Happened } from '@kanga/contract/bench';
import { randomUUID } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Art } from '@kanga/core/art';
import type { BenchEvent } from '@kanga/core/bench';
import { buildOf, type Blank } from '@kanga/core/blank';
import { runsOf, type Outcomes } from '@kanga/core/inspect';
import type { JobFile, RunPlan } from '@kanga/core/job';
import type { Proven } from '@kanga/core/stack';
import { outcomesSchema } from '@kanga/contract/inspect';
import { jobFileSchema } from '@kanga/contract/job';
import { shopSchema } from '@kanga/contract/shop';
import jsQR from 'jsqr';
import { ServerTCP } from 'modbus-serial';
import { freePort } from './free-port.js';
import { boxesOf, folder, rasterOf, say, wordsOf } from './pdf-reading.js';
import { pressedThrough, until } from './test-bench.js';
import { designOf, useServer } from './test-server.js';

const server = useServer();
const at = (seconds: number) => new Date(Date.UTC(2026, 10, 25, 9) + seconds * 1000).toISOString();

/** A job of a built-in blank with a picture. */
async function jobOf(name: string, pieces: number): Promise<JobFile> {
  const { body: art } = await server.ask<Art[]>('GET', 'art');
  return server.job(pieces, ({ blanks }) => ({
    blankId: blanks.find((blank) => blank.name === name)?.id ?? null,
    design: designOf(art.find((one) => one.name === 'Star chart.png')?.id ?? null),
  }));
}
const freeze = async ({ job }: JobFile): Promise<RunPlan> => {
  const { status, body } = await server.ask<RunPlan>('POST', `jobs/${job.id}/plan`);
  if (status !== 201) throw new Error(`freezing answered ${status}: ${JSON.stringify(body)}`);
  return body;
};
/** Presses a run as it was planned, or each piece so many seconds longer, and judges its first pieces. */
async function judge(file: JobFile, verdicts: readonly ('good' | 'spoiled')[], over = 0): Promise<void> {
  const { body } = await server.ask<JobFile>('GET', `jobs/${file.job.id}`);
  const pressed = body.plan ? pressedThrough(body.plan, { from: Date.parse(at(-3600)), by: null, over }) : [];
  const events = verdicts.map((verdict, piece): BenchEvent => {
    const head = { id: randomUUID(), at: at(piece), by: null, kind: 'verdict' as const, piece };
    return verdict === 'good'
      ? { ...head, verdict }
      : { ...head, verdict, fault: 'ghost', note: '', spot: null, photo: null };
  });
  const { status } = await server.ask('POST', `jobs/${file.job.id}/events`, { events: [...pressed, ...events] });
  if (status >= 300) throw new Error(`judging answered ${status}`);
}
const provenOf = async (blank: Blank | null): Promise<Proven[]> =>
  (await server.ask<Proven[]>('GET', 'proven')).body.filter(({ blankId }) => blankId === blank?.id);

describe('what is proven', () => {
  it('is counted from the pieces that were judged, and is where the next plan starts', async () => {
    const first = await jobOf('Drawstring bag', 4);
    const held = await server.save(first, { overrides: { temperature: 198, dwell: 52 } });
    const plan = await freeze(held);
    expect(plan.paper).not.toBeNull();
    await judge(held, ['good', 'good', 'good']);
    expect(await provenOf(held.blank)).toEqual([
      {
        blankId: held.blank?.id,
        family: 'bag',
        build: held.blank && buildOf(held.blank),
        surface: 'smooth',
        pressId: plan.press.id,
        mediaId: plan.paper?.id,
        temperature: 198,
        dwell: 52,
        pressure: plan.settings.pressure.value,
        prePress: plan.settings.prePress.value,
        peel: plan.settings.peel.value,
        good: 3,
        spoiled: 0,
        last: at(2),
        accepted: false,
      },
    ]);
    // Others, pressed for far too long or hardly at all, are kept as what they were, and prove nothing.
    const long = await server.save(await jobOf('Drawstring bag', 3), { overrides: { temperature: 198, dwell: 52 } });
    await freeze(long);
    await judge(long, ['good', 'good', 'good'], 30);
    const short = await server.save(await jobOf('Drawstring bag', 3), { overrides: { temperature: 198, dwell: 52 } });
    await freeze(short);
    await judge(short, ['good', 'good', 'spoiled'], -60);
    expect(await provenOf(held.blank)).toMatchObject([{ dwell: 52, good: 3, spoiled: 0 }]);
    const kept = await server
      .db('run_result')
      .join('pressed_settings', 'pressed_settings.id', 'settings_id')
      .whereIn('job_id', [long.job.id, short.job.id])
      .orderBy('dwell')
      .select<{ dwell: number; proof: boolean; good: number; spoiled: number }[]>('dwell', 'proof', 'good', 'spoiled');
    expect(kept).toEqual([
      { dwell: 0, proof: false, good: 2, spoiled: 1 },
      { dwell: 82, proof: false, good: 3, spoiled: 0 },
    ]);
    const next = await freeze(await jobOf('Drawstring bag', 1));
    expect(next.settings.temperature).toMatchObject({
      value: 198,
      confidence: 'firm',
      source: { kind: 'proven on this press', times: 3, last: '2026-11-25T09:00:02.000Z' },
    });
    expect(next.settings.dwell.value).toBe(52);
    expect(next.settings.temperature.notTaken?.map(({ source }) => source.kind)).toContain('reference chart');
  });
  it('counts a verdict that is given again once, and not at all when it is taken back', async () => {
    const file = await jobOf('Shopping bag', 2);
    await freeze(file);
    await judge(file, ['spoiled', 'good']);
    await judge(file, ['good', 'good']);
    const counts = async () => (await provenOf(file.blank)).map(({ good, spoiled }) => [good, spoiled]);
    expect(await counts()).toEqual([[2, 0]]);
    const { body } = await server.ask<Happened>('GET', `jobs/${file.job.id}/events`);
    const events = body.events.filter(({ kind }) => kind === 'verdict');
    const undo = (event: BenchEvent | undefined): BenchEvent => ({
      id: randomUUID(),
      at: at(60),
      by: null,
      kind: 'undo',
      undoes: event?.id ?? '',
    });
    // Both second verdicts are taken back, and then the first of piece 1: one spoiled piece is left.
    await server.ask('POST', `jobs/${file.job.id}/events`, { events: [events[3], events[2], events[1]].map(undo) });
    expect(await counts()).toEqual([[0, 1]]);
  });
  it('says nothing of a run that nobody has judged', async () => {
    const file = await jobOf('Mouse pad, fabric face', 1);
    await freeze(file);
    expect(await provenOf(file.blank)).toEqual([]);
  });
});

describe('what came of runs', () => {
  it('is told by day, press and blank, with what each fault spoiled', async () => {
    const file = await jobOf('Burlap-look coaster', 3);
    const plan = await freeze(file);
    await judge(file, ['good', 'spoiled', 'spoiled']);
    // Another run like it, by the same hands on the same day, is added to it.
    const again = await jobOf('Burlap-look coaster', 3);
    await freeze(again);
    await judge(again, ['good', 'spoiled', 'spoiled']);
    const { body } = await server.ask<Outcomes>('GET', 'outcomes?days=3650');
    expect(outcomesSchema.validate(body).error).toBeUndefined();
    expect(runsOf(body).filter(({ blank }) => blank === 'Burlap-look coaster')).toEqual([
      {
        day: '2026-11-25',
        press: plan.press.name,
        blank: file.blank?.name,
        by: null,
        house: plan.house,
        good: 2,
        spoiled: 4,
        faults: { ghost: 4 },
      },
    ]);
  });
  it('is asked for by a number of days', async () => {
    const { status, body } = await server.ask('GET', 'outcomes?days=many');
    expect([status, body.faults[0]?.field]).toEqual([400, 'days']);
  });
});

describe('the frozen plan', () => {
  it('keeps how the pieces lie, and every step with its caution', async () => {
    const file = await jobOf('Cushion cover, 40 cm', 2);
    const plan = await freeze(file);
    expect(plan.sides[0]?.bed?.bed?.pieces.length).toBe(1);
    expect(plan.steps.find(({ kind }) => kind === 'peel')?.caution).toMatch(/gloves/);
    const { body } = await server.ask<JobFile>('GET', `jobs/${file.job.id}`);
    expect(jobFileSchema.validate(body).error).toBeUndefined();
    expect(body.plan).toEqual(plan);
  });
  it('keeps a place that was chosen by hand', async () => {
    const file = await jobOf('Neoprene coaster, round', 1);
    const held = await server.save(file, { overrides: { places: [{ x: 150, y: 200, turn: 0 }] } });
    expect((await freeze(held)).sides[0]?.bed?.bed?.pieces[0]?.print).toMatchObject({ x: 150, y: 200 });
  });
});

describe('the press card', () => {
  const cardOf = async (file: JobFile): Promise<string> => {
    const name = `${randomUUID()}.pdf`;
    writeFileSync(join(folder, name), await server.bytes(`jobs/${file.job.id}/press-card`));
    return name;
  };
  it.each([
    [
      'Cushion cover, 40 cm',
      ['Foam', 'zip', 'Pre-press', 'faces down, sprayed', 'from the left,', 'transfer, cover sheet.'],
    ],
    ['Crew sock on a jig', ['Jig', 'Pull', 'Turn']],
    ['Door mat, rubber border', ['sections,', 'Move']],
    ['Mug, 325 ml', ['Element', 'Wipe', 'cool']],
  ])('is one page A5 that says what has to be known: %s', async (name, words) => {
    const file = await jobOf(name, 3);
    const pdf = await cardOf(file);
    expect(say('pdfinfo', pdf)).toMatch(/Pages:\s+1\n/);
    expect(say('qpdf', '--check', pdf)).toMatch(/No syntax or stream encoding errors/);
    const { MediaBox } = boxesOf(pdf, 1);
    // ISO 216.
    expect(MediaBox.x1 - MediaBox.x0).toBeCloseTo(148, 1);
    expect(MediaBox.y1 - MediaBox.y0).toBeCloseTo(210, 1);
    const found = wordsOf(pdf, 1);
    const text = found.map((word) => word.text).join(' ');
    for (const word of [...words, 'Dial', 'Dwell', 'gloves;', 'licensed', '°C', '°F,']) expect(text).toContain(word);
    for (const word of found) {
      expect(word.x0).toBeGreaterThan(0);
      expect(word.x1).toBeLessThan(148);
      expect(word.y1).toBeLessThan(210);
    }
  });
  it('has a code that opens the job', async () => {
    const file = await jobOf('Drawstring bag', 1);
    const { data, width, height } = await rasterOf(await cardOf(file), 1);
    // It stands in the upper right corner.
    const [left, wide, tall] = [Math.floor(width * 0.7), width - Math.floor(width * 0.7), Math.floor(height * 0.2)];
    const rgba = new Uint8ClampedArray(wide * tall * 4).fill(255);
    for (let y = 0; y < tall; y++)
      for (let x = 0; x < wide; x++)
        for (let c = 0; c < 3; c++) rgba[(y * wide + x) * 4 + c] = data[(y * width + left + x) * 3 + c] ?? 0;
    expect(jsQR(rgba, wide, tall)?.data).toBe(`${server.url}/p/${file.job.number}/1`.toUpperCase());
  });
  it('is refused while there is nothing to press', async () => {
    const file = await server.job(1, () => ({}));
    const { status, body } = await server.ask('GET', `jobs/${file.job.id}/press-card`);
    expect([status, body.code]).toEqual([409, 'card.no-plan']);
  });
});

describe('the thermometer', () => {
  const aim = { across: 0.5, deep: 0.5, dial: 200 };
  /** A real one: it shows what it reads in register 0, and knows nothing of being aimed. */
  async function thermometer(reads: () => number): Promise<{ port: number; stop: () => Promise<void> }> {
    const port = await freePort();
    const real = new ServerTCP({ getInputRegister: () => reads() }, { host: '127.0.0.1', port, unitID: 1 });
    await new Promise((done) => real.once('initialized', done));
    return {
      port,
      stop: () =>
        new Promise((done) => {
          real.close(() => {
            done();
          });
        }),
    };
  }
  const restart = async (env: Record<string, string>) => {
    await server.stop();
    server.env = env;
    await server.start();
  };
  afterAll(() => restart({}));
  it('that is not there says so, and how to go on', async () => {
    const { status, body } = await server.ask('POST', 'thermometer/reading', aim);
    expect([status, body.code]).toEqual([503, 'thermometer.away']);
    expect(body.remedy).toMatch(/type what it shows/);
  });
  it('on Modbus TCP is read, whatever it shows; gone, it says so', async () => {
    let shows = 1965;
    const real = await thermometer(() => shows);
    await restart({ KANGA_THERMOMETER: `tcp://127.0.0.1:${real.port}` });
    expect((await server.ask('POST', 'thermometer/reading', aim)).body).toEqual({ celsius: 196.5 });
    // Nonsense is handed on: the fit of the plate does not believe it, and says so.
    shows = 65_535;
    expect((await server.ask('POST', 'thermometer/reading', aim)).body).toEqual({ celsius: 6553.5 });
    await real.stop();
    expect((await server.ask('POST', 'thermometer/reading', aim)).status).toBe(503);
  });
  it('is not aimed beside the plate', async () => {
    const { status, body } = await server.ask('POST', 'thermometer/reading', { ...aim, across: 1.2 });
    expect([status, body.faults[0]?.field]).toEqual([400, 'across']);
  });
});

describe('a shop of before', () => {
  it('gets all that plans want to know now, and loses nothing', async () => {
    const file = await jobOf('Drawstring bag', 3);
    const plan = await freeze(file);
    await judge(file, ['good', 'good', 'good']);
    const before = await provenOf(file.blank);
    expect(before.length).toBeGreaterThan(0);
    await server.stop();
    // As it was written then.
    await server.db.raw(`
      DROP TABLE run_result, pressed_settings, pressing, actual, photo, recipe, test_cloth;
      DELETE FROM migration WHERE name IN ('0007-press-plans', '0008-bench', '0009-places', '0011-evidence');
      UPDATE job SET overrides = '{"dwell":52,"place":{"x":10,"y":20,"turn":90}}';
      ALTER TABLE bench_event DISABLE TRIGGER bench_event_only_added;
      DELETE FROM bench_event WHERE kind = 'heat';
      UPDATE bench_event SET body = (CASE WHEN kind IN ('start', 'done')
        THEN (body - 'bed') || jsonb_build_object('piece', body->'bed') ELSE body END) - 'by' - 'spot' - 'photo';
      ALTER TABLE bench_event ENABLE TRIGGER bench_event_only_added;
      UPDATE press SET body = body - 'controller' - 'opening' - 'warmUp' - 'recovery' - 'table' - 'pads';
      UPDATE printer SET body = body - 'dye';
      UPDATE settings SET body = jsonb_set(body - 'energy' - 'people', '{house}',
        (body->'house') - 'sprayed' - 'paper' - 'sleeves' - 'lines' - 'tees' - 'masks' - 'mats');
      UPDATE blank SET body = body - 'jigs' #- '{makersSheet,limits}';
      UPDATE run_plan SET body = (body - 'sides' - 'paper' - 'atOnce' - 'heatAsked') || jsonb_build_object('layers', body->'sides'->0->'layers',
        'blank', (body->'blank') - 'jigs' #- '{makersSheet,limits}',
        'press', (body->'press') - 'controller' - 'opening' - 'warmUp' - 'recovery' - 'table' - 'pads',
        'steps', (SELECT jsonb_agg(s - 'at' - 'hands' - 'takes' - 'look' - 'caution') FROM jsonb_array_elements(body->'steps') s));
    `);
    await server.start();
    expect(shopSchema.validate(await server.shop()).error).toBeUndefined();
    const { body } = await server.ask<JobFile>('GET', `jobs/${file.job.id}`);
    expect(jobFileSchema.validate(body).error).toBeUndefined();
    expect(body.job.overrides).toEqual({ dwell: 52, places: [{ x: 10, y: 20, turn: 90 }] });
    expect(body.plan?.sides).toEqual([{ layers: plan.sides[0]?.layers, bed: null }]);
    expect(body.plan?.steps.map(({ title }) => title)).toEqual(plan.steps.map(({ title }) => title));
    const sum = (list: Proven[]) => list.reduce((all, one) => all + one.good, 0);
    // What came of former runs is counted anew beside the work of the day.
    await until(async () => sum(await provenOf(file.blank)) === sum(before));
    expect(body.plan?.atOnce).toBe(1);
    expect(body.events.every(({ by }) => by === null)).toBe(true);
  });
});
