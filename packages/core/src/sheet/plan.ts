import type { Arrangement, SheetChoices } from './choices.js';
import { arrangedLayout, clashesOn, layoutFingerprint } from './arrange.js';
import { layOut, type Layout, type LayoutRequest, type NoFit } from './layout.js';
import { isLayout } from './outcome.js';
import { memoised } from '../memo/index.js';

/** The sheets of a tray, and what became of the arrangement that was made for it. */
export interface SheetPlan {
  request: LayoutRequest;
  fingerprint: string;
  layout: Layout | NoFit;
  /** `none`: laid in equal cells; `kept`: as arranged; `void`: it was made for other parts or other paper. */
  arrangement: 'none' | 'kept' | 'void';
  /** Parts that overlap another one, or leave what can be printed, in the arrangement. */
  clashing: number[];
}

/** Lays a tray out as it was arranged, or in equal cells. */
export const planSheets = (request: LayoutRequest, { arrangement }: Pick<SheetChoices, 'arrangement'>): SheetPlan =>
  planned({ ...request, arrangement });

const planned = memoised('tray', ({ arrangement, ...request }: LayoutRequest & Pick<SheetChoices, 'arrangement'>) =>
  plannedAnew(request, arrangement),
);

function plannedAnew(request: LayoutRequest, arrangement: SheetChoices['arrangement']): SheetPlan {
  const fingerprint = layoutFingerprint(request);
  const plain = { request, fingerprint, clashing: [] };
  if (!arrangement) return { ...plain, layout: layOut(request), arrangement: 'none' };
  if (arrangement.fingerprint !== fingerprint || arrangement.spots.length !== request.tray.parts.length)
    return { ...plain, layout: layOut(request), arrangement: 'void' };
  const layout = arrangedLayout(request, arrangement.spots);
  return { ...plain, layout, arrangement: 'kept', clashing: clashingIn(arrangement, request, layout) };
}

/** An arrangement is judged once: a job is looked at again at every keystroke. */
const judged = new WeakMap<Arrangement, number[]>();

function clashingIn(arrangement: Arrangement, request: LayoutRequest, layout: Layout): number[] {
  const known = judged.get(arrangement);
  if (known) return known;
  const clashing = clashingParts(request, layout);
  judged.set(arrangement, clashing);
  return clashing;
}

/** Every part that lies wrong, each once. O(see clashesOn). */
function clashingParts(request: LayoutRequest, layout: Layout | NoFit): number[] {
  if (!isLayout(layout)) return [];
  const wrong = new Set<number>();
  for (const sheet of layout.sheets) {
    const { pairs, outside } = clashesOn(request, sheet.placed);
    for (const part of [...pairs.flat(), ...outside]) wrong.add(part);
  }
  return [...wrong].sort((a, b) => a - b);
}
