import type { FaultCode } from './faults.js';
import type { CauseRule, Change } from './cause-rule.js';
import type { Evidence, Pressed } from './pressed.js';
import { GOODS_RULES } from './rules-goods.js';
import { IMAGE_RULES } from './rules-image.js';

/** All causes that are known, as data. */
export const CAUSE_RULES: readonly CauseRule[] = [...IMAGE_RULES, ...GOODS_RULES];

/** A cause of what is seen, with how likely it is among the causes that are known, what speaks for and against it, and what to change. */
export interface Cause {
  cause: string;
  /** 0 to 1; all causes of a fault come to 1. */
  share: number;
  sure: 'likely' | 'possible' | 'unlikely';
  evidence: Evidence[];
  change: Change;
}

/** From this share on a cause is called likely, and below this unlikely. */
const LIKELY = 0.55;
const UNLIKELY = 0.12;

/**
 * Why a piece came out with a fault: its causes, the likeliest first. How usual each cause is, times the odds of what is known of the piece, made to
 * come to 1 (naive Bayes: pieces of evidence are taken to be independent, which they are not quite). O(rules).
 */
export function whyOf(fault: FaultCode, piece: Pressed): Cause[] {
  const weighed = CAUSE_RULES.filter((rule) => rule.fault === fault).map((rule) => {
    const evidence = rule.evidence(piece);
    const odds = rule.usual * Math.exp(evidence.reduce((sum, one) => sum + one.weight, 0));
    return { cause: rule.cause, evidence, odds, change: rule.change(piece) };
  });
  const all = weighed.reduce((sum, one) => sum + one.odds, 0);
  return weighed
    .map(({ odds, ...rest }): Cause => {
      const share = odds / all;
      // Without any evidence for it, even the usual cause is a guess.
      const backed = rest.evidence.some(({ weight }) => weight > 0);
      return {
        ...rest,
        share,
        sure: share >= LIKELY && backed ? 'likely' : share >= UNLIKELY ? 'possible' : 'unlikely',
      };
    })
    .sort((a, b) => b.share - a.share);
}
