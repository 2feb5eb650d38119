import { Injectable } from '@nestjs/common';
import { LRUCache } from 'lru-cache';
import { refuse } from '../http/index.js';
import { fingerprintOf } from './fingerprint.js';
import { OWN_LIMITS, TooMuch } from './limits.js';
import { Processes } from './processes.js';
import type { Task, TaskOf } from './task.js';

/** A long print takes one of them for a minute; the other makes cards meanwhile. */
const AT_ONCE = 2;
/** An entry at the bench goes before a document. */
const NICE = 10;
/** So many bytes of documents are kept, none larger than an eighth of it: who asks again gets the same at once. */
const KEPT = 48 * 1024 * 1024;

type Making = Task & ((input: never) => Promise<Uint8Array>);

/** Makes what is printed and shown (proofs, cards, sheets) in processes of their own, which stand back behind whoever answers people, and end when nothing is to be made. */
@Injectable()
export class DocumentMaker extends Processes {
  private readonly kept = new LRUCache<string, Buffer>({
    maxSize: KEPT,
    maxEntrySize: KEPT / 8,
    sizeCalculation: ({ length }) => length + 1,
  });
  private readonly making = new Map<string, Promise<Buffer>>();

  constructor() {
    super(AT_ONCE, { memory: OWN_LIMITS.memory, written: null, nice: NICE }, OWN_LIMITS);
  }

  /**
   * What a task makes of plain values, as bytes. It is made once for the same values: who asks while it is being made waits for that, and who asks later gets what was made as long as
   * it is kept. What it shows has to follow from its input alone.
   */
  async make<F extends Making>(task: TaskOf<F>, input: Parameters<F>[0]): Promise<Buffer> {
    const key = fingerprintOf([task.module, task.name, input]);
    const known = this.kept.get(key) ?? this.making.get(key);
    if (known) return known;
    const making = this.made(task, input).then((made) => Buffer.from(made));
    this.making.set(key, making);
    try {
      const made = await making;
      this.kept.set(key, made);
      return made;
    } finally {
      this.making.delete(key);
    }
  }

  /** A task whose work is its effect, as a file that it writes: done each time it is asked for. */
  async made<F extends Task>(task: TaskOf<F>, input: Parameters<F>[0]): Promise<Awaited<ReturnType<F>>> {
    return this.run(task, input).catch((error: unknown) => {
      if (!(error instanceof TooMuch)) throw error;
      throw refuse(
        503,
        'document.much',
        `This is more than the machine can make: ${error.message}`,
        'Make it in parts: fewer pieces, or fewer jobs at once.',
      );
    });
  }
}
