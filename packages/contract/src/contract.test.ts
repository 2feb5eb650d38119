import { BUILT_IN_BLANKS, type Blank } from '@kanga/core/blank';
import { FAULT_CODES } from '@kanga/core/inspect';
import { CHANGEABLE } from '@kanga/core/job';
import { sampleJob, samplePlan } from '@kanga/core/testing';
import Ajv2020 from 'ajv/dist/2020';
import Joi from 'joi';
import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { ENDPOINTS, jsonSchemaOf, openApi } from './api/index.js';
import { ROUTES } from './route/index.js';
import { benchEventSchema } from './bench/index.js';
import { blankSchema } from './blank/index.js';
import { check, instantSchema } from './finding/index.js';
import {
  isBefore,
  jobChangeSchema,
  ticketSchema,
  upgradeBlank,
  upgradeTicket,
  type BlankBefore,
  type Ticket,
} from './job/index.js';

const faultsOf = (schema: Parameters<typeof check>[0], value: unknown) => {
  const checked = check(schema, value);
  return checked.ok ? [] : checked.problem.faults.map((fault) => fault.field);
};
const ID = '5b1a0c1e-0001-4000-8000-000000000001';

describe('check', () => {
  it('lets every built-in blank through unchanged', () => {
    for (const blank of BUILT_IN_BLANKS) expect(check(blankSchema, blank)).toEqual({ ok: true, value: blank });
  });
  it('names every fault at once, with what was sent', () => {
    const checked = check(blankSchema, { ...BUILT_IN_BLANKS[0], safe: -1, layers: 3, more: true });
    expect(checked).toMatchObject({ ok: false, problem: { code: 'input.invalid', title: '3 values are not right' } });
    if (!checked.ok) {
      expect(checked.problem.faults.map((fault) => fault.field).sort()).toEqual(['layers', 'more', 'safe']);
      expect(checked.problem.faults.find((fault) => fault.field === 'layers')?.message).toContain('Got 3.');
    }
  });
  it('turns nothing into something else: a number as text is a fault, and so is nothing at all', () => {
    expect(faultsOf(blankSchema, { ...BUILT_IN_BLANKS[0], stock: '5' })).toEqual(['stock']);
    expect(faultsOf(blankSchema, undefined)).toEqual(['']);
  });
});

describe('a field named __proto__', () => {
  const schema = Joi.object<{ name: string; code?: string }>({ name: Joi.string().required(), code: Joi.string() });
  it.each(['{"name":"x","__proto__":{"code":7}}', '{"name":"x","code":"7","more":[{"__proto__":null}]}'])(
    'never passes, wherever it stands: %s',
    (text) => {
      const checked = check(schema, JSON.parse(text));
      expect(checked.ok ? checked.value : checked.problem.faults.map(({ message }) => message).join()).toMatch(
        /__proto__/,
      );
    },
  );
});

describe('an outline', () => {
  const withPoints = (points: { x: number; y: number }[]) => ({
    ...BUILT_IN_BLANKS[0],
    sides: [{ name: 'face', keepOuts: [], outline: { kind: 'polygon', points } }],
  });
  const said = (points: { x: number; y: number }[]) => {
    const checked = check(blankSchema, withPoints(points));
    return checked.ok ? '' : checked.problem.title;
  };
  const at = (...pairs: [number, number][]) => pairs.map(([x, y]) => ({ x, y }));
  it('passes when it is simple', () => expect(said(at([0, 0], [50, 0], [50, 40], [0, 40]))).toBe(''));
  it('that crosses itself is told where', () =>
    expect(said(at([0, 0], [50, 40], [50, 0], [0, 40]))).toMatch(/crosses itself at 25\.0, 20\.0 mm/));
  it('without height is told its measures', () =>
    expect(said(at([0, 0], [50, 0], [50, 1]))).toMatch(/it measures 50\.0 × 1\.0 mm/));
  it('of two points is none', () => expect(said(at([0, 0], [50, 40]))).toMatch(/at least 3/));
});

