import type { ComposedSide } from '../art/index.js';
import { memoised } from '../memo/index.js';
import { planStack, type Planned, type SeamLook, type StackPlan } from '../stack/index.js';

/** A plan that is known, and the sides at which it looked; null: it asked nothing of them, and is the same whatever they show. */
interface Known {
  plan: StackPlan | null;
  looked: readonly ComposedSide[] | null;
}

const plans = memoised<Omit<Planned, 'look'>, Known>('blank', () => ({ plan: null, looked: null }));

/**
 * The plan of what is pressed; `pressed`: what is printed on each side that it looks at. The same plan again while nothing that it follows from has changed: a picture that is moved
 * changes it only where seams between pressings keep clear of the picture. Throws as planStack does.
 */
export function stackOf(planned: Planned, pressed: readonly ComposedSide[]): StackPlan {
  const { look, ...asked } = planned;
  const known = plans(asked);
  const { plan, looked } = known;
  if (plan && (looked === null || pressed.every((side, i) => side === looked[i]))) return plan;
  known.looked = null;
  const noted =
    <A>(cost: (at: A) => number) =>
    (at: A) => {
      known.looked = pressed;
      return cost(at);
    };
  const noting = (side: number): SeamLook | null => {
    const seen = look?.(side);
    return seen ? { across: noted(seen.across), down: noted(seen.down) } : null;
  };
  known.plan = planStack(look ? { ...asked, look: noting } : asked);
  return known.plan;
}
