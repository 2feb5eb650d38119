import type { Blank } from '../blank/index.js';
import type { Press } from '../shop/index.js';
import type { Step } from './step.js';
import { formatDuration } from '../units/index.js';

/** How long a bed takes, and how many pieces an hour that makes. Times in s. */
export interface Cycle {
  /** From the first hand laid on it until it is cool and off. */
  whole: number;
  /** While the press can take nothing else, its recovery included. */
  press: number;
  /** While a hand is at work. */
  hands: number;
  /** Pieces on the plate at once. */
  atOnce: number;
  /** Pieces an hour when one bed is finished before the next begins; and when the next is made ready while one is pressed. */
  perHour: { alone: number; spare: number };
  /** Beds that have to be under way at once to keep the press, or the hands, busy. */
  beds: number;
  jigs: JigPlan | null;
}

interface JigPlan {
  name: string;
  /** So many keep the press busy. */
  needed: number;
  /** How many the shop has; null: nobody counted. */
  have: number | null;
  why: string;
}

/** Seconds of a step, its clock and its hands together. */
const secondsOf = ({ seconds, takes }: Step): number => (seconds ?? 0) + takes;

/**
 * Cycle times of one bed of `atOnce` pieces. With spare jigs or spare blanks laid ready, the slower of the press and one pair of hands sets the pace; by
 * Little's law as many beds are under way as the whole time holds such paces. Table work is done for each piece, press work for all at once. O(steps).
 */
export function cycleOf(steps: readonly Step[], blank: Blank, press: Press, atOnce: number): Cycle {
  const times = (step: Step) => (step.at === 'table' ? atOnce : 1);
  const pressings = steps.filter(({ kind }) => kind === 'press').length;
  const whole = steps.reduce((sum, step) => sum + secondsOf(step) * times(step), 0);
  // The plate comes back to its temperature while it stands open for hands: only what is longer than that waits.
  const open = steps.reduce((sum, step) => sum + (step.at === 'press' ? step.takes : 0), 0);
  const waits = Math.max(0, pressings * press.recovery - open);
  const busy = steps.reduce((sum, step) => sum + (step.at === 'press' ? secondsOf(step) : 0), 0) + waits;
  const hands = steps.reduce((sum, step) => sum + (step.hands > 0 ? step.takes * times(step) : 0), 0);
  // What cools at the end lies on the rack by itself; a jig is only free once it is off.
  const aside = blank.jig ? 0 : steps.reduce((sum, step) => sum + (step.kind === 'cool' ? secondsOf(step) : 0), 0);
  const pace = Math.max(busy, hands);
  const beds = Math.max(1, Math.ceil((whole + waits) / pace - 1e-9));
  const hour = (seconds: number) => (3600 * atOnce) / seconds;
  return {
    whole,
    press: busy,
    hands,
    atOnce,
    perHour: { alone: hour(whole + waits - aside), spare: hour(pace) },
    beds,
    jigs: blank.jig
      ? {
          name: blank.jig,
          needed: beds * atOnce,
          have: blank.jigs,
          why: `A jig is away for ${formatDuration(whole)}, and the press could take the next every ${formatDuration(pace)}: ${beds === 1 ? 'one bed' : `${beds} beds`} of ${atOnce}.`,
        }
      : null,
  };
}
