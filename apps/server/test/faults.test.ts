import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ROOT } from './whole-kanga.js';

/** A short run of what `./kanga soak` and `./kanga fuzz` do for hours; a seed that fails is printed, and plays the same again. */
const run = (...words: string[]) => {
  const { status, stdout, stderr } = spawnSync(join(ROOT, 'kanga'), words, {
    env: { ...process.env, KANGA_DATABASE_URL: '' },
    encoding: 'utf8',
    timeout: 540_000,
    maxBuffer: 1e8,
  });
  return { status, said: `${stdout}\n${stderr}` };
};

describe('a shop at work', () => {
  it('loses nothing that was acknowledged through seven faults, and is well again after each', () => {
    const { status, said } = run('soak', '--faults', '7', '--seed', String(Date.now() % 1_000_000));
    expect(status === 0 ? '' : said).toBe('');
    expect(said).toMatch(/soak: 7 faults survived/);
    expect(Number(/(\d+) writes acknowledged/.exec(said)?.[1])).toBeGreaterThan(20);
  }, 600_000);
  it('answers hundreds of strangers without a fault of its own', () => {
    const { status, said } = run('fuzz', '--inputs', '400', '--seed', String(Date.now() % 1_000_000));
    expect(status === 0 ? '' : said).toBe('');
    expect(said).toMatch(/fuzz: 400 inputs/);
  }, 600_000);
});
