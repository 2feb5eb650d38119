import { BUILT_IN_BLANKS } from '@kanga/core/blank';
import { FAULT_CODES } from '@kanga/core/inspect';
import { CHANGEABLE } from '@kanga/core/job';
import Ajv2020 from 'ajv/dist/2020';
import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { ENDPOINTS, jsonSchemaOf, openApi } from './api/index.js';
import { benchEventSchema } from './bench/index.js';
import { blankSchema } from './blank/index.js';
import { check, instantSchema } from './finding/index.js';
import { jobChangeSchema, ticketSchema } from './job/index.js';

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
    const checked = check(blankSchema, { ...BUILT_IN_BLANKS[0], thickness: 0, layers: 3, more: true });
    expect(checked).toMatchObject({ ok: false, problem: { code: 'input.invalid', title: '3 values are not right' } });
    if (!checked.ok) {
      expect(checked.problem.faults.map((fault) => fault.field).sort()).toEqual(['layers', 'more', 'thickness']);
      expect(checked.problem.faults.find((fault) => fault.field === 'layers')?.message).toContain('Got 3.');
    }
  });
  it('turns nothing into something else: a number as text is a fault, and so is nothing at all', () => {
    expect(faultsOf(blankSchema, { ...BUILT_IN_BLANKS[0], thickness: '0.5' })).toEqual(['thickness']);
    expect(faultsOf(blankSchema, undefined)).toEqual(['']);
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
  const head = { id: ID, at: '2026-11-24T09:00:00.000Z' };
  it.each([
    { ...head, kind: 'start', piece: 0, step: 3 },
    { ...head, kind: 'verdict', piece: 0, verdict: 'good' },
    ...FAULT_CODES.map((fault) => ({ ...head, kind: 'verdict', piece: 0, verdict: 'spoiled', fault, note: '' })),
    { ...head, kind: 'undo', undoes: ID },
  ])('%j passes', (event) => expect(faultsOf(benchEventSchema, event)).toEqual([]));
  it.each([
    [{ ...head, kind: 'start', piece: 0 }, 'step'],
    [{ ...head, kind: 'verdict', piece: 0, verdict: 'good', fault: 'ghost' }, 'fault'],
    [{ ...head, kind: 'verdict', piece: 0, verdict: 'spoiled', note: '' }, 'fault'],
    [{ ...head, kind: 'verdict', piece: 0, verdict: 'spoiled', fault: 'gremlins', note: '' }, 'fault'],
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
