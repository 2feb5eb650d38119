import { tmpdir } from 'node:os';
import { diskFull, makeSureOfRoom, Refusal, roomIn, saysDiskFull } from './index.js';

describe('a disk that is full', () => {
  it('is told with where, how much is free, and how much is needed', () => {
    const { status, problem } = diskFull({ folder: '/srv/kanga', free: 600e6, guard: 1e9 }, 20e6);
    expect(status).toBe(507);
    expect(problem.title).toBe('The disk is full: 600.0 MB are free where /srv/kanga lies');
    expect(problem.remedy).toContain('Make 420.0 MB of room there');
  });
  it('is known by the words of the system and of the database, and by nothing else', () => {
    expect(saysDiskFull(Object.assign(new Error('write'), { code: 'ENOSPC' }))).toBe(true);
    // PostgreSQL, appendix A: 53100 is disk_full.
    expect(saysDiskFull({ code: '53100', message: 'could not extend file' })).toBe(true);
    expect(saysDiskFull(new Error('could not write: No space left on device'))).toBe(true);
    expect(saysDiskFull({ code: '23505' })).toBe(false);
    expect(saysDiskFull(null)).toBe(false);
  });
  it('is never filled to the last byte: a file that would leave less than the guard is refused', async () => {
    const { free, guard } = await roomIn(tmpdir());
    expect(guard).toBeLessThanOrEqual(1e9);
    await expect(makeSureOfRoom(tmpdir(), free)).rejects.toBeInstanceOf(Refusal);
  });
});
