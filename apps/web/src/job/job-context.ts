import { createContext, useContext } from 'react';
import type { Palette, SideDesign } from '@kanga/core/art';
import type { JobView, NextAction } from '@kanga/core/job';
import type { Settings } from '@kanga/core/shop';
import type { UnitPrinter } from '@kanga/core/units';
import type { Shop } from '@kanga/contract/shop';
import type { BenchOutbox, JobSession, OutboxState, SessionState } from '../data/index.js';

/** All that a stage's screen needs of the job it shows. */
export interface JobContext {
  view: JobView;
  session: JobSession;
  state: SessionState;
  outbox: BenchOutbox;
  bench: OutboxState;
  shop: Shop;
  settings: Settings;
  print: UnitPrinter;
  /** True when the plan is at the press or the job closed: its choices can no longer change. */
  locked: boolean;
  /** A design that is being dragged and not yet let go; null when none is. */
  setDraft: (design: SideDesign[] | null) => void;
  /** The pictures and fonts at hand. */
  palette: Palette;
  /** The piece that is looked at, from 0; in a run of names each has its own. */
  piece: number;
  setPiece: (piece: number) => void;
  act: (action: NextAction) => void;
  busy: boolean;
}

export const JobContextDoor = createContext<JobContext | null>(null);

export function useJob(): JobContext {
  const context = useContext(JobContextDoor);
  if (!context) throw new Error('useJob needs a job screen around it');
  return context;
}
