import { localDay, localTime, serverNow, setClock } from './index.js';

const original = globalThis.fetch;
afterEach(() => {
  globalThis.fetch = original;
});

describe('the server’s time', () => {
  it('is learned by asking, however wrong this machine’s clock is', async () => {
    const here = jest.spyOn(Date, 'now').mockReturnValue(Date.UTC(2026, 0, 1, 9));
    const now = '2026-11-24T12:00:00.500Z';
    globalThis.fetch = () =>
      Promise.resolve(new Response(JSON.stringify({ now }), { headers: { 'content-type': 'application/json' } }));
    await setClock();
    expect(serverNow()).toBe(now);
    here.mockReturnValue(Date.UTC(2026, 0, 1, 9) + 45_000);
    expect(serverNow()).toBe('2026-11-24T12:00:45.500Z');
    here.mockRestore();
  });
});

describe('local day and time', () => {
  it('are those of this place, in two digits', () => {
    const moment = new Date(2026, 0, 5, 7, 4, 9).toISOString();
    expect(localDay(moment)).toBe('2026-01-05');
    expect(localTime(moment)).toBe('07:04');
  });
});
