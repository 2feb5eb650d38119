import { availableParallelism } from 'node:os';
import { Injectable } from '@nestjs/common';
import { LIMITS, MOST_WRITTEN } from './limits.js';
import { Processes } from './processes.js';

/** Several files are read side by side, so that one which takes its minute holds up nobody: as many as the machine computes at once, two at least. */
const AT_ONCE = Math.max(2, Math.min(4, availableParallelism()));

/** Reads what strangers made in processes of their own, which may be ended at any time. */
@Injectable()
export class ForeignReader extends Processes {
  constructor() {
    super(AT_ONCE, { memory: LIMITS.memory, written: MOST_WRITTEN, nice: 0 }, LIMITS);
  }
}
