import { existsSync } from 'node:fs';
import { connect, createServer, type Server, type Socket } from 'node:net';
import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import type { PressNow } from '@kanga/contract/bench';
import { TICKS, type PrintRecord } from '@kanga/core/sheet';
import type { Shop } from '@kanga/contract/shop';
import { ServerTCP } from 'modbus-serial';
import sharp from 'sharp';
import { Printer } from '../../devices/src/printer/index.js';
import { freePort } from './free-port.js';
import { event, pressedThrough, TestBench, until } from './test-bench.js';
import { designOf, TestServer } from './test-server.js';
import { WholeKanga } from './whole-kanga.js';

// Several servers of one shop: they share its database and nothing else.

let first: TestServer;
let second: TestServer;
beforeAll(async () => {
  first = new TestServer();
  first.env = { KANGA_READS_EVERY: '100' };
  await first.create();
  second = await first.another();
});
afterAll(() => first.destroy());

/** A controller of a press (modbus-serial’s own server) behind a door that counts who talks to it. */
async function controller() {
  const [port, inner] = [await freePort(), await freePort()];
  let [celsius, setTo] = [196, 0];
  const real = new ServerTCP(
    {
      getInputRegister: (address: number) => (address === 0 ? celsius * 10 : 0),
      getHoldingRegister: () => 1980,
      getDiscreteInput: () => false,
      getCoil: () => false,
      setRegister: (_address: number, value: number) => {
        setTo = value;
      },
      setCoil: () => undefined,
    },
    { host: '127.0.0.1', port: inner, unitID: 1 },
  );
  await new Promise((done) => real.on('initialized', done));
  const talking = new Set<Socket>();
  const door: Server = createServer((socket) => {
    talking.add(socket);
    const through = connect(inner, '127.0.0.1');
    for (const one of [socket, through]) one.on('error', () => undefined);
    socket.on('close', () => {
      talking.delete(socket);
      through.destroy();
    });
    through.on('close', () => socket.destroy());
    socket.pipe(through).pipe(socket);
  });
  await new Promise<void>((done) => door.listen(port, '127.0.0.1', done));
  return {
    url: `tcp://127.0.0.1:${port}`,
    talking: () => talking.size,
    setTo: () => setTo,
    read: (now: number) => {
      celsius = now;
    },
    close: async () => {
      for (const socket of talking) socket.destroy();
      await new Promise((done) => door.close(done));
      await new Promise<void>((done) => {
        real.close(() => {
          done();
        });
      });
    },
  };
}

describe('what happens at one server', () => {
  it('is heard at the screens of the other, and found there', async () => {
    const bench = new TestBench(first);
    const { id, plan } = await bench.atPress(2);
    const screen = await new TestBench(second).listen();
    const sent = event({ kind: 'heat', celsius: plan.dial });
    expect((await bench.post(id, [sent])).status).toBe(200);
    const heard = await until(() => screen.heard.find((one) => one.kind === 'run' && one.jobId === id));
    expect(heard).toMatchObject({ from: 0, events: [sent] });
    expect(await new TestBench(second).happened(id)).toEqual([sent]);
    screen.stop();
  });
  it('is heard after nonsense was said to all', async () => {
    const screen = await new TestBench(second).listen();
    for (const nonsense of ['', 'x', '~~~', 'null', '{}', '[]', '{"kind":"never heard of"}'])
      for (const by of ['', randomUUID()]) await first.db.raw(`SELECT pg_notify('kanga_live', ?)`, [by + nonsense]);
    const { id } = await new TestBench(first).atPress(1);
    await until(() => screen.heard.some(({ kind }) => kind === 'runs'));
    expect((await second.ask('GET', `jobs/${id}`)).status).toBe(200);
    screen.stop();
  });
  it('is heard once, in its order, when both are told at the same time', async () => {
    const [one, other] = [new TestBench(first), new TestBench(second)];
    const { id, plan } = await one.atPress(1);
    const screens = [await one.listen(), await other.listen()];
    const entries = Array.from({ length: 40 }, () => event({ kind: 'heat', celsius: plan.dial }));
    const answers = await Promise.all(entries.map((entry, i) => (i % 2 === 0 ? one : other).post(id, [entry])));
    expect(answers.every(({ status }) => status === 200)).toBe(true);
    const kept = await one.happened(id);
    expect(kept.map((entry) => entry.id).sort()).toEqual(entries.map((entry) => entry.id).sort());
    for (const screen of screens) {
      const told = () =>
        screen.heard.flatMap((message) => (message.kind === 'run' && message.jobId === id ? [message] : []));
      await until(() => told().flatMap(({ events }) => events).length >= kept.length);
      const byPlace = told().toSorted((a, b) => a.from - b.from);
      expect(byPlace.flatMap(({ events }) => events)).toEqual(kept);
      screen.stop();
    }
  });
  it('that is too much to be told makes the other’s screens ask', async () => {
    const bench = new TestBench(first);
    const { id, plan } = await bench.atPress(30);
    const screen = await new TestBench(second).listen();
    const all = pressedThrough(plan, { from: Date.now() - 7_200_000 });
    expect(JSON.stringify(all).length).toBeGreaterThan(30_000);
    expect((await bench.post(id, all)).status).toBe(200);
    // It is hung up on: whoever comes back asks for what it missed.
    await screen.ended;
    expect(await new TestBench(second).happened(id)).toHaveLength(all.length);
  });
});

