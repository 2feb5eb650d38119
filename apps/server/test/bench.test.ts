import { randomUUID } from 'node:crypto';
import { allPressed, benchState, pressedPieces, todoOf, type BenchEvent } from '@kanga/core/bench';
import { jigsOf, type JobFile, type RunPlan } from '@kanga/core/job';
import { STAND_IN } from '@kanga/core/shop';
import {
  liveMessageSchema,
  type ActualCourse,
  type LiveMessage,
  type PressNow,
  type RunAtPress,
} from '@kanga/contract/bench';
import { ServerTCP } from 'modbus-serial';
import { freePort } from './free-port.js';
import { designOf, useServer } from './test-server.js';

const server = useServer();
const now = () => new Date().toISOString();
const event = <T extends object>(what: T): BenchEvent =>
  ({ id: randomUUID(), at: now(), by: 'Wren', ...what }) as unknown as BenchEvent;
const post = (id: string, events: BenchEvent[]) => server.ask<BenchEvent[]>('POST', `jobs/${id}/events`, { events });
const happened = async (id: string) => (await server.ask<BenchEvent[]>('GET', `jobs/${id}/events`)).body;

/** A job of tees at the press whose name is given. */
async function atPress(pieces: number, pressName = 'Back press'): Promise<{ id: string; plan: RunPlan }> {
  const { body: art } = await server.ask<{ id: string; name: string }[]>('GET', 'art');
  const file = await server.job(pieces, ({ blanks, shop }) => ({
    blankId: blanks.find(({ family }) => family === 'tee')?.id ?? null,
    design: designOf(art.find(({ name }) => name === 'Open night badge.png')?.id ?? null),
    pressId: shop.presses.find(({ name }) => name === pressName)?.id ?? null,
  }));
  const { status, body } = await server.ask<RunPlan>('POST', `jobs/${file.job.id}/plan`);
  if (status !== 201) throw new Error(`freezing answered ${status}: ${JSON.stringify(body)}`);
  return { id: file.job.id, plan: body };
}
/** Waits until it holds; the test’s own limit ends it when it never does. */
async function until<T>(look: () => Promise<T | null | undefined | false> | T | null | undefined | false): Promise<T> {
  for (;;) {
    const seen = await look();
    if (seen) return seen;
    await new Promise((done) => setTimeout(done, 50));
  }
}

/** A screen that hears what is said. */
async function listen(): Promise<{ heard: LiveMessage[]; stop: () => void; ended: Promise<unknown> }> {
  const heard: LiveMessage[] = [];
  const control = new AbortController();
  const response = await fetch(`${server.url}/api/bench/live`, { signal: control.signal });
  expect(response.headers.get('content-type')).toContain('text/event-stream');
  const read = async () => {
    let text = '';
    const decoder = new TextDecoder();
    for await (const part of response.body as unknown as AsyncIterable<Uint8Array>) {
      text += decoder.decode(part, { stream: true });
      const blocks = text.split('\n\n');
      text = blocks.pop() ?? '';
      for (const block of blocks) {
        const data = /^data: (.*)$/m.exec(block)?.[1];
        if (data) heard.push(JSON.parse(data) as LiveMessage);
      }
    }
  };
  return {
    heard,
    stop: () => {
      control.abort();
    },
    ended: read().catch(() => undefined),
  };
}

