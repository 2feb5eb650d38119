import { SHEET_LIMITS } from '@kanga/core/sheet';
import { tidyNumber } from '@kanga/core/units';
import { usePrint } from '../data/index.js';
import { Button } from '../ui/index.js';
import type { Nesting } from './use-nest.js';
import type { Offer } from './use-offer.js';

/** Use of the paper as a bar: what is reached, and the mark that nothing can pass. */
export function UseBar({ use, best }: { use: number; best: number }) {
  return (
    <svg viewBox="0 0 100 9" className="mt-1 h-3 w-full" preserveAspectRatio="none" aria-hidden>
      <rect width="100" height="9" fill="var(--color-paint-plate)" />
      <rect width={use * 100} height="9" fill="var(--color-cyan)" />
      <path d={`M${best * 100} 0V9`} stroke="var(--color-key)" strokeWidth="1" />
    </svg>
  );
}

export interface NestControl {
  nesting: Nesting | null;
  problem: string | null;
  onStart: () => void;
  onStop: () => void;
  onDrop: () => void;
  /** A layout on less paper that was found by the way; null: none was. */
  offer: Offer | null;
  onTake: (offer: Offer) => void;
}

/** What is shown of a nesting under way, or the button that starts one. */
export function NestPanel({
  nesting,
  problem,
  onStart,
  onStop,
  onDrop,
  offer,
  onTake,
  onRows,
  count,
  arranged,
  locked,
}: NestControl & { onRows: () => void; count: number; arranged: boolean; locked: boolean }) {
  const print = usePrint();
  const tooMany = count > SHEET_LIMITS.arranged;
  if (nesting) {
    return (
      <div className="space-y-2 border-l-4 border-yellow pl-3" role="status">
        <p>
          Nesting: <span className="figures">{nesting.tries}</span> tries in{' '}
          <span className="figures">{nesting.seconds.toFixed(0)} s</span>, better{' '}
          <span className="figures">{nesting.better}</span> times.
        </p>
        <div className="flex gap-2">
          <Button tone="strong" disabled={!nesting.spots} onClick={onStop}>
            Use the best so far
          </Button>
          <Button onClick={onDrop}>Leave it</Button>
        </div>
      </div>
    );
  }
  return (
    <div className="space-y-2">
      {offer && !locked && (
        <div className="flex items-center gap-2 border-l-4 border-yellow pl-3" role="status">
          <p className="min-w-0 flex-1">
            A closer layout saves{' '}
            <b>
              {offer.plan.request.paper.kind === 'roll'
                ? `${print.length(offer.saves)} of the roll`
                : `${offer.saves} ${offer.saves === 1 ? 'sheet' : 'sheets'}`}
            </b>
            , {tidyNumber(offer.share * 100, 0)} % of the paper.
          </p>
          <Button
            tone="strong"
            onClick={() => {
              onTake(offer);
            }}
          >
            Use it
          </Button>
        </div>
      )}
      <div className="flex gap-2">
        <Button className="flex-1" disabled={locked || tooMany} onClick={onStart}>
          {arranged ? 'Nest again' : 'Nest to save paper'}
        </Button>
        {arranged && (
          <Button disabled={locked} onClick={onRows}>
            In rows
          </Button>
        )}
      </div>
      {tooMany && (
        <p className="text-[14px] text-soft">
          Up to {SHEET_LIMITS.arranged} transfers can be nested; here are {count}.
        </p>
      )}
      {problem && (
        <p role="alert" className="font-semibold text-magenta">
          {problem}
        </p>
      )}
    </div>
  );
}
