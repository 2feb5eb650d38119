import type { OnApplicationShutdown } from '@nestjs/common';
import { Ended, type Limits } from './limits.js';
import type { Task, TaskOf } from './task.js';
import { TaskProcess, type Bounds } from './task-process.js';

/** Does tasks in processes of their own, so many at once; what more is asked waits. They come when they are needed and end when they are not. */
export abstract class Processes implements OnApplicationShutdown {
  private readonly free: TaskProcess[] = [];
  private readonly all = new Set<TaskProcess>();
  private readonly waiting: (() => void)[] = [];
  private busy = 0;

  protected constructor(
    private readonly atOnce: number,
    private readonly bounds: Bounds,
    private readonly limits: Limits,
  ) {}

  /** Rejects with what the task itself says, or with TooMuch when it takes more than it may. */
  async run<F extends Task>(
    task: TaskOf<F>,
    input: Parameters<F>[0],
    limits: Limits = this.limits,
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
    limits: Limits,
  ): Promise<Awaited<ReturnType<F>>> {
    if (this.busy >= this.atOnce) await new Promise<void>((done) => this.waiting.push(done));
    this.busy++;
    const worker = this.take();
    try {
      return await worker.run(task, input, limits);
    } finally {
      this.busy--;
      if (!worker.over) this.free.push(worker);
      this.waiting.shift()?.();
    }
  }

  private take(): TaskProcess {
    for (let one = this.free.pop(); one; one = this.free.pop()) if (!one.over) return one;
    const fresh: TaskProcess = new TaskProcess(this.bounds, () => this.all.delete(fresh));
    this.all.add(fresh);
    return fresh;
  }

  onApplicationShutdown(): void {
    for (const worker of this.all) worker.end();
  }
}
