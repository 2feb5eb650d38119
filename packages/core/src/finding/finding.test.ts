import fc from 'fast-check';
import { blocking, bySeverity, grouped, overrule, titleOf, type Decision, type Finding } from './index.js';

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

describe('a list of findings on a screen', () => {
  // As they come on two sides of a blank, at several places, the same check on each.
  const some = fc.record({
    code: fc.constantFrom('art.cover', 'art.resolution', 'stack.pad'),
    side: fc.option(fc.integer({ min: 0, max: 1 }), { nil: undefined }),
    mark: fc.option(fc.integer({ min: 0, max: 2 }), { nil: undefined }),
  });
  const made = ({
    code,
    side,
    mark,
  }: {
    code: string;
    side?: number | undefined;
    mark?: number | undefined;
  }): Finding => ({
    ...finding(code, 'fix'),
    where: {
      stage: 'art',
      ...(side === undefined ? {} : { side }),
      ...(mark === undefined ? {} : { marks: [{ x: mark, y: 0, width: 1, height: 1 }] }),
    },
  });
  it('says once what is the same of several sides, loses nothing, and keeps the order', () =>
    fc.assert(
      fc.property(fc.array(some), (list) => {
        const findings = list.map(made);
        const groups = grouped(findings);
        expect(new Set(groups.map(({ key }) => key)).size).toBe(groups.length);
        expect(groups.map(({ findings: [first] }) => first.title)).toEqual([
          ...new Set(findings.map(({ title }) => title)),
        ]);
        const within = groups.flatMap((group) => group.findings);
        expect(within).toHaveLength(findings.length);
        for (const finding of findings) expect(within).toContain(finding);
      }),
    ));
  it('knows each again when others come, go and change places: what is cleared is gone, what stays stays', () =>
    fc.assert(
      fc.property(
        fc.array(some).chain((list) => fc.tuple(fc.constant(list), fc.shuffledSubarray(list))),
        ([before, after]) => {
          const had = new Map(grouped(before.map(made)).map(({ key, findings: [{ title }] }) => [key, title]));
          const has = grouped(after.map(made));
          for (const { key, findings } of has) expect(had.get(key)).toBe(findings[0].title);
          for (const [key, title] of had)
            expect(has.some((one) => one.key === key)).toBe(after.some(({ code }) => code === title));
        },
      ),
    ));
  it('names the sides that are spoken of', () => {
    const on = (sideName: string, title = 'busy'): Finding => ({
      ...finding('art.seam', 'note'),
      title,
      where: { stage: 'art', sideName },
    });
    expect(grouped([on('front'), on('back'), on('front'), on('back', 'quiet')]).map(({ sides }) => sides)).toEqual([
      ['front', 'back'],
      ['back'],
    ]);
    expect(titleOf(on('front'))).toBe('busy · front');
    expect(titleOf(finding('art.seam', 'note'))).toBe('art.seam');
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
