import { blocking, bySeverity, overrule, type Decision, type Finding } from './index.js';

const finding = (code: string, severity: Finding['severity'], waivable = true): Finding => ({
  code,
  severity,
  title: code,
  why: '',
  remedy: '',
  where: { stage: 'art' },
  waivable,
});

describe('findings', () => {
  const all = [finding('a', 'note'), finding('b', 'stop'), finding('c', 'fix'), finding('d', 'stop', false)];
  it('puts the worst first and keeps the order otherwise', () =>
    expect(bySeverity(all).map((f) => f.code)).toEqual(['b', 'd', 'c', 'a']));
  it('lets a waiver lift only what may be waived', () => {
    const waivers = ['b', 'd'].map((code) => ({ code, reason: 'known', at: '2026-01-01T00:00:00Z' }));
    expect(blocking(all, []).map((f) => f.code)).toEqual(['b', 'd']);
    expect(blocking(all, waivers).map((f) => f.code)).toEqual(['d']);
  });
});

describe('overrule', () => {
  const proposal: Decision<number> = {
    value: 193,
    unit: '°C',
    why: 'white',
    source: { kind: 'reference chart', row: 'tee' },
    confidence: 'start',
  };
  it('keeps the proposal beside the value', () =>
    expect(overrule(proposal, 200)).toMatchObject({
      value: 200,
      unit: '°C',
      overruled: { proposal: 193, why: 'white' },
    }));
  it('changes nothing without a value, or with the same one', () => {
    expect(overrule(proposal, undefined)).toBe(proposal);
    expect(overrule(proposal, null)).toBe(proposal);
    expect(overrule(proposal, 193)).toBe(proposal);
  });
});
