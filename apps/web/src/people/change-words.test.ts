import type { AuditEntry } from '@kanga/contract/people';
import { CHANGES, sentenceOf, valuesOf } from './change-words.js';

const entry: AuditEntry = {
  ...{ seq: 7, at: '2026-12-01T08:00:00.000Z', who: 'Wren', from: '192.168.1.20', what: 'press', subject: 'Left clam' },
  ...{
    before: { heatLimit: 220, platen: { width: 400, depth: 400 } },
    after: { heatLimit: 230, platen: { width: 400, depth: 380 } },
  },
};

describe('a change in words', () => {
  it('is a sentence that begins with who did it', () => {
    expect(sentenceOf(entry)).toBe('Wren changed the press Left clam');
    expect(sentenceOf({ ...entry, before: null })).toBe('Wren added the press Left clam');
    expect(sentenceOf({ ...entry, after: null })).toBe('Wren took away the press Left clam');
    expect(sentenceOf({ ...entry, who: null, what: 'demo' })).toBe('Kanga loaded the demo shop');
    expect(sentenceOf({ ...entry, what: 'waiver', subject: 'job 21', before: null })).toBe(
      'Wren waived a stop of job 21',
    );
  });
  it('tells of what is large the part that changed', () =>
    expect(valuesOf(entry)).toEqual([
      { name: 'heat limit', before: '220', after: '230' },
      { name: 'platen, depth', before: '400', after: '380' },
    ]));
  it('tells what was not there as nothing, and what is long as that', () =>
    expect(valuesOf({ ...entry, before: null, after: { gone: false, check: { sha256: 'x', letters: 3000 } } })).toEqual(
      [
        { name: 'gone', before: 'nothing', after: 'no' },
        { name: 'check', before: 'nothing', after: 'something long' },
      ],
    ));
  it.each(Object.keys(CHANGES))('has words for %s', (what) =>
    expect(sentenceOf({ ...entry, what })).toMatch(/^Wren [a-z]/),
  );
});
