import { formatDay } from './index.js';

describe('formatDay', () => {
  it('keeps ISO 8601, or says it in words', () => {
    expect(formatDay('2026-12-03', 'iso')).toBe('2026-12-03');
    expect(formatDay('2026-12-03', 'words')).toBe('Thu 3 Dec 2026');
  });
});
