import { useMemo, useSyncExternalStore } from 'react';
import { composedSides, valuesOf, type ComposedSide, type Drawn, type SideCheck } from '@kanga/core/art';
import { useJob } from '../job/index.js';
import type { Designing } from './use-design.js';

/** One side as it is shown at this moment: ahead of what the job says while something on it is moved. */
export interface Shown {
  composed: ComposedSide | undefined;
  drawn: readonly Drawn[];
  chosen: Drawn | null;
  check: SideCheck | undefined;
}

/** What stands on the side now, with every move of the hand. */
export function useLive({ live, side, composed, drawn, chosen }: Designing): Shown {
  const { view, palette, piece } = useJob();
  const moved = useSyncExternalStore(live.subscribe, live.read);
  const { templates, checks } = view;
  const { run } = view.job;
  return useMemo(() => {
    if (!moved || moved.design === view.job.design) return { composed, drawn, chosen, check: checks[side] };
    const now = composedSides(moved.design, templates, palette, valuesOf(run, piece))[side];
    return {
      composed: now,
      drawn: now?.drawn ?? [],
      chosen: now?.drawn.find((one) => !one.borrowed && one.item.id === chosen?.item.id) ?? null,
      check: (moved.checks ?? checks)[side],
    };
  }, [moved, view.job.design, composed, drawn, chosen, checks, side, templates, palette, run, piece]);
}
