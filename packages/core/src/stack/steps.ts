import type { Blank } from '../blank/index.js';
import { pieceOf, type Step, type StepsAsked } from './step.js';
import { cleaningSteps, jigSteps, paperSteps, prePressSteps } from './steps-before.js';
import { layingSteps, turningSteps } from './steps-laying.js';
import { endingSteps, peelingSteps, pressingSteps } from './steps-pressing.js';

/**
 * The ordered steps for one piece: every side, section and half of it.
 *
 *     paper ─ jig ─ clean ─ pre-press ─┬─ turn ─ lay ─ press (each section) ─ peel ─┬─ cool ─ jig off
 *                                      └───────────────── next side ───────────────┘
 */
export function stepsOf(blank: Blank, asked: StepsAsked): Step[] {
  const piece = pieceOf(blank, asked);
  const ofSide = (side: number): Step[] => [
    ...turningSteps(piece, side),
    ...layingSteps(piece, side),
    ...pressingSteps(piece, side),
    ...peelingSteps(piece, side),
  ];
  return [
    ...paperSteps(piece),
    ...jigSteps(piece),
    ...cleaningSteps(piece),
    ...prePressSteps(piece),
    ...Array.from({ length: piece.sides }, (_, side) => ofSide(side)).flat(),
    ...endingSteps(piece),
  ];
}