describe('a ticket of before', () => {
  const { id, name, family, builtIn, fibre, baseColour, surface, style, jig } = BUILT_IN_BLANKS[2] as Blank;
  const outline = { kind: 'rectangle' as const, width: 380, height: 380, radius: 0 };
  const before: BlankBefore = {
    ...{ id, name, family, builtIn, fibre, baseColour, surface, style, jig },
    ...{ layers: 2, thickness: 1.1, outline, sides: ['front'] },
    keepOuts: [{ kind: 'zip', edge: 'bottom', clearance: 10 }],
  };
  it('has its blank written as it is now', () => {
    const now = upgradeBlank(before);
    expect(check(blankSchema, now)).toMatchObject({ ok: true });
    expect(now.sides[0]?.keepOuts).toEqual((BUILT_IN_BLANKS[2] as Blank).sides[0]?.keepOuts);
    expect(now.layers).toEqual([1.1, 1.1]);
    expect(isBefore(now)).toBe(false);
  });
  it('of format 3 has its frozen plan written as it is now: nothing of it is lost', () => {
    const stack = samplePlan(BUILT_IN_BLANKS[0] as Blank);
    const { jigs, makersSheet, ...blank } = BUILT_IN_BLANKS[0] as Blank;
    const { opening, warmUp, recovery, table, pads, ...press } = stack.press;
    const layers = stack.sides[0]?.layers ?? [];
    const steps = stack.steps.map(({ kind, title, how, seconds, side }) => ({ kind, title, how, seconds, side }));
    const sheet = { temperature: 190, dwell: null, prePress: null, pressure: null, peel: null, remark: '' };
    const plan = {
      frozenAt: 'x',
      pieces: 2,
      blank: { ...blank, makersSheet: sheet },
      press,
      settings: {},
      layers,
      steps,
    };
    const file = { job: sampleJob(), blank: { ...blank, makersSheet }, arts: [], plan, events: [] };
    const now = upgradeTicket({ format: 'kanga-ticket', formatVersion: 3, file }) as Ticket;
    expect(now.file.blank).toEqual(BUILT_IN_BLANKS[0]);
    expect(now.file.plan).toMatchObject({
      paper: null,
      house: null,
      press: { name: press.name, opening: null, pads: [] },
      sides: [{ layers, bed: null }],
      blank: { makersSheet: { temperature: 190, limits: { temperature: null } } },
    });
    expect(now.file.plan?.steps).toHaveLength(steps.length);
    expect(now.file.plan?.steps[0]).toMatchObject({ ...steps[0], at: 'table' });
    // What was left out is as it is taken of a press and a blank that nobody has said more of.
    expect(now.file.plan?.press).toEqual({ ...press, opening, warmUp, recovery, table, pads });
    expect(now.file.plan?.blank.jigs).toBe(jigs);
  });
  it('keeps where the first side was laid by hand', () => {
    const place = { x: 10, y: 20, turn: 90 };
    const of = (overrides: object) =>
      (
        upgradeTicket({
          format: 'kanga-ticket',
          formatVersion: 4,
          file: { job: { ...sampleJob(), overrides }, blank: null, arts: [], plan: null, events: [] },
        }) as Ticket
      ).file.job.overrides;
    expect(of({ dwell: 52, place })).toEqual({ dwell: 52, places: [place] });
    expect(of({ dwell: 52, place: null })).toEqual({ dwell: 52 });
    expect(of({})).toEqual({});
  });
  it('keeps its picture, its place and everything else', () => {
    const { design, run, approval, ...job } = sampleJob({ blankId: ID, createdAt: 'x' });
    const placement = { x: 1, y: 2, width: 30, rotation: 4 };
    const ticket = {
      format: 'kanga-ticket',
      formatVersion: 1,
      file: {
        job: { ...job, artId: ID, placement },
        blank: before,
        art: { id: ID, facts: {} },
        plan: null,
        events: [],
      },
    };
    const now = upgradeTicket(ticket) as Ticket;
    expect(now).toMatchObject({
      formatVersion: 5,
      file: {
        job: {
          createdAt: 'x',
          run: null,
          approval: null,
          design: [{ fill: 'own', items: [{ artId: ID, placement }] }],
        },
        arts: [{ id: ID, page: 1, pages: 1, facts: { maps: null, vector: false } }],
        blank: { sides: [{ name: 'front' }] },
      },
    });
    expect(now.file.blank).toMatchObject({ jigs: null });
    expect(now.file.job).not.toHaveProperty('placement');
    expect([design.length, run, approval]).toEqual([2, null, null]);
    expect(upgradeTicket('nonsense')).toBe('nonsense');
  });
});

