import { Nester, TooLarge } from '@kanga/core/nest';
import type { NestAnswer, NestOrder } from './nest.js';

const say = (answer: NestAnswer) => {
  self.postMessage(answer);
};

/** How often the screen hears of it while nothing gets better, ms. */
const TICK = 300;

/** Nests until nothing better is possible or the time is up, and says at once whenever the best got better. */
self.onmessage = ({ data }: MessageEvent<NestOrder>) => {
  const began = performance.now();
  const elapsed = () => (performance.now() - began) / 1000;
  try {
    const nester = new Nester(data.problem, { known: data.known });
    const tell = (better: boolean) => {
      say({ best: better ? nester.best : null, tries: nester.tries, seconds: elapsed() });
    };
    tell(true);
    let last = performance.now();
    while (!nester.proved && elapsed() < data.seconds) {
      const better = nester.step();
      if (better || performance.now() - last > TICK) {
        tell(better);
        last = performance.now();
      }
    }
    say({ done: nester.proved ? 'proved' : 'time', tries: nester.tries, seconds: elapsed() });
  } catch (error) {
    const title =
      error instanceof TooLarge
        ? 'A piece is larger than the paper.'
        : `The nesting failed: ${error instanceof Error ? error.message : String(error)}`;
    say({ problem: title });
  }
};
