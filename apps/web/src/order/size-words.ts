import type { CostPart } from '@kanga/core/cost';
import { piecesEach, type CostedSize } from '@kanga/core/order';

/** What a job's money goes into, in words. */
export const PART_NAMES: Record<CostPart, string> = {
  blanks: 'Blanks',
  paper: 'Paper',
  ink: 'Ink',
  'protective paper': 'Cover paper',
  tape: 'Tape',
  hands: 'Hands',
  press: 'Press',
  packing: 'Packing',
  spoiled: 'Spoiled',
  'set-up': 'Set-up',
};

/** A size by the name of its line. */
export const nameOf = (sizes: readonly CostedSize[], jobId: string): string => {
  const found = sizes.find(({ job }) => job.id === jobId);
  return found ? `${found.line.what}${found.blank.size ? `, ${found.blank.size}` : ''}` : '';
};

/** What is counted of a size. */
export const unitOf = ({ blank }: CostedSize): string => (piecesEach(blank) === 2 ? 'pair' : 'piece');
