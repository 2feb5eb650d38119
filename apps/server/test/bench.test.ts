import { benchState, allPressed, pressedPieces, todoOf, type BenchEvent } from '@kanga/core/bench';
import { jigsOf, type JobFile } from '@kanga/core/job';
import { liveMessageSchema, type RunAtPress } from '@kanga/contract/bench';
import { event, TestBench, until } from './test-bench.js';
import { useServer } from './test-server.js';

const server = useServer();
const { post, happened, atPress, listen, follow } = new TestBench(server);

describe('several screens', () => {
  it('hear what is recorded on any of them, and what comes to a press', async () => {
    const screens = await Promise.all([listen(), listen()]);
    const { id } = await atPress(2);
    const first = event({ kind: 'done', bed: 0, step: 0 });
    await post(id, [first]);
    for (const { heard, stop } of screens) {
      await until(() => heard.find((one) => one.kind === 'run' && one.jobId === id));
      expect(heard.filter((one) => one.kind === 'run' && one.jobId === id)).toEqual([
        { kind: 'run', jobId: id, from: 0, events: [first] },
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
  it('go on when the database is restarted in the middle of a pressing, and hear of it', async () => {
    const { id } = await atPress(1);
    await post(id, [event({ kind: 'done', bed: 0, step: 0 })]);
    const screen = await follow(id);
    server.restartDatabase();
    const start = event({ kind: 'start', bed: 0, step: 1 });
    await until(async () => (await post(id, [start])).status === 200);
    expect((await happened(id)).map(({ kind }) => kind)).toEqual(['done', 'start']);
    await until(() => screen.known.has(start.id));
    screen.stop();
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
