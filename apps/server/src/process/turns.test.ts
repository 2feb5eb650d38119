import { Turns } from './turns.js';

const soon = () => new Promise((done) => setImmediate(done));

test('what takes its time comes one after the other, and what is asked meanwhile comes between', async () => {
  const turns = new Turns();
  const done: string[] = [];
  const all = [1, 2, 3].map((n) => turns.after(() => done.push(`view ${n}`)));
  await turns.first(async () => {
    await soon();
    await soon();
    done.push('entry');
  });
  await Promise.all(all);
  expect(done).toEqual(['entry', 'view 1', 'view 2', 'view 3']);
});

test('an entry that came while one was worked out goes before the next', async () => {
  const turns = new Turns();
  const done: string[] = [];
  let entry: Promise<unknown> = Promise.resolve();
  const first = turns.after(() => {
    done.push('view 1');
    entry = turns.first(async () => {
      for (let i = 0; i < 5; i++) await soon();
      done.push('entry');
    });
  });
  await Promise.all([first, turns.after(() => done.push('view 2'))]);
  await entry;
  expect(done).toEqual(['view 1', 'entry', 'view 2']);
});

test('a fault is told to whoever asked, and the next goes on', async () => {
  const turns = new Turns();
  const failed = turns.after(() => {
    throw new Error('no blank');
  });
  const next = turns.after(() => 'fine');
  await expect(failed).rejects.toThrow('no blank');
  await expect(next).resolves.toBe('fine');
  await expect(turns.first(() => Promise.reject(new Error('not taken')))).rejects.toThrow('not taken');
  await expect(turns.after(() => 'still fine')).resolves.toBe('still fine');
});

test('a bench that never rests does not keep it for ever', async () => {
  const turns = new Turns();
  let going = true;
  const entries = turns.first(async () => {
    while (going) await soon();
  });
  await expect(turns.after(() => 'worked out')).resolves.toBe('worked out');
  going = false;
  await entries;
}, 10_000);
