import { wrap, type Remote } from 'comlink';
import type { ComposedSide, Drawn, SideCheck, SideDesign } from '@kanga/core/art';
import type { Goods, JudgeWork, SentDrawn } from './judge.worker.js';

const sent = (one: Drawn): SentDrawn => {
  if (one.kind === 'text') return one;
  const { kind, item, placement, base, transforms, tooFine, borrowed } = one;
  return { kind, item, placement, base, transforms, tooFine, borrowed };
};

interface Asked {
  goods: Goods;
  sides: readonly ComposedSide[];
  design: readonly SideDesign[];
}

/** The same goods, one by one: they are told to the worker when one of them is another. */
const sameGoods = (a: Goods | null, b: Goods): boolean =>
  a !== null &&
  a.blank === b.blank &&
  a.units === b.units &&
  a.templates === b.templates &&
  a.arts.length === b.arts.length &&
  a.arts.every((art, i) => art === b.arts[i]);

/**
 * Judges a design while it is moved about, off the screen's own thread: what was asked last is answered as soon as what was asked before is, and all between is left out. It may fall
 * behind, and it may fail: the page judges everything itself when the hand rests.
 */
export class Judge {
  private worker: { ends: Worker; work: Remote<JudgeWork> } | null = null;
  private told: Goods | null = null;
  private busy = false;
  private next: Asked | null = null;
  private failed = false;
  /** Which use of it this is: who ended it may begin again. */
  private use = 0;

  constructor(private readonly onAnswer: (checks: SideCheck[]) => void) {}

  ask(asked: Asked): void {
    this.next = asked;
    if (!this.busy) void this.answer(this.use);
  }

  private async answer(use: number): Promise<void> {
    this.busy = true;
    while (this.next && !this.failed && use === this.use) {
      const { goods, sides, design } = this.next;
      this.next = null;
      try {
        const { work } = (this.worker ??= this.begun());
        if (!sameGoods(this.told, goods)) await work.tell(goods);
        if (use !== this.use) return;
        this.told = goods;
        const checks = await work.judge(
          sides.map(({ drawn }) => drawn.map(sent)),
          design,
        );
        if (use !== this.use) return;
        this.onAnswer(checks);
      } catch {
        // What it would have said is said when the hand rests.
        if (use === this.use) this.failed = true;
      }
    }
    if (use === this.use) this.busy = false;
  }

  private begun(): { ends: Worker; work: Remote<JudgeWork> } {
    const ends = new Worker(new URL('./judge.worker.ts', import.meta.url), { type: 'module' });
    ends.onerror = () => {
      this.failed = true;
    };
    return { ends, work: wrap<JudgeWork>(ends) };
  }

  end(): void {
    this.use++;
    this.next = null;
    this.told = null;
    this.busy = false;
    this.worker?.ends.terminate();
    this.worker = null;
  }
}
