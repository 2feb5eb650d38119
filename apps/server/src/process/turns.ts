import { setImmediate, setTimeout } from 'node:timers/promises';
import { Injectable } from '@nestjs/common';

/** So long what takes its time stands back at most, ms: a bench where something is entered all the time must not keep it for ever. */
const PATIENCE = 2000;
/** So long it waits before it looks again, ms. */
const LOOK_AGAIN = 2;

/** Who goes first in the one thread that answers: an entry at the bench, of some milliseconds, or all that follows from a job, of a hundred. */
@Injectable()
export class Turns {
  private going = 0;
  private last: Promise<unknown> = Promise.resolve();

  /** Does what goes first. */
  async first<T>(work: () => Promise<T>): Promise<T> {
    this.going++;
    try {
      return await work();
    } finally {
      this.going--;
    }
  }

  /** Works something out that holds up everything else meanwhile: one after the other, with a breath between, and while nothing that goes first is under way. */
  after<T>(work: () => T): Promise<T> {
    const mine = this.last.then(async () => {
      await setImmediate();
      for (const till = performance.now() + PATIENCE; this.going > 0 && performance.now() < till;)
        await setTimeout(LOOK_AGAIN);
      return work();
    });
    this.last = mine.catch(() => undefined);
    return mine;
  }
}
