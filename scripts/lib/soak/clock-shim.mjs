import { readFileSync } from 'node:fs';

/**
 * Sets the clock on the wall forth or back for one process and those that it starts, as somebody would who sets the computer's: `Date` reads so many ms more or less
 * as stand in the file at KANGA_SOAK_CLOCK. Clocks that only run are not touched. For tests only: `NODE_OPTIONS=--import …/clock-shim.mjs`.
 */
const file = process.env.KANGA_SOAK_CLOCK;
let [offset, read] = [0, 0];
const real = Date.now.bind(Date);

function now() {
  if (file && real() - read > 200) {
    read = real();
    try {
      offset = Number(readFileSync(file, 'utf8')) || 0;
    } catch {
      offset = 0;
    }
  }
  return real() + offset;
}

if (file) {
  globalThis.Date = class extends Date {
    constructor(...words) {
      if (words.length === 0) super(now());
      else super(...words);
    }

    static now() {
      return now();
    }
  };
}
