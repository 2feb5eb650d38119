import type { FaultCode } from './faults.js';
import type { CauseRule, Change } from './cause-rule.js';
import { alike, notAsPlanned, SOME, type Batch, type Evidence, type Pressed } from './pressed.js';
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

/** How likely it is that what was not pressed as planned came out wrong for just that reason. Ours, from memory. */
const AS_IT_WAS_PRESSED = 0.7;

/** From this share on a cause is called likely, and below this unlikely. */
const LIKELY = 0.55;
const UNLIKELY = 0.12;

/** How usual it is that a new batch is what changed, before anything is known. Ours, from memory. */
const NEW_BATCH = 0.1;
const OF: Record<Batch['thing'], string> = { blank: 'blanks', paper: 'paper', ink: 'ink' };

/** A batch of which nothing was pressed before is a cause of its own: the settings are those that were right for the one before. */
const ofBatches = (fault: FaultCode, piece: Pressed) =>
  (piece.batches ?? [])
    .filter(({ fresh }) => fresh)
    .map(({ thing, batch }) => {
      const evidence = [
        { text: `This is the first run of batch ${batch} of the ${thing}.`, weight: SOME },
        ...alike(piece, fault).all,
      ];
      return {
        cause: `Batch ${batch} of the ${OF[thing]} is another than the one before`,
        evidence,
        odds: NEW_BATCH * Math.exp(evidence.reduce((sum, one) => sum + one.weight, 0)),
        change: { say: `Press one of the batch before, all else as it is. If it comes out good, dial the new one in.` },
      };
    });

/**
 * Why a piece came out with a fault: its causes, the likeliest first. How usual each cause is, times the odds of what is known of the piece, made to
 * come to 1 (naive Bayes: pieces of evidence are taken to be independent, which they are not quite). A piece that was not pressed as planned says so first: it tells nothing of the
 * settings, and the next one is pressed as planned before anything is changed. O(rules).
 */
export function whyOf(fault: FaultCode, piece: Pressed): Cause[] {
  const weighed = CAUSE_RULES.filter((rule) => rule.fault === fault).map((rule) => {
    const evidence = rule.evidence(piece);
    const odds = rule.usual * Math.exp(evidence.reduce((sum, one) => sum + one.weight, 0));
    return { cause: rule.cause, evidence, odds, change: rule.change(piece) };
  });
  weighed.push(...ofBatches(fault, piece));
  const all = weighed.reduce((sum, one) => sum + one.odds, 0);
  const missed = notAsPlanned(piece);
  const left = missed.length > 0 ? 1 - AS_IT_WAS_PRESSED : 1;
  const causes = weighed
    .map(({ odds, ...rest }): Cause => {
      const share = (odds / all) * left;
      // Without any evidence for it, even the usual cause is a guess.
      const backed = rest.evidence.some(({ weight }) => weight > 0);
      return {
        ...rest,
        share,
        sure: share >= LIKELY && backed ? 'likely' : share >= UNLIKELY ? 'possible' : 'unlikely',
      };
    })
    .sort((a, b) => b.share - a.share);
  if (missed.length === 0) return causes;
  const first: Cause = {
    cause: 'It was not pressed as planned',
    share: AS_IT_WAS_PRESSED,
    sure: 'likely',
    evidence: missed,
    change: { say: 'Press the next one as planned, and change nothing.' },
  };
  return [first, ...causes];
}