describe('several screens', () => {
  it('hear what is recorded on any of them, and what comes to a press', async () => {
    const screens = await Promise.all([listen(), listen()]);
    const { id } = await atPress(2);
    const first = event({ kind: 'done', bed: 0, step: 0 });
    await post(id, [first]);
    for (const { heard, stop } of screens) {
      await until(() => heard.find((one) => one.kind === 'run' && one.jobId === id));
      expect(heard.filter((one) => one.kind === 'run' && one.jobId === id)).toEqual([
        { kind: 'run', jobId: id, events: [first] },
      ]);
      expect(heard.some(({ kind }) => kind === 'runs')).toBe(true);
      expect(heard.flatMap((one) => liveMessageSchema.validate(one).error ?? [])).toEqual([]);
      stop();
    }
    // Sent again, it is not said again.
    const late = await listen();
    await post(id, [first]);
    await post(id, [event({ kind: 'start', bed: 0, step: 1 })]);
    await until(() => late.heard.find((one) => one.kind === 'run'));
    expect(late.heard.flatMap((one) => (one.kind === 'run' ? one.events.map(({ kind }) => kind) : []))).toEqual([
      'start',
    ]);
    late.stop();
  });
  it('racing for the same buttons, and sending twice, press every piece once', async () => {
    const { id, plan } = await atPress(3);
    for (let round = 0; round < 80; round++) {
      const state = benchState(plan, await happened(id));
      const { first } = todoOf(plan, state, jigsOf(plan));
      if (!first) break;
      // Four screens press the same button at the same time, each with an event of its own, and one of them twice.
      const presses = Array.from({ length: 4 }, () => event({ kind: first.event, bed: first.bed, step: first.step }));
      const answers = await Promise.all([...presses, presses[0]].flatMap((one) => (one ? [post(id, [one])] : [])));
      expect(answers.map(({ status }) => status)).toEqual([200, 200, 200, 200, 200]);
    }
    const events = await happened(id);
    const state = benchState(plan, events);
    expect(allPressed(state)).toBe(true);
    expect(pressedPieces(state)).toEqual([0, 1, 2]);
    expect(state.records).toHaveLength(plan.steps.length * (3 / plan.atOnce));
    expect(new Set(events.map(({ id: one }) => one)).size).toBe(events.length);
  });
  it('that were alone for an hour catch up without loss or doubles', async () => {
    const { id, plan } = await atPress(6);
    // All of what one screen did alone, and meanwhile another did part of the same.
    const alone: BenchEvent[] = [];
    for (;;) {
      const { first } = todoOf(plan, benchState(plan, alone), null);
      if (!first) break;
      alone.push({
        ...event({ kind: first.event, bed: first.bed, step: first.step }),
        at: new Date(Date.now() - 3_600_000 + alone.length * 20_000).toISOString(),
      });
    }
    await post(id, [event({ kind: 'done', bed: 0, step: 0 })]);
    await post(id, alone.slice(0, 12));
    await post(id, alone);
    const state = benchState(plan, await happened(id));
    expect(allPressed(state)).toBe(true);
    expect(state.records).toHaveLength(plan.steps.length * (6 / plan.atOnce));
    expect(await happened(id)).toHaveLength(alone.length + 1);
  });
  it('are hung up when the server stops, and what was recorded is there when it comes back', async () => {
    const screen = await listen();
    const { id } = await atPress(1);
    const events = [event({ kind: 'done', bed: 0, step: 0 }), event({ kind: 'start', bed: 0, step: 1 })];
    await post(id, events);
    await server.stop();
    await screen.ended;
    await server.start();
    expect(await happened(id)).toEqual(events);
  });
  it('go on when the database drops every line', async () => {
    const { id } = await atPress(1);
    await post(id, [event({ kind: 'done', bed: 0, step: 0 })]);
    await server.db.raw(
      'SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = current_database() AND pid <> pg_backend_pid()',
    );
    const start = event({ kind: 'start', bed: 0, step: 1 });
    await until(async () => (await post(id, [start])).status === 200);
    expect((await happened(id)).map(({ kind }) => kind)).toEqual(['done', 'start']);
  });
});

describe('the list of what is at the presses', () => {
  it('names each run with its press, and follows a swap', async () => {
    const { id, plan } = await atPress(2);
    const mine = async () => (await server.ask<RunAtPress[]>('GET', 'bench')).body.find(({ jobId }) => jobId === id);
    expect(await mine()).toMatchObject({ pressId: plan.press.id, pieces: 2, pressed: 0 });
    const other = (await server.shop()).presses.find(({ name }) => name === 'Front press');
    await post(id, [event({ kind: 'swap', press: { id: other?.id, name: other?.name }, dial: 201 })]);
    expect(await mine()).toMatchObject({ pressId: other?.id });
  });
});

// An independent Modbus server from the registry: modbus-serial’s own, with registers as a controller has them.
describe('a press that tells of itself', () => {
  let [celsius, closed] = [196, false];
  let real: ServerTCP | null = null;
  let port = 0;
  const open = async () => {
    port ||= await freePort();
    real = new ServerTCP(
      {
        getInputRegister: (address: number) => (address === 0 ? Math.round(celsius * 10) : closed ? 276 : 0),
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

describe('a job that is closed', () => {
  it('leaves the list of what is at the presses', async () => {
    const { id, plan } = await atPress(1);
    const events: BenchEvent[] = [];
    for (
      let { first } = todoOf(plan, benchState(plan, events));
      first;
      { first } = todoOf(plan, benchState(plan, events))
    )
      events.push(event({ kind: first.event, bed: first.bed, step: first.step }));
    await post(id, [...events, event({ kind: 'verdict', piece: 0, verdict: 'good' })]);
    expect((await server.ask<JobFile>('POST', `jobs/${id}/close`)).body.job.status).toBe('closed');
    const { body } = await server.ask<RunAtPress[]>('GET', 'bench');
    expect(body.some(({ jobId }) => jobId === id)).toBe(false);
  });
});
