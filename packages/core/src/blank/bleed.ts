import type { Decision } from '../finding/index.js';
import { MM_PER_INCH } from '../units/index.js';
import { isHardGoods, type BlankDescription, type Side } from './blank.js';
import { besideOf } from './template.js';

/** A border as near as this to the print area leaves no room for a bleed, mm. */
const BORDER_NEAR = 3;

/** Whether what takes no dye runs along an edge of a side. */
const isFramed = ({ keepOuts, outline }: Side): boolean =>
  keepOuts.some((one) => one.kind === 'rubber border' && besideOf(one, outline).clearance < BORDER_NEAR);

/**
 * Proposes the bleed of each edge, mm. Common practice, no published source: 1/16 in on small hard
 * pieces, 1/8 in on cases, masks and sleeves, 1/4 in on cushions, 3/8 in on socks, none for a print that sits inside the blank, nor up to a border that takes no dye.
 */
export function proposeBleed(blank: BlankDescription): Decision<number> {
  const chosen = (value: number, why: string, low: number, high: number): Decision<number> => ({
    value,
    unit: 'mm',
    why,
    source: { kind: 'reference chart', row: 'bleed per edge' },
    confidence: 'fair',
    range: { low, high },
  });
  const inch = MM_PER_INCH;
  if (blank.style === 'spot')
    return chosen(0, 'The print sits inside the blank, so nothing has to run over an edge.', 0, 0);
  if (blank.sides.some((one) => isFramed(one)))
    return chosen(0, 'Its border takes no dye: what runs over it would only soil it.', 0, inch / 8);
  if (isHardGoods(blank.family) || blank.family === 'burlap')
    return chosen(inch / 16, 'Small stiff pieces are placed exactly: 1/16 in is enough.', inch / 16, inch / 8);
  switch (blank.family) {
    case 'sock':
      return chosen(
        (3 / 8) * inch,
        'A sock stretches on its jig and the print runs round its edge: 3/8 in hides the white line.',
        inch / 4,
        (3 / 8) * inch,
      );
    case 'cushion':
    case 'sequin':
      return chosen(
        inch / 4,
        'Covers are sewn loosely and shift: 1/4 in keeps white off the seam.',
        inch / 4,
        (3 / 8) * inch,
      );
    default:
      return chosen(
        inch / 8,
        '1/8 in covers the play in placing it, and scissors still follow it easily.',
        inch / 16,
        inch / 4,
      );
  }
}
