import { clockIsInDoubt, serverNow, setClock } from './index.js';
import { MemoryStore } from './testing/memory-store.js';

const original = globalThis.fetch;
let [wall, steady] = [0, 0];
beforeEach(() => {
  globalThis.localStorage = new MemoryStore();
  [wall, steady] = [Date.UTC(2026, 0, 1, 9), 5_000];
  jest.spyOn(Date, 'now').mockImplementation(() => wall);
  jest.spyOn(performance, 'now').mockImplementation(() => steady);
});
afterEach(() => {
  globalThis.fetch = original;
  jest.restoreAllMocks();
});
/** Asks a server whose clock shows `now`, and that takes `asking` ms to answer. */
async function learn(now: string, asking = 0): Promise<void> {
  globalThis.fetch = () => {
    [wall, steady] = [wall + asking, steady + asking];
    return Promise.resolve(new Response(JSON.stringify({ now }), { headers: { 'content-type': 'application/json' } }));
  };
  await setClock();
}
const pass = (ms: number) => {
  [wall, steady] = [wall + ms, steady + ms];
};

describe('the server’s time', () => {
  it('is learned by asking, however wrong this machine’s clock is', async () => {
    await learn('2026-11-24T12:00:00.500Z');
    expect(serverNow()).toBe('2026-11-24T12:00:00.500Z');
    pass(45_000);
    expect(serverNow()).toBe('2026-11-24T12:00:45.500Z');
    expect(clockIsInDoubt()).toBe(false);
  });
  it('allows for half the time of asking', async () => {
    await learn('2026-11-24T12:00:00.000Z', 400);
    expect(serverNow()).toBe('2026-11-24T12:00:00.200Z');
  });
  it('does not follow a clock on the wall that is put back, nor one put forward once the server is asked again', async () => {
    await learn('2026-11-24T12:00:00.000Z');
    pass(10_000);
    wall -= 3_600_000;
    expect(serverNow()).toBe('2026-11-24T12:00:10.000Z');
    expect(clockIsInDoubt()).toBe(true);
    await learn('2026-11-24T12:00:10.000Z');
    wall += 7_200_000;
    expect(clockIsInDoubt()).toBe(true);
    await learn('2026-11-24T12:00:10.000Z');
    expect(serverNow()).toBe('2026-11-24T12:00:10.000Z');
  });
  it('goes on over sleep, in which the steady clock stood still', async () => {
    await learn('2026-11-24T12:00:00.000Z');
    wall += 600_000;
    steady += 1_000;
    expect(serverNow()).toBe('2026-11-24T12:10:00.000Z');
    expect(clockIsInDoubt()).toBe(true);
  });
});

describe('a page that is opened while the server is away', () => {
  it('goes on with what was known of the server’s clock before', async () => {
    await learn('2026-11-24T12:00:00.000Z');
    await jest.isolateModulesAsync(async () => {
      const { serverNow: now } = await import('./clock.js');
      pass(60_000);
      expect(now()).toBe('2026-11-24T12:01:00.000Z');
      localStorage.clear();
      expect(now()).toBe(new Date(wall).toISOString());
    });
  });
});
