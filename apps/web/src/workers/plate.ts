import type { HeatMap, PressCheck } from '@kanga/core/heat';
import type { ShopUnits } from '@kanga/core/units';
import { inWorker } from './ask.js';
import type { PlateJudged, PlateWork } from './plate.worker.js';

/** What the readings of a plate come to, worked out off the screen's own thread. */
export const judgePlateInWorker = (
  name: string,
  check: PressCheck,
  platen: HeatMap['platen'],
  units: ShopUnits,
  signal: AbortSignal,
): Promise<PlateJudged> =>
  inWorker<PlateWork, PlateJudged>(
    new Worker(new URL('./plate.worker.ts', import.meta.url), { type: 'module' }),
    (work) => work.judge(name, check, platen, units),
    signal,
  );