it('one server reads the presses, says what they read at both, and another takes over when it is killed', async () => {
  const press = await controller();
  try {
    const { id = '', ...words } = (await first.shop()).presses[0] ?? {};
    expect((await first.ask('PUT', `shop/presses/${id}`, { ...words, controller: press.url })).status).toBe(200);
    const reads = (server: TestServer, celsius: number) =>
      until(async () => {
        // Whoever comes is told how it is now.
        const screen = await new TestBench(server).listen();
        const now = await until(() => screen.heard.find((one) => one.kind === 'presses'));
        screen.stop();
        return now.presses.some((one) => one.pressId === id && one.reading?.celsius === celsius);
      });
    await reads(first, 196);
    await reads(second, 196);
    press.read(187);
    await reads(second, 187);
    expect(press.talking()).toBe(1);
    // Both can set it, whichever reads it; and both say why not.
    for (const [server, celsius] of [
      [first, 180],
      [second, 190],
    ] as const) {
      const set = await server.ask<PressNow>('POST', `shop/presses/${id}/set-point`, { celsius });
      expect(set.body).toMatchObject({ pressId: id, trouble: null });
      expect(press.setTo()).toBe(celsius * 10);
      const hot = await server.ask('POST', `shop/presses/${id}/set-point`, { celsius: 290 });
      expect([hot.status, hot.body.code]).toEqual([422, 'press.heat-limit']);
    }
    expect(press.talking()).toBe(1);
    await first.stop('SIGKILL');
    press.read(175);
    await reads(second, 175);
    expect(press.talking()).toBe(1);
    await first.start();
    await reads(first, 175);
    expect(press.talking()).toBe(1);
    // One that hangs, as one whose machine is cut off, is known by its silence; when it goes on it lets go.
    second.signal('SIGSTOP');
    press.read(164);
    await reads(first, 164);
    expect(press.talking()).toBe(2);
    second.signal('SIGCONT');
    await until(() => press.talking() === 1);
    await reads(second, 164);
    expect((await first.ask('PUT', `shop/presses/${id}`, { ...words, controller: null })).status).toBe(200);
  } finally {
    await press.close();
  }
}, 120_000);

it('a print that one server sent is followed to its end by another when that one is killed', async () => {
  const standIn = new Printer({ pageMs: 300 });
  const port = await freePort();
  const stop = await standIn.listen(port);
  try {
    const shop = await first.shop();
    const { id: printerId = '', ...words } = shop.printers[0] ?? {};
    const address = `ipp://127.0.0.1:${port}/ipp/print`;
    expect((await first.ask('PUT', `shop/printers/${printerId}`, { ...words, address })).status).toBe(200);
    const picture = await sharp({ create: { width: 1301, height: 2100, channels: 3, background: '#00ffff' } })
      .png()
      .toBuffer();
    const art = await first.upload('plain.png', picture);
    const { job } = await first.job(4, ({ blanks }) => ({
      blankId: blanks[5]?.id ?? null,
      design: designOf(art.id),
      mediaId: shop.media[0]?.id ?? null,
    }));
    const what = { kind: 'job', jobId: job.id };
    const order = { id: randomUUID(), what, by: 'Wren', ticks: [...TICKS], nozzles: 'good' };
    const asked = await first.ask<PrintRecord>('POST', 'prints', order);
    expect(asked.status).toBe(201);
    const now = async () => (await second.ask<PrintRecord>('GET', `prints/${order.id}`)).body;
    await until(async () => (await now()).state === 'ready');
    standIn.queue.fault = 'out of paper';
    expect((await first.ask('POST', `prints/${order.id}/send`)).status).toBe(200);
    await until(async () => (await now()).state === 'printing');
    await first.stop('SIGKILL');
    standIn.queue.fault = 'none';
    const record = await until(async () => {
      const one = await now();
      return one.state === 'printed' && one;
    });
    expect(
      record.events.filter(({ kind }) => ['sending', 'accepted', 'printed'].includes(kind)).map(({ kind }) => kind),
    ).toEqual(['sending', 'accepted', 'printed']);
    expect(standIn.queue.jobs).toHaveLength(1);
    await first.start();
  } finally {
    await stop();
  }
}, 120_000);

it('two that start at once on an empty database lay one demo shop', async () => {
  const one = new TestServer();
  await one.createEmpty();
  try {
    const [, other] = await Promise.all([one.start(), one.another()]);
    const [shop, same] = [await one.shop(), await other.shop()];
    expect(same).toEqual(shop);
    const { body } = await one.ask<{ total: number; jobs: { number: number }[] }>('GET', 'jobs?most=500');
    expect(new Set(body.jobs.map(({ number }) => number)).size).toBe(body.total);
    expect(new Set(shop.presses.map(({ name }) => name)).size).toBe(shop.presses.length);
  } finally {
    await one.destroy();
  }
}, 120_000);

it('./kanga start takes a database that is named, and has none of its own', async () => {
  const kanga = new WholeKanga();
  kanga.env = { KANGA_DATABASE_URL: first.databaseUrl };
  try {
    await kanga.start();
    const shop = (await (await fetch(`${kanga.url}/api/shop`)).json()) as Shop;
    expect(shop).toEqual(await first.shop());
    expect(existsSync(join(kanga.data, 'postgres'))).toBe(false);
    // A backup of it is made here as anywhere.
    expect(kanga.run('backup')).toMatchObject({ status: 0 });
    await kanga.signal('SIGINT');
    expect(await kanga.gone()).toEqual([]);
  } finally {
    await kanga.destroy();
  }
}, 120_000);
