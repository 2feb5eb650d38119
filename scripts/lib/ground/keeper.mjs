import { wake } from './processes.mjs';
import { sleep } from '../machine.mjs';

/** Waits before a process that ended is started again, ms: the more often it ended of late, the longer. */
const FIRST_WAIT = 300;
const LONGEST_WAIT = 8000;
/** One that was of use for so long is taken to be well: its end is the first of its kind, and not one more of a row, ms. */
const WELL = 10_000;
/** How often it is asked whether it lives, how long it may take, and how many answers may be missing, ms. */
const ASK_EVERY = 2000;
const PATIENCE = 4000;
const MISSES = 3;

/**
 * Keeps one process running: it is started again when it ends, woken when somebody stopped it, and ended and started again when it does not answer
 * any more. `spawn` gives a child process, `ready` resolves when it is of use and rejects when it will not be; `lives` asks it, where it can be asked.
 */
export class Keeper {
  child = null;
  starts = 0;
  #failures = 0;
  /** When it became of use; null: it never did since it was started last. */
  #since = null;
  #missing = 0;
  #ending = false;
  #run = null;

  constructor({ name, spawn, ready = () => Promise.resolve(), lives = null, log = () => undefined }) {
    this.name = name;
    this.spawn = spawn;
    this.ready = ready;
    this.lives = lives;
    this.log = log;
  }

  /** Starts it the first time: a failure is the caller's. From then on it is kept. */
  async open() {
    await this.#begin();
    this.#run = this.#keep();
  }

  async #begin() {
    this.#since = null;
    this.child = await this.spawn();
    this.starts++;
    this.#missing = 0;
    // While it becomes ready nobody looks after it but this.
    const waking = setInterval(() => this.#wake(), ASK_EVERY);
    try {
      await this.ready(this.child);
      this.#since = performance.now();
    } catch (error) {
      await this.#kill();
      throw error;
    } finally {
      clearInterval(waking);
    }
  }

  #wake() {
    if (wake(this.child.pid)) this.log(`${this.name} was stopped by a signal and goes on`);
  }

  get #gone() {
    return this.child.exitCode !== null || this.child.signalCode !== null;
  }

  async #keep() {
    let asked = performance.now();
    while (!this.#ending) {
      await sleep(200);
      if (this.#ending) return;
      if (this.#gone) {
        await this.#again();
        continue;
      }
      if (performance.now() - asked < ASK_EVERY) continue;
      asked = performance.now();
      await this.#look();
    }
  }

  async #look() {
    this.#wake();
    if (!this.lives) return;
    const well = await this.lives(AbortSignal.timeout(PATIENCE)).then(
      () => true,
      () => false,
    );
    this.#missing = well ? 0 : this.#missing + 1;
    if (this.#missing < MISSES || this.#gone || this.#ending) return;
    this.log(`${this.name} does not answer and is started again`);
    await this.#kill();
  }

  async #kill() {
    if (this.#gone) return;
    const gone = new Promise((done) => this.child.once('exit', done));
    this.child.kill('SIGKILL');
    await gone;
  }

  async #again() {
    const lived = this.#since === null ? 0 : performance.now() - this.#since;
    // What somebody else ended while it was of use has not failed.
    const ended = this.#since !== null && this.child.signalCode !== null;
    this.#failures = ended || lived > WELL ? 0 : this.#failures + 1;
    const wait = Math.min(LONGEST_WAIT, FIRST_WAIT * 2 ** Math.max(0, this.#failures - 1));
    const how = this.child.signalCode ?? `exit code ${this.child.exitCode}`;
    this.log(`${this.name} ended (${how}); it is started again`);
    for (const till = performance.now() + wait; performance.now() < till && !this.#ending;) await sleep(50);
    if (this.#ending) return;
    try {
      await this.#begin();
    } catch (error) {
      this.log(`${this.name} did not start: ${error.message}`);
    }
  }

  /** Ends it in order, and waits until it was started again and is of use. */
  async restart() {
    const before = this.starts;
    this.child.kill('SIGTERM');
    while (!this.#ending && (this.starts === before || this.#since === null)) await sleep(50);
  }

  /** Ends it in order; after `patience` ms it is ended hard. Nothing starts it again. */
  async close(patience = 10_000) {
    this.#ending = true;
    const { child } = this;
    if (child && !this.#gone) {
      const gone = new Promise((done) => child.once('exit', done));
      wake(child.pid);
      child.kill('SIGTERM');
      const late = setTimeout(() => child.kill('SIGKILL'), patience);
      await gone;
      clearTimeout(late);
    }
    await this.#run;
    // One that was just being started again when the end came.
    if (this.child) await this.#kill();
  }
}
