import { dueText, formatDay } from './index.js';

describe('formatDay', () => {
  it('keeps ISO 8601, or says it in words', () => {
    expect(formatDay('2026-12-03', 'iso')).toBe('2026-12-03');
    expect(formatDay('2026-12-03', 'words')).toBe('Thu 3 Dec 2026');
  });
});

describe('dueText', () => {
  it.each([
    ['2026-11-20', 'overdue by 8 days'],
    ['2026-11-27', 'overdue by 1 day'],
    ['2026-11-28', 'due today'],
    ['2026-11-29', 'due tomorrow'],
    ['2026-12-12', 'due in 14 days'],
    ['2026-12-13', 'due 2026-12-13'],
    // Over a month’s end, and over the day on which clocks are set.
    ['2026-12-01', 'due in 3 days'],
  ])('%s is told as %s', (due, told) => expect(dueText(due, '2026-11-28', 'iso')).toBe(told));
  it('counts days, not hours, where clocks are set', () =>
    expect(dueText('2026-03-30', '2026-03-28', 'iso')).toBe('due in 2 days'));
});
