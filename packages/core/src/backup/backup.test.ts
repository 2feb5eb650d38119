import { checkBackups, type Backup, type Backups } from './index.js';

const NOW = '2026-11-27T12:00:00Z';
const backup = (made: string, checked: Backup['checked'] = null): Backup => ({
  name: `kanga-${made}.zip`,
  made,
  why: 'nightly',
  bytes: 1,
  locked: false,
  rows: 1,
  checked,
});
const good = { at: NOW, ok: true, wrong: [] };
const all = (backups: Backup[], more: Partial<Backups> = {}): Backups => ({
  folder: '/mnt/other',
  beside: false,
  at: '02:30',
  keep: { daily: 7, weekly: 4, monthly: 12 },
  since: '2026-01-01T00:00:00Z',
  archived: null,
  backups,
  ...more,
});
const codes = (told: Backups) => checkBackups(told, NOW).map(({ code }) => code);

describe('what is said of backups', () => {
  it('is nothing while last night’s came back whole on another disk', () =>
    expect(codes(all([backup('2026-11-27T02:30:00Z', good)]))).toEqual([]));
  it('is that none was made for two days, counted from the last that is not known to be bad', () => {
    expect(codes(all([backup('2026-11-25T11:59:00Z', good)]))).toEqual(['backup.old']);
    expect(codes(all([backup('2026-11-25T12:01:00Z', good)]))).toEqual([]);
    const bad = backup('2026-11-27T02:30:00Z', { at: NOW, ok: false, wrong: ['job has 3 rows, not 4'] });
    expect(codes(all([bad, backup('2026-11-24T02:30:00Z', good)]))).toEqual(['backup.old', 'backup.broken']);
    expect(codes(all([bad, backup('2026-11-26T02:30:00Z', good)]))).toEqual(['backup.broken']);
  });
  it('leaves a shop of yesterday in peace, and tells one of last week', () => {
    expect(codes(all([], { since: '2026-11-26T12:00:00Z' }))).toEqual([]);
    expect(codes(all([], { since: '2026-11-20T12:00:00Z' }))).toEqual(['backup.old']);
    expect(codes(all([], { since: null }))).toEqual([]);
  });
  it('is that they lie on the disk that they are to be a help against', () =>
    expect(codes(all([backup('2026-11-27T02:30:00Z', good)], { beside: true }))).toEqual(['backup.same-disk']));
});
