import { Refusal } from '../http/index.js';

/** What one task may take: seconds of processor time, seconds in all, megabytes of memory. All processes that it starts count. */
export interface Limits {
  cpu: number;
  wall: number;
  memory: number;
}

/** What reading one file may take. */
export const LIMITS: Limits = { cpu: 10, wall: 60, memory: 512 };

/** What a document of the shop's own may take: fifty pages of large pictures take a minute on a slow machine. */
export const OWN_LIMITS: Limits = { cpu: 600, wall: 1800, memory: 1500 };

/** The largest file that reading may write beside the one that it reads, bytes: a page of a PDF as a picture, a drawing made clean. */
export const MOST_WRITTEN = 512 * 1024 * 1024;

/** Something that takes more than it may: which limit, in words. */
export class TooMuch extends Error {}

/** The process that did it ended, and nobody knows why: somebody may have ended it, or Kanga itself ends. */
export class Ended extends Refusal {
  constructor() {
    super(503, {
      code: 'read.ended',
      title: 'The work on it was cut off',
      remedy: 'Nothing is wrong with it: try once more.',
      faults: [],
    });
  }
}

export const overLimit = (which: keyof Limits, { cpu, wall, memory }: Limits): TooMuch =>
  new TooMuch(
    which === 'cpu'
      ? `it takes more than ${cpu} s of computing`
      : which === 'wall'
        ? `it takes more than ${wall} s`
        : `it takes more than ${memory} MB of memory`,
  );
