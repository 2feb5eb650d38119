import { createHash } from 'node:crypto';
import { join } from 'node:path';
import { ROOT, sleep } from '../machine.mjs';

const core = (name) => import(join(ROOT, `packages/core/dist/${name}/index.js`));

/** What screens of a shop do all day, over a line that may be cut: whatever was acknowledged is written down here, and has to be there for good. */
export class Load {
  jobs = new Map();
  arts = new Map();
  events = new Map();
  prints = new Set();
  refused = [];
  done = 0;
  #going = true;
  #workers = [];

  constructor(world, random) {
    this.world = world;
    this.random = random;
  }

  async #ask(method, path, json, bytes) {
    const answer = await fetch(`http://127.0.0.1:${this.world.outside}/api/${path}`, {
      method,
      headers: {
        connection: 'close',
        'x-kanga-token': this.world.token,
        ...(json === undefined ? {} : { 'content-type': 'application/json' }),
      },
      ...(json === undefined ? (bytes ? { body: bytes } : {}) : { body: JSON.stringify(json) }),
      signal: AbortSignal.timeout(20_000),
    });
    const body = await answer.json();
    return { status: answer.status, body };
  }

  /** The same until it is answered, as a screen does that keeps what it has to say; null: the load is over. What is refused is a fault of the load, or of Kanga. */
  async #until(method, path, json, bytes) {
    while (this.#going) {
      const answer = await this.#ask(method, path, json, bytes).catch(() => null);
      if (answer && answer.status < 300) {
        this.done++;
        return answer.body;
      }
      // An upload that the line or the server's end cut off is sent again, as its answer says.
      if (answer?.body.code === 'upload.cut-off') continue;
      if (answer && answer.status >= 400 && answer.status < 500 && answer.status !== 429) {
        this.refused.push(`${method} ${path}: ${answer.status} ${answer.body.code} ${answer.body.title}`);
        return null;
      }
      if (answer?.status === 500) this.refused.push(`${method} ${path}: 500 ${answer.body.code} ${answer.body.title}`);
      await sleep(150);
    }
    return null;
  }

  /** A job of tees at a press, to be pressed by the load. */
  async #atPress(name, pieces) {
    const { changeOf } = await core('job');
    const [{ presses }, blanks, art] = await Promise.all(
      ['shop', 'blanks', 'art'].map((path) => this.#until('GET', path)),
    );
    const opened = await this.#until('POST', 'jobs', { name, customer: '', due: null, pieces });
    const picture = { kind: 'picture', id: 'picture', artId: art.find(({ demo }) => demo).id };
    const item = { ...picture, placement: null, repeat: 'once', mirroredInFile: false };
    const { job } = await this.#until('PUT', `jobs/${opened.job.id}`, {
      ...changeOf(opened.job),
      blankId: blanks.find(({ family }) => family === 'tee').id,
      design: [{ fill: 'own', items: [item] }],
      pressId: presses.find(({ controller }) => controller === null)?.id ?? presses[0].id,
    });
    const plan = await this.#until('POST', `jobs/${job.id}/plan`);
    return { id: job.id, plan };
  }

  async open() {
    this.bench = await core('bench');
    this.runs = [await this.#atPress('Soak one', 2000), await this.#atPress('Soak two', 2000)];
    this.printed = await this.#atPress('Soak prints', 2);
    const workers = [
      () => this.#press(this.runs[0]),
      () => this.#press(this.runs[1]),
      () => this.#office(),
      () => this.#studio(),
    ];
    this.#workers = workers.map(async (work) => {
      while (this.#going) {
        await work();
        await sleep(20 + this.random.below(60));
      }
    });
  }

  /** Does the next thing at a press, sometimes twice, sometimes taking it back. */
  async #press(run) {
    run.running ??= new this.bench.RunningBench(run.plan);
    const { state } = run.running;
    const { first } = this.bench.todoOf(run.plan, state, null);
    if (!first) return;
    const head = { id: this.random.uuid(), at: new Date(Date.now()).toISOString(), by: 'Wren' };
    const { undoable } = state;
    const event =
      undoable && this.random.below(12) === 0
        ? { ...head, kind: 'undo', undoes: undoable.id }
        : { ...head, kind: first.event, bed: first.bed, step: first.step };
    const twice = this.random.below(5) === 0;
    const sent = [event, ...(twice ? [event] : [])];
    const told = await this.#until('POST', `jobs/${run.id}/events`, { events: sent, since: run.running.events.length });
    if (!told) return;
    this.events.set(event.id, run.id);
    run.running.add(told.events);
  }

  /** Opens jobs, and saves them again and again. */
  async #office() {
    const { changeOf } = await core('job');
    const name = `Office ${this.done}`;
    const opened = await this.#until('POST', 'jobs', { name, customer: 'Gannet Hill', due: '2026-12-24', pieces: 5 });
    if (!opened) return;
    this.jobs.set(opened.job.id, name);
    let { job } = opened;
    for (let i = 0; i < 3 && this.#going; i++) {
      const next = `${name}, saved ${i}`;
      const answer = await this.#ask('PUT', `jobs/${job.id}`, { ...changeOf(job), name: next }).catch(() => null);
      if (answer?.status === 200) {
        this.done++;
        job = answer.body.job;
        this.jobs.set(job.id, next);
      } else {
        // Nobody knows whether it got through: it is asked how it stands, as a screen does.
        const now = await this.#until('GET', `jobs/${job.id}`);
        if (!now) return;
        job = now.job;
        this.jobs.set(job.id, job.name);
      }
    }
  }

  /** Sends pictures, and asks for prints. */
  async #studio() {
    const { default: sharp } = await import('sharp');
    const colour = { r: this.random.below(256), g: this.random.below(256), b: this.random.below(256) };
    const png = await sharp({
      create: { width: 40 + this.random.below(400), height: 60, channels: 3, background: colour },
    })
      .png()
      .toBuffer();
    const art = await this.#until('POST', `art?name=soak-${this.done}.png`, undefined, png);
    if (art) this.arts.set(art.id, createHash('sha256').update(png).digest('hex'));
    if (this.random.below(3) > 0) return;
    const id = this.random.uuid();
    const { TICKS } = await core('sheet');
    const print = await this.#until('POST', 'prints', {
      id,
      what: { kind: 'job', jobId: this.printed.id },
      by: 'Wren',
      ticks: [...TICKS],
      nozzles: 'good',
    });
    if (print) this.prints.add(id);
  }

  async close() {
    this.#going = false;
    await Promise.all(this.#workers);
  }
}
