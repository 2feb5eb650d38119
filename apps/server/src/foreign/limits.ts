import { Refusal } from '../http/index.js';

/** What reading one file may take: seconds of processor time, seconds in all, megabytes of memory. All processes that it starts count. */
export interface Limits {
  cpu: number;
  wall: number;
  memory: number;
}

export const LIMITS: Limits = { cpu: 10, wall: 60, memory: 512 };

/** The largest file that reading may write beside the one that it reads, bytes: a page of a PDF as a picture, a drawing made clean. */
export const MOST_WRITTEN = 512 * 1024 * 1024;

/** A file that takes more than it may: which limit, in words. */
export class TooMuch extends Error {}

/** The process that read it ended, and nobody knows why: somebody may have ended it, or Kanga itself ends. */
export class Ended extends Refusal {
  constructor() {
    super(503, {
      code: 'read.ended',
      title: 'Reading the file was cut off',
      remedy: 'Nothing is wrong with it: send it once more.',
      faults: [],
    });
  }
}

export const overLimit = (which: keyof Limits, { cpu, wall, memory }: Limits): TooMuch =>
  new TooMuch(
    which === 'cpu'
      ? `reading it takes more than ${cpu} s of computing`
      : which === 'wall'
        ? `reading it takes more than ${wall} s`
        : `reading it takes more than ${memory} MB of memory`,
  );
