import { connect, createServer, type Server, type Socket } from 'node:net';
import { freePort } from './free-port.js';
import { event, TestBench, until } from './test-bench.js';
import { TestServer } from './test-server.js';

/** A way to a port that can be cut as a network is: what is sent is lost without a word; and once it is whole again, who goes on with what was cut is told that it is gone (RFC 9293, 3.5.2). */
class Way {
  private readonly ways = new Set<{ near: Socket; far: Socket | null }>();
  private isCut = false;
  private readonly server: Server;

  constructor(private readonly to: number) {
    this.server = createServer((near) => {
      const way = { near, far: this.isCut ? null : connect(this.to, '127.0.0.1') };
      this.ways.add(way);
      near.on('error', () => undefined);
      near.on('data', (part) => {
        if (way.far) way.far.write(part);
        else if (!this.isCut) near.resetAndDestroy();
      });
      near.on('close', () => {
        this.ways.delete(way);
        way.far?.destroy();
      });
      way.far?.on('data', (part) => near.write(part));
      way.far?.on('error', () => undefined);
      way.far?.on('close', () => {
        if (way.far) near.destroy();
      });
    });
  }

  async open(): Promise<number> {
    const port = await freePort();
    await new Promise<void>((done) => this.server.listen(port, '127.0.0.1', done));
    return port;
  }

  /** The far ends have given everything up, and the near ones do not know. */
  cut(): void {
    this.isCut = true;
    for (const way of this.ways) {
      const { far } = way;
      way.far = null;
      far?.destroy();
    }
  }

  mend(): void {
    this.isCut = false;
  }

  async close(): Promise<void> {
    for (const { near } of this.ways) near.destroy();
    await new Promise((done) => this.server.close(done));
  }
}

it('a server that was cut off from the database for a while hears of everything again', async () => {
  const first = await new TestServer().create();
  const database = new URL(first.databaseUrl);
  const way = new Way(Number(database.port));
  try {
    database.port = String(await way.open());
    first.env = { KANGA_DATABASE_URL: database.href };
    const second = await first.another();
    const { id } = await new TestBench(first).atPress(2);
    const [here, there] = [new TestBench(first), new TestBench(second)];
    /** Whether a screen at the second server hears of what is entered at the first. */
    const hears = async (): Promise<boolean> => {
      const screen = await there.listen();
      const entry = event({ kind: 'heat', celsius: 190 });
      expect((await here.post(id, [entry])).status).toBe(200);
      const heard = () => screen.heard.some((one) => one.kind === 'run' && one.events.some((e) => e.id === entry.id));
      for (let tries = 0; tries < 20 && !heard(); tries++) await new Promise((done) => setTimeout(done, 50));
      screen.stop();
      return heard();
    };
    expect(await hears()).toBe(true);
    way.cut();
    const meanwhile = event({ kind: 'heat', celsius: 191 });
    expect((await here.post(id, [meanwhile])).status).toBe(200);
    await new Promise((done) => setTimeout(done, 1000));
    way.mend();
    await until(hears);
    // What it did not hear is not lost.
    expect((await there.happened(id)).map((one) => one.id)).toContain(meanwhile.id);
  } finally {
    await first.destroy();
    await way.close();
  }
}, 200_000);
