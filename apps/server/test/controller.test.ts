import { benchState, type BenchEvent } from '@kanga/core/bench';
import type { RunPlan } from '@kanga/core/job';
import { STAND_IN } from '@kanga/core/shop';
import { liveMessageSchema, type ActualCourse, type PressNow } from '@kanga/contract/bench';
import type { DayFile } from '@kanga/contract/day';
import { ServerTCP } from 'modbus-serial';
import { freePort } from './free-port.js';
import { event, TestBench, until } from './test-bench.js';
import { useServer } from './test-server.js';

const server = useServer();
const { post, happened, atPress, listen } = new TestBench(server);

// An independent Modbus server from the registry: modbus-serial’s own, with registers as a controller has them.
describe('a press that tells of itself', () => {
  let [celsius, closed] = [196, false];
  /** A plate that goes its own way; null: it stays where it is. */
  let plate: (() => number) | null = null;
  let real: ServerTCP | null = null;
  let port = 0;
  const open = async () => {
    port ||= await freePort();
    real = new ServerTCP(
      {
        getInputRegister: (address: number) =>
          address === 0 ? Math.round((plate?.() ?? celsius) * 10) : closed ? 276 : 0,
        getHoldingRegister: () => 1980,
        getDiscreteInput: () => closed,
        getCoil: () => closed,
        setRegister: () => undefined,
        setCoil: () => undefined,
      },
      { host: '127.0.0.1', port, unitID: 1 },
    );
    await new Promise((done) => real?.on('initialized', done));
  };
  const shut = () =>
    new Promise<void>((done) => {
      if (real)
        real.close(() => {
          done();
        });
      else done();
    });
  const pressNow = async (name: string, controller: string | null) => {
    const press = (await server.shop()).presses.find((one) => one.name === name);
    if (!press) throw new Error(`there is no press ${name}`);
    const { id, ...words } = press;
    const { status } = await server.ask('PUT', `shop/presses/${id}`, { ...words, controller });
    if (status !== 200) throw new Error(`the press was not saved: ${status}`);
    return id;
  };
  const told = async (pressId: string, holds: (one: PressNow) => boolean): Promise<PressNow> => {
    const screen = await listen();
    const seen = await until(() =>
      screen.heard
        .flatMap((one) => (one.kind === 'presses' ? one.presses : []))
        .find((one) => one.pressId === pressId && holds(one)),
    );
    screen.stop();
    expect(screen.heard.flatMap((one) => liveMessageSchema.validate(one).error ?? [])).toEqual([]);
    return seen;
  };
  const clocked = (plan: RunPlan) => plan.steps.findIndex(({ kind }) => kind === 'press');
  /** Does what is done by hand until the transfer is to be laid in. */
  const prepare = async (id: string, plan: RunPlan) => {
    const events = plan.steps
      .slice(0, clocked(plan) - 1)
      .flatMap(({ seconds }, step) => [
        ...(seconds === null ? [] : [event({ kind: 'start', bed: 0, step })]),
        event({ kind: 'done', bed: 0, step }),
      ]);
    await post(id, events);
  };

  beforeAll(async () => {
    await server.stop();
    server.env = { KANGA_READS_EVERY: '60' };
    await server.start();
    await open();
  });
  afterAll(async () => {
    await shut();
    server.env = {};
  });

  it('starts the clock when it closes, keeps what its plate reads, and stops it when it opens', async () => {
    const pressId = await pressNow('Front press', `tcp://127.0.0.1:${port}`);
    const { id, plan } = await atPress(1, 'Front press');
    await prepare(id, plan);
    await told(pressId, ({ reading }) => reading?.closed === false);
    closed = true;
    const step = clocked(plan);
    const started = await until(async () =>
      (await happened(id)).find((one) => one.kind === 'start' && one.step === step),
    );
    expect(started.by).toBe('Wren');
    celsius = 190;
    const courses = async () => (await server.ask<ActualCourse[]>('GET', `jobs/${id}/actuals`)).body;
    await until(async () => (await courses())[0]?.samples.length);
    // Ended by force in the middle of the pressing: the clock goes on, and so does the course of readings.
    await server.stop('SIGKILL');
    await server.start();
    await told(pressId, ({ reading }) => reading?.closed === true);
    closed = false;
    await until(async () => (await happened(id)).find((one) => one.kind === 'stop'));
    const [course] = await until(async () => {
      const all = await courses();
      return (all[0]?.samples.at(-1)?.at ?? 0) > 0.2 ? all : null;
    });
    expect(course).toMatchObject({ bed: 0, step, pressId, startedAt: started.at });
    expect(course?.samples.every(({ celsius: read }) => read === 190 || read === 196)).toBe(true);
    expect(await courses()).toHaveLength(1);
    const { beds } = benchState(plan, await happened(id));
    expect(beds[0]).toMatchObject({ step, startedAt: null });
  });
  it('talking nonsense, or gone, is said so, and the bench goes on by hand', async () => {
    const pressId = await pressNow('Front press', `tcp://127.0.0.1:${port}`);
    const { id, plan } = await atPress(1, 'Front press');
    celsius = 2999;
    expect(await told(pressId, ({ trouble }) => trouble === 'nonsense')).toMatchObject({ reading: null });
    celsius = 196;
    await shut();
    await told(pressId, ({ trouble }) => trouble === 'away');
    const refused = await server.ask('POST', `shop/presses/${pressId}/set-point`, { celsius: 190 });
    expect([refused.status, refused.body.code]).toEqual([503, 'press.away']);
    await prepare(id, plan);
    const step = clocked(plan);
    await post(id, [event({ kind: 'done', bed: 0, step: step - 1 }), event({ kind: 'start', bed: 0, step })]);
    expect(benchState(plan, await happened(id)).beds[0]?.startedAt).not.toBeNull();
    await open();
    expect(await told(pressId, ({ trouble }) => trouble === null)).toMatchObject({ reading: { celsius: 196 } });
  });
  it('goes on telling when the job whose clock runs is gone, as when the demo shop is laid anew', async () => {
    const pressId = await pressNow('Front press', `tcp://127.0.0.1:${port}`);
    const { id, plan } = await atPress(1, 'Front press');
    await prepare(id, plan);
    const step = clocked(plan);
    await post(id, [event({ kind: 'done', bed: 0, step: step - 1 }), event({ kind: 'start', bed: 0, step })]);
    await until(async () => (await server.ask<ActualCourse[]>('GET', `jobs/${id}/actuals`)).body.length);
    await server.db.raw('TRUNCATE job CASCADE');
    celsius = 171;
    await told(pressId, ({ reading }) => reading?.celsius === 171);
    // As many readings later as make it write down what it read.
    await new Promise((done) => setTimeout(done, 1500));
    celsius = 172;
    await told(pressId, ({ reading }) => reading?.celsius === 172);
    celsius = 196;
  });
  it('that cannot be written down for a while starts the clock when it was closed, once it can', async () => {
    const pressId = await pressNow('Front press', `tcp://127.0.0.1:${port}`);
    const { id, plan } = await atPress(1, 'Front press');
    await prepare(id, plan);
    await told(pressId, ({ reading }) => reading?.closed === false);
    // Everything that happens is refused by the database for a second, as when its disk is full.
    await server.db.raw(`ALTER TABLE bench_event ADD CONSTRAINT no_room CHECK (false) NOT VALID`);
    closed = true;
    await told(pressId, ({ reading }) => reading?.closed === true);
    await new Promise((done) => setTimeout(done, 1500));
    const clock = (one: BenchEvent) => one.kind === 'start' && one.step === clocked(plan);
    expect((await happened(id)).some(clock)).toBe(false);
    const mended = new Date().toISOString();
    await server.db.raw(`ALTER TABLE bench_event DROP CONSTRAINT no_room`);
    const started = await until(async () => (await happened(id)).find(clock));
    expect(started.at < mended).toBe(true);
    closed = false;
  });
  it('tells how fast its plate cools, and the plan of the day knows', async () => {
    const pressId = await pressNow('Front press', `tcp://127.0.0.1:${port}`);
    closed = false;
    const began = performance.now();
    plate = () => 22 + 270 * Math.exp((began - performance.now()) / 1000 / 70);
    await told(pressId, ({ reading }) => reading !== null && reading.celsius > 200 && reading.celsius < 273);
    // Where a thermostat holds it, its way is at an end.
    plate = null;
    celsius = 198;
    const { rates } = await until(async () => {
      const { body } = await server.ask<DayFile>('GET', 'day');
      return body.rates.length > 0 ? body : undefined;
    });
    expect(rates).toMatchObject([{ pressId, hottest: null, warmTau: null, room: 22 }]);
    expect(Math.abs((rates[0]?.coolTau ?? 0) / 70 - 1)).toBeLessThan(0.1);
    celsius = 196;
  }, 60_000);
  it('is set within its limit, and only the simulated one is closed from the screen', async () => {
    const pressId = await pressNow('Front press', `tcp://127.0.0.1:${port}`);
    await told(pressId, ({ reading }) => reading !== null);
    const hot = await server.ask('POST', `shop/presses/${pressId}/set-point`, { celsius: 290 });
    expect([hot.status, hot.body.code]).toEqual([422, 'press.heat-limit']);
    const lever = await server.ask('POST', `shop/presses/${pressId}/lever`, { closed: true });
    expect([lever.status, lever.body.code]).toEqual([409, 'press.real']);
    expect(
      (await server.ask<PressNow>('POST', `shop/presses/${pressId}/set-point`, { celsius: 198 })).body,
    ).toMatchObject({
      trouble: null,
    });
    await pressNow('Front press', null);
    const none = await server.ask('POST', `shop/presses/${pressId}/lever`, { closed: true });
    expect(none.status).toBe(404);
  });
  it('may not be at an address that is none', async () => {
    const { presses } = await server.shop();
    const { id = '', ...words } = presses[0] ?? {};
    const refused = await server.ask('PUT', `shop/presses/${id}`, { ...words, controller: 'the one at the back' });
    expect([refused.status, refused.body.faults[0]?.field]).toEqual([400, 'controller']);
    expect((await server.ask('PUT', `shop/presses/${id}`, { ...words, controller: STAND_IN })).status).toBe(200);
  });
});
