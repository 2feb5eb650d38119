import type { Job, JobChange, JobFile } from '@kanga/core/job';
import { sampleJob } from '@kanga/core/testing';
import { ApiError, JobSession } from './index.js';

const job = sampleJob({ design: [], pieces: 2, version: 1 });
const file = (change: Partial<Job> = {}): JobFile => ({
  job: { ...job, ...change },
  blank: null,
  arts: [],
  plan: null,
  events: [],
});
const problem = (code: string) => ({ code, title: code, remedy: '', faults: [] });

/** A server of one job that counts saves and can be told to refuse. */
class Server {
  saves: JobChange[] = [];
  refuse: ApiError | null = null;
  now = file();
  save = (_: string, change: JobChange): Promise<JobFile> => {
    if (this.refuse) return Promise.reject(this.refuse);
    if (change.version !== this.now.job.version) return Promise.reject(new ApiError(409, problem('job.changed')));
    this.saves.push(change);
    this.now = file({ ...this.now.job, ...change, version: change.version + 1 });
    return Promise.resolve(this.now);
  };
}
const open = () => {
  const server = new Server();
  return { server, session: new JobSession(server.now, server.save) };
};

describe('JobSession', () => {
  it('shows a change at once, and saves changes together', async () => {
    const { server, session } = open();
    session.change({ pieces: 5 });
    session.change({ gap: 10 });
    expect(session.job).toMatchObject({ pieces: 5, gap: 10, version: 1 });
    await session.flush();
    expect(server.saves).toHaveLength(1);
    expect(server.saves[0]).toMatchObject({ pieces: 5, gap: 10 });
    expect(session.read()).toMatchObject({ pending: null, trouble: null });
    expect(session.job.version).toBe(2);
  });
  it('sends what changed while a save was on its way', async () => {
    const { server, session } = open();
    session.change({ pieces: 5 });
    const first = session.flush();
    session.change({ pieces: 6 });
    await first;
    expect(session.job.pieces).toBe(6);
    await session.flush();
    expect(server.now.job.pieces).toBe(6);
  });
  it('undoes and redoes step by step; a drag is one step', async () => {
    const { session } = open();
    session.change({ pieces: 5 });
    session.change({ gap: 10 });
    session.change({ gap: 12 }, { merge: true });
    session.change({ reached: 'art' }, { aside: true });
    session.undo();
    expect(session.job).toMatchObject({ pieces: 5, gap: null, reached: 'art' });
    session.undo();
    expect(session.job.pieces).toBe(2);
    expect(session.read().canUndo).toBe(false);
    session.redo();
    session.redo();
    expect(session.job).toMatchObject({ pieces: 5, gap: 12 });
    await session.flush();
  });
  it('keeps changes while the server is away, and sends them when it answers', async () => {
    const { server, session } = open();
    server.refuse = new ApiError(0, problem('net.offline'));
    session.change({ pieces: 9 });
    await session.flush();
    expect(session.read().trouble?.code).toBe('net.offline');
    expect(session.job.pieces).toBe(9);
    server.refuse = null;
    await session.flush();
    expect(server.now.job.pieces).toBe(9);
    expect(session.read().trouble).toBeNull();
  });
  it('never overwrites somebody else: mine on top, or theirs, as the user says', async () => {
    const { server, session } = open();
    server.now = file({ version: 2, gap: 20 });
    session.change({ pieces: 9 });
    await session.flush();
    expect(session.read().trouble?.code).toBe('job.changed');
    await session.flush();
    expect(server.saves).toHaveLength(0);
    session.keepMine(server.now);
    expect(session.job).toMatchObject({ gap: 20, pieces: 9 });
    await session.flush();
    expect(server.now.job).toMatchObject({ gap: 20, pieces: 9 });

    server.now = file({ ...server.now.job, version: 7, name: 'Theirs' });
    session.change({ name: 'Mine' });
    await session.flush();
    session.keepTheirs(server.now);
    expect(session.job.name).toBe('Theirs');
    expect(session.read()).toMatchObject({ pending: null, canUndo: false });
  });
  it('tells listeners until they leave', () => {
    const { session } = open();
    let calls = 0;
    const leave = session.subscribe(() => calls++);
    session.change({ pieces: 3 });
    leave();
    session.change({ pieces: 4 });
    expect(calls).toBe(1);
    session.keepTheirs(session.read().file);
  });
});
