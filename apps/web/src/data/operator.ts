import type { BenchEvent } from '@kanga/core/bench';
import { serverNow } from './clock.js';
import { keptText } from './kept-text.js';

/** Who stands at this screen; null: nobody said. */
const who = keptText('kanga.who');
export const { keep: setOperator, useText: useOperator } = who;

/** What every event of the bench begins with. */
export const stamp = (): Pick<BenchEvent, 'id' | 'at' | 'by'> => ({
  id: crypto.randomUUID(),
  at: serverNow(),
  by: who.read(),
});
