import bidiFactory, { type Bidi } from 'bidi-js';
import { nth } from '../numbers/index.js';

// Its types speak of an ES module where Node is given a CommonJS one, whose default is the factory itself.
const bidi = (bidiFactory as unknown as () => Bidi)();

/** The text in the order it is seen, cut into stretches of one direction (Unicode Bidirectional Algorithm, UAX #9). */
export function inSeenOrder(text: string): { text: string; leftward: boolean }[] {
  const { levels } = bidi.getEmbeddingLevels(text);
  const runs: { level: number; text: string }[] = [];
  for (let i = 0; i < text.length; i++) {
    const level = nth(levels, i);
    const last = runs.at(-1);
    if (last?.level === level) last.text += text[i] ?? '';
    else runs.push({ level, text: text[i] ?? '' });
  }
  // Rule L2: from the highest level down, turn every stretch at that level or above round.
  const highest = Math.max(0, ...runs.map((run) => run.level));
  for (let level = highest; level >= 1; level--) {
    for (let from = 0; from < runs.length; from++) {
      let to = from;
      while (to < runs.length && (runs[to]?.level ?? 0) >= level) to++;
      if (to > from) runs.splice(from, to - from, ...runs.slice(from, to).reverse());
      from = to;
    }
  }
  return runs.map((run) => ({ text: run.text, leftward: run.level % 2 === 1 }));
}