describe('moments', () => {
  it.each(['2026-11-24T09:00:00Z', '2026-11-24T09:00:00.123Z'])('%s is one', (text) =>
    expect(check(instantSchema, text).ok).toBe(true),
  );
  it.each(['2026-11-24', '2026-13-01T00:00:00Z', '2026-11-24T09:00:00+01:00', 'now', ''])('%p is none', (text) =>
    expect(check(instantSchema, text).ok).toBe(false),
  );
});

describe('bench events', () => {
  const head = { id: ID, at: '2026-11-24T09:00:00.000Z', by: null };
  const seen = { spot: null, photo: null };
  it.each([
    { ...head, kind: 'start', bed: 0, step: 3 },
    { ...head, by: 'Wren', kind: 'repeat', bed: 0, step: 1 },
    { ...head, kind: 'stop', bed: 0, step: 1 },
    { ...head, kind: 'swap', press: { id: ID, name: 'Front press' }, dial: 201.5 },
    {
      ...head,
      kind: 'verdict',
      piece: 0,
      verdict: 'spoiled',
      fault: 'ghost',
      note: '',
      spot: { side: 0, across: 0.5, down: 1 },
      photo: ID,
    },
    { ...head, kind: 'verdict', piece: 0, verdict: 'good' },
    ...FAULT_CODES.map((fault) => ({
      ...head,
      kind: 'verdict',
      piece: 0,
      verdict: 'spoiled',
      fault,
      note: '',
      ...seen,
    })),
    { ...head, kind: 'undo', undoes: ID },
  ])('%j passes', (event) => expect(faultsOf(benchEventSchema, event)).toEqual([]));
  it.each([
    [{ ...head, kind: 'start', bed: 0 }, 'step'],
    [{ ...head, kind: 'verdict', piece: 0, verdict: 'good', fault: 'ghost' }, 'fault'],
    [{ ...head, kind: 'verdict', piece: 0, verdict: 'spoiled', note: '', ...seen }, 'fault'],
    [{ ...head, kind: 'verdict', piece: 0, verdict: 'spoiled', fault: 'gremlins', note: '', ...seen }, 'fault'],
    [
      {
        ...head,
        kind: 'verdict',
        piece: 0,
        verdict: 'spoiled',
        fault: 'ghost',
        note: '',
        spot: { side: 0, across: 2, down: 0 },
        photo: null,
      },
      'spot.across',
    ],
    [{ id: ID, at: head.at, kind: 'undo', undoes: ID }, 'by'],
    [{ ...head, kind: 'dance', piece: 0, step: 1 }, 'kind'],
  ])('%j does not', (event, field) => expect(faultsOf(benchEventSchema, event)).toEqual([field]));
});

describe('the list of changeable fields', () => {
  it('is the one that the schema of a change knows', () => {
    const { properties } = jsonSchemaOf(jobChangeSchema) as { properties: object };
    expect(Object.keys(properties).sort()).toEqual([...CHANGEABLE].sort());
  });
});

describe('published descriptions', () => {
  it('are generated from the schemas that validate', () => {
    const { paths } = openApi() as { paths: Record<string, Record<string, { summary: string }>> };
    for (const { method, path, summary } of ENDPOINTS) expect(paths[path]?.[method]?.summary).toBe(summary);
    expect(ENDPOINTS.map(({ name }) => name).sort()).toEqual(Object.keys(ROUTES).sort());
  });
  it('are the same in docs/formats as in the code', () => {
    const published = JSON.parse(
      readFileSync(resolve(__dirname, '../../../docs/formats/ticket.schema.json'), 'utf8'),
    ) as Record<string, unknown>;
    expect(published).toMatchObject(jsonSchemaOf(ticketSchema));
  });
  it('say the same as the validators of a blank', () => {
    const validate = new Ajv2020({ strict: false, validateFormats: false }).compile(jsonSchemaOf(blankSchema));
    for (const blank of BUILT_IN_BLANKS) expect(validate(blank) ? [] : validate.errors).toEqual([]);
    expect(validate({ ...BUILT_IN_BLANKS[0], layers: 3 })).toBe(false);
  });
});
