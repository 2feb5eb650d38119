import { availableParallelism } from 'node:os';
import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import { ForeignProcess } from './foreign-process.js';
import { Ended, type Limits } from './limits.js';
import type { Task, TaskOf } from './task.js';

/** Several files are read side by side, so that one which takes its minute holds up nobody: as many as the machine computes at once, two at least. */
const AT_ONCE = Math.max(2, Math.min(4, availableParallelism()));

/** Reads foreign files in processes of their own. */
@Injectable()
export class ForeignReader implements OnApplicationShutdown {
  private readonly free: ForeignProcess[] = [];
  private readonly all = new Set<ForeignProcess>();
  private readonly waiting: (() => void)[] = [];
  private busy = 0;

  /** Rejects with what the reading itself says, or with TooMuch when it takes more than it may. */
  async run<F extends Task>(
    task: TaskOf<F>,
    input: Parameters<F>[0],
    limits?: Limits,
  ): Promise<Awaited<ReturnType<F>>> {
    return this.once(task, input, limits).catch((error: unknown) => {
      // Ended by somebody else, as by a kernel that needed its memory: once more, in a new one.
      if (error instanceof Ended) return this.once(task, input, limits);
      throw error;
    });
  }

  private async once<F extends Task>(
    task: TaskOf<F>,
    input: Parameters<F>[0],
    limits: Limits | undefined,
  ): Promise<Awaited<ReturnType<F>>> {
    if (this.busy >= AT_ONCE) await new Promise<void>((done) => this.waiting.push(done));
    this.busy++;
    const reader = this.take();
    try {
      return await reader.run(task, input, limits);
    } finally {
      this.busy--;
      if (!reader.over) this.free.push(reader);
      this.waiting.shift()?.();
    }
  }

  private take(): ForeignProcess {
    for (let one = this.free.pop(); one; one = this.free.pop()) if (!one.over) return one;
    const fresh: ForeignProcess = new ForeignProcess(() => this.all.delete(fresh));
    this.all.add(fresh);
    return fresh;
  }

  onApplicationShutdown(): void {
    for (const reader of this.all) reader.end();
  }
}
