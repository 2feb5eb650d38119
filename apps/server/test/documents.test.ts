import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import type { Art } from '@kanga/core/art';
import type { JobFile } from '@kanga/core/job';
import { designOf, useServer } from './test-server.js';

const server = useServer();
const hash = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex');

async function job(name: string, pieces: number): Promise<JobFile> {
  const { body: arts } = await server.ask<Art[]>('GET', 'art');
  return server.job(pieces, ({ blanks }) => ({
    blankId: blanks.find((blank) => blank.name === name)?.id ?? null,
    design: designOf(arts.find((one) => one.name === 'Star chart.png')?.id ?? null),
  }));
}

/** Those of the server's processes that make documents: they stand back (proc(5): the nice value is field 19 of stat), those that read files do not. */
const makers = () =>
  server.children().filter((pid) => {
    try {
      const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
      return Number(stat.slice(stat.lastIndexOf(')') + 2).split(' ')[16]) === 10;
    } catch {
      return false;
    }
  });

const until = async (is: () => boolean, what: string): Promise<void> => {
  for (let tries = 0; tries < 600; tries++) {
    if (is()) return;
    await new Promise((done) => setTimeout(done, 10));
  }
  throw new Error(`not within six seconds: ${what}`);
};

describe('documents', () => {
  it('are made once for who asks at once and who asks later, and anew when what they show has changed', async () => {
    const file = await job('Drawstring bag', 3);
    const { id } = file.job;
    for (const path of [`jobs/${id}/proof`, `jobs/${id}/press-card`, `jobs/${id}/proof/0/pressed`, 'settings-sheet']) {
      const [one = Buffer.alloc(0), ...others] = await Promise.all(Array.from({ length: 4 }, () => server.bytes(path)));
      expect(one.length).toBeGreaterThan(1000);
      // A document says when it was made: the same bytes were made once.
      expect([...others, await server.bytes(path)].map(hash)).toEqual(Array(4).fill(hash(one)));
    }
    const before = hash(await server.bytes(`jobs/${id}/press-card`));
    await server.save(file, { pieces: 4 });
    expect(hash(await server.bytes(`jobs/${id}/press-card`))).not.toBe(before);
  });

  it('are made by a process that stands back behind the server, and asked of another when it is ended over them', async () => {
    const { id } = (await job('Crew sock on a jig', 2)).job;
    const asked = server.bytes(`jobs/${id}/proof`);
    await until(() => makers().length > 0, 'a process to make it');
    const [pid = 0] = makers();
    for (const one of makers()) process.kill(one, 'SIGKILL');
    expect((await asked).subarray(0, 5).toString()).toBe('%PDF-');
    expect(makers()).not.toContain(pid);
  });

  it('say what is missing as before', async () => {
    const { body } = await server.ask<JobFile>('POST', 'jobs', { name: 'Bare', customer: '', due: null, pieces: 1 });
    const { status, body: problem } = await server.ask('GET', `jobs/${body.job.id}/proof`);
    expect([status, problem.code]).toEqual([409, 'proof.nothing']);
  });

  it('leave no process behind when the server ends', async () => {
    await server.bytes(`jobs/${(await job('Drawstring bag', 5)).job.id}/proof`);
    const left = makers();
    expect(left.length).toBeGreaterThan(0);
    await server.stop();
    const alive = (pid: number) => {
      try {
        process.kill(pid, 0);
        return true;
      } catch {
        return false;
      }
    };
    await until(() => !left.some(alive), 'its processes to end');
    await server.start();
  });
});
