import { call } from './api.js';
import { onDoor } from './door.js';

const answer = (status: number, body: object): Response =>
  ({
    status,
    ok: status < 400,
    headers: new Headers({ 'content-type': 'application/json' }),
    json: () => Promise.resolve(body),
  }) as unknown as Response;
const refused = (code: string, status = 403) => answer(status, { code, title: 'No', remedy: 'Do', faults: [] });

let heard: Response[];
let asked: number;
beforeEach(() => {
  asked = 0;
  globalThis.fetch = () => {
    asked++;
    return Promise.resolve(heard.shift() ?? refused('test.empty', 500));
  };
});

describe('a door that wants a proof', () => {
  it('is asked once more when somebody has shown that it is them', async () => {
    heard = [refused('door.proof'), answer(200, [{ name: 'Wren' }])];
    const off = onDoor({ closed: () => undefined, prove: () => Promise.resolve(true) });
    expect(await call('people')).toEqual([{ name: 'Wren' }]);
    expect(asked).toBe(2);
    off();
  });
  it('stays shut when they do not, and where nobody is to ask them', async () => {
    heard = [refused('door.proof'), refused('door.proof')];
    const off = onDoor({ closed: () => undefined, prove: () => Promise.resolve(false) });
    await expect(call('people')).rejects.toMatchObject({ status: 403, problem: { code: 'door.proof' } });
    off();
    await expect(call('people')).rejects.toMatchObject({ status: 403 });
    expect(asked).toBe(2);
  });
});

describe('a door that is closed', () => {
  it('says so to who keeps it, and to who asked', async () => {
    heard = [refused('door.closed', 401), refused('door.right')];
    const closed = jest.fn();
    const off = onDoor({ closed, prove: () => Promise.resolve(false) });
    await expect(call('people')).rejects.toMatchObject({ status: 401 });
    await expect(call('people')).rejects.toMatchObject({ problem: { code: 'door.right' } });
    expect(closed).toHaveBeenCalledTimes(1);
    off();
  });
});
