import { fork, type ChildProcess } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { Refusal } from '../http/index.js';
import { setPriority } from 'node:os';
import { Ended, overLimit, type Limits } from './limits.js';
import type { Answer, Task, TaskOf } from './task.js';
import { usageOf } from './usage.js';

const SCRIPT = fileURLToPath(new URL('./child.js', import.meta.url));
/** How often it is looked at, ms: as much as it can take beyond its limits. */
const LOOK_EVERY = 50;
/** One that is not asked for so long is let go: its memory is worth more, ms. */
const IDLE = 20_000;

/** What a process may take from its start to its end, whatever it is asked. */
export interface Bounds {
  /** Megabytes of memory; past its limit for one task it is ended as well. */
  memory: number;
  /** The largest file that it may write, bytes; null: as large as the disk takes. */
  written: number | null;
  /** How far it stands back behind who answers people, as nice(2) counts it; 0: not at all. */
  nice: number;
}

/** A process that does one task after the other, and is ended with all that it started when one of them takes too much. */
export class TaskProcess {
  private readonly child: ChildProcess;
  private idle: NodeJS.Timeout | null = null;
  over = false;

  constructor({ memory, written, nice }: Bounds, onOver: () => void) {
    this.child = fork(SCRIPT, [], {
      // Its own limits, should nobody look: no file beyond what is meant, no picture of its memory left behind.
      execPath: 'prlimit',
      execArgv: [
        ...(written === null ? [] : [`--fsize=${written}`]),
        '--core=0',
        '--',
        process.execPath,
        `--max-old-space-size=${Math.round(memory * 0.75)}`,
      ],
      serialization: 'advanced',
      detached: true,
      stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    });
    const end = () => {
      this.over = true;
      onOver();
    };
    this.child.once('exit', end);
    this.child.once('error', end);
    if (nice > 0 && this.child.pid !== undefined) setPriority(this.child.pid, nice);
    this.rest();
  }

  private rest(): void {
    this.idle = setTimeout(() => {
      this.end();
    }, IDLE);
    this.idle.unref();
  }

  /** Ends it with everything that it started. */
  end(): void {
    this.over = true;
    const { pid } = this.child;
    if (pid === undefined || this.child.exitCode !== null || this.child.signalCode !== null) return;
    try {
      process.kill(-pid, 'SIGKILL');
    } catch (error) {
      if ((error as { code?: string }).code !== 'ESRCH') throw error;
    }
  }

  run<F extends Task>(task: TaskOf<F>, input: Parameters<F>[0], limits: Limits): Promise<Awaited<ReturnType<F>>> {
    if (this.idle) clearTimeout(this.idle);
    const { child } = this;
    return new Promise((resolve, reject) => {
      const began = performance.now();
      const before = child.pid === undefined ? 0 : usageOf(child.pid).cpu;
      const settle = (end: () => void): void => {
        clearInterval(watch);
        child.off('message', heard);
        child.off('exit', gone);
        child.off('error', gone);
        if (!this.over) this.rest();
        end();
      };
      const stop = (which: keyof Limits): void => {
        this.end();
        settle(() => {
          reject(overLimit(which, limits));
        });
      };
      const watch = setInterval(() => {
        if (child.pid === undefined) return;
        const { cpu, memory } = usageOf(child.pid);
        if (memory > limits.memory) stop('memory');
        else if (cpu - before > limits.cpu) stop('cpu');
        else if (performance.now() - began > limits.wall * 1000) stop('wall');
      }, LOOK_EVERY);
      const gone = (): void => {
        settle(() => {
          // V8 ends its process when its heap is full, and the kernel one that writes too large a file.
          const full = child.signalCode === 'SIGABRT' || child.signalCode === 'SIGXFSZ';
          reject(full ? overLimit('memory', limits) : new Ended());
        });
      };
      const heard = (answer: Answer): void => {
        settle(() => {
          if ('value' in answer) resolve(answer.value as Awaited<ReturnType<F>>);
          else if ('refused' in answer) reject(new Refusal(answer.refused.status, answer.refused.problem));
          else reject(Object.assign(new Error(answer.error), answer.code === null ? {} : { code: answer.code }));
        });
      };
      child.on('message', heard);
      child.once('exit', gone);
      child.once('error', gone);
      child.send({ ...task, input });
    });
  }
}
